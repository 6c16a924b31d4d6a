/** What has been saved to a slot, said no further than it is known. */
import type { LeftOut } from '../../core/image';
import { foreign } from '../../core/reading';

const WITHOUT: Readonly<Record<Exclude<LeftOut, 'nothing'>, string>> = {
  walk: 'its walk',
  names: 'names, labels, notes and walk',
};

/** @param slot counted from 0 */
export const savedWords = (name: string, slot: number, leftOut: LeftOut): string =>
  leftOut === 'nothing'
    ? `“${foreign(name)}” is in slot ${slot + 1}. It was read back, and it is the same.`
    : `“${foreign(name)}” is in slot ${slot + 1} without ${WITHOUT[leftOut]}, for which there is no room there. What is there was read back, and is as it was sent.`;
