/** Ends what `globalSetup.mjs` began, and says what it took: browsers are not children of who waits for them. */
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';

/** Processor time of a process and of all below it, those that have ended among them, in seconds; 0 where the system does not tell. */
function secondsBelow(root) {
  if (!existsSync('/proc/self/stat')) return 0;
  const all = new Map();
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      const [, behindName = ''] = /\) (.*)/s.exec(readFileSync(`/proc/${pid}/stat`, 'utf8')) ?? [];
      const fields = behindName.split(' ').map(Number);
      // The parent, and four times in hundredths of a second: proc(5), fields 4 and 14 to 17.
      all.set(Number(pid), {
        parent: fields[1],
        seconds: fields.slice(11, 15).reduce((sum, ticks) => sum + ticks, 0) / 100,
      });
    } catch {
      // It has ended meanwhile.
    }
  const isBelow = (pid) => {
    for (let at = pid; at !== undefined && at > 1; at = all.get(at)?.parent) if (at === root) return true;
    return false;
  };
  let sum = 0;
  for (const [pid, { seconds }] of all) if (isBelow(pid)) sum += seconds;
  return sum;
}

export default async function tearDown() {
  const browsers = globalThis.underloomBrowsers ?? [];
  const { BROWSER_SECONDS } = process.env;
  if (BROWSER_SECONDS) {
    const took = browsers.map((browser) => secondsBelow(browser.process()?.pid));
    writeFileSync(BROWSER_SECONDS, String(took.reduce((sum, seconds) => sum + seconds, 0)));
  }
  await Promise.all(browsers.map((browser) => browser.close()));
}
