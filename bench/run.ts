/** `npm run bench -- NAME ...`: runs benchmarks one after the other, or lists them. Figures are ratios within one run; machines differ. */
import { deviceBench } from './device';
import { engineBench } from './engine';
import { growthBench } from './growth';
import { hostsBench } from './hosts';
import { imageBench } from './image';
import { liveBench } from './live/index';
import { macrosBench } from './macros';
import { samplesBench } from './samples';
import { shareBench } from './share';
import { sweepBench } from './sweep';
import { wordsBench } from './words';

const BENCHES: Record<string, () => void | Promise<void>> = {
  device: deviceBench,
  engine: engineBench,
  growth: growthBench,
  hosts: hostsBench,
  image: imageBench,
  live: liveBench,
  macros: macrosBench,
  samples: samplesBench,
  share: shareBench,
  sweep: sweepBench,
  words: wordsBench,
};

const names = process.argv.slice(2);
const unknown = names.filter((name) => !BENCHES[name]);
if (names.length > 0 && unknown.length === 0) for (const name of names) await BENCHES[name]?.();
else {
  process.stdout.write(`Benchmarks: ${Object.keys(BENCHES).join(', ')}. For example: npm run bench -- engine\n`);
  process.exitCode = unknown.length > 0 ? 2 : 0;
}
