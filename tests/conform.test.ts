/** The kit for firmware writers: our own firmware passes, and mistakes that were planted are found. */
import { describe, expect, jest, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';

jest.setTimeout(240_000);

function conform(only: string, ...program: string[]): { status: number | null; out: string } {
  const { status, stdout } = spawnSync(
    process.execPath,
    [
      '--import',
      'tsx',
      'src/cli/main.ts',
      'conform',
      '--only',
      only,
      '--',
      process.execPath,
      '--import',
      'tsx',
      ...program,
    ],
    { encoding: 'utf8' },
  );
  return { status, out: stdout };
}

describe('conform', () => {
  test('our own firmware holds in every case', () => {
    const { status, out } = conform('', 'src/cli/main.ts', 'keyboard', '--stdio', '--yes');
    expect(out).not.toContain('FAILS');
    expect(out).toMatch(/\n49 hold, 0 fail\n$/);
    expect(status).toBe(0);
  });

  test.each([
    ['checksum', 'a damaged report', 'something came back where nothing should'],
    ['late', 'engine: a tap and a hold', 'edge 1:'],
    ['yes', 'writing before anybody', 'it was carried out'],
  ])('a planted mistake is found: %s', (mistake, only, found) => {
    const { status, out } = conform(only, 'tests/programs/mistaken.ts', mistake);
    expect(out).toContain('FAILS');
    expect(out).toContain(found);
    expect(status).toBe(1);
  });

  test.each([
    ['over the link', 'link: hello, with'],
    ['over a bad cable', 'seed 1'],
    ['with an image', 'engine: a tap and a hold'],
  ])('a program may take its time until it runs: %s', (_, only) => {
    const { status, out } = conform(only, 'tests/programs/mistaken.ts', 'slow');
    expect(out).toMatch(/\n1 hold, 0 fail\n$/);
    expect(status).toBe(0);
  });

  test('a program that is none fails in every case, and nothing waits for ever', () => {
    const { status, out } = conform('hello, with', '-e', '0');
    expect([status, out.split('\n').filter((line) => line.startsWith('FAILS')).length]).toEqual([1, 1]);
  });
});
