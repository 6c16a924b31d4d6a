/** The kit for firmware writers: our own firmware passes, and mistakes that were planted are found. */
import { describe, expect, test } from '@jest/globals';
import { run } from '../run';

async function conform(only: string, ...program: string[]): Promise<{ status: number; out: string }> {
  let out = '';
  const write = (text: string): Promise<void> => {
    out += text;
    return Promise.resolve();
  };
  const words = ['conform', '--only', only, '--', process.execPath, ...program];
  const status = await run(words, { write, complain: (text) => void (out += text) });
  return { status, out };
}

const OURS = ['dist-node/cli/main.js', 'keyboard', '--stdio', '--yes'];
const MISTAKEN = 'dist-node/tests/mistaken.js';

describe('conform', () => {
  test('our own firmware holds in every case', async () => {
    const { status, out } = await conform('', ...OURS);
    expect(out).not.toContain('FAILS');
    expect(out).toMatch(/\n49 hold, 0 fail\n$/);
    expect(status).toBe(0);
  });

  test.each([
    ['checksum', 'a damaged report', 'something came back where nothing should'],
    ['late', 'engine: a tap and a hold', 'edge 1:'],
    ['yes', 'writing before anybody', 'it was carried out'],
    ['mute', 'a slot that is not there', 'request of kind 63 (number 2): no answer within 5 s'],
  ])('a planted mistake is found: %s', async (mistake, only, found) => {
    const { status, out } = await conform(only, MISTAKEN, mistake);
    expect(out).toContain('FAILS');
    expect(out).toContain(found);
    expect(status).toBe(1);
  });

  test.each([
    ['over the link', 'link: hello, with'],
    ['over a bad cable', 'seed 1'],
    ['with an image', 'engine: a tap and a hold'],
  ])('a program may take its time until it runs: %s', async (_, only) => {
    const { status, out } = await conform(only, MISTAKEN, 'slow');
    expect(out).toMatch(/\n1 hold, 0 fail\n$/);
    expect(status).toBe(0);
  });

  test.each([
    ['link: ', 'request hello (number 1): the program has ended with exit code 3'],
    ['engine: ', 'request hello: the program has ended with exit code 3'],
  ])('one that does not answer its first hello is not asked again: %s', async (only, why) => {
    const { status, out } = await conform(only, '-e', 'process.exit(3)');
    expect(out.split('\n').filter((line) => line.startsWith('FAILS'))).toEqual([expect.stringContaining(why)]);
    expect(out).toMatch(/\n0 hold, 1 fail, \d+ not tried\n$/);
    expect(status).toBe(1);
  });
});
