/**
 * All things of one kind that this window keeps, in the order in which they are shown. It is the only place that knows them: what a page draws
 * is made from it, what other windows say goes through it, and what is under way when the page is left is asked here.
 */
import { z } from '../../../core/reading';
import { newActId } from '../ids';
import { forgetIfKept, leftBehind, onLeaving } from './leaving';
import type { Act, Kind, Stored } from './kind';
import { Kept, type Keeping, type Shown } from './kept';
import { windowsOf, type Windows } from './windows';

/** A thing as it is shown. */
export type Entry<T> = Shown<T> & { readonly id: string };

export type Owner<T, A extends Act> = {
  /** What is shown has changed. */
  show(entries: readonly Entry<T>[]): void;
  /** A thing has become another, or has come. */
  changed?(id: string): void;
  /** An act of this window did not fit what another window has made of the thing. */
  refused(id: string, act: A, reason: string): void;
  /** Another window has taken a thing away, which is not shown any more. */
  gone?(entry: Entry<T>): void;
  /** Another window speaks of a thing that is not here. */
  unknown?(id: string): void;
};

export class Collection<T, A extends Act, S extends Stored<T> = Stored<T>, B = never> {
  private readonly things = new Map<string, Kept<T, A, S, B>>();
  private entries: readonly Entry<T>[] = [];
  private readonly windows: Windows<A>;
  private readonly left: z.ZodType<{ id: string; acts: A[]; known: number }>;
  /** One after the other, so that nothing is done twice. */
  private taking: Promise<void> = Promise.resolve();

  constructor(
    private readonly kind: Kind<T, A, S, B>,
    private readonly owner: Owner<T, A>,
  ) {
    this.windows = windowsOf(kind.name, kind.act);
    this.windows.hear(({ id, step }) => {
      const thing = this.things.get(id);
      if (thing && step) thing.hear(step);
      else if (thing) void thing.look();
      else owner.unknown?.(id);
    });
    this.left = z.object({ id: z.string(), acts: z.array(kind.act).max(1000), known: z.number().catch(0) });
    onLeaving(kind.name, () =>
      [...this.things].flatMap(([id, { underWay, revision }]) =>
        underWay.length === 0 ? [] : [{ id, acts: underWay, known: revision }],
      ),
    );
  }

  get(id: string): Kept<T, A, S, B> | undefined {
    return this.things.get(id);
  }

  /** A thing as it is shown now. */
  document(id: string): T | undefined {
    return this.things.get(id)?.shown.document;
  }

  get all(): readonly Entry<T>[] {
    return this.entries;
  }

  /** Those that the store was never known to have, as they came here, with what marks them there. What was done to them since are acts like others. */
  get unborn(): readonly { document: T; birth: string }[] {
    return [...this.things.values()].flatMap(({ isNew, known, birth }) =>
      isNew && birth !== undefined ? [{ document: known, birth }] : [],
    );
  }

  /** Shows something that the store has; one that is shown already stays as it is. */
  take(id: string, stored: S): Kept<T, A, S, B> {
    return this.things.get(id) ?? this.put(id, stored);
  }

  /**
   * Something new, which is written at once, or not at all together with what comes with it.
   * @param how with what comes with it; what marks it as the same one when another window puts it there, too; and after what it is written
   */
  async add(
    id: string,
    stored: Omit<S, 'birth'>,
    {
      besides,
      birth = newActId(),
      after,
    }: { besides?: B | undefined; birth?: string | undefined; after?: Promise<unknown> } = {},
  ): Promise<Keeping> {
    const thing = this.put(id, { ...stored, birth } as unknown as S, { besides });
    await after;
    const keeping = await thing.write();
    this.windows.tell({ id });
    return keeping;
  }

  private put(id: string, stored: S, news?: { besides?: B | undefined }): Kept<T, A, S, B> {
    const thing: Kept<T, A, S, B> = new Kept(
      id,
      this.kind,
      stored,
      {
        changed: () => {
          // One that was dropped may still hear the end of a write.
          if (this.things.get(id) === thing) this.changed(id, thing.shown);
        },
        refused: (act, reason) => this.owner.refused(id, act, reason),
        gone: () => {
          const entry = this.entries.find((one) => one.id === id);
          this.drop(id);
          if (entry) this.owner.gone?.(entry);
        },
        wrote: (step) => this.windows.tell({ id, step }),
        kept: forgetIfKept,
      },
      news,
    );
    this.things.get(id)?.end();
    this.things.set(id, thing);
    this.show([{ id, ...thing.shown }, ...this.entries.filter((entry) => entry.id !== id)]);
    this.owner.changed?.(id);
    return thing;
  }

  private changed(id: string, shown: Shown<T>): void {
    const before = this.entries.find((entry) => entry.id === id)?.document;
    this.show(this.entries.map((entry) => (entry.id === id ? { id, ...shown } : entry)));
    if (before !== shown.document) this.owner.changed?.(id);
  }

  private show(entries: readonly Entry<T>[]): void {
    this.entries = entries;
    this.owner.show(entries);
  }

  /** Shows those of some ids in that order, behind all others. */
  arrange(ids: readonly string[]): void {
    const places = new Map(ids.map((id, n) => [id, n]));
    const placeOf = ({ id }: Entry<T>): number => places.get(id) ?? -1;
    this.show(this.entries.toSorted((a, b) => placeOf(a) - placeOf(b)));
  }

  /** Shows it no more, and writes nothing more of it. */
  drop(id: string): void {
    this.things.get(id)?.end();
    this.things.delete(id);
    this.show(this.entries.filter((entry) => entry.id !== id));
  }

  /**
   * Takes something away for good: nothing more is written, then it is erased, and other windows are told.
   * @throws what `erase` throws; then it stays
   */
  async remove<R>(id: string, erase: () => Promise<R>): Promise<R> {
    const thing = this.things.get(id);
    await thing?.leave();
    try {
      const result = await erase();
      this.drop(id);
      this.windows.tell({ id });
      return result;
    } catch (error) {
      thing?.stay();
      throw error;
    }
  }

  /** Resolves when everything that was done to a thing is kept, or is not. */
  async whenKept(id: string): Promise<Keeping> {
    return (await this.things.get(id)?.write()) ?? { state: 'notKept', because: 'it is not there any more' };
  }

  /** Tries at once what is not kept. */
  writeAll(): void {
    for (const thing of this.things.values()) void thing.write();
  }

  /** The store may have lost everything: writes what is not there. */
  makeSure(): void {
    for (const thing of this.things.values()) thing.makeSure();
  }

  /** Does what pages that are gone had no time to have kept; resolves when that is kept, or is not. */
  takeOver(): Promise<void> {
    const takeOverNow = async (): Promise<void> => {
      for (const { item, done } of leftBehind(this.kind.name, this.left)) {
        const missing = await this.kind.missing(item.id, item.acts, item.known);
        const thing = this.things.get(item.id);
        // What was kept after all may have been since this page has read it.
        await thing?.look();
        if (missing.length > 0) {
          // It is there, and not shown: what was done to it waits until it is.
          if (!thing) continue;
          for (const act of missing) if (!thing.underWay.some(({ id }) => id === act.id)) thing.act(act);
          if ((await thing.write()).state !== 'kept') continue;
        }
        done();
      }
    };
    return (this.taking = this.taking.catch(() => undefined).then(takeOverNow));
  }
}
