/** Settings that suit recorded typing, by the command line. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { at, cli, put } from '../../tests/commands';
import { sketchProfile } from '../../tests/making/sketch';
import { LETTERS_AND_SIGNS } from '../../tests/making/texts';
import { mustBeSound } from '../core/check';
import { writeStrokes } from '../core/files';
import { seeded } from '../core/hands';
import { bringHosts } from '../core/hosts';
import { writeProfile, type Profile } from '../core/profile';
import { typed } from '../core/typing';

const TEXT = LETTERS_AND_SIGNS.slice(0, 400);
let given: string[];
let profileFile: string;

type Answer = { timing: Profile['timing']; misfires: number; delayMeanUs: number; delay95Us: number; text: string };
type Answers = { now: Answer; suggested: Answer; front: Answer[]; tried: number; sure: number };

beforeAll(async () => {
  await bringHosts();
  const profile = sketchProfile({
    Base: {
      A: 'tap A, hold Meta',
      S: 'tap S, hold Alt',
      F: 'tap F, hold Shift',
      J: 'tap J, hold Shift',
      L: 'tap L, hold Alt',
    },
  });
  profileFile = put('tuned.json', writeProfile(profile));
  const strokes = put('take.csv', writeStrokes(typed(TEXT, mustBeSound(profile), seeded(4))));
  given = ['--profile', profileFile, '--strokes', strokes, '--meant', put('meant.txt', `${TEXT}\n`)];
});

const grid = (data: unknown): string => put('grid.json', JSON.stringify(data));

describe('tune', () => {
  test('prints what is now, what is suggested and the front; each is what replay prints under that setting', async () => {
    const { out, err, status } = await cli(
      'tune',
      ...given,
      '--grid',
      grid({ holdAfterMs: [130, 200, 280], interrupt: ['nested', 'any'] }),
      '--json',
      '--apply',
      at('better.json'),
    );
    expect([err, status]).toEqual(['', 0]);
    const { now, suggested, front, tried, sure } = JSON.parse(out) as Answers;
    expect(tried).toBe(6);
    expect(sure).toBeGreaterThan(0);
    expect(sure).toBeLessThanOrEqual(1);
    expect(suggested.misfires).toBeLessThanOrEqual(now.misfires);
    const profile = JSON.parse(readFileSync(profileFile, 'utf8')) as Profile;
    expect(now.timing).toEqual(profile.timing);
    for (const one of [now, suggested, ...front]) {
      const file = put('under.json', JSON.stringify({ ...profile, timing: one.timing }));
      const replayed = await cli('replay', '--profile', file, '--strokes', given[3]!, '--text');
      expect(replayed.out).toBe(`${one.text}\n`);
    }
    expect(JSON.parse(readFileSync(at('better.json'), 'utf8'))).toEqual({ ...profile, timing: suggested.timing });
  });

  test('says the same in words, and tries about a thousand settings when no grid is given', async () => {
    const { out, err, status } = await cli('tune', ...given);
    expect([err, status]).toEqual(['', 0]);
    expect(out).toMatch(/^\d+ settings tried\nnow: {7}\d+ misfires?, keys come [\d.]+ ms late on average/);
    expect(out).toContain('the best there is, quickest first:');
  });

  test('tries depths where they are measured and when it is asked to, and says so when they are not', async () => {
    const none = await cli('tune', ...given, '--depths');
    expect([none.out, none.status]).toEqual(['', 2]);
    expect(none.err).toContain('no depth can be tried');
    // A finger goes through 1.2 mm on its way; the beginning of the take does.
    const beginning = readFileSync(given[3]!, 'utf8').split('\n').slice(0, 160).join('\n');
    const slow = beginning.replace(/^(\d+),(Key\w|Space),4000$/gm, '$1,$2,1200\n$1,$2,4000');
    const meant = put('beginning.txt', TEXT.slice(0, 75));
    const measured = [...given.slice(0, 2), '--strokes', put('measured.csv', slow), '--meant', meant];
    const { out, err } = await cli('tune', ...measured, '--depths', '--json');
    expect(err).toBe('');
    const answers = JSON.parse(out) as Answers;
    expect(answers.now).toMatchObject({ travel: { mode: 'fixed', pointUm: 1500 } });
    const plain = JSON.parse((await cli('tune', ...measured, '--json')).out) as Answers;
    expect(plain.now).not.toHaveProperty('travel');
    const deep = put('grid.json', JSON.stringify({ travel: [{ mode: 'fixed', pointUm: 4500 }] }));
    const refused = await cli('tune', ...measured, '--grid', deep);
    expect([refused.status, refused.err]).toEqual([2, expect.stringContaining('travel, number 1')]);
  });

  test.each<[string, unknown, string]>([
    ['a field that is none', { holdAfter: [200] }, 'the grid'],
    ['a value out of bounds', { holdAfterMs: [-1] }, 'holdAfterMs'],
    ['no value', { interrupt: [] }, 'interrupt'],
    [
      'a million settings',
      { holdAfterMs: Array.from({ length: 1000 }, (_, n) => n), tapGapMs: Array.from({ length: 1000 }, (_, n) => n) },
      '1000000 settings',
    ],
  ])('refuses a grid with %s', async (_name, data, word) => {
    const { out, err, status } = await cli('tune', ...given, '--grid', grid(data));
    expect([out, status, err.trim().split('\n').length]).toEqual(['', 2, 1]);
    expect(err).toContain('grid.json: ');
    expect(err).toContain(word);
  });

  test('refuses what cannot be tuned, and writes nothing then', async () => {
    const plain = put('plain.json', writeProfile(sketchProfile({ Base: {} })));
    for (const [words, said] of [
      [['--profile', plain, ...given.slice(2)], 'has no gesture'],
      [[...given.slice(0, 4), '--meant', put('none.txt', '\n')], 'what was meant has to stand in it'],
      [given.slice(0, 4), 'tune needs'],
      [
        [
          ...given.slice(0, 2),
          '--strokes',
          put('bad.csv', 't_us,key,depth_um\n0,KeyA,1\n0,Nowhere,0\n'),
          ...given.slice(4),
        ],
        'line 3',
      ],
    ] as const) {
      const { out, err, status } = await cli('tune', ...words, '--json', '--apply', at('never.json'));
      expect([out, status, err.trim().split('\n').length]).toEqual(['', 2, 1]);
      expect(err).toContain(said);
    }
    expect(() => readFileSync(at('never.json'))).toThrow();
  });
});
