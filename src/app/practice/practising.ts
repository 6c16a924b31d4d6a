/**
 * Practising: one thing after the other is asked for, the draft's own engine answers the fingers, and how long and how well is noted. What was wrong is asked
 * again soon. It can be stopped and gone on with at any moment.
 */
import type { KeyId } from '../../core/board';
import type { Sound } from '../../core/check';
import { pieceShown } from '../../core/hosts';
import { leadingKeys, SLOW, Spacing, type Item } from '../../core/typing';
import { LiveFingers } from './liveFingers';

/** How many things are shown ahead. */
const ROW = 26;
/** So many things are handed over at once, and the rest when it stops: what a killed browser loses at the most. */
const TOLD_AFTER = 5;
/** A thing that is wrong comes once more after so many others of the row. */
const AGAIN_AFTER = 3;
/** Longer than this somebody was elsewhere, in ms: it is no time of a finger. */
const AWAY_MS = 5000;
const RHYTHM = 48;

/** How one thing was typed: ms since the one before, and whether it was right at once. */
export type Typed = { token: string; key: KeyId; leads: string; ms: number; isRight: boolean };

export class Practising extends LiveFingers {
  /** What is asked for: done things first. */
  row: Item[] = [];
  at = 0;
  /** Whether something wrong came since this one is asked for; what came. */
  wrong = '';
  readonly typed: Typed[] = [];
  /** A row is done, or the person has stopped: what was typed since can be kept. */
  onPart: (typed: readonly Typed[]) => void = () => undefined;
  private told = 0;
  private readonly spacing: Spacing;
  private readonly byToken: ReadonlyMap<string, Item>;
  private cameUs = 0;
  private seen = 0;

  /**
   * @param inOrder a text, which is typed as it stands; otherwise what is weak comes sooner
   * @param known how strong each thing was before
   */
  constructor(
    sound: Sound,
    private readonly items: readonly Item[],
    private readonly inOrder: boolean,
    known: ReadonlyMap<string, number>,
    private readonly chance: () => number,
  ) {
    super(sound);
    this.byToken = new Map(items.map((item) => [item.token, item]));
    this.spacing = new Spacing([...this.byToken.keys()], known);
    this.nextRow();
  }

  get next(): Item | undefined {
    return this.row[this.at];
  }

  /** How long each of the last things took, in ms. */
  get rhythm(): Typed[] {
    return this.typed.slice(-RHYTHM);
  }

  /** What comes back soonest, of what has been typed. */
  soon(most: number): { token: string; dueIn: number }[] {
    const tokens = [...new Set(this.typed.map(({ token }) => token))];
    return tokens
      .map((token) => ({ token, dueIn: this.spacing.dueIn(token) }))
      .sort((a, b) => a.dueIn - b.dueIn)
      .slice(0, most);
  }

  strengthOf(token: string): number {
    return this.spacing.strengthOf(token);
  }

  /** Hands over what has not been handed over yet. */
  part(): void {
    if (this.typed.length > this.told) this.onPart(this.typed.slice(this.told));
    this.told = this.typed.length;
  }

  protected override arrived(tUs: number): void {
    const { pieces } = this.host;
    for (const piece of pieces.slice(this.seen)) this.came(pieceShown(piece), tUs);
    this.seen = pieces.length;
    this.onChange();
  }

  private came(token: string, tUs: number): void {
    const item = this.next;
    if (!item) return;
    if (token !== item.token) {
      this.wrong = token;
      return;
    }
    const ms = Math.min(AWAY_MS, (tUs - this.cameUs) / 1000);
    this.cameUs = tUs;
    const isRight = this.wrong === '';
    const usual = this.usualMs();
    this.spacing.typed(item.token, isRight, usual > 0 && ms > usual * SLOW);
    const key = item.way.steps.at(-1)?.keys[0] ?? '';
    this.typed.push({ token: item.token, key, leads: leadingKeys(item.way).join('+'), ms, isRight });
    if (!isRight && !this.inOrder) this.row.splice(this.at + 1 + AGAIN_AFTER, 0, item);
    this.wrong = '';
    this.at++;
    if (this.typed.length - this.told >= TOLD_AFTER) this.part();
    if (this.at >= this.row.length) this.nextRow();
  }

  /** The middle of the last times, in ms. */
  private usualMs(): number {
    const times = this.typed.slice(-40).map(({ ms }) => ms);
    return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;
  }

  private nextRow(): void {
    this.part();
    const from = this.inOrder ? this.typed.length % Math.max(1, this.items.length) : 0;
    this.row = this.inOrder
      ? this.items.slice(from, from + ROW * 2)
      : this.spacing.ahead(ROW, this.chance).flatMap((token) => this.byToken.get(token) ?? []);
    this.at = 0;
  }
}
