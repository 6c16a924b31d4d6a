/**
 * Keeps one profile: what is known to be stored, the acts that are not yet, and what is shown, which is the one with the others
 * on it. Acts are written as soon as hands rest; what comes while that is under way is written right after. A write that fails is tried
 * again until it succeeds, and the person is told meanwhile. What is said to be kept has been flushed to the disk.
 */
import { applyAct, newDocument, rebased, refusalOf, type Act, type Document, type Profile } from '../../core/profile';
import { whenHandsRest } from './afterPaint';
import { newActId } from './ids';
import { reasonOf } from './database';
import { forgetIfKept } from './leaving';
import type { Besides } from './besides';
import { loadWhole, write, type Stored, type Written } from './store';
import { tellOtherWindows } from './windows';

/** Where a profile is: on the disk; on its way there, since a time of the page's clock in ms; or only on this page. */
export type Keeping = { state: 'kept' } | { state: 'keeping'; sinceMs: number } | { state: 'notKept'; because: string };

export type Kept = { document: Document; changedAt: number; keeping: Keeping; hasHistory: boolean };

export type Told = {
  /** Something that is shown has changed. */
  changed: (kept: Kept) => void;
  /** An act of this window did not fit what another window has made of the profile. */
  refused: (what: string, reason: string) => void;
  /** Another window has taken the profile off the shelf. */
  gone: () => void;
  /** Why what an act makes could not be kept, as a sentence; undefined when it can. */
  unfit: (document: Document, before: Document) => string | undefined;
};

const RETRY_MS = [500, 1000, 2000, 5000, 10_000];
const KEPT: Keeping = { state: 'kept' };

export class Keeper {
  private pending: Act[] = [];
  private shown: Document;
  private keeping: Keeping = KEPT;
  private changedAt: number;
  private isWriting = false;
  /** What was done is seen first; what is done until hands rest is written with it. */
  private readonly writeSoon = whenHandsRest(() => {
    if (this.isAhead && !this.isWriting && !this.isLeaving) void this.writeAll();
  });
  private isLeaving = false;
  private mustWrite = false;
  /** Whether `stored` is the store's to the last step; what was only heard of is not. */
  private isExact = true;
  private hasHistory: boolean;
  private failures = 0;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private readonly waiting: ((keeping: Keeping) => void)[] = [];
  /** A newer revision that another window has told of and that could not be followed at once. */
  private heardOf = 0;

  private constructor(
    private stored: Stored,
    private readonly told: Told,
    isNew: boolean,
    /** What comes to the store with it, until it is there. */
    private besides?: Besides,
  ) {
    this.shown = stored.document;
    this.changedAt = stored.changedAt;
    this.hasHistory = isNew;
    this.mustWrite = isNew;
  }

  /** A profile that the store has. */
  static of(stored: Stored, told: Told): Keeper {
    return new Keeper(stored, told, false);
  }

  /**
   * A new profile, which is written at once.
   * @param birth what marks it as the same one when another window puts it on the shelf, too
   * @param besides what is written with it, or not at all
   */
  static ofNew(
    profile: Profile,
    told: Told,
    document = newDocument(profile),
    birth = newActId(),
    besides?: Besides,
  ): Keeper {
    const changedAt = Date.now();
    const keeper = new Keeper(
      { document, changedAt, revision: 0, oldestRead: 0, first: 0, birth },
      told,
      true,
      besides,
    );
    keeper.keeping = { state: 'keeping', sinceMs: performance.now() };
    return keeper;
  }

  get kept(): Kept {
    return { document: this.shown, changedAt: this.changedAt, keeping: this.keeping, hasHistory: this.hasHistory };
  }

  /** What marks it in the store while it is not known to be there. */
  get birth(): string | undefined {
    return this.stored.birth;
  }

  /** Whether anything was done to it in this window that the store does not have. */
  get isAhead(): boolean {
    return this.pending.length > 0 || this.mustWrite;
  }

  /** Acts that the store is not known to have. */
  get underWay(): readonly Act[] {
    return this.pending;
  }

  /** Whether the store was never known to have it. */
  get isNew(): boolean {
    return this.stored.birth !== undefined && this.stored.revision === 0;
  }

  /** Does something to the profile; the reason when it does not fit. */
  act(act: Act): string | undefined {
    const result = applyAct(this.shown, act);
    if (!result.ok) return refusalOf(result.problem);
    const unfit = this.told.unfit(result.document, this.shown);
    if (unfit !== undefined) return unfit;
    this.shown = result.document;
    this.changedAt = Date.now();
    this.pending.push(act);
    this.begin();
    return undefined;
  }

  /** The profile that this one rests on has become another: what it shows follows. What is stored of it stays as it is. */
  rebase(base: Profile): void {
    const move = (document: Document): Document => {
      const { profile, base: before, clashes = [] } = document;
      if (profile.restsOn !== base.id || profile.board !== base.board || before === base) return document;
      return before
        ? { ...document, ...rebased(profile, before, clashes, base), base }
        : { ...document, base, clashes };
    };
    const shown = move(this.shown);
    if (shown === this.shown) return;
    const stoodAlone = this.shown.base === undefined;
    this.stored = { ...this.stored, document: move(this.stored.document) };
    this.shown = shown;
    // A row that is whole would stay as it is while what is shown follows the base.
    if (stoodAlone && !this.mustWrite) this.makeSure();
    else this.tell();
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
    if (this.hasHistory) return;
    await this.follow();
  }

