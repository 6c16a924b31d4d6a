/** Hosts: how many characters of a text become keys in a second, and come back as text; what the page loads before any bench opens. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'fflate';
import { bringHosts, charactersOf, HOST_IDS, hostLayout, HostText, strokesOf } from '../src/core/hosts';

const CHARACTERS = 200_000;
const ROUNDS = 5;

const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** The shortest of some runs, in s. */
function best(run: () => void): number {
  let least = Infinity;
  for (let n = 0; n < ROUNDS; n++) {
    const start = performance.now();
    run();
    least = Math.min(least, (performance.now() - start) / 1000);
  }
  return least;
}

/** The files that the page names, compressed: what loads before any bench does. */
function firstLoad(): string {
  if (!existsSync('dist/index.html')) return 'not built';
  const page = readFileSync('dist/index.html', 'utf8');
  const files = [...page.matchAll(/(?:src|href)="(\/assets\/[^"]+)"/g)].map(([, file = '']) => file);
  const bytes = files.reduce((sum, file) => sum + gzipSync(readFileSync(join('dist', file))).length, 0);
  return `${(bytes / 1000).toFixed(1)} kB gzip in ${files.length} files`;
}

export async function hostsBench(): Promise<void> {
  await bringHosts();
  for (const id of HOST_IDS) {
    const layout = hostLayout(id);
    const all = charactersOf(layout);
    const text = Array.from({ length: CHARACTERS }, (_, n) => all[(n * 7919) % all.length] ?? 'a').join('');
    let strokes = 0;
    const toKeys = best(() => {
      for (const character of text) strokes += strokesOf(layout, character)?.length ?? 0;
    });
    const back = best(() => {
      const host = new HostText(layout, 10);
      for (const character of text)
        for (const { modifiers, code } of strokesOf(layout, character) ?? []) {
          for (const modifier of modifiers) host.edge(true, modifier);
          host.edge(true, code);
          host.edge(false, code);
          for (const modifier of modifiers) host.edge(false, modifier);
        }
    });
    const million = (seconds: number): string => (CHARACTERS / seconds / 1e6).toFixed(2);
    say(
      `${id}: ${all.length} characters; ${million(toKeys)} million a second to keys (${(strokes / ROUNDS / CHARACTERS).toFixed(2)} strokes each), ${million(back)} million and back`,
    );
  }
  say(`first load: ${firstLoad()}`);
}
