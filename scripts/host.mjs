/** `npm run host`: plugs a keyboard of the server into the computer that this runs on. Sets up if need be; a program of its own beside the server. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { bundleOf } from './bundle.mjs';
import { installPackages } from './setup.mjs';

installPackages();
const child = spawn(process.execPath, [join(await bundleOf('host'), 'main.js'), ...process.argv.slice(2)], {
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
