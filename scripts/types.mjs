/** `npm run types`: checks the types of core, the app, and what runs in Node. */
import { join } from 'node:path';
import { ROOT, run } from './setup.mjs';

for (const part of ['core', 'app', 'node'])
  run(process.execPath, [join(ROOT, 'node_modules/typescript-7/bin/tsc'), '-p', `tsconfig.${part}.json`]);
