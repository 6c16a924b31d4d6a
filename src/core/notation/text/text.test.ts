import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { runs } from '../../../../tests/runs';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../../demo';
import { BOARDS, boardById, HARROW_64, TWILL_42 } from '../../board';
import { bindKeys, mustEdit, readProfile, type Profile } from '../../profile';
import { parseLine, readText, writeText } from '..';
import { randomProfile } from '../../../../tests/making/randomProfiles';

const written = (profile: Profile): string => writeText(profile, boardById(profile.board));
function readOne(text: string): Profile {
  const { profiles, problems } = readText(text);
  expect(problems).toEqual([]);
  const profile = profiles[0]?.profile;
  if (!profile) throw new Error('no profile');
  return profile;
}
const plain = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T;
const problemsOf = (text: string): string[] =>
  readText(text).problems.map(({ line, column, message }) => `${line}:${column} ${message}`);

describe('written and read again', () => {
  test.each([SHOW_DESK, PROMPT_BOOK, SOUND_PAD].map((profile) => [profile.name, profile] as const))(
    '%s',
    (_name, profile) => {
      expect(readOne(written(profile))).toEqual(plain(profile));
    },
  );

  test('the demo is short', () => {
    const lines = (profile: Profile): number => written(profile).trimEnd().split('\n').length;
    expect(lines(SHOW_DESK)).toBeLessThanOrEqual(120);
    expect(lines(PROMPT_BOOK)).toBeLessThanOrEqual(90);
  });

  test.each(BOARDS.map((board) => [board.name, board] as const))('any profile of the %s', (_name, board) => {
    fc.assert(
      fc.property(randomProfile(board), (profile) => {
        const sound = readProfile(plain(profile));
        fc.pre('profile' in sound);
        expect(readOne(writeText(profile, board))).toEqual(plain(profile));
      }),
      { numRuns: runs(25) },
    );
  });

  test('a board that is not known here is written key by key', () => {
    const profile = { ...SHOW_DESK, board: 'my-own-board' };
    const text = writeText(profile, undefined);
    expect(readOne(text)).toEqual(plain(profile));
  });
});

describe('one key, one line', () => {
  const changed = (a: string, b: string): number => {
    const [before, after] = [a.split('\n'), b.split('\n')];
    let same = 0;
    while (same < before.length && before[same] === after[same]) same++;
    let end = 0;
    while (end < before.length - same && end < after.length - same && before.at(-1 - end) === after.at(-1 - end)) end++;
    return Math.max(before.length, after.length) - same - end;
  };
  const LINES = ['X', 'tap X, hold Ctrl', 'type "a, b"', 'down 0.6 mm: X'];
  test.each([
    [SHOW_DESK, 'base'],
    [SHOW_DESK, 'cues'],
    [SHOW_DESK, 'rig'],
    [SHOW_DESK, 'dark'],
    [PROMPT_BOOK, 'base'],
    [PROMPT_BOOK, 'signs'],
    [SOUND_PAD, 'keeper'],
  ] as const)('%#: every key of %s', (profile, layer) => {
    const before = written(profile);
    // Every key, and every line; each with each when there is time.
    const lines = (n: number): string[] => (runs(1) > 1 ? LINES : [LINES[n % LINES.length] ?? '.']);
    for (const [n, { id }] of (boardById(profile.board)?.keys ?? []).entries())
      for (const line of lines(n)) {
        const parsed = parseLine(line, profile);
        if (!parsed.ok) throw new Error(line);
        const after = written(mustEdit(profile, bindKeys(profile, layer, [id], parsed.binding)));
        expect([id, line, changed(before, after)]).toEqual([id, line, before === after ? 0 : 1]);
      }
  });
});

const HEAD = 'profile Night\n  board harrow-64\n';

