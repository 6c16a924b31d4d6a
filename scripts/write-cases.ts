/** `npm run cases`: writes the cases for firmware writers into docs/formats/cases/, from our own firmware and engine. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { engineCases } from './cases/engine';
import { imageCases } from './cases/images';
import { lampCases } from './cases/lamps';
import { linkCases } from './cases/link';
import { recordingCases } from './cases/recordings';

const FOLDER = 'docs/formats/cases';

const ALL = { engine: engineCases, images: imageCases, lamps: lampCases, link: linkCases, recordings: recordingCases };

mkdirSync(FOLDER, { recursive: true });
for (const [name, cases] of Object.entries(ALL)) {
  const format = `underloom-${name.replace(/s$/, '')}-cases`;
  writeFileSync(`${FOLDER}/${name}.json`, `${JSON.stringify({ format, version: 1, cases }, null, 1)}\n`);
  process.stdout.write(`${FOLDER}/${name}.json: ${cases.length}\n`);
}
