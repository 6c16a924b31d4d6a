/** The difference engine: whatever two profiles are, the changes lead from one to the other; and on cases that people name, they are the fewest. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { HARROW_64 } from '../board';
import { randomProfile } from '../../../tests/making/randomProfiles';
import { applyChanges, diff, plainProfile, type Assignment, type Layer, type Profile } from '../profile';
import { sayChange } from '.';

const keys = (...codes: string[]): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes } } });
const [GO, STOP, BACK, HUSH] = [keys('F13'), keys('F14'), keys('F15'), keys('F16')];
const layer = (id: string, assigned: Record<string, Assignment>, name = id): Layer => ({
  id,
  name,
  dye: 'weld',
  keys: assigned,
});
const base = plainProfile(HARROW_64, 'p', 'Plain');
const withLayers = (...layers: Layer[]): Profile => ({ ...base, layers: [...base.layers, ...layers] });
const onCues = (assigned: Record<string, Assignment>): Profile => withLayers(layer('cues', assigned));
const said = (a: Profile, b: Profile): string[] => diff(a, b).map((change) => sayChange(change, a, b).text);

describe('the fewest changes', () => {
  test.each<[string, Profile, Profile, string[]]>([
    ['nothing', onCues({ KeyA: GO }), onCues({ KeyA: GO }), []],
    ['one key', onCues({ KeyA: GO }), onCues({ KeyA: STOP }), ['cues · A: F13 → F14']],
    ['a key that is new', onCues({}), onCues({ KeyA: GO }), ['cues · A: pass → F13']],
    ['a key that is gone', onCues({ KeyA: GO }), onCues({}), ['cues · A: F13 → pass']],
    [
      'two keys that have changed places',
      onCues({ KeyA: GO, KeyB: STOP }),
      onCues({ KeyA: STOP, KeyB: GO }),
      ['cues · A and cues · B have changed places'],
    ],
    ['a key that has moved', onCues({ KeyA: GO }), onCues({ KeyB: GO }), ['F13 has moved from cues · A to cues · B']],
    [
      'a key that has moved upon another',
      onCues({ KeyA: GO, KeyB: STOP }),
      onCues({ KeyB: GO }),
      ['F13 has moved from cues · A to cues · B, over F14'],
    ],
    [
      'a row of keys that have moved up by one',
      onCues({ KeyA: GO, KeyB: STOP, KeyC: BACK }),
      onCues({ KeyB: GO, KeyC: STOP, KeyD: BACK }),
      [
        'F15 has moved from cues · C to cues · D',
        'F14 has moved from cues · B to cues · C',
        'F13 has moved from cues · A to cues · B',
      ],
    ],
    [
      'three keys in a round',
      onCues({ KeyA: GO, KeyB: STOP, KeyC: BACK }),
      onCues({ KeyA: BACK, KeyB: GO, KeyC: STOP }),
      ['cues · A and cues · B have changed places', 'cues · A and cues · C have changed places'],
    ],
    [
      'a key that has gone to another layer',
      withLayers(layer('one', { KeyA: GO }), layer('two', { KeyZ: HUSH })),
      withLayers(layer('one', {}), layer('two', { KeyA: GO, KeyZ: HUSH })),
      ['F13 has moved from one · A to two · A'],
    ],
    [
      'a layer with another name',
      onCues({ KeyA: GO }),
      withLayers(layer('cues', { KeyA: GO }, 'Prompts')),
      ['layer cues: cues → Prompts'],
    ],
    [
      'a layer with another id, to which a key leads',
      { ...withLayers(layer('cues', { KeyA: GO }, 'Cues')), joinedLayers: [{ when: ['cues'], also: 'base' }] },
      { ...withLayers(layer('c2', { KeyA: GO }, 'Cues')), joinedLayers: [{ when: ['c2'], also: 'base' }] },
      ['The layer Cues has another id: cues → c2'],
    ],
    [
      'layers in another order',
      withLayers(layer('one', {}), layer('two', {}), layer('three', {})),
      withLayers(layer('three', {}), layer('one', {}), layer('two', {})),
      ['The layer three has moved behind Base'],
    ],
    ['a layer more', base, onCues({ KeyA: GO, KeyB: STOP }), ['A new layer: cues, with 2 keys']],
    [
      'a macro with another name and id, that keys play',
      { ...SHOW_DESK },
      JSON.parse(JSON.stringify(SHOW_DESK).replaceAll('"thunder"', '"storm"')) as Profile,
      ['The macro Thunder roll has another id: thunder → storm'],
    ],
    [
      'a time',
      base,
      { ...base, timing: { ...base.timing, holdAfterMs: 220 } },
      ['Timing, hold after: 200 ms → 220 ms'],
    ],
    [
      'a depth',
      base,
      { ...base, travel: { ...base.travel, keys: { KeyF: { mode: 'fixed', pointUm: 800 } } } },
      ['Depths of F: as the board → at 0.8 mm'],
    ],
    [
      'only a label',
      onCues({ KeyA: GO }),
      onCues({ KeyA: { ...GO, label: 'Go' } }),
      ['cues · A: nothing → label “Go”'],
    ],
  ])('%s', (_what, a, b, expected) => {
    expect(said(a, b)).toEqual(expected);
    expect(applyChanges(a, diff(a, b))).toEqual(b);
  });
});

test.each<[string, string[], string[], string[]]>([
  ['a layer put in below', ['base', 'a', 'b'], ['base', 'new', 'a', 'b'], ['added']],
  ['a layer taken out below', ['base', 'x', 'a', 'b'], ['base', 'a', 'b'], ['removed']],
  ['one layer moved up', ['base', 'a', 'b', 'c'], ['base', 'b', 'c', 'a'], ['order']],
  ['one moved and one put in', ['base', 'a', 'b', 'c'], ['base', 'c', 'a', 'new', 'b'], ['order', 'added']],
])('%s is one difference: its neighbours have not moved', (_what, from, to, expected) => {
  const [a, b] = [from, to].map((ids) => ({ ...base, layers: ids.map((id) => layer(id, {})) })) as [Profile, Profile];
  expect(diff(a, b).map(({ change }) => change)).toEqual(expected);
  expect(applyChanges(a, diff(a, b))).toEqual(b);
});

describe('whatever the two are', () => {
  test.each([
    [SHOW_DESK, PROMPT_BOOK],
    [PROMPT_BOOK, SOUND_PAD],
    [SOUND_PAD, SHOW_DESK],
  ])('the demo: %#', (a, b) => expect(applyChanges(a, diff(a, b))).toEqual(b));

  test('the changes lead from one to the other', () => {
    fc.assert(
      fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), (a, b) => {
        expect(applyChanges(a, diff(a, b))).toEqual(b);
        expect(diff(b, b)).toEqual([]);
      }),
      { numRuns: runs(100) },
    );
  });

  test('also when keys were shuffled, which is said in fewer changes than there are keys', () => {
    const names = ['KeyA', 'KeyB', 'KeyC', 'KeyD', 'KeyE', 'KeyF'];
    const values = names.map((_, n) => keys(`F${13 + n}`));
    fc.assert(
      fc.property(fc.shuffledSubarray(values, { minLength: 6, maxLength: 6 }), (shuffled) => {
        const put = (some: Assignment[]): Profile =>
          onCues(Object.fromEntries(names.map((name, n) => [name, some[n] as Assignment])));
        const [a, b] = [put(values), put(shuffled)];
        const changes = diff(a, b);
        expect(applyChanges(a, changes)).toEqual(b);
        const wrong = shuffled.filter((value, n) => value !== values[n]).length;
        expect(changes.length).toBeLessThan(Math.max(1, wrong));
      }),
    );
  });
});
