/** The walk of a profile in an image: for people only, so it may be left out, and a reader that does not know it passes over it. */
import { LIMITS, type WrittenStep } from '../profile';
import type { BitReader, BitWriter } from './coder';
import { readText, writeText } from './parts';
import { SET } from './sets';

/** A count, and of each step the words, the id of the layer (empty for none), how many keys, and their ids: what it names may be gone. */
export function writeWalk(out: BitWriter, walk: readonly WrittenStep[]): void {
  const text = (value: string): void => writeText(out, value, true);
  out.number(SET.count, walk.length);
  for (const { says, layer, keys } of walk) {
    text(says);
    text(layer ?? '');
    out.number(SET.count, keys.length);
    keys.forEach(text);
  }
}

/** @throws Unreadable */
export function readWalk(from: BitReader): WrittenStep[] {
  const list = <T>(most: number, read: () => T): T[] => Array.from({ length: from.number(SET.count, most) }, read);
  const text = (): string => readText(from, true);
  return list(LIMITS.walkSteps, () => {
    const [says, layer] = [text(), text()];
    return { says, ...(layer !== '' && { layer }), keys: list(LIMITS.walkKeys, text) };
  });
}
