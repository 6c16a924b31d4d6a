/** What the keeping kernel has to know of a kind of thing: profiles, boards and texts say it of themselves. */
import type { z } from '../../../core/reading';

/** Something that was done to a thing. Its id marks it: nothing is done twice. */
export type Act = { readonly id: string };

/**
 * A thing as the store has it. `revision` counts its writes; 0 is one that was never there, `HEARD_OF` one that this window does not know
 * exactly. `birth` marks one that this window is about to put there.
 */
export const HEARD_OF = -1;
export type Stored<T> = { document: T; changedAt: number; revision: number; birth?: string };

/** What was written: the thing as it now is, and what became of the acts. */
export type Written<S, A> = S & { applied: readonly A[]; refused: readonly { act: A; reason: string }[] };

export type Applied<T> = { ok: true; document: T } | { ok: false; reason: string };

/** One kind of thing: what can be done to it, and how the store has it. None of it draws, or knows of other windows. */
export type Kind<T, A extends Act, S extends Stored<T> = Stored<T>, B = never> = {
  /** Under this name windows tell each other of it, and a page that is left writes it down. */
  readonly name: string;
  readonly act: z.ZodType<A>;
  apply(document: T, act: A): Applied<T>;
  /** Why what an act makes could not be kept, as a sentence; undefined when it can. */
  unfit?(document: T, before: T): string | undefined;
  /** Two acts of which nobody needs to know that they were two, as one: those of a drag, of typing. */
  joined?(last: A, next: A): A;
  /**
   * The thing in the store; undefined when it is not there.
   * @param known what was read of it before: at the same revision, what is drawn already stays the same object
   * @throws Error when it cannot be read
   */
  load(id: string, known?: S): Promise<S | undefined>;
  /**
   * Puts acts on what is stored, in the one order that all windows share.
   * @param known what this window knows to be stored
   * @param shown what it shows: that with the acts on it
   * @param besides what comes along with a new one
   * @throws Error when the store refuses; then nothing is written
   */
  write(id: string, known: S, acts: readonly A[], shown: T, besides?: B): Promise<Written<S, A>>;
  /** Whether everything that stands in the store was read, as far as steps can be taken back. */
  isWhole?(stored: S): boolean;
  /** Of acts that a page that is gone had no time to have kept, those that shall still be done. @param known the revision they were done to */
  missing(id: string, acts: readonly A[], known: number): Promise<readonly A[]>;
};
