/**
 * Bundles the programs that run in Node: the command line, the server, and those that tests start. A program of hundreds of modules
 * that are translated when they are loaded takes seconds to start; a bundle takes a tenth. Nothing is done when no source has changed.
 *
 * What a bundle is made of is known by name, size and time of change of every source: reading them all would take longer than starting.
 */
import { createRequire } from 'node:module';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Script } from 'node:vm';
import { ROOT } from './setup.mjs';

/** Where bundles are, each with its stamp: `cli/main.js`, `server/main.js`, `tests/...`. */
const FOLDER = join(ROOT, 'dist-node');

/** The rooms of core that tests of the real interface ask; in as many files they would be read anew by each of those. */
const ROOMS = ['board', 'check', 'codes', 'device', 'files', 'hands', 'hosts', 'image', 'notation', 'profile'];

const PROGRAMS = {
  cli: {
    entries: ['src/cli/main.ts'],
    format: 'cjs',
    sources: ['src/cli', 'src/core', 'docs/formats/cases', 'package.json'],
  },
  server: {
    format: 'esm',
    entries: ['src/server/main.ts', 'src/server/server.ts'],
    sources: ['src/server', 'src/core'],
  },
  host: {
    format: 'esm',
    entries: ['src/host/main.ts'],
    sources: ['src/host', 'src/core', 'package.json'],
  },
  tests: {
    format: 'esm',
    entries: ['tests/programs/mistaken.ts'],
    sources: ['tests/programs', 'src/cli', 'src/core', 'docs/formats/cases', 'package.json'],
  },
  core: {
    format: 'esm',
    entries: [...ROOMS.map((room) => `src/core/${room}/index.ts`), 'src/core/device/linkReports.ts', 'demo/index.ts'],
    sources: ['src/core', 'demo'],
    /** Parts that know the same things share them. */
    splitting: true,
    outbase: '.',
  },
};

/** Loaded as they are: packages that look for files of their own, and the bundler that only development needs. */
const EXTERNAL = ['vite', 'pino', 'x11'];

/** The validation library brings sentences in fifty languages; ours are our own (`profile/reading.ts`), and reading those takes time at every start. */
const ONE_LANGUAGE = {
  name: 'one language',
  setup: ({ onLoad }) =>
    onLoad({ filter: /zod[\\/]v4[\\/]locales[\\/]index\.js$/ }, ({ path }) => ({
      contents: "export { default as en } from './en.js';",
      resolveDir: dirname(path),
    })),
};

/** Packages from before modules ask for `require`. */
const REQUIRE =
  "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);";

function sourcesOf(path, found) {
  const stat = statSync(path);
  if (stat.isDirectory()) {
    for (const name of readdirSync(path).sort()) if (!/\.test\.tsx?$/.test(name)) sourcesOf(join(path, name), found);
  } else found.push(`${path.slice(ROOT.length)} ${stat.size} ${stat.mtimeMs}`);
  return found;
}

const stampOf = (sources) =>
  [...sources, 'scripts/bundle.mjs', 'package-lock.json']
    .flatMap((source) => sourcesOf(join(ROOT, source), []))
    .join('\n');

/**
 * The folder of a bundle, made anew when it is missing or older than its sources.
 * @param {keyof typeof PROGRAMS} name
 */
export async function bundleOf(name) {
  const { entries, format, sources, splitting = false, outbase } = PROGRAMS[name];
  const folder = join(FOLDER, name);
  const stampFile = join(folder, '.made-from');
  const stamp = stampOf(sources);
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return folder;
  const { build } = await import('esbuild');
  // Made beside, and put in its place whole: another process may be starting from the old one.
  const beside = join(FOLDER, `.${name}-${process.pid}`);
  mkdirSync(beside, { recursive: true });
  await build({
    entryPoints: entries.map((entry) => join(ROOT, entry)),
    outdir: beside,
    bundle: true,
    splitting,
    ...(outbase && { outbase: join(ROOT, outbase) }),
    format,
    platform: 'node',
    target: 'node20',
    external: EXTERNAL,
    ...(format === 'esm' && { banner: { js: REQUIRE } }),
    minify: true,
    plugins: [ONE_LANGUAGE],
    logLevel: 'warning',
  });
  writeFileSync(join(beside, 'package.json'), JSON.stringify({ type: format === 'esm' ? 'module' : 'commonjs' }));
  writeFileSync(join(beside, '.made-from'), stamp);
  const old = join(FOLDER, `.${name}-${process.pid}-old`);
  if (existsSync(folder)) renameSync(folder, old);
  try {
    renameSync(beside, folder);
  } catch (error) {
    // Another process was faster, with the same sources.
    if (!existsSync(stampFile)) throw error;
    rmSync(beside, { recursive: true, force: true });
  }
  rmSync(old, { recursive: true, force: true });
  return folder;
}

/**
 * Runs the command line in this process. What the machine has made of its text the first time is kept beside it (`v8.code-cache`): to
 * make it again would be a third of a start.
 */
export async function runCommandLine() {
  const folder = await bundleOf('cli');
  const filename = join(folder, 'main.js');
  const cacheFile = join(folder, `v8.code-cache-${process.versions.v8}`);
  const cachedData = existsSync(cacheFile) ? readFileSync(cacheFile) : undefined;
  const text = `(function (require, module, exports) {${readFileSync(filename, 'utf8')}\n})`;
  const script = new Script(text, { filename, cachedData });
  if (!cachedData || script.cachedDataRejected)
    process.once('exit', () => {
      try {
        writeFileSync(`${cacheFile}-${process.pid}`, script.createCachedData());
        renameSync(`${cacheFile}-${process.pid}`, cacheFile);
      } catch {
        // It is slower the next time, too.
      }
    });
  script.runInThisContext()(createRequire(filename), { exports: {} }, {});
}
