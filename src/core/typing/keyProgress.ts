/** How each key went: what was practised, summed over everything that ends on it. */
import type { KeyId } from '../board';

/** Something practised on a key: how often, how often wrong, and how long all of it took. */
type OnKey = { key: KeyId; count: number; wrong: number; sumMs: number };

export type KeyProgress = { count: number; wrong: number; meanMs: number };

/** What takes longer is drawn like this. */
export const SLOWEST_MS = 1400;

/** How slow something is, from 0 to 1. */
export const slowness = ({ meanMs }: Pick<KeyProgress, 'meanMs'>): number => Math.min(1, meanMs / SLOWEST_MS);

/** @returns of each key that was practised: how often, how often wrong, and its mean time in ms */
export function progressByKey(practised: readonly OnKey[]): Map<KeyId, KeyProgress> {
  const sums = new Map<KeyId, KeyProgress & { sumMs: number }>();
  for (const { key, count, wrong, sumMs } of practised) {
    const one = sums.get(key) ?? { count: 0, wrong: 0, meanMs: 0, sumMs: 0 };
    const sum = { count: one.count + count, wrong: one.wrong + wrong, sumMs: one.sumMs + sumMs };
    sums.set(key, { ...sum, meanMs: sum.count > 0 ? sum.sumMs / sum.count : 0 });
  }
  return new Map([...sums].map(([key, { count, wrong, meanMs }]) => [key, { count, wrong, meanMs }]));
}