  /** Follows what another window has kept: by its acts when they fit on what is known, else by reading. */
  hear(from: number, to: number, acts: readonly Act[], changedAt: number): void {
    if (to <= this.stored.revision) return;
    this.heardOf = Math.max(this.heardOf, to);
    // A write that is under way meets the other's in the store, and follows it there.
    if (this.isWriting) return;
    if (from !== this.stored.revision || !this.hasHistory) {
      void this.follow();
      return;
    }
    // One that was taken over from a page that lives after all is the same one.
    this.pending = this.pending.filter(({ id }) => !acts.some((act) => act.id === id));
    let { document } = this.stored;
    for (const act of acts) {
      const result = applyAct(document, act);
      if (!result.ok) {
        void this.follow();
        return;
      }
      document = result.document;
    }
    this.adopt({ ...this.stored, document, revision: to, changedAt });
    // Where the steps lie is the other window's business now: this window reads it before it writes.
    this.isExact = false;
  }

  /** Takes what the store has, with what is pending on top. */
  async follow(): Promise<void> {
    try {
      const found = await loadWhole(this.stored.document.profile.id);
      if (this.isWriting) return;
      if (found) {
        this.hasHistory = true;
        this.isExact = true;
        // What has only got its steps is the same profile, and nobody has to draw or play it anew.
        const isSame = found.revision === this.stored.revision;
        const { profile } = this.stored.document;
        this.adopt(isSame ? { ...found, document: { ...found.document, profile } } : found);
      } else if (this.isAhead) this.begin();
      else if (!this.isLeaving) this.told.gone();
    } catch {
      // It is asked again when something is written.
    }
  }

  /** No more writing: the profile is being taken off the shelf. Resolves when a write that is under way has ended. */
  async leave(): Promise<void> {
    this.isLeaving = true;
    if (this.retry) clearTimeout(this.retry);
    while (this.isWriting) await new Promise((resolve) => setTimeout(resolve, 10));
  }

  /** It stays after all. */
  stay(): void {
    this.isLeaving = false;
    if (this.isAhead) this.begin();
  }

  private adopt(stored: Stored): void {
    this.stored = stored;
    let document = stored.document;
    this.pending = this.pending.filter((act) => {
      const result = applyAct(document, act);
      if (result.ok) document = result.document;
      else this.told.refused(act.act === 'edit' ? act.what : act.act, refusalOf(result.problem));
      return result.ok;
    });
    this.shown = document;
    this.changedAt = Math.max(this.changedAt, stored.changedAt);
    this.tell();
  }

  private tell(): void {
    this.told.changed(this.kept);
  }

  private begin(): void {
    if (this.keeping.state === 'kept') this.keeping = { state: 'keeping', sinceMs: performance.now() };
    this.tell();
    if (!this.isWriting && !this.isLeaving) this.writeSoon();
  }

  private async writeAll(): Promise<void> {
    this.isWriting = true;
    if (this.retry) clearTimeout(this.retry);
    this.retry = null;
    try {
      while (this.isAhead && !this.isLeaving) await this.writeOnce();
      this.failures = 0;
      this.keeping = KEPT;
      forgetIfKept();
    } catch (error) {
      this.keeping = { state: 'notKept', because: reasonOf(error) };
      const afterMs = RETRY_MS[Math.min(this.failures++, RETRY_MS.length - 1)] ?? 10_000;
      this.retry = setTimeout(() => void this.writeAll(), afterMs);
    } finally {
      this.isWriting = false;
    }
    for (const resolve of this.waiting.splice(0)) resolve(this.keeping);
    this.tell();
    if (this.keeping.state === 'kept' && this.heardOf > this.stored.revision) void this.follow();
  }

  private async writeOnce(): Promise<void> {
    const acts = [...this.pending];
    const { shown, stored } = this;
    const { mustWrite } = this;
    this.mustWrite = false;
    let written: Written;
    try {
      written = await write(this.isExact ? stored : { ...stored, revision: 0 }, acts, shown, this.besides);
    } catch (error) {
      this.mustWrite ||= mustWrite;
      throw error;
    }
    const { applied, refused, ...now } = written;
    delete this.besides;
    this.isExact = true;
    this.pending = this.pending.slice(acts.length);
    this.hasHistory ||= now.oldestRead === now.first;
    for (const { act, reason } of refused) this.told.refused(act.act === 'edit' ? act.what : act.act, reason);
    const { id } = now.document.profile;
    if (now.document === shown && this.pending.length === 0) {
      this.stored = now;
      this.changedAt = now.changedAt;
    } else if (now.document === shown) this.stored = now;
    else this.adopt(now);
    tellOtherWindows({
      what: 'acts',
      id,
      from: now.revision - 1,
      to: now.revision,
      changedAt: now.changedAt,
      acts: applied,
    });
  }
}
