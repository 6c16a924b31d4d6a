/**
 * The small parts of an image, each with its writing and its reading side by side, so that the two cannot drift apart:
 * timings, actuations, chords of usages.
 */
import { codeOfUsage, idOf, KEYBOARD_PAGE, pageOf, usageOf, usageOfCode, type Usage } from '../codes';
import { LIMITS, type Actuation, type Crossing, type PartialTiming } from '../profile';
import { badImage, type ByteReader, type ByteWriter } from './bytes';
import { LAST_KEY_TAG, TAG } from './layout';

const INTERRUPTS = ['nested', 'any', 'wait'] as const;
const RESETS = ['point', 'top'] as const;
/** The figures of a timing in the order they are written; a gesture's own timing has a bit for each that it sets. */
const TIMING_FIGURES = ['holdAfterMs', 'tapGapMs', 'retapMs', 'typingGuardMs', 'tapMs'] as const;
const INTERRUPT_BIT = 0x20;
const OTHER_HAND_BIT = 0x40;

/** One of a list of options, by its number. @throws Unreadable when there is no such option */
export function readChoice<T>(reader: ByteReader, options: readonly T[], what: string): T {
  const at = reader.offset;
  const value = options[reader.u8()];
  if (value === undefined) throw badImage(at, `an unknown ${what}`);
  return value;
}

export function writeTiming(out: ByteWriter, timing: PartialTiming): void {
  let bits = 0;
  TIMING_FIGURES.forEach((name, index) => (bits |= timing[name] === undefined ? 0 : 1 << index));
  if (timing.interrupt !== undefined) bits |= INTERRUPT_BIT;
  if (timing.otherHandOnly !== undefined) bits |= OTHER_HAND_BIT;
  out.u8(bits);
  for (const name of TIMING_FIGURES) if (timing[name] !== undefined) out.count(timing[name]);
  if (timing.interrupt !== undefined) out.u8(INTERRUPTS.indexOf(timing.interrupt));
  if (timing.otherHandOnly !== undefined) out.u8(timing.otherHandOnly ? 1 : 0);
}

export function readTiming(reader: ByteReader): PartialTiming {
  const bits = reader.u8();
  const timing: PartialTiming = {};
  TIMING_FIGURES.forEach((name, index) => {
    if (bits & (1 << index)) timing[name] = reader.count(LIMITS.gestureMs.most);
  });
  if (bits & INTERRUPT_BIT) timing.interrupt = readChoice(reader, INTERRUPTS, 'interrupt rule');
  if (bits & OTHER_HAND_BIT) timing.otherHandOnly = reader.u8() !== 0;
  return timing;
}

export function writeActuation(out: ByteWriter, actuation: Actuation): void {
  if (actuation.mode === 'fixed') {
    out
      .u8(0)
      .count(actuation.pointUm)
      .count(actuation.releaseUm ?? 0);
  } else {
    out
      .u8(1 + RESETS.indexOf(actuation.reset))
      .count(actuation.pointUm)
      .count(actuation.pressUm)
      .count(actuation.releaseUm);
  }
}

export function readActuation(reader: ByteReader): Actuation {
  const at = reader.offset;
  const mode = reader.u8();
  const pointUm = reader.count(LIMITS.depthUm.most);
  if (mode === 0) {
    const releaseUm = reader.count(LIMITS.depthUm.most);
    return { mode: 'fixed', pointUm, ...(releaseUm > 0 && { releaseUm }) };
  }
  const reset = RESETS[mode - 1];
  if (!reset) throw badImage(at, `actuation of the unknown mode ${mode}`);
  return {
    mode: 'reversal',
    pointUm,
    pressUm: reader.count(LIMITS.depthUm.most),
    releaseUm: reader.count(LIMITS.depthUm.most),
    reset,
  };
}

const FROM_UP = 1;
const HAS_END = 2;
const TO_UP = 4;

/** Where an action of a stroke plan begins and ends: bits for the ways and for having an end, then the depths. */
export function writeReach(out: ByteWriter, from: Crossing, to: Crossing | undefined): void {
  const bits = (from.going === 'up' ? FROM_UP : 0) | (to ? HAS_END : 0) | (to?.going === 'up' ? TO_UP : 0);
  out.u8(bits).count(from.atUm);
  if (to) out.count(to.atUm);
}

export function readReach(reader: ByteReader): { from: Crossing; to?: Crossing } {
  const at = reader.offset;
  const bits = reader.u8();
  if (bits > (FROM_UP | HAS_END | TO_UP)) throw badImage(at, `a part of a stroke plan with the unknown bits ${bits}`);
  const crossing = (isUp: number): Crossing => ({
    going: isUp ? 'up' : 'down',
    atUm: reader.count(LIMITS.depthUm.most),
  });
  const from = crossing(bits & FROM_UP);
  return { from, ...(bits & HAS_END && { to: crossing(bits & TO_UP) }) };
}

/** Whether a usage is one byte in an image: one of the keyboard page, up to the last modifier. */
export const isOneByte = (usage: Usage): boolean =>
  pageOf(usage) === KEYBOARD_PAGE && idOf(usage) >= 1 && idOf(usage) <= LAST_KEY_TAG;

export function writeChord(out: ByteWriter, codes: readonly string[]): void {
  out.count(codes.length);
  for (const code of codes) {
    const usage = usageOfCode(code) ?? 0;
    if (isOneByte(usage)) out.u8(idOf(usage));
    else out.u8(TAG.nothing).u8(pageOf(usage)).count(idOf(usage));
  }
}

export const readChord = (reader: ByteReader): string[] =>
  Array.from({ length: reader.count(LIMITS.chordKeys) }, () => {
    const id = reader.u8();
    return codeOfUsage(id === TAG.nothing ? usageOf(reader.u8(), reader.count(0xffff)) : usageOf(KEYBOARD_PAGE, id));
  });
