import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs, seed } from '../../../../tests/runs';
import { PROMPT_BOOK, SHOW_DESK } from '../../../../demo';
import { boardById, HARROW_64, TWILL_42 } from '../../board';
import { bringHosts } from '../../hosts';
import { bindKeys, changeKeys, mustEdit, readProfile, type Edit, type Profile } from '../../profile';
import { broughtText, markOf, parseLine, readText, rewriteText, writeText } from '..';
import { randomProfile } from '../../../../tests/making/randomProfiles';

const plain = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T;
const readOne = (text: string): Profile | undefined => readText(text).profiles.find(({ isBase }) => !isBase)?.profile;
const bindingOf = (line: string, profile: Profile) => {
  const parsed = parseLine(line, profile);
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.binding;
};
/** The lines of `b` that are not in `a`, and the other way about. */
const changes = (a: string, b: string): { out: string[]; into: string[] } => {
  const [before, after] = [a.split('\n'), b.split('\n')];
  return { out: before.filter((line) => !after.includes(line)), into: after.filter((line) => !before.includes(line)) };
};

const OWN = `// The desk of the small stage.
let dim = Ctrl+Alt+Left  // towards dark

profile Night
  board harrow-64   // the old one

layer Base
  // everything as usual
  like the board
  CapsLock: tap Esc, hold while Cues  // by feel

layer Cues, madder
  Q W: $dim   // both
  F: "Go" F20 -- with the light
  | .  1  2  .  .  .  .  .  .  .  .  .  .  .  // numbers

macro Sting   // short
  press A:40  // one key
`;

