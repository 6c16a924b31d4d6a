import { describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { HARROW_64, TWILL_42 } from '../board';
import { stageProfile, type StageLayers } from '../engine/stage';
import { applyEdit, type PartialTiming, type Profile } from '../profile';
import { adviceOn } from '.';

const advise = (layers: StageLayers, timing: PartialTiming = {}, more: Partial<Profile> = {}): string[] =>
  adviceOn(stageProfile(layers, timing, more), HARROW_64).map(({ message }) => message);

describe('advice', () => {
  test.each<[string, StageLayers, string[]]>([
    ['a layer that is held needs no way back', { Base: { Caps: 'while Nav' }, Nav: {} }, []],
    [
      'a layer that nothing leads to',
      { Base: {}, Nav: {} },
      ['Nothing leads to Nav: no key, no joint press, no joined layers.'],
    ],
    [
      'a way to a layer on itself is none',
      { Base: {}, Nav: { A: 'flip Nav' } },
      ['Nothing leads to Nav: no key, no joint press, no joined layers.'],
    ],
    [
      'a layer to stay on with no way back',
      { Base: { Caps: 'go Nav' }, Nav: { Caps: 'none' } },
      ['Nav has no way back: once it is shown, no key leaves it.'],
    ],
    [
      'a go layer is not left by the key that leads to it',
      { Base: { Caps: 'go Nav' }, Nav: {} },
      ['Nav has no way back: once it is shown, no key leaves it.'],
    ],
    ['a way back on the layer', { Base: { Caps: 'go Nav' }, Nav: { Esc: 'go Base' } }, []],
    ['a flip is its own way back, as long as the layer lets it pass', { Base: { Caps: 'flip Nav' }, Nav: {} }, []],
    [
      '... and is none when the layer takes the key',
      { Base: { Caps: 'flip Nav' }, Nav: { Caps: 'A' } },
      ['Nav has no way back: once it is shown, no key leaves it.'],
    ],
    ['a way back in a gesture counts', { Base: { Caps: 'flip Nav' }, Nav: { Caps: 'tap A, hold go Base' } }, []],
  ])('%s', (_what, layers, messages) => expect(advise(layers)).toEqual(messages));

  test('a modifier that comes before a usual tap is over', () => {
    expect(advise({ Base: { A: 'tap A, hold Ctrl' } }, { holdAfterMs: 100 })).toEqual([
      'It becomes a modifier after 100 ms, which is shorter than a usual tap.',
    ]);
    expect(advise({ Base: { A: 'hold Ctrl' } }, { holdAfterMs: 100 })).toEqual([]);
  });

  test('a hold on a letter under any', () => {
    const letter = { Base: { A: 'tap A, hold Ctrl' } };
    expect(advise(letter, { interrupt: 'any' })).toEqual([
      'Under “any” every letter that overlaps it in fast typing makes it a hold.',
    ]);
    expect(advise(letter, { interrupt: 'any', otherHandOnly: true })).toEqual([]);
    expect(advise({ Base: { Caps: 'tap Esc, hold Ctrl' } }, { interrupt: 'any' })).toEqual([]);
  });

  test('joined layers that one finger would have to hold', () => {
    const joinedLayers = [{ when: ['nav', 'sym'], also: 'fn' }];
    const layers = (second: string) => ({
      Base: { Caps: 'while Nav', [second]: 'while Sym' },
      Nav: {},
      Sym: {},
      Fn: {},
    });
    expect(advise(layers('Tab'), {}, { joinedLayers })).toEqual([
      'Fn needs Nav and Sym together, and the left little would have to hold both.',
    ]);
    expect(advise(layers('Space'), {}, { joinedLayers })).toEqual([]);
  });

  test('every fix mends what it is for', () => {
    const cases: [StageLayers, PartialTiming][] = [
      [{ Base: { Caps: 'go Nav' }, Nav: {} }, {}],
      [{ Base: { A: 'tap A, hold Ctrl' } }, { holdAfterMs: 50 }],
      [{ Base: { A: 'tap A, hold Ctrl' } }, { interrupt: 'any' }],
    ];
    for (const [layers, timing] of cases) {
      const profile = stageProfile(layers, timing);
      const [advice] = adviceOn(profile, HARROW_64);
      expect(adviceOn(applyEdit(profile, advice!.fix!), HARROW_64)).toEqual([]);
    }
  });

  test('there is nothing to say about the demo', () => {
    expect([adviceOn(SHOW_DESK, HARROW_64), adviceOn(PROMPT_BOOK, TWILL_42)]).toEqual([[], []]);
  });
});
