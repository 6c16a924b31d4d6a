/**
 * What all tests of a run share: the built app and the bundled programs, and for tests of the real interface a Chromium for each worker.
 * Made once, here, because each of them takes seconds.
 */
import { bundleOf } from '../scripts/bundle.mjs';
import { launch } from './chromium.mjs';

export default async function setUp({ maxWorkers, nonFlagArgs: _words }, { displayName }) {
  await Promise.all(['cli', 'server', 'tests'].map((name) => bundleOf(name)));
  if ((displayName?.name ?? displayName) !== 'end to end') return;
  const browsers = await Promise.all(Array.from({ length: maxWorkers }, () => launch()));
  process.env.UNDERLOOM_BROWSERS = browsers.map((browser) => browser.wsEndpoint()).join(' ');
  globalThis.underloomBrowsers = browsers;
}