describe('a profile that has changed', () => {
  const profile = readOne(OWN) as Profile;
  const bind = (layer: string, key: string, line: string): Profile =>
    mustEdit(profile, bindKeys(profile, layer, [key], bindingOf(line, profile)));

  test('changes nothing when nothing has changed', () => expect(rewriteText(OWN, profile)).toBe(OWN));

  test.each([
    ['cues', 'KeyF', 'F21', '  F: "Go" F20 -- with the light', '  F: "Go" F21 -- with the light'],
    ['base', 'CapsLock', 'Esc', '  CapsLock: tap Esc, hold while Cues  // by feel', '  CapsLock: Esc  // by feel'],
    ['cues', 'KeyQ', 'X', undefined, '  Q: X'],
    [
      'cues',
      'Digit1',
      '7',
      '  | .  1  2  .  .  .  .  .  .  .  .  .  .  .  // numbers',
      '  | .  7  2  .  .  .  .  .  .  .  .  .  .  .  // numbers',
    ],
    [
      'cues',
      'Digit1',
      'Ctrl+Alt+1',
      '  | .  1  2  .  .  .  .  .  .  .  .  .  .  .  // numbers',
      '  | .  Ctrl+Alt+1 2  .  .  .  .  .  .  .  .  .  .  .  // numbers',
    ],
    ['base', 'KeyG', 'tap G, hold F1', undefined, '  G: tap G, hold F1'],
    ['cues', 'KeyZ', 'none', undefined, '  Z: none'],
  ])('%s, %s: %s changes one line', (layer, key, line, was, is) => {
    const after = rewriteText(OWN, bind(layer, key, line));
    expect(readOne(after)).toEqual(bind(layer, key, line));
    expect(changes(OWN, after)).toEqual({ out: was === undefined ? [] : [was], into: [is] });
  });

  test.each<[string, Edit, string[], string[]]>([
    [
      'a macro',
      {
        edit: 'replace',
        list: 'macros',
        id: 'sting',
        item: { ...(profile.macros[0] as Profile['macros'][number]), name: 'Sting!' },
      },
      ['macro Sting   // short'],
      ['macro Sting!   // short'],
    ],
    [
      'a layer’s name',
      { edit: 'describeLayer', layer: 'cues', to: { name: 'Marks' } },
      ['layer Cues, madder', '  CapsLock: tap Esc, hold while Cues  // by feel'],
      ['layer Marks, madder, id cues', '  CapsLock: tap Esc, hold while Marks  // by feel'],
    ],
    ['a depth', { edit: 'travel', key: 'KeyF', to: { mode: 'fixed', pointUm: 700 } }, [], ['depths', '  F: at 0.7 mm']],
    ['timing', { edit: 'timing', to: { holdAfterMs: 180 } }, [], ['  timing hold after 180 ms']],
    ['the name', { edit: 'describe', to: { name: 'Late night' } }, ['profile Night'], ['profile Late night, id night']],
    [
      'a role',
      { edit: 'insert', list: 'roles', at: 0, item: { id: 'cue', name: 'Cues', color: '#A63D40' } },
      [],
      ['role Cues, #A63D40, id cue'],
    ],
    [
      'a joint press',
      {
        edit: 'insert',
        list: 'joints',
        at: 0,
        item: { id: 'keyj-keyk', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys', codes: ['Escape'] } },
      },
      [],
      ['joint J + K, within 40 ms: Esc'],
    ],
    [
      'a key taken out',
      { edit: 'assign', layer: 'cues', key: 'KeyF', to: null },
      ['  F: "Go" F20 -- with the light'],
      [],
    ],
    ['one of two keys taken out', { edit: 'assign', layer: 'cues', key: 'KeyW', to: null }, [], ['  W: .']],
  ])('%s', (_name, edit, out, into) => {
    const to = mustEdit(profile, edit);
    const after = rewriteText(OWN, to);
    expect(readOne(after)).toEqual(to);
    expect(changes(OWN, after)).toEqual({ out: expect.arrayContaining(out), into: expect.arrayContaining(into) });
    expect(changes(OWN, after).into).toHaveLength(into.length);
  });

  test('layers that change places take their lines and comments along', () => {
    const to = mustEdit(profile, { edit: 'moveLayer', layer: 'cues', to: 0 });
    const after = rewriteText(OWN, to);
    expect(readOne(after)).toEqual(to);
    expect(after.split('\n').toSorted()).toEqual(OWN.split('\n').toSorted());
  });

  test('a text that is wrong elsewhere keeps what is wrong, and is changed all the same', () => {
    const broken = OWN.replace('macro Sting', 'layer Half\n  A: tap Es\nmacro Sting');
    const draft = readText(broken).profiles[0]?.draft as Profile;
    const to = mustEdit(draft, bindKeys(draft, 'cues', ['KeyF'], bindingOf('F21', draft)));
    expect(changes(broken, rewriteText(broken, to))).toEqual({
      out: ['  F: "Go" F20 -- with the light'],
      into: ['  F: "Go" F21 -- with the light'],
    });
  });
});

describe('the text that an editor begins with', () => {
  const now = mustEdit(PROMPT_BOOK, { edit: 'describe', to: { name: 'Prompt book, Sunday' } });
  const broken = `${writeText(PROMPT_BOOK, TWILL_42)}layer Stage\n  Q: cmd c\n`;

  test('is written where none is kept, and read with it', () => {
    const text = broughtText(now, TWILL_42, undefined);
    const read = readText(text, [TWILL_42]);
    expect(text).toBe(writeText(now, TWILL_42));
    expect(read).toEqual(readText(text, [TWILL_42]));
  });

  test('is the kept one as long as nothing has changed, though it does not read', () => {
    const text = broughtText(now, TWILL_42, { text: broken, of: markOf(now) });
    const read = readText(text, [TWILL_42]);
    expect(text).toBe(broken);
    expect(read.problems).not.toEqual([]);
  });

  test('says what has changed since it was kept', () => {
    const kept = `// mine\n${writeText(PROMPT_BOOK, TWILL_42)}`;
    const text = broughtText(now, TWILL_42, { text: kept, of: markOf(PROMPT_BOOK) });
    const read = readText(text, [TWILL_42]);
    expect(read.problems).toEqual([]);
    expect(changes(kept, text).into).toEqual(['profile "Prompt book, Sunday", id demo-prompt-book']);
  });

  test('is known by its profile, whatever order that was made in', () => {
    const turned = Object.fromEntries(Object.entries(now).reverse()) as Profile;
    expect(markOf(turned)).toBe(markOf(now));
    expect(markOf(PROMPT_BOOK)).not.toBe(markOf(now));
  });
});

test('what was typed meanwhile stays beside what the board has changed', () => {
  const was = readOne(OWN) as Profile;
  const typed = OWN.replace('F: "Go" F20', 'F: "Go" F23');
  const to = mustEdit(was, bindKeys(was, 'base', ['KeyG'], bindingOf('F1', was)));
  const after = rewriteText(typed, to, [], was);
  expect(changes(typed, after)).toEqual({ out: [], into: ['  G: F1'] });
});

test('a line that is being written stays as it is, whatever its key does by now', () => {
  const broken = OWN.replace('F: "Go" F20 -- with the light', 'F: cmd f').replace('press A:40', 'press A:40 Bbb');
  const now = readOne(OWN) as Profile;
  const to = mustEdit(now, bindKeys(now, 'base', ['KeyG'], bindingOf('F1', now)));
  const after = rewriteText(broken, to);
  expect(changes(broken, after)).toEqual({ out: [], into: ['  G: F1'] });
});

test.each([
  [SHOW_DESK, 'rig'],
  [PROMPT_BOOK, 'signs'],
] as const)('%#: every key of a layer, changed in every way, says what the profile says', (profile, layer) => {
  const text = writeText(profile, boardById(profile.board));
  // Of all keys an eighth, another one with each seed; the hunt takes all.
  const every = runs(1) === 1 ? 8 : 1;
  for (const { id } of (boardById(profile.board)?.keys ?? []).filter((_, n) => (n + seed()) % every === 0))
    for (const change of ['X', 'tap X, hold Ctrl', 'label', 'out'] as const) {
      const to =
        change === 'label'
          ? mustEdit(
              profile,
              changeKeys(profile, layer, [id], (old) => (old ? { ...old, label: 'L', note: 'n' } : null)),
            )
          : change === 'out'
            ? mustEdit(profile, { edit: 'assign', layer, key: id, to: null })
            : mustEdit(profile, bindKeys(profile, layer, [id], bindingOf(change, profile)));
      const after = rewriteText(text, to);
      expect(readOne(after)).toEqual(plain(to));
      // What is written anew from nothing would be the same few lines.
      expect(changes(text, after).into.length).toBeLessThanOrEqual(1);
    }
});

test('on another host the text says the same keys, and keeps its comments', async () => {
  await bringHosts();
  const text = `// by hand\n${writeText(PROMPT_BOOK, TWILL_42)}`;
  for (const host of ['fr', 'tr', 'us-dvorak'] as const) {
    const to = { ...PROMPT_BOOK, hostLayout: host };
    const after = rewriteText(text, to);
    expect(readOne(after)).toEqual(plain(to));
    expect(after.startsWith('// by hand\n')).toBe(true);
    expect(changes(text, after).into.length).toBeLessThan(8);
  }
});

test('from any profile to any other, the text says what the profile says, and no comment is lost', () => {
  fc.assert(
    fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), (from, to) => {
      const goal = { ...plain(to), id: from.id };
      fc.pre('profile' in readProfile(plain(from)) && 'profile' in readProfile(goal));
      const lines = writeText(from, HARROW_64).split('\n');
      const text = lines.map((line, n) => (line !== '' && n % 3 === 0 ? `${line}  // kept ${n}` : line)).join('\n');
      const after = rewriteText(text, goal);
      expect(readOne(after)).toEqual(goal);
      const comments = (some: string): string[] => [...some.matchAll(/\/\/ kept \d+/g)].map(([one]) => one).toSorted();
      expect(comments(after)).toEqual(expect.arrayContaining(comments(text)));
    }),
    { numRuns: runs(25) },
  );
});
