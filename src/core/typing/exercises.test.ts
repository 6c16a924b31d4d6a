/** Exercises from a person's own layout, and what comes next in them. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { sketchProfile } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { seeded } from '../hands';
import { bringHosts } from '../hosts';
import { exercisesOf, exerciseOfText, leadingKeys } from './exercises';
import { weakest } from './weakest';
import { backAfter, Spacing, strengthAfter } from './spacing';

beforeAll(() => bringHosts());

describe('the exercises of a profile', () => {
  const sound = mustBeSound(
    sketchProfile(
      {
        Base: { C: 'while Nav', D: 'tap D, hold Ctrl', Q: 'Backspace, under Shift Delete', W: 'F20, under Ctrl F21' },
        Nav: { H: 'Left', J: 'Down', K: 'F13' },
      },
      {},
      {
        joints: [
          { id: 'a', keys: ['KeyK', 'KeyL'], withinMs: 40, action: { do: 'keys', codes: ['F23'] } },
          { id: 'b', keys: ['KeyU', 'KeyI'], withinMs: 40, action: { do: 'keys', codes: ['F24'] } },
        ],
      },
    ),
  );
  const all = exercisesOf(sound);
  const tokensOf = (id: string): string[] | undefined =>
    all.find((one) => one.id === id)?.items.map(({ token }) => token);

  test('are of its layers, its letters, figures and signs, its holds, its joint presses and what is under a modifier', () => {
    expect(all.map(({ id }) => id)).toEqual(['layer nav', 'letters', 'numbers', 'signs', 'holds', 'together', 'under']);
    expect(tokensOf('layer nav')).toEqual(expect.arrayContaining(['[F13]']));
    expect(tokensOf('numbers')).toHaveLength(10);
    expect(tokensOf('together')).toEqual(['[F23]', '[F24]']);
    expect(tokensOf('under')).toEqual(expect.arrayContaining(['[F21]', '[Delete]']));
    expect(tokensOf('letters')).not.toContain('q');
  });

  test('know the way to each: which layer key first', () => {
    const item = all[0]!.items.find(({ token }) => token === '[F13]')!;
    expect([leadingKeys(item.way), item.way.steps.at(-1)!.keys]).toEqual([['KeyC'], ['KeyK']]);
  });

  test.each([SHOW_DESK, PROMPT_BOOK, SOUND_PAD])('of the demo there are some', (profile) => {
    expect(exercisesOf(mustBeSound(profile)).length).toBeGreaterThan(0);
  });

  test('of a text are what the profile can type of it', () => {
    expect(exerciseOfText(sound, [...'aqb']).map(({ token }) => token)).toEqual(['a', 'b']);
  });
});

describe('what comes next', () => {
  test.each([
    [0, true, false, 1],
    [3, false, false, 0],
    [3, true, true, 2],
    [0, true, true, 0],
    [5, true, false, 5],
  ])('strength %i, right %p, slow %p: %i', (before, isRight, isSlow, after) =>
    expect(strengthAfter(before, isRight, isSlow)).toBe(after),
  );

  test('what was wrong comes back soon, what was right ever later', () => {
    expect([0, 1, 2, 3, 4, 5].map(backAfter)).toEqual([2, 4, 8, 16, 32, 64]);
    const spacing = new Spacing([...'abcdefgh']);
    const chance = seeded(3);
    const wrong = spacing.next(chance);
    spacing.typed(wrong, false, false);
    const row: string[] = [];
    for (let n = 0; n < 4; n++) {
      const token = spacing.next(chance);
      row.push(token);
      spacing.typed(token, true, false);
    }
    expect(row[0]).not.toBe(wrong);
    expect(row.indexOf(wrong)).toBe(2);
  });

  test('nothing comes twice in a row, and everything comes', () => {
    const spacing = new Spacing(['x', 'y', 'z']);
    const row = spacing.ahead(30, seeded(1));
    row.slice(1).forEach((token, n) => expect(token).not.toBe(row[n]));
    expect(new Set(row).size).toBe(3);
    expect(new Spacing(['x']).ahead(2, seeded(1))).toEqual(['x', 'x']);
  });

  test('what was strong before comes later than what was weak', () => {
    const spacing = new Spacing(
      [...'ab'],
      new Map([
        ['a', 5],
        ['b', 0],
      ]),
    );
    expect(spacing.dueIn('a')).toBeGreaterThan(spacing.dueIn('b'));
    expect(spacing.next(seeded(1))).toBe('b');
  });
});

describe('what somebody is weakest at', () => {
  const items = ['a', 'b', 'c', 'd'].map((token) => ({ token, way: { steps: [], cost: 1 } }));
  const all = [{ id: 'letters', kind: 'letters' as const, items }];
  const row = (token: string, count: number, wrong: number, sumMs: number) => ({ token, count, wrong, sumMs });
  const tokens = (rows: readonly ReturnType<typeof row>[]) => weakest(rows, all)?.items.map(({ token }) => token);

  test('is what takes longest, and what goes wrong is as slow as four times that', () => {
    expect(tokens([row('a', 10, 0, 3000), row('b', 10, 0, 5000), row('c', 10, 10, 2000)])).toEqual(['c', 'b', 'a']);
  });

  test('is summed over the days, leaves out what is not there any more, and is nothing of two', () => {
    const rows = [
      row('a', 1, 0, 900),
      row('a', 9, 0, 900),
      row('b', 1, 0, 300),
      row('d', 1, 0, 200),
      row('gone', 1, 1, 9),
    ];
    expect(tokens(rows)).toEqual(['b', 'd', 'a']);
    expect(tokens(rows.slice(0, 3))).toBeUndefined();
  });
});
