/** What somebody is weakest at, of what was practised: what takes long and goes wrong, as an exercise of its own. */
import type { Exercise, Item } from './exercises';

/** How often something was typed, how often wrong, and how long all of it took. */
export type Practice = { token: string; count: number; wrong: number; sumMs: number };

const FEWEST = 3;
const MOST = 12;
/** What always goes wrong counts like what takes so many times as long again. */
const WRONG_COSTS = 3;

/** @param exercises those of the profile: what cannot be typed there any more is left out; null when too little is left */
export function weakest(practised: readonly Practice[], exercises: readonly Exercise[]): Exercise | null {
  const sums = new Map<string, Practice>();
  for (const { token, count, wrong, sumMs } of practised) {
    const one = sums.get(token) ?? { token, count: 0, wrong: 0, sumMs: 0 };
    sums.set(token, { token, count: one.count + count, wrong: one.wrong + wrong, sumMs: one.sumMs + sumMs });
  }
  const items = new Map(exercises.flatMap((exercise) => exercise.items.map((item) => [item.token, item] as const)));
  const costOf = ({ count, sumMs, wrong }: Practice): number => (sumMs / count) * (1 + (WRONG_COSTS * wrong) / count);
  const weak = [...sums.values()]
    .sort((a, b) => costOf(b) - costOf(a))
    .flatMap(({ token }): Item | [] => items.get(token) ?? [])
    .slice(0, MOST);
  return weak.length >= FEWEST ? { id: 'weak', kind: 'weak', items: weak } : null;
}
