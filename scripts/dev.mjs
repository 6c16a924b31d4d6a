/** `npm run dev`: the server with the bundler inside it, so that changed modules reload at once. */
import { join } from 'node:path';
import { installPackages, ROOT, run } from './setup.mjs';

installPackages();
run(process.execPath, [
  '--import',
  'tsx',
  '--watch-path',
  join(ROOT, 'src/server'),
  join(ROOT, 'src/server/main.ts'),
  '--dev',
]);
