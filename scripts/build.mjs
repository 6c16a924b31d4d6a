/** Builds the app into dist/ when anything it is made of has changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, run } from './setup.mjs';

const SOURCES = [
  'src/app',
  'src/core',
  'src/workers',
  'demo',
  'index.html',
  'public',
  'vite.config.ts',
  'scripts/controlStyles.ts',
  'scripts/parts.ts',
  'package-lock.json',
];
const STAMP = join(ROOT, 'dist', '.built-from');

const filesOf = (path) =>
  !existsSync(path)
    ? []
    : /\.\w+$/.test(path)
      ? [path]
      : readdirSync(path, { recursive: true, withFileTypes: true })
          .filter((entry) => entry.isFile())
          .map((entry) => join(entry.parentPath ?? entry.path, entry.name));

/** A digest of every source file's name and content. */
function sourcesDigest() {
  const hash = createHash('sha256');
  for (const file of SOURCES.flatMap((source) => filesOf(join(ROOT, source))).sort()) {
    if (/\.test\.tsx?$/.test(file)) continue;
    hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

export function buildIfChanged() {
  const digest = sourcesDigest();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === digest) return;
  process.stderr.write('Building the app ...\n');
  run(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'], {
    stdio: ['ignore', 2, 2],
  });
  writeFileSync(STAMP, digest);
}
