/**
 * What a sweep comes to: the best there is at each delay, and which of it to take.
 *
 * *The front* is every setting for which no other has both no more misfires and no more delay. *The suggestion* is the quickest of those whose
 * misfires lie within 5 % of the fewest; of equal ones, the one that is nearest to what is set now. *The knee* is where the front bends most: what a
 * person might take who minds delay more.
 */
import { sameData } from '../profile';
import { FIELDS, type Grid, type Setting, sizeOf } from './grid';
import { type Swept, type Tried, triedAt } from './sweep';

/** How far from the fewest misfires a suggestion may lie. */
const WITHIN = 1.05;
/** So many points of the front are shown at the most. */
export const MOST_FRONT = 200;

const changesOf = (a: Setting, b: Setting): number =>
  FIELDS.filter((field) => a.timing[field] !== b.timing[field]).length + (sameData(a.travel, b.travel) ? 0 : 1);

/** The front of a sweep and of what is set now, quickest first; settings with more misfires than were counted are none of it. */
export function frontOf(swept: Swept, grid: Grid, now: Tried): Tried[] {
  const size = sizeOf(grid);
  const counted = Array.from({ length: size }, (_, n) => n).filter((n) => (swept.misfires[n] as number) <= swept.most);
  const order = counted.sort(
    (a, b) =>
      (swept.delayMeanUs[a] as number) - (swept.delayMeanUs[b] as number) ||
      (swept.misfires[a] as number) - (swept.misfires[b] as number) ||
      a - b,
  );
  const front: Tried[] = [];
  let fewest = Infinity;
  const offer = (tried: Tried): void => {
    if (tried.misfires >= fewest) return;
    fewest = tried.misfires;
    front.push(tried);
  };
  let isNowOffered = false;
  for (const n of order) {
    const delay = swept.delayMeanUs[n] as number;
    const comesFirst =
      now.delayMeanUs < delay || (now.delayMeanUs === delay && now.misfires <= (swept.misfires[n] as number));
    if (!isNowOffered && comesFirst) {
      isNowOffered = true;
      offer(now);
    }
    offer(triedAt(swept, grid, now, n));
  }
  if (!isNowOffered) offer(now);
  return front.slice(-MOST_FRONT);
}

/** The quickest setting whose misfires lie within 5 % of the fewest. */
export function suggestionOf(swept: Swept, grid: Grid, now: Tried): Tried {
  const size = sizeOf(grid);
  let fewest = now.misfires;
  for (let n = 0; n < size; n++) fewest = Math.min(fewest, swept.misfires[n] as number);
  const most = Math.floor(fewest * WITHIN);
  let best: Tried | null = now.misfires <= most ? now : null;
  for (let n = 0; n < size; n++) {
    if ((swept.misfires[n] as number) > most) continue;
    if (best && (swept.delayMeanUs[n] as number) > best.delayMeanUs) continue;
    const tried = triedAt(swept, grid, now, n);
    if (!best || isBetter(tried, best, now)) best = tried;
  }
  return best ?? now;
}

function isBetter(one: Tried, other: Tried, now: Setting): boolean {
  if (one.delayMeanUs !== other.delayMeanUs) return one.delayMeanUs < other.delayMeanUs;
  if (one.misfires !== other.misfires) return one.misfires < other.misfires;
  return changesOf(one, now) < changesOf(other, now);
}

/** Where the front bends most: the point that is farthest from the line between its ends, both ways counted alike. */
export function kneeOf(front: readonly Tried[]): Tried | undefined {
  const [first, last] = [front[0], front.at(-1)];
  if (!first || !last || front.length < 3) return last;
  const [wide, high] = [last.delayMeanUs - first.delayMeanUs, first.misfires - last.misfires];
  const below = ({ delayMeanUs, misfires }: Tried): number =>
    1 - (delayMeanUs - first.delayMeanUs) / wide - (misfires - last.misfires) / high;
  return front.reduce((best, one) => (below(one) > below(best) ? one : best));
}
