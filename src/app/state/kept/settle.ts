/** What becomes of acts when they meet what the store has now: the same for every kind of thing, inside its transaction. */
import { z } from '../../../core/reading';
import type { Act, Applied, Stored } from './kind';

/** What every row has besides the thing itself; older versions wrote less. */
export const rowHead = {
  id: z.string(),
  changedAt: z.number().catch(0),
  revision: z.int().min(0).catch(0),
  /** The last acts that were applied, so that none is applied twice. */
  recent: z.array(z.string()).catch([]),
};

const MOST_RECENT = 200;
const LEAP = 1_000_000;

/** What the store has: the thing, and the last acts. */
export type There<T> = Pick<Stored<T>, 'document' | 'revision'> & { recent: readonly string[] };

export type Settled<T, A> = {
  document: T;
  revision: number;
  recent: string[];
  applied: readonly A[];
  refused: { act: A; reason: string }[];
};

/**
 * @param known what this window knows to be stored
 * @param there what is stored; undefined when it was never there, or the browser has lost it: then what is shown is all there is
 * @param shown what this window shows: what it knows, with the acts on it
 */
export function settle<T, A extends Act>(
  known: Stored<T>,
  there: There<T> | undefined,
  acts: readonly A[],
  shown: T,
  apply: (document: T, act: A) => Applied<T>,
): Settled<T, A> {
  // Of a store that was lost each window makes a row anew, or finds one that another has made: none may take another's for the one that it knew.
  const isLost = there ? known.revision > there.revision : known.revision !== 0;
  const leap = isLost ? Math.floor(Math.random() * LEAP) : 0;
  const revision = Math.max(there?.revision ?? 0, known.revision) + 1 + leap;
  const birth = known.birth === undefined ? [] : [known.birth];
  const recentAfter = (applied: readonly A[]): string[] =>
    [...(there?.recent ?? []), ...birth, ...applied.map(({ id }) => id)].slice(-MOST_RECENT);
  if (!there || (known.revision > 0 && there.revision === known.revision))
    return { document: shown, revision, recent: recentAfter(acts), applied: acts, refused: [] };
  let { document } = there;
  const applied: A[] = [];
  const refused: { act: A; reason: string }[] = [];
  for (const act of acts) {
    if (there.recent.includes(act.id)) continue;
    const result = apply(document, act);
    if (result.ok) {
      document = result.document;
      applied.push(act);
    } else refused.push({ act, reason: result.reason });
  }
  return { document, revision, recent: recentAfter(applied), applied, refused };
}
