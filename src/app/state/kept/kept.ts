/**
 * Keeps one thing: what is known to be stored, the acts that are not yet, and what is shown, which is the one with the others
 * on it. Acts are written as soon as hands rest; what comes while that is under way is written right after. A write that fails is tried
 * again until it succeeds, and the person is told meanwhile. What is said to be kept has been flushed to the disk.
 */
import { whenHandsRest } from '../afterPaint';
import { reasonOf } from '../database';
import { HEARD_OF, type Act, type Kind, type Stored, type Written } from './kind';

/** Where a thing is: on the disk; on its way there, since a time of the page's clock in ms; or only on this page. */
export type Keeping = { state: 'kept' } | { state: 'keeping'; sinceMs: number } | { state: 'notKept'; because: string };

/** A thing as the page shows it, when it was last changed (ms since 1970), where it is, and whether its steps have been read. */
export type Shown<T> = { document: T; changedAt: number; keeping: Keeping; hasHistory: boolean };

/** Acts were kept: they lead from one revision to the next. */
export type Step<A> = { from: number; to: number; changedAt: number; acts: readonly A[] };

export type Told<A extends Act> = {
  /** Something that is shown has changed. */
  changed(): void;
  /** An act of this window did not fit what another window has made of the thing. */
  refused(act: A, reason: string): void;
  /** Another window has taken the thing away. */
  gone(): void;
  /** The store has more than it had. */
  wrote(step: Step<A>): void;
  /** Everything that was done is kept. */
  kept(): void;
};

const RETRY_MS = [500, 1000, 2000, 5000, 10_000];
const KEPT: Keeping = { state: 'kept' };

export class Kept<T, A extends Act, S extends Stored<T> = Stored<T>, B = never> {
  private pending: A[] = [];
  private document: T;
  private keeping: Keeping = KEPT;
  private changedAt: number;
  private isWriting = false;
  /** So many of what is pending the store may have, though nobody knows: they stay as they are. */
  private sent = 0;
  /** What was done is seen first; what is done until hands rest is written with it. */
  private readonly writeSoon = whenHandsRest(() => {
    if (this.isAhead && !this.isWriting && !this.isLeaving) void this.writeAll();
  });
  private isLeaving = false;
  private mustWrite: boolean;
  /** Whether `stored` is the store's to the last step; what was only heard of is not. */
  private isExact = true;
  private hasHistory: boolean;
  private failures = 0;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private readonly waiting: ((keeping: Keeping) => void)[] = [];
  /** A newer revision that another window has told of and that could not be followed at once. */
  private heardOf = 0;

  /**
   * @param stored what the store has, or is about to have
   * @param news for one that the store does not have yet: what comes to it in the same transaction, until it is there
   */
  constructor(
    readonly id: string,
    private readonly kind: Kind<T, A, S, B>,
    private stored: S,
    private readonly told: Told<A>,
    private news?: { besides?: B | undefined },
  ) {
    this.document = stored.document;
    this.changedAt = stored.changedAt;
    this.mustWrite = news !== undefined;
    this.hasHistory = news !== undefined || !kind.isWhole;
    if (news) this.keeping = { state: 'keeping', sinceMs: performance.now() };
  }

  get shown(): Shown<T> {
    const { document, changedAt, keeping, hasHistory } = this;
    return { document, changedAt, keeping, hasHistory };
  }

  /** What marks it in the store while it is not known to be there. */
  get birth(): string | undefined {
    return this.stored.birth;
  }

  /** The last revision that this window knows. */
  get revision(): number {
    return this.stored.revision;
  }

  /** Whether anything was done to it in this window that the store does not have. */
  get isAhead(): boolean {
    return this.pending.length > 0 || this.mustWrite;
  }

  /** What the store has, as far as this window knows, or is about to have: without the acts that are under way. */
  get known(): T {
    return this.stored.document;
  }

  /** Acts that the store is not known to have. */
  get underWay(): readonly A[] {
    return this.pending;
  }

  /** Whether the store was never known to have it. */
  get isNew(): boolean {
    return this.stored.birth !== undefined && this.stored.revision === 0;
  }

  /** Does something; the reason when it does not fit. */
  act(act: A): string | undefined {
    const result = this.kind.apply(this.document, act);
    if (!result.ok) return result.reason;
    const unfit = this.kind.unfit?.(result.document, this.document);
    if (unfit !== undefined) return unfit;
    this.document = result.document;
    this.changedAt = Date.now();
    const last = this.pending.length > this.sent ? this.pending.at(-1) : undefined;
    const joined = last && this.kind.joined?.(last, act);
    if (joined) this.pending.pop();
    this.pending.push(joined ?? act);
    this.begin();
    return undefined;
  }

  /**
   * Something outside has changed that this thing follows.
   * @param mustWrite whether the row in the store has to be made anew for it
   */
  follow(how: (document: T) => T, mustWrite: boolean): void {
    const document = how(this.document);
    if (document === this.document) return;
    this.stored = { ...this.stored, document: how(this.stored.document) };
    this.document = document;
    if (mustWrite && !this.mustWrite) this.makeSure();
    else this.told.changed();
  }

  /** Writes what is not written; resolves when that is done, or has failed for now. */
  async write(): Promise<Keeping> {
    if (!this.isAhead && !this.isWriting) return this.keeping;
    const done = new Promise<Keeping>((resolve) => this.waiting.push(resolve));
    if (this.isAhead) this.begin();
    if (!this.isWriting && !this.isLeaving) void this.writeAll();
    return done;
  }

