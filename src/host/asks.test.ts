/** What a name on the list does, and everything else that does nothing. */
import { afterAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { execFile } from 'node:child_process';
import { chmodSync, ftruncateSync, mkdtempSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { Asks } from './asks';
import { argumentsOf, desktopEntry } from './desktopEntry';
import { BadList, listCommand, readList } from './list';
import { wavProblem } from './sounds';

const folder = mkdtempSync(join(tmpdir(), 'underloom-asks-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, content: string | Buffer): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const entry = (name: string, lines: string): string => file(name, `[Desktop Entry]\n${lines}\n`);

test.each<[string, string[] | undefined]>([
  ['mixer', ['mixer']],
  ['mixer --live  %U', ['mixer', '--live']],
  ['"a b" c', ['a b', 'c']],
  ['mixer "a \\"b\\" \\$x \\`y\\` \\\\"', ['mixer', 'a "b" $x `y` \\']],
  ['mixer 100%%', ['mixer', '100%']],
  ['mixer; rm x', undefined],
  ['mixer $(rm x)', undefined],
  ['mixer `x`', undefined],
  ['mixer | x', undefined],
  ['mixer "open', undefined],
  ['', []],
])('the line %s is taken apart by the specification, and never by a shell', (line, wanted) => {
  expect(argumentsOf(line)).toEqual(wanted);
});

test('whatever stands in a desktop entry, it is arguments or a sentence', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200, unit: 'binary' }), (text) => {
      const read = desktopEntry(entry('any.desktop', `Type=Application\nExec=${text}`));
      if ('command' in read) expect(read.command.every((word) => typeof word === 'string')).toBe(true);
      else expect(read.problem).toMatch(/^(is|has|starts|says|cannot) /);
    }),
    { numRuns: 200 },
  );
});

test.each([
  ['Type=Link\nURL=x', 'starts no program'],
  ['Type=Application', 'has no Exec line'],
  ['Type=Application\nExec=x\nTerminal=true', 'needs a terminal'],
  ['Type=Application\nExec=x\nHidden=true', 'deleted'],
])('an entry that cannot be started says why: %s', (lines, words) => {
  expect(desktopEntry(entry('odd.desktop', lines))).toEqual({ problem: expect.stringContaining(words) });
});

test('a sound of two gigabytes, a folder and what is no sound are refused', () => {
  const huge = join(folder, 'huge.wav');
  const handle = openSync(huge, 'w');
  writeFileSync(handle, Buffer.from('RIFF\0\0\0\0WAVE', 'latin1'));
  ftruncateSync(handle, 2 ** 31);
  expect(wavProblem(huge)).toContain('larger than 120 MB');
  rmSync(huge);
  expect(wavProblem(folder)).toContain('is no file');
  expect(wavProblem(file('text.wav', 'hello'))).toBe('is no WAV file');
  expect(wavProblem(join(folder, 'nowhere.wav'))).toContain('cannot be read');
});

test('a list is written at the terminal alone, and one that is damaged is not written over', () => {
  const list = join(folder, 'sub', 'list.json');
  const good = entry('good.desktop', 'Type=Application\nExec=true');
  expect(listCommand(list, [])).toContain('Nothing is on the list yet');
  expect(listCommand(list, ['add', 'program', 'A b; $(x)', good])).toContain('is on the list');
  expect(readList(list).program).toEqual({ 'A b; $(x)': good });
  expect(listCommand(list, ['remove', 'program', 'A b; $(x)'])).toContain('off the list');
  for (const words of [
    ['add', 'program'],
    ['add', 'thing', 'x', good],
    ['add', 'program', 'ü', good],
    ['add', 'program', '__proto__', good],
    ['remove', 'sound', 'none'],
    ['put'],
  ])
    expect(() => listCommand(list, words)).toThrow(BadList);
  writeFileSync(list, '{"program": {"x": 3}}');
  expect(() => listCommand(list, ['add', 'program', 'B', good])).toThrow(BadList);
  expect(readFileSync(list, 'utf8')).toBe('{"program": {"x": 3}}');
  expect(new Asks(list, undefined).listed).toEqual({
    programs: [],
    sounds: [],
    problem: expect.stringContaining('program.x'),
  });
});

test('two terminals that change the list wait for each other; what one that was killed has left is named', async () => {
  const list = join(folder, 'both.json');
  const good = entry('both.desktop', 'Type=Application\nExec=true');
  const ask = promisify(execFile);
  const names = ['One', 'Two', 'Three', 'Four'];
  const said = await Promise.all(
    names.map((name) =>
      ask(process.execPath, ['dist-node/host/main.js', '--list', list, 'list', 'add', 'program', name, good]),
    ),
  );
  expect(said.every(({ stdout }) => stdout.includes('is on the list'))).toBe(true);
  expect(Object.keys(readList(list).program).toSorted()).toEqual(names.toSorted());

  writeFileSync(`${list}.new`, '{');
  expect(() => listCommand(list, ['add', 'program', 'One', good])).toThrow(`take ${list}.new away`);
  rmSync(`${list}.new`);
  expect(listCommand(list, ['add', 'program', 'One', good])).toContain('is on the list');
});

test('only what is listed is done, not more than five a second, and what cannot be started says so', async () => {
  const program = file('go.sh', '#!/bin/sh\nexit 0\n');
  chmodSync(program, 0o755);
  const list = join(folder, 'done.json');
  listCommand(list, ['add', 'program', 'Go', entry('go.desktop', `Type=Application\nExec=${program}`)]);
  listCommand(list, ['add', 'program', 'Lost', entry('lost.desktop', 'Type=Application\nExec=/nowhere/at/all')]);
  let nowMs = 0;
  const asks = new Asks(list, undefined, () => nowMs);
  expect(asks.listed).toEqual({ programs: ['Go', 'Lost'], sounds: [] });
  expect(await asks.take('program', 'Go')).toEqual({ what: 'program', name: 'Go', did: 'done' });
  expect(await asks.take('sound', 'Go')).toMatchObject({ did: 'notListed' });
  for (const name of ['__proto__', 'constructor', 'toString', 'go', 'Go '])
    expect(await asks.take('program', name)).toMatchObject({ did: 'notListed' });
  expect(await asks.take('program', 'Lost')).toMatchObject({
    did: 'failed',
    because: expect.stringContaining('could not be started'),
  });
  for (let n = 0; n < 3; n++) await asks.take('program', 'Go');
  expect(await asks.take('program', 'Go')).toMatchObject({
    did: 'failed',
    because: expect.stringContaining('within a second'),
  });
  nowMs = 1500;
  expect(await asks.take('program', 'Go')).toMatchObject({ did: 'done' });
});
