/** Several takes of one board as one: one behind the other, with a pause between that decides nothing. */
import { isOfLamp, type Sample } from '../engine';

/** Longer than any gesture waits that is usual, in µs. */
const PAUSE_US = 2_000_000;

type Joinable = { samples: readonly Sample[]; meant: string };

/** What the first take leaves down is lifted before the next begins. */
export function joinTakes(takes: readonly Joinable[]): { samples: Sample[]; meant: string } {
  const samples: Sample[] = [];
  let fromUs = 0;
  for (const take of takes) {
    const down = new Set<string>();
    const firstUs = take.samples[0]?.tUs ?? 0;
    for (const sample of take.samples) {
      samples.push({ ...sample, tUs: fromUs + sample.tUs - firstUs });
      if (isOfLamp(sample)) continue;
      if (sample.depthUm > 0) down.add(sample.key);
      else down.delete(sample.key);
    }
    const endUs = (samples.at(-1)?.tUs ?? fromUs) + 1;
    for (const key of down) samples.push({ tUs: endUs, key, depthUm: 0 });
    fromUs = endUs + PAUSE_US;
  }
  return { samples, meant: takes.map(({ meant }) => meant).join('') };
}
