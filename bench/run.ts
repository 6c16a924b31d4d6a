/** `npm run bench -- NAME`: runs one benchmark, or lists them. Figures are ratios within one run; machines differ. */
import { engineBench } from './engine';

const BENCHES: Record<string, () => void> = { engine: engineBench };

const [name = ''] = process.argv.slice(2);
const bench = BENCHES[name];
if (bench) bench();
else {
  process.stdout.write(`Benchmarks: ${Object.keys(BENCHES).join(', ')}. For example: npm run bench -- engine\n`);
  process.exitCode = name === '' ? 0 : 2;
}