describe('what repeats is said once', () => {
  test('values, a layer like another, a swap, several layers, several keys', () => {
    const profile = readOne(`${HEAD}let dim = Ctrl+Alt+Left   // used twice
layer Base
  like the board
  swap Caps with LeftCtrl
  Q W: $dim
layer Cues, madder
  F: "Go" F20
layer Dark, iron, like Cues
  G: F21
  F: .
on Cues, Dark
  Esc: go Base -- the way back
`);
    const [base, cues, dark] = profile.layers;
    expect(base?.keys['CapsLock']).toEqual({ does: { kind: 'act', action: { do: 'keys', codes: ['ControlLeft'] } } });
    expect(base?.keys['KeyQ']).toEqual(base?.keys['KeyW']);
    expect(Object.keys(cues?.keys ?? {})).toEqual(['KeyF', 'Escape']);
    expect(Object.keys(dark?.keys ?? {})).toEqual(['KeyG', 'Escape']);
    expect(dark?.keys['Escape']?.note).toBe('the way back');
  });

  test('several profiles on one base', () => {
    const { profiles, problems } = readText(`base Common
  board harrow-64
  timing hold after 170 ms
layer Base
  like the board
layer Cues
  F: F20

profile Day like Common
profile Night like Common, id night-show
layer Cues
  F: F21
  G: F22
layer Dark
  A: none
without layer Base
`);
    expect(problems).toEqual([]);
    const real = profiles.filter(({ isBase }) => !isBase).map(({ profile }) => profile);
    expect(
      real.map((profile) => [profile?.id, profile?.timing.holdAfterMs, profile?.layers.map(({ name }) => name)]),
    ).toEqual([
      ['day', 170, ['Base', 'Cues']],
      ['night-show', 170, ['Cues', 'Dark']],
    ]);
    expect(Object.keys(real[1]?.layers[0]?.keys ?? {})).toEqual(['KeyF', 'KeyG']);
    expect(real[0]?.layers[1]?.keys['KeyF']).toEqual({ does: { kind: 'act', action: { do: 'keys', codes: ['F20'] } } });
  });

  test('names may be used before they are made', () => {
    const profile = readOne(
      `${HEAD}layer Base\n  Tab: while Later\n  Q: play Sting\nlayer Later\nmacro Sting\n  press A:40\n`,
    );
    expect(profile.layers[0]?.keys['Tab']?.does).toEqual({
      kind: 'act',
      action: { do: 'layer', how: 'while', layer: 'later' },
    });
  });
});

test('the example of the format’s page reads', () => {
  const page = readFileSync('docs/formats/text.md', 'utf8');
  const example = /## An example\n\n((?: {4}.*\n|\n)+)/.exec(page)?.[1] ?? '';
  const profile = readOne(example.replace(/^ {4}/gm, ''));
  expect(profile.layers.map(({ name }) => name)).toEqual(['Base', 'Cues', 'Dark']);
  expect(profile.layers[2]?.keys['KeyH']?.does.kind).toBe('gesture');
});

