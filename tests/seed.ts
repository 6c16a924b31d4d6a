/** Random tests try the same things on the same code. `SEED=8 npm test` tries others; `PROMISE_RUNS=20000` tries more. */
import fc from 'fast-check';

fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.SEED ?? 7) });
