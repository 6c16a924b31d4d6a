/** Who has only our pages can read what we write, and be a keyboard: programs in another language, written from docs/ alone. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { randomProfile } from '../../../tests/making/randomProfiles';
import { runs, seed } from '../../../tests/runs';
import { test as inTurn } from '../../../tests/turns';
import { BOARDS, HARROW_64 } from '../../core/board';
import { readShareCode, writeShareCode } from '../../core/files/share';
import { bringHosts } from '../../core/hosts';
import type { Profile } from '../../core/profile';
import { run } from '../run';
import { conform } from '.';
import { processWire, Program } from './program';

beforeAll(() => bringHosts());

const PYTHON = process.env.PYTHON_PATH ?? 'python3';
const STRANGERS = 'tests/strangers';
/** What is installed beside Python is not looked for: they need nothing of it, and it takes half of each start. */
const BARE = '-S';

/** A folder with the boards that ship, as `cli board` prints them. */
async function boardFiles(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'underloom-strangers-'));
  for (const { id } of BOARDS) {
    let file = '';
    await run(['board', id], {
      write: (text) => {
        file += text;
        return Promise.resolve();
      },
      complain: (text) => expect(text).toBe(''),
    });
    writeFileSync(join(folder, `${id}.json`), file);
  }
  return folder;
}

describe('a reader of share codes in another language', () => {
  inTurn('reads what is written: the demo, profiles that no person would make, and a damaged code', async () => {
    const short = randomProfile(HARROW_64).filter((profile) => JSON.stringify(profile).length < 10_000);
    const odd = fc.sample(short, { numRuns: runs(2), seed: seed() });
    const profiles: Profile[] = [SHOW_DESK, PROMPT_BOOK, SOUND_PAD, ...odd];
    const codes = profiles.map((profile) => writeShareCode(profile));
    const damaged = `${codes[0]!.slice(0, 40)}${codes[0]![40] === 'x' ? 'y' : 'x'}${codes[0]!.slice(41)}`;
    const { stdout, stderr } = spawnSync(PYTHON, [BARE, `${STRANGERS}/share.py`, await boardFiles()], {
      input: [...codes, damaged].join('\n'),
      encoding: 'utf8',
      maxBuffer: 1 << 26,
    });
    expect(stderr).toBe('');
    const read = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as unknown);
    expect(read).toHaveLength(codes.length + 1);
    codes.forEach((code, n) =>
      expect({ seed: seed(), n, read: read[n] }).toEqual({ seed: seed(), n, read: readShareCode(code).profile }),
    );
    expect(read.at(-1)).toEqual({ damaged: 'letters are missing or have changed' });
  });
});

/** What the small keyboard does not know of: it takes such images and does nothing there. */
const NOT_KNOWN = [
  'once, for two keys at a time',
  'capitals until the word ends',
  'latches',
  'under a modifier another key, without it',
  'under a modifier, and another key comes',
  'under a modifier for the next key',
  'the first case of which all modifiers are held',
  'the pointer moves while a key is held',
  'a text, with a modifier that is lifted',
  'held for a time, and begun again',
  'a stroke plan',
  'keys pressed together',
  'reversal on small movements',
  'a macro while held',
  'a change of slot ends everything held',
  'the trace of layers, a lamp and an under',
];

describe('a keyboard in another language', () => {
  inTurn('holds in every case of the link and of images, and in those of gestures, layers and chords', async () => {
    const board = join(await boardFiles(), `${HARROW_64.id}.json`);
    const start = (): Program => new Program(processWire(PYTHON, [BARE, `${STRANGERS}/keyboard.py`, board]), 0.5);
    const lines: string[] = [];
    for await (const line of conform(start, '')) lines.push(line.trim());
    // It has no lamps, and says that it does not know what is asked.
    const lamps = lines.filter((line) => line.startsWith('FAILS  lamps: '));
    expect(lamps.every((line) => line.endsWith('is not known here'))).toBe(true);
    const fails = lines.filter((line) => line.startsWith('FAILS') && !lamps.includes(line));
    expect(fails.map((line) => /^FAILS {2}engine: (.*?): (edge|movement|trace)/.exec(line)?.[1] ?? line)).toEqual(
      NOT_KNOWN,
    );
    expect(lines.filter((line) => line.startsWith('holds')).length).toBeGreaterThan(55);
  });

  test('reads recordings as the page says', () => {
    type Case = { name: string; stored: string | null; score: { lengthUs: number; events: number[][] } | null };
    const { cases } = JSON.parse(readFileSync('docs/formats/cases/recordings.json', 'utf8')) as { cases: Case[] };
    const stored = cases.filter((one) => one.score !== null);
    expect(stored.length).toBeGreaterThan(1);
    const program =
      'import json, sys; from image import recordings_of; from keyboard import usage_of\n' +
      'for line in sys.stdin:\n' +
      '  [(slot, key, score)] = recordings_of(bytes.fromhex(line))\n' +
      "  events = [[e['atUs'], 1 if e['edge'] == 'down' else 0, *usage_of(e['code'])] for e in score['events']]\n" +
      "  print(json.dumps({'lengthUs': score['lengthUs'], 'events': events}))\n";
    const { stdout, stderr } = spawnSync(PYTHON, [BARE, '-c', program], {
      input: stored.map((one) => one.stored).join('\n'),
      encoding: 'utf8',
      env: { ...process.env, PYTHONPATH: STRANGERS },
    });
    expect(stderr).toBe('');
    expect(
      stdout
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as unknown),
    ).toEqual(stored.map((one) => one.score));
  });
});