  /** The store may have lost it: writes it when it is not there. */
  makeSure(): void {
    this.mustWrite = true;
    this.begin();
  }

  /** Reads the steps that can be taken back; they are older than everything that was done on this page. */
  async readHistory(): Promise<void> {
    if (!this.hasHistory) await this.look();
  }

  /** Follows what another window has kept: by its acts when they fit on what is known, else by reading. */
  hear({ from, to, acts, changedAt }: Step<A>): void {
    if (to <= this.stored.revision) return;
    this.heardOf = Math.max(this.heardOf, to);
    // A write that is under way meets the other's in the store, and follows it there.
    if (this.isWriting) return;
    if (from !== this.stored.revision || !this.hasHistory) {
      void this.look();
      return;
    }
    // One that was taken over from a page that lives after all is the same one.
    this.pending = this.pending.filter(({ id }) => !acts.some((act) => act.id === id));
    let { document } = this.stored;
    for (const act of acts) {
      const result = this.kind.apply(document, act);
      if (!result.ok) {
        void this.look();
        return;
      }
      document = result.document;
    }
    this.adopt({ ...this.stored, document, revision: to, changedAt });
    // Where the steps lie is the other window's business now: this window reads it before it writes.
    this.isExact = false;
  }

  /** Takes what the store has, with what is pending on top. */
  async look(): Promise<void> {
    try {
      const { stored } = this;
      const found = await this.kind.load(this.id, this.isExact ? stored : undefined);
      if (this.isWriting) return;
      if (found) {
        // Something has become of it while it was asked.
        if (this.stored !== stored && found.revision <= this.stored.revision) {
          if (!this.hasHistory) await this.look();
          return;
        }
        this.hasHistory = true;
        this.isExact = true;
        this.adopt(found);
      } else if (this.isAhead) this.begin();
      else if (!this.isLeaving) this.told.gone();
    } catch {
      // It is asked again when something is written.
    }
  }

  /** No more writing: the thing is being taken away. Resolves when a write that is under way has ended. */
  async leave(): Promise<void> {
    this.isLeaving = true;
    if (this.retry) clearTimeout(this.retry);
    while (this.isWriting) await new Promise((resolve) => setTimeout(resolve, 10));
  }

  /** It is not there any more, or another one has its place: who waits is told, and nothing more is written. */
  end(): void {
    void this.leave();
    for (const resolve of this.waiting.splice(0)) resolve({ state: 'notKept', because: 'it is not there any more' });
  }

  /** It stays after all. */
  stay(): void {
    this.isLeaving = false;
    if (this.isAhead) this.begin();
  }

  private adopt(stored: S): void {
    this.stored = stored;
    let { document } = stored;
    this.pending = this.pending.filter((act) => {
      const result = this.kind.apply(document, act);
      if (result.ok) document = result.document;
      else this.told.refused(act, result.reason);
      return result.ok;
    });
    this.document = document;
    this.changedAt = Math.max(this.changedAt, stored.changedAt);
    this.told.changed();
  }

  private begin(): void {
    if (this.keeping.state === 'kept') this.keeping = { state: 'keeping', sinceMs: performance.now() };
    this.told.changed();
    if (!this.isWriting && !this.isLeaving) this.writeSoon();
  }

  private async writeAll(): Promise<void> {
    this.isWriting = true;
    if (this.retry) clearTimeout(this.retry);
    this.retry = null;
    try {
      while (this.isAhead && !this.isLeaving) await this.writeOnce();
      this.failures = 0;
      // One that is being taken away may be left with something that was done to it.
      if (!this.isAhead) this.keeping = KEPT;
      this.told.kept();
    } catch (error) {
      this.keeping = { state: 'notKept', because: reasonOf(error) };
      const afterMs = RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)] ?? 10_000;
      this.retry = setTimeout(() => void this.writeAll(), afterMs);
    } finally {
      this.isWriting = false;
    }
    for (const resolve of this.waiting.splice(0)) resolve(this.keeping);
    this.told.changed();
    if (this.keeping.state === 'kept' && this.heardOf > this.stored.revision) void this.look();
  }

  private async writeOnce(): Promise<void> {
    const acts = [...this.pending];
    const { document, stored, mustWrite } = this;
    this.mustWrite = false;
    this.sent = acts.length;
    let written: Written<S, A>;
    try {
      const known = this.isExact ? stored : { ...stored, revision: HEARD_OF };
      written = await this.kind.write(this.id, known, acts, document, this.news?.besides);
    } catch (error) {
      this.mustWrite ||= mustWrite;
      throw error;
    }
    const { applied, refused, ...rest } = written;
    const now = rest as unknown as S;
    delete this.news;
    this.isExact = true;
    this.sent = 0;
    this.pending = this.pending.slice(acts.length);
    this.hasHistory ||= this.kind.isWhole?.(now) ?? true;
    for (const { act, reason } of refused) this.told.refused(act, reason);
    if (now.document === document && this.pending.length === 0) {
      this.stored = now;
      this.changedAt = now.changedAt;
    } else if (now.document === document) this.stored = now;
    else this.adopt(now);
    this.told.wrote({ from: now.revision - 1, to: now.revision, changedAt: now.changedAt, acts: applied });
  }
}
