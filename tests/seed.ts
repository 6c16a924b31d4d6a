/** Random tests of one commit try the same things: `SEED=8 npm test` tries others, `npm run hunt` many. A test that fails prints its seed. */
import fc from 'fast-check';
import { seed } from './runs';

fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: seed() });
