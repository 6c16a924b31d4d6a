/** `npm run bench -- NAME`: runs one benchmark, or lists them. Figures are ratios within one run; machines differ. */
import { deviceBench } from './device';
import { engineBench } from './engine';
import { growthBench } from './growth';
import { hostsBench } from './hosts';
import { imageBench } from './image';
import { liveBench } from './live/index';
import { macrosBench } from './macros';
import { samplesBench } from './samples';
import { shareBench } from './share';
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
  words: wordsBench,
};

const [name = ''] = process.argv.slice(2);
const bench = BENCHES[name];
if (bench) await bench();
else {
  process.stdout.write(`Benchmarks: ${Object.keys(BENCHES).join(', ')}. For example: npm run bench -- engine\n`);
  process.exitCode = name === '' ? 0 : 2;
}
