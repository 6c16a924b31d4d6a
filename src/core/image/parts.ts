/**
 * The small parts of an image, each with its writing and its reading side by side, so that the two cannot drift apart:
 * timings, depths, actuations, texts.
 */
import { LIMITS, type Actuation, type Crossing, type PartialTiming } from '../profile';
import { utf8Bytes, utf8Text } from '../reading';
import { badImage } from './bytes';
import type { BitReader, BitWriter } from './coder';
import { SET } from './sets';

const INTERRUPTS = ['nested', 'any', 'wait'] as const;
const RESETS = ['point', 'top'] as const;
/** The figures of a timing in the order they are written. */
const TIMING_FIGURES = ['holdAfterMs', 'tapGapMs', 'retapMs', 'typingGuardMs', 'tapMs'] as const;

/** One of a list of options, by its number. @throws Unreadable when there is no such option */
export function choiceOf<T>(from: BitReader, options: readonly T[], number: number, what: string): T {
  const value = options[number];
  if (value === undefined) throw badImage(from.offset, `an unknown ${what}`);
  return value;
}

/** A bit for having any field at all, a bit for each, then those that are there. */
export function writeTiming(out: BitWriter, timing: PartialTiming): void {
  const hasAny = Object.values(timing).some((value) => value !== undefined);
  out.bit(SET.hasTiming, 0, hasAny);
  if (!hasAny) return;
  TIMING_FIGURES.forEach((name, n) => {
    const value = timing[name];
    out.bit(SET.hasTiming, 1 + n, value !== undefined);
    if (value !== undefined) out.number(SET.gestureMs, value);
  });
  out.bit(SET.hasTiming, 6, timing.interrupt !== undefined);
  if (timing.interrupt !== undefined) out.tree(SET.interrupt, 2, INTERRUPTS.indexOf(timing.interrupt));
  out.bit(SET.hasTiming, 7, timing.otherHandOnly !== undefined);
  if (timing.otherHandOnly !== undefined) out.bit(SET.hasTiming, 8, timing.otherHandOnly);
}

export function readTiming(from: BitReader): PartialTiming {
  const timing: PartialTiming = {};
  if (!from.bit(SET.hasTiming, 0)) return timing;
  TIMING_FIGURES.forEach((name, n) => {
    if (from.bit(SET.hasTiming, 1 + n)) timing[name] = from.number(SET.gestureMs, LIMITS.gestureMs.most);
  });
  if (from.bit(SET.hasTiming, 6))
    timing.interrupt = choiceOf(from, INTERRUPTS, from.tree(SET.interrupt, 2), 'interrupt rule');
  if (from.bit(SET.hasTiming, 7)) timing.otherHandOnly = from.bit(SET.hasTiming, 8) === 1;
  return timing;
}

const ROUND_UM = 50;

function writeDepth(out: BitWriter, um: number): void {
  const isRound = um % ROUND_UM === 0;
  out.bit(SET.isRound, 0, isRound);
  if (isRound) out.number(SET.roundDepth, um / ROUND_UM);
  else out.number(SET.depth, um);
}

const readDepth = (from: BitReader): number =>
  from.bit(SET.isRound, 0)
    ? from.number(SET.roundDepth, LIMITS.depthUm.most / ROUND_UM) * ROUND_UM
    : from.number(SET.depth, LIMITS.depthUm.most);

/** Modes: 0 fixed with the usual release, 1 fixed with one of its own, 2 reversal to the point, 3 reversal to the top. */
export function writeActuation(out: BitWriter, actuation: Actuation): void {
  if (actuation.mode === 'fixed') {
    out.tree(SET.travelMode, 2, actuation.releaseUm === undefined ? 0 : 1);
    writeDepth(out, actuation.pointUm);
    if (actuation.releaseUm !== undefined) writeDepth(out, actuation.releaseUm);
    return;
  }
  out.tree(SET.travelMode, 2, 2 + RESETS.indexOf(actuation.reset));
  for (const um of [actuation.pointUm, actuation.pressUm, actuation.releaseUm]) writeDepth(out, um);
}

export function readActuation(from: BitReader): Actuation {
  const mode = from.tree(SET.travelMode, 2);
  const pointUm = readDepth(from);
  if (mode === 0) return { mode: 'fixed', pointUm };
  if (mode === 1) return { mode: 'fixed', pointUm, releaseUm: readDepth(from) };
  const [pressUm, releaseUm] = [readDepth(from), readDepth(from)];
  return { mode: 'reversal', pointUm, pressUm, releaseUm, reset: mode === 2 ? 'point' : 'top' };
}

/** Where an action of a stroke plan begins and ends. */
export function writeReach(out: BitWriter, from: Crossing, to: Crossing | undefined): void {
  out.bit(SET.crossing, 0, from.going === 'up');
  writeDepth(out, from.atUm);
  out.bit(SET.crossing, 1, to !== undefined);
  if (!to) return;
  out.bit(SET.crossing, 2, to.going === 'up');
  writeDepth(out, to.atUm);
}

export function readReach(reader: BitReader): { from: Crossing; to?: Crossing } {
  const crossing = (model: number): Crossing => ({
    going: reader.bit(SET.crossing, model) ? 'up' : 'down',
    atUm: readDepth(reader),
  });
  const from = crossing(0);
  return reader.bit(SET.crossing, 1) ? { from, to: crossing(2) } : { from };
}

/** What a byte of a text says of the next: 0 a small letter, 1 a capital or a digit, 2 a space or sign, 3 part of another character. */
const contextAfter = (byte: number): number => {
  if (byte >= 0x61 && byte <= 0x7a) return 0;
  if ((byte >= 0x41 && byte <= 0x5a) || (byte >= 0x30 && byte <= 0x39)) return 1;
  return byte < 0x80 ? 2 : 3;
};

/** A text: how many bytes of UTF-8, and those. Names and typed texts learn apart. */
export function writeText(out: BitWriter, text: string, isName = false): void {
  const bytes = utf8Bytes(text);
  out.number(isName ? SET.nameLength : SET.textLength, bytes.length);
  let context = 2;
  for (const byte of bytes) {
    out.tree(isName ? SET.name : SET.text, 8, byte, context);
    context = contextAfter(byte);
  }
}

/** The most bytes of one text. */
const LONGEST_TEXT = 2000;

export function readText(from: BitReader, isName = false): string {
  const bytes = new Uint8Array(from.number(isName ? SET.nameLength : SET.textLength, LONGEST_TEXT));
  let context = 2;
  for (let n = 0; n < bytes.length; n++) {
    const byte = from.tree(isName ? SET.name : SET.text, 8, context);
    bytes[n] = byte;
    context = contextAfter(byte);
  }
  const text = utf8Text(bytes);
  if (text === undefined) throw badImage(from.offset, 'a text that is not UTF-8');
  return text;
}
