/**
 * What all tests of a run share: the built app and the bundled programs, and for tests of the real interface a Chromium for each worker.
 * Made once, here, because each of them takes seconds.
 */
import { spawnSync } from 'node:child_process';
import { bundleOf } from '../scripts/bundle.mjs';
import { launchShared } from './browsers.mjs';

/** The seed of a commit: its first figures. Without git, always the same. */
function seedOfCommit() {
  const { stdout, status } = spawnSync('git', ['rev-parse', 'HEAD'], { encoding: 'utf8' });
  return status === 0 ? String(Number.parseInt(stdout.slice(0, 7), 16)) : '7';
}

/** Whose turn it is: the next at each commit. Without git, or where only some commits are known, by the seed. */
function turnOfCommit() {
  const git = (...words) => spawnSync('git', words, { encoding: 'utf8' }).stdout?.trim();
  return git('rev-parse', '--is-shallow-repository') === 'false'
    ? git('rev-list', '--count', 'HEAD')
    : process.env.SEED;
}

export default async function setUp({ maxWorkers }, { displayName }) {
  process.env.SEED ??= seedOfCommit();
  process.env.TURN ??= turnOfCommit();
  await Promise.all(['cli', 'server', 'host', 'tests', 'core'].map((name) => bundleOf(name)));
  if ((displayName?.name ?? displayName) === 'unit') return;
  const browsers = await Promise.all(Array.from({ length: maxWorkers }, () => launchShared()));
  process.env.UNDERLOOM_BROWSERS = browsers.map((browser) => browser.wsEndpoint()).join(' ');
  globalThis.underloomBrowsers = browsers;
}