describe('what is wrong', () => {
  test.each([
    ['layer Base\n', '1:1 Before this there must be a heading: profile NAME.'],
    ['profile\n  board harrow-64\n', '1:1 The name is missing: profile NAME.'],
    ['profile X\n', '1:1 The board is missing'],
    [`${HEAD}layer Base\n  CapsLok: A\n`, '4:3 The Harrow 64 has no key “CapsLok”; did you mean CapsLock?'],
    [`${HEAD}layer Base\n  A: tap Escc, hold Ctrl\n`, '4:10 “Escc” cannot stand here'],
    [`${HEAD}layer Base\n  A:\n`, '4:5 What the key does is missing'],
    [`${HEAD}layer Base\n  A: X (cue)\n`, '4:9 There is no role “cue” here'],
    [`${HEAD}layer Base\n  A: X {hold after 1 ms}\n`, '4:9 Only a key with a tap'],
    [`${HEAD}layer Base\n  A: tap X {hold after}\n`, '4:13 Here could stand hold after 180 ms'],
    [`${HEAD}layer Base, magenta\n`, '3:13 “magenta” cannot stand in this heading. There could be a dye (indigo'],
    [`${HEAD}layer Base\nlayer Base\n`, '4:7 There is a layer “Base” with the id base already'],
    [`${HEAD}layer Base\n  | Esc 1\n`, '4:3 Row 1 of the Harrow 64 has 14 keys'],
    [`${HEAD}layer Base\n  A: while Cues\n`, '4:12 There is no layer “Cues” in this profile; there is Base.'],
    [`${HEAD}layr Base\n`, 'Did you mean layer?'],
    [`${HEAD}macro M\n  press A:40 Nonsense\n`, '4:14 "Nonsense" is not +KEY'],
    [`${HEAD}depths\n  A: at 9 km\n`, '4:6'],
    [`${HEAD}layer Base\n  A: $rate\n`, '4:6 There is no value $rate above this line.'],
    [`${HEAD}layer Base\n  A: "a label that is longer than twenty-four" X\n`, '4:3'],
    [`${HEAD}joined Base: Far\n`, 'There is no layer “Base” here'],
    [`${HEAD}joint J: Esc\n`, '3:7 A joint press has 2 to 4 keys'],
    [`${HEAD}profile Night\n  board harrow-64\n`, '3:1'],
    [`profile X\n  board nowhere\nlayer Base\n  | A\n`, '4:3 The board “nowhere” is not known here'],
    ['', '1:1 A text begins with a heading: profile NAME.'],
  ])('%#: %s', (text, problem) => {
    expect(problemsOf(text).join('\n')).toContain(problem);
  });

  test('everything is said in one go, in order, and the rest is read', () => {
    const text = `${HEAD}layer Base\n  A: zorp\n  B: X\n  C: zorp\nlayer Cues\n  Zorp: A\n`;
    const { problems, profiles, sites } = readText(text);
    expect(problems.map(({ line }) => line)).toEqual([4, 6, 8]);
    expect(profiles[0]?.profile).toBeUndefined();
    expect(sites.filter(({ key }) => key === 'KeyB')).toHaveLength(1);
  });

  test('no text, however odd, throws; one that reads can be written and read again', () => {
    const word = fc.constantFrom(
      'profile',
      'layer',
      '\n',
      '\n  ',
      'A:',
      'tap',
      '|',
      ',',
      '"',
      '(',
      '{',
      '--',
      '//',
      '$x',
      'let x = ',
      '$x$x',
      'like',
      'board harrow-64',
      'Base',
      '.',
      '#',
      'json {',
      '\u2028',
      '😀',
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 60 }), (words) => {
        const { profiles } = readText(words.join(' '));
        for (const { profile } of profiles)
          if (profile) expect(readOne(writeText(profile, HARROW_64))).toEqual(plain(profile));
      }),
      { numRuns: runs(60) },
    );
  });

  test('values that hold values do not grow without end', () => {
    const lines = [
      'let a = xxxxxxxxxx',
      ...Array.from(
        { length: 40 },
        (_, n) =>
          `let ${'abcdefghijklmnopqrstuvwxyz'[(n + 1) % 26]}${n} = $${n === 0 ? 'a' : `${'abcdefghijklmnopqrstuvwxyz'[n % 26]}${n - 1}`}${' $a'.repeat(0)} $${n === 0 ? 'a' : `${'abcdefghijklmnopqrstuvwxyz'[n % 26]}${n - 1}`}`,
      ),
    ];
    const { problems } = readText(`${lines.join('\n')}\n${HEAD}`);
    expect(problems[0]?.message).toBe('With its values put in, the text is too long.');
  });
});

test('the Twill is written by its rows, too', () => {
  expect(writeText({ ...PROMPT_BOOK }, TWILL_42)).toContain('| .      Ctrl+Z ');
});

test.each(['#"#', 'say "go', 'half \\', '"', 'a "b" c'])('a comment behind the note %s is none of it', (note) => {
  const profile = { ...SHOW_DESK, macros: [], joints: [], joinedLayers: [] };
  const base = { ...profile.layers[0]!, keys: { KeyA: { does: { kind: 'none' as const }, note } } };
  const text = writeText({ ...profile, layers: [base] }, HARROW_64);
  const commented = text.replace(/^.*none.*$/m, (line) => `${line}  // by hand`);
  expect(commented).toContain('// by hand');
  expect(readText(commented).profiles[0]?.profile?.layers[0]?.keys.KeyA?.note).toBe(note);
});
