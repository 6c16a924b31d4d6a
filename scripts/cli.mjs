/** `npm run -s cli -- ...`: sets up if need be, then runs the command line with its own standard output and exit code. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { installPackages, ROOT } from './setup.mjs';

installPackages();
const result = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(ROOT, 'src/cli/main.ts'), ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
process.exit(result.status ?? 1);
