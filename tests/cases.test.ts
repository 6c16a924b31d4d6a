/** A trial that is kept as a case is one that the command line runs to the same end. */
import { expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { useApp } from './app';
import { downloads, listen, openPage, press, quickHands, seeText, temporaryFolder } from './browser';

const app = useApp();

test('a trial is kept as a case with one click, and the command line finds that it still holds', async () => {
  const { page, complaints } = await openPage(app.browser, `${app.server.url}/profile/demo-show-desk/trial`);
  const handedOver = await downloads(page, '.zip');
  await page.waitForSelector('.trial-main');
  await listen(page);
  await quickHands(page, '+CapsLock 300 +KeyJ 40 -KeyJ 40 -CapsLock 80 +KeyA 60 -KeyA');
  await page.keyboard.press('F10');
  await seeText(page, '[data-testid=host-text]', 'a');
  await press(page, 'Keep as a case …');

  const folder = temporaryFolder();
  const files = unzipSync(await handedOver(), { filter: ({ name }) => !name.endsWith('/') });
  expect(Object.keys(files).map((name) => name.replace('show-desk-case/', ''))).toEqual([
    'profile.json',
    'strokes.csv',
    'expected.jsonl',
  ]);
  for (const [name, bytes] of Object.entries(files)) {
    mkdirSync(join(folder, dirname(name)), { recursive: true });
    writeFileSync(join(folder, name), bytes);
  }
  expect(Buffer.from(files['show-desk-case/expected.jsonl'] ?? []).toString()).toContain('"why":');
  const { stdout } = spawnSync('node', ['scripts/cli.mjs', 'replay', '--cases', folder, '--check'], {
    encoding: 'utf8',
  });
  expect(stdout).toBe('1 of 1 cases as expected\n');

  // What the strokes do not tell of is said.
  await press(page, 'Let go of everything');
  await press(page, 'Keep as a case …');
  await seeText(page, '.ant-message', 'In the case nothing is let go of in between');
  expect(complaints).toEqual([]);
});
