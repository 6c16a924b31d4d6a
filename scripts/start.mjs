/** `npm start`: installs, builds when sources changed, and serves the app on 127.0.0.1. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildIfChanged } from './build.mjs';
import { bundleOf } from './bundle.mjs';
import { installPackages, ROOT } from './setup.mjs';

installPackages();
buildIfChanged();
const server = spawn(process.execPath, [join(await bundleOf('server'), 'main.js')], {
  cwd: ROOT,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
