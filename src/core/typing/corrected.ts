/**
 * Free writing, as a take: nobody said what was meant, but whoever takes something back and types another thing says so. What was taken back is kept as it
 * was pressed, with what replaced it as what was meant; Backspace and the replacement are cut out, with their time. What was taken back and replaced by nothing
 * was not meant at all.
 */
import type { Sound } from '../check';
import { Engine, isOfLamp, type Sample } from '../engine';
import { HostText, hostLayout, pieceShown } from '../hosts';

export type Corrected = {
  samples: Sample[];
  /** What was meant, token by token. */
  meant: string[];
  /** Of each of these, the place in the text as it stood at the end; -1 when it does not stand there. */
  places: number[];
};

/** Something came, or the last was taken back; when its press went down, in µs. */
type Arrival = { token: string | null; pressedUs: number };

const SETTLE_US = 10_000_000;

function arrivalsOf({ program, profile }: Sound, samples: readonly Sample[]): Arrival[] {
  const host = new HostText(hostLayout(profile.hostLayout), Infinity);
  const found: Arrival[] = [];
  let pressedUs = 0;
  let before = 0;
  const engine = new Engine(program, {
    begin: (_nowUs, _key, _layer, atUs) => void (pressedUs = atUs),
    edge: (tUs, down, usage) => {
      host.edge(down, program.codes[usage] ?? '', tUs);
      const { length } = host.pieces;
      if (length < before) found.push({ token: null, pressedUs });
      for (const piece of host.pieces.slice(before)) found.push({ token: pieceShown(piece), pressedUs });
      before = length;
    },
  });
  for (const sample of samples) engine.take(sample);
  engine.advance(engine.nowUs + SETTLE_US);
  return found;
}

/** A stretch of time that is cut out, from the press of a Backspace to the press that goes on, in µs. */
type Cut = { fromUs: number; toUs: number };

/** Samples without the presses that went down in the stretches, and without their time. */
function without(samples: readonly Sample[], cuts: readonly Cut[]): Sample[] {
  const kept: Sample[] = [];
  const dropped = new Set<string>();
  const cutAt = (tUs: number): Cut | undefined => cuts.find(({ fromUs, toUs }) => tUs >= fromUs && tUs < toUs);
  const goneBy = (tUs: number): number =>
    cuts.reduce((sum, { fromUs, toUs }) => sum + Math.max(0, Math.min(tUs, toUs) - fromUs), 0);
  const down = new Set<string>();
  for (const sample of samples) {
    const tUs = sample.tUs - goneBy(sample.tUs);
    if (isOfLamp(sample)) {
      kept.push({ ...sample, tUs });
      continue;
    }
    const { key, depthUm } = sample;
    if (depthUm > 0 && !down.has(key) && cutAt(sample.tUs)) dropped.add(key);
    if (depthUm > 0) down.add(key);
    else down.delete(key);
    if (!dropped.has(key)) kept.push({ ...sample, tUs });
    if (depthUm === 0) dropped.delete(key);
  }
  return kept;
}

/** What was typed freely, with what was meant by it. */
export function corrected(sound: Sound, samples: readonly Sample[]): Corrected {
  const items: { token: string; meant: string | null; place: number }[] = [];
  const cuts: Cut[] = [];
  /** Which items stand in the text, in its order; what was taken back last and waits for what replaces it, the first first. */
  const standing: number[] = [];
  let waiting: number[] = [];
  let cutFromUs: number | null = null;
  const close = (toUs: number): void => {
    if (cutFromUs !== null) cuts.push({ fromUs: cutFromUs, toUs });
    cutFromUs = null;
  };
  for (const { token, pressedUs } of arrivalsOf(sound, samples)) {
    if (token === null) {
      const gone = standing.pop();
      cutFromUs ??= pressedUs;
      if (gone !== undefined) waiting.unshift(gone);
      continue;
    }
    const replaced = waiting.shift();
    if (replaced !== undefined) {
      (items[replaced] as (typeof items)[number]).meant = token;
      standing.push(replaced);
      continue;
    }
    close(pressedUs);
    waiting = [];
    standing.push(items.push({ token, meant: token, place: -1 }) - 1);
  }
  close(Infinity);
  for (const gone of waiting) (items[gone] as (typeof items)[number]).meant = null;
  standing.forEach((item, place) => ((items[item] as (typeof items)[number]).place = place));
  const meant = items.filter((item): item is (typeof items)[number] & { meant: string } => item.meant !== null);
  return {
    samples: without(samples, cuts),
    meant: meant.map((item) => item.meant),
    places: meant.map(({ place }) => place),
  };
}
