import { describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { mustBeSound } from '../check';
import { sketchProfile, type SketchLayers } from '../../../tests/making/sketch';
import { macroFromLines, type MacroLines } from '../macro';
import { parseLine } from '../notation';
import { mustEdit, type Joint, type Macro, type PartialTiming, type Profile } from '../profile';
import { shown } from '../reading';
import { adviceOn } from '.';

const advise = (layers: SketchLayers, timing: PartialTiming = {}, more: Partial<Profile> = {}): string[] =>
  adviceOn(mustBeSound(sketchProfile(layers, timing, more))).map(({ message }) => shown(message));

describe('advice', () => {
  test.each<[string, SketchLayers, string[]]>([
    ['a layer that is held needs no way back', { Base: { Caps: 'while Nav' }, Nav: {} }, []],
    [
      'a layer that nothing leads to',
      { Base: {}, Nav: {} },
      ['Nothing leads to Nav: no key, no joint press, no joined layers, no lamp.'],
    ],
    [
      'a way to a layer on itself is none',
      { Base: {}, Nav: { A: 'flip Nav' } },
      ['Nothing leads to Nav: no key, no joint press, no joined layers, no lamp.'],
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
    [
      'a way to the base that nothing comes of',
      { Base: { A: 'while Base', B: 'flip Base', C: 'go Base' } },
      Array.from(
        { length: 2 },
        () => 'Nothing comes of it: Base is always there, under everything. “go Base” leads back to it.',
      ),
    ],
  ])('%s', (_what, layers, messages) => expect(advise(layers)).toEqual(messages));

  test('a modifier that comes before a usual tap is over', () => {
    expect(advise({ Base: { A: 'tap A, hold Ctrl' } }, { holdAfterMs: 100, typingGuardMs: 100 })).toEqual([
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

  test('a hold on a letter under nested, which a typing guard mends', () => {
    const space = { Base: { A: 'tap Space, hold while Nav' }, Nav: {} };
    const said = 'In fast typing another key can go down and up inside it, and makes it a hold then.';
    expect(advise(space)).toEqual([said]);
    expect(advise(space, { typingGuardMs: 60 })).toEqual([]);
    expect(advise(space, { otherHandOnly: true })).toEqual([]);
    expect(advise({ Base: { Caps: 'tap Esc, hold Ctrl' } })).toEqual([]);
    // Where one does not type, it is left alone.
    expect(advise({ Base: { Caps: 'while Nav' }, Nav: { A: 'tap A, hold Ctrl' } })).toEqual([]);
  });

  test('what nothing shows has no key that holds it', () => {
    expect(advise({ Base: {}, Nav: { A: 'while Nav' } })).toEqual([
      'Nothing leads to Nav: no key, no joint press, no joined layers, no lamp.',
    ]);
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

  test.each<[string, SketchLayers, PartialTiming, string[]]>([
    [
      'a tap behind a hold that comes at once',
      { Base: { A: 'tap A, hold F1' } },
      { holdAfterMs: 0 },
      ['The first press is decided at once, after 0 ms, so its tap can never be reached.'],
    ],
    [
      'a second press behind a first that is decided at once',
      { Base: { A: 'tap A, twice B' } },
      { holdAfterMs: 0 },
      ['The first press is decided at once, after 0 ms, so its second press can never be reached.'],
    ],
    [
      'a second press that is not waited for',
      { Base: { A: 'tap A, twice B' } },
      { tapGapMs: 0 },
      ['It does not wait for a second press, so its second press can never be reached.'],
    ],
    ['a lone hold may come at once', { Base: { A: 'hold F1' } }, { holdAfterMs: 0 }, []],
  ])('%s', (_what, layers, timing, messages) => expect(advise(layers, timing)).toEqual(messages));

  describe('bindings that can never be reached', () => {
    const KEY_HOLDS = 'What it does here can never be reached: this key is down all the time that Nav is shown.';
    const joinedLayers = [{ when: ['nav', 'sym'], also: 'low' }];
    test.each<[string, SketchLayers, Partial<Profile>, string[]]>([
      ['the key that holds the layer', { Base: { Caps: 'while Nav' }, Nav: { Caps: 'A' } }, {}, [KEY_HOLDS]],
      ['... by holding a gesture', { Base: { Caps: 'tap F1, hold while Nav' }, Nav: { Caps: 'A' } }, {}, [KEY_HOLDS]],
      ['not when it does nothing there', { Base: { Caps: 'while Nav' }, Nav: { Caps: 'none' } }, {}, []],
      [
        'not when another key can hold it',
        { Base: { Caps: 'while Nav', Tab: 'while Nav' }, Nav: { Caps: 'A' } },
        {},
        [],
      ],
      [
        'not when it can be flipped',
        { Base: { Caps: 'tap flip Nav, hold while Nav' }, Nav: { Caps: 'A' } },
        {},
        ['Nav has no way back: once it is shown, no key leaves it.'],
      ],
      [
        'a joined layer below one that answers first',
        { Base: { Caps: 'while Nav', Space: 'while Sym' }, Low: { H: 'F1', J: 'F2' }, Nav: { H: 'none' }, Sym: {} },
        { joinedLayers },
        ['What it does here can never be reached: Nav is always shown above Low, and answers first.'],
      ],
      [
        'not when that one can be under it, as the go layer',
        { Base: { Caps: 'go Nav', Space: 'while Sym' }, Low: { H: 'F1' }, Nav: { H: 'go Base' }, Sym: {} },
        { joinedLayers },
        [],
      ],
      [
        'not when the joined layer is above',
        { Base: { Caps: 'while Nav', Space: 'while Sym' }, Nav: { H: 'none' }, Sym: {}, Low: { H: 'F1' } },
        { joinedLayers },
        [],
      ],
    ])('%s', (_what, layers, more, messages) => expect(advise(layers, {}, more)).toEqual(messages));
  });

  test('a joint press that a longer one delays', () => {
    const joint = (id: string, keys: string[], withinMs: number) => ({
      id,
      keys,
      withinMs,
      action: { do: 'keys' as const, codes: ['Escape'] },
    });
    const both = (withinMs: number) => ({
      joints: [joint('a', ['KeyJ', 'KeyK'], 30), joint('b', ['KeyJ', 'KeyK', 'KeyL'], withinMs)],
    });
    expect(advise({ Base: {} }, {}, both(60))).toEqual([
      'J + K waits up to 60 ms, in case J + K + L is being pressed.',
    ]);
    expect(advise({ Base: {} }, {}, both(30))).toEqual([]);
  });

  test('a joint press with a key that follows a stroke plan', () => {
    const profile = sketchProfile(
      { Base: {} },
      {},
      {
        joints: [{ id: 'a', keys: ['KeyJ', 'KeyK'], withinMs: 30, action: { do: 'keys', codes: ['Escape'] } }],
      },
    );
    profile.layers[0]!.keys.KeyJ = {
      does: {
        kind: 'stroke',
        spans: [{ from: { going: 'down', atUm: 500 }, action: { do: 'keys', codes: ['KeyJ'] } }],
      },
    };
    const [advice] = adviceOn(mustBeSound(profile));
    expect(shown(advice!.message)).toBe('J + K can never be pressed together: J follows a stroke plan.');
    expect(adviceOn(mustBeSound(mustEdit(profile, advice!.fix!)))).toEqual([]);
  });

  describe('macros', () => {
    const made = (press: string, more: MacroLines = {}): Macro => macroFromLines({ name: 'Roll', press, ...more });
    const on = (macro: Macro): Profile => sketchProfile({ Base: { A: 'play Roll' } }, {}, { macros: [macro] });
    test.each<[string, Macro, string[]]>([
      ['a sound one', made('A:10'), []],
      ['an empty one', made(''), ['Roll: it plays nothing.']],
      [
        'a press that stays open',
        made('+L 10'),
        ['Roll: L is still down when the part “on press” ends, and is let go of when the macro finishes.'],
      ],
      ['one that is let go of in another part', made('+L 10', { release: '-L' }), []],
      ['an up of nothing', made('A:10 -A 5'), ['Roll: A goes up at 10 ms without being down.']],
      ['an up alone, which lets go of what another left', made('-L'), []],
      ['a key left down that the board can send', made('+L', { leavesHeld: true }), []],
      [
        'one that nothing lets go of',
        made('+F24', { leavesHeld: true }),
        ['Roll: it leaves F24 down, and nothing lets go of that.'],
      ],
      [
        'a code without a report',
        made('hid:0D:0042:5'),
        ['Roll: hid:0D:0042 at 0 ms has no report on this device and is never sent.'],
      ],
      [
        'repeating without a part to repeat',
        made('A:10', { run: { kind: 'whileHeld' } }),
        ['Roll: it has no repeated part, so nothing is repeated.'],
      ],
    ])('%s', (_what, macro, messages) => {
      const profile = on(macro);
      const found = adviceOn(mustBeSound(profile));
      expect(found.map(({ message }) => shown(message))).toEqual(messages);
      // Whatever offers a fix is mended by it.
      for (const { message, fix } of found.filter((advice) => advice.fix)) {
        const after = adviceOn(mustBeSound(mustEdit(profile, fix!))).map((advice) => shown(advice.message));
        expect(after).not.toContain(message);
      }
    });
  });

  test('every fix mends what it is for', () => {
    const cases: [SketchLayers, PartialTiming][] = [
      [{ Base: { Caps: 'go Nav' }, Nav: {} }, {}],
      [{ Base: { A: 'tap A, hold Ctrl' } }, { holdAfterMs: 50, typingGuardMs: 100 }],
      [{ Base: { A: 'tap A, hold Ctrl' } }, {}],
      [{ Base: { A: 'tap A, hold Ctrl' } }, { interrupt: 'any' }],
      [{ Base: { A: 'tap A, hold F1' } }, { holdAfterMs: 0, typingGuardMs: 100 }],
      [{ Base: { A: 'tap A, twice B' } }, { tapGapMs: 0 }],
      [{ Base: { Caps: 'while Nav' }, Nav: { Caps: 'A' } }, {}],
    ];
    for (const [layers, timing] of cases) {
      const profile = sketchProfile(layers, timing);
      const [advice] = adviceOn(mustBeSound(profile));
      expect(adviceOn(mustBeSound(mustEdit(profile, advice!.fix!)))).toEqual([]);
    }
  });

  test('there is nothing to say about the demo', () => {
    expect([adviceOn(mustBeSound(SHOW_DESK)), adviceOn(mustBeSound(PROMPT_BOOK))]).toEqual([[], []]);
  });
});

describe('advice on stroke plans and depths', () => {
  const onA = (line: string): Profile => sketchProfile({ Base: { A: line } });
  test.each([
    [
      'down 2 to down 1 mm: W',
      'Part 1 never reaches its end at 1 mm going down: it ends at 2 mm going up already.',
      'down 2 to up 2 mm: W',
    ],
    [
      'up 1 to up 2 mm: W',
      'Part 1 never reaches its end at 2 mm going up: it ends at 1 mm going down already.',
      'up 1 to down 1 mm: W',
    ],
    [
      'down 1.234 to down 2.345 mm: W',
      'Part 1 has depths finer than the board measures, 0.01 mm.',
      'down 1.23 to down 2.35 mm: W',
    ],
    [
      'down 1 to up 1 mm: W, down 2 to up 3 mm: Shift+W',
      'W is held by parts 1 and 2 apart: at 2 mm going down it goes up and down again.',
      'down 1 to down 2 mm: W, down 2 to up 3 mm: Shift+W',
    ],
    [
      'down 2 to up 2.5 mm: W, down 1 to down 2 mm: W',
      'W is let go of and pressed again at 2 mm going down: parts 2 and 1 hold it apart.',
      'down 1 to up 2.5 mm: W',
    ],
  ])('%s', (line, message, mended) => {
    const profile = onA(line);
    const [advice, ...more] = adviceOn(mustBeSound(profile));
    expect([advice && shown(advice.message), more]).toEqual([message, []]);
    const after = mustEdit(profile, advice!.fix!);
    expect(after.layers[0]!.keys.KeyA).toEqual(onA(mended).layers[0]!.keys.KeyA);
    expect(adviceOn(mustBeSound(after)).map((one) => shown(one.message))).not.toContain(message);
  });

  test.each([
    'down 1 to down 2 mm: W, down 2.5 to up 3 mm: W',
    'down 1 to up 0.9 mm: W, down 2 mm: W',
    'down 1 to up 1 mm: W',
  ])('nothing to say of %s', (line) =>
    expect(adviceOn(mustBeSound(onA(line))).map(({ message }) => shown(message))).toEqual(
      line.includes('0.9')
        ? ['Part 1 never reaches its end at 0.9 mm going up: it ends at 1 mm going up already.']
        : [],
    ),
  );

  test('depths finer than the board measures, of keys and of the board', () => {
    const profile = sketchProfile(
      { Base: {} },
      {},
      {
        travel: {
          board: { mode: 'fixed', pointUm: 1503, releaseUm: 1406 },
          keys: { KeyA: { mode: 'reversal', pointUm: 500, pressUm: 155, releaseUm: 250, reset: 'top' } },
        },
      },
    );
    const found = adviceOn(mustBeSound(profile));
    expect(found.map(({ message }) => shown(message))).toEqual(
      Array(2).fill('A depth is finer than the Harrow 64 measures, 0.01 mm.'),
    );
    const after = found.reduce((mended, { fix }) => (fix ? mustEdit(mended, fix) : mended), profile);
    expect(after.travel.board).toEqual({ mode: 'fixed', pointUm: 1500, releaseUm: 1410 });
    expect(after.travel.keys.KeyA).toMatchObject({ pressUm: 160 });
  });
});

describe('joint presses are ways like others', () => {
  const joint = (line: string, ...keys: string[]): Joint => {
    const layers = ['Base', 'Nav', 'Sym', 'Both'].map((name) => ({ id: name.toLowerCase(), name }));
    const parsed = parseLine(line, { layers });
    if (!parsed.ok || parsed.binding.kind !== 'act') throw new Error(line);
    return { id: keys.join('-'), keys, withinMs: 40, action: parsed.binding.action };
  };
  const said = (profile: Profile): string[] => adviceOn(mustBeSound(profile)).map(({ message }) => shown(message));

  test('one that goes back is a way back', () => {
    const layers = { Base: { Caps: 'go Nav' }, Nav: { H: 'Left' } };
    expect(said(sketchProfile(layers))).toEqual(['Nav has no way back: once it is shown, no key leaves it.']);
    expect(said(sketchProfile(layers, {}, { joints: [joint('go Base', 'KeyJ', 'KeyK')] }))).toEqual([]);
  });

  test('one that holds a layer frees the finger', () => {
    const layers = {
      Base: { A: 'while Nav', Q: 'while Sym' },
      Nav: { H: 'Left' },
      Sym: { J: 'Left' },
      Both: { L: 'Up' },
    };
    const joinedLayers = [{ when: ['nav', 'sym'], also: 'both' }];
    const clash = 'Both needs Nav and Sym together, and the left little would have to hold both.';
    expect(said(sketchProfile(layers, {}, { joinedLayers }))).toContain(clash);
    const joints = [joint('while Sym', 'KeyJ', 'KeyK')];
    expect(said(sketchProfile(layers, {}, { joinedLayers, joints }))).not.toContain(clash);
  });

  test('one that sends a key lets go of it', () => {
    const macros = [macroFromLines({ press: '+F13', leavesHeld: true })];
    const layers = { Base: { A: 'play M' } };
    const stuck = 'M: it leaves F13 down, and nothing lets go of that.';
    expect(said(sketchProfile(layers, {}, { macros }))).toContain(stuck);
    expect(said(sketchProfile(layers, {}, { macros, joints: [joint('F13', 'KeyJ', 'KeyK')] }))).not.toContain(stuck);
  });
});
