/** What was recorded on the keyboard itself, as bytes: for which slot and key, and the score. */
import type { Score } from '../profile';
import { badImage } from './bytes';
import { BitReader, BitWriter } from './coder';
import { patienceFor } from './expansion';
import { readMacros, writeMacros } from './scores';
import { SET } from './sets';

/** `slot` counts from 0; `key` is its place on the board. */
export type Recording = { slot: number; key: number; score: Score };

const FORM = 1;
const MOST_RECORDINGS = 64;

export function encodeRecordings(recordings: readonly Recording[]): Uint8Array {
  if (recordings.length === 0) return new Uint8Array();
  const out = new BitWriter();
  writeMacros(
    out,
    recordings.map(({ score }) => ({
      id: '',
      name: '',
      onPress: score,
      run: { kind: 'times', times: 1 },
      gapMs: 0,
      stop: 'now',
      leavesHeld: false,
      liftModifiers: false,
    })),
  );
  for (const { slot, key } of recordings) out.number(SET.slot, slot).number(SET.keyNumber, key);
  return Uint8Array.from([FORM, ...out.toBytes()]);
}

/** @throws Unreadable */
export function decodeRecordings(bytes: Uint8Array, mostEvents: number): Recording[] {
  if (bytes.length === 0) return [];
  if (bytes[0] !== FORM) throw badImage(0, `recordings of the unknown form ${bytes[0]}`);
  const from = new BitReader(bytes, 1, bytes.length, patienceFor(bytes.length));
  const macros = readMacros(from, MOST_RECORDINGS, mostEvents);
  return macros.map(({ onPress }) => {
    const slot = from.number(SET.slot, 0xff);
    const key = from.number(SET.keyNumber, 0xffff);
    if (!onPress) throw badImage(from.offset, 'a recording without a score');
    return { slot, key, score: onPress };
  });
}
