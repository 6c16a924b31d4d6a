/** `npm run -s cli -- ...`: sets up if need be, then runs the command line in this process. */
import { runCommandLine } from './bundle.mjs';
import { installPackages } from './setup.mjs';

installPackages();
await runCommandLine();
