/** Which rule a hand meant that saw them before they changed. */
import { sameData } from '../profile';
import type { Rule } from './rules';

/**
 * Where a rule stands that was seen at a place, of so many: there, elsewhere when others went or were moved, or there with other words. -1 when it has gone: a
 * second click on what takes a rule out takes out no other.
 */
export function placeOfRule(rules: readonly Rule[], rule: Rule, seen: { place: number; of: number }): number {
  const isThere = (place: number): boolean => sameData(rules[place], rule);
  const place = isThere(seen.place) ? seen.place : rules.findIndex((_, n) => isThere(n));
  return place < 0 && rules.length === seen.of ? seen.place : place;
}
