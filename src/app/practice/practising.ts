/**
 * Practising: one thing after the other is asked for, the draft's own engine answers the fingers, and how long and how well is noted. What was wrong is asked
 * again soon. It can be stopped and gone on with at any moment.
 */
import type { Board, KeyId } from '../../core/board';
import { HOST_LAMPS, type HostLamp } from '../../core/codes';
import type { Sound } from '../../core/check';
import { Engine } from '../../core/engine';
import { HostText, hostLayout } from '../../core/hosts';
import { leadingKeys, SLOW, Spacing, type Item } from '../../core/typing';

const BEHIND_MS = 6;
/** How many things are shown ahead. */
const ROW = 26;
/** A thing that is wrong comes once more after so many others of the row. */
const AGAIN_AFTER = 3;
/** Longer than this somebody was elsewhere, in ms: it is no time of a finger. */
const AWAY_MS = 5000;
const RHYTHM = 48;

/** How one thing was typed: ms since the one before, and whether it was right at once. */
export type Typed = { token: string; key: KeyId; leads: string; ms: number; isRight: boolean };

export class Practising {
  /** What is asked for: done things first. */
  row: Item[] = [];
  at = 0;
  /** Whether something wrong came since this one is asked for; what came. */
  wrong = '';
  readonly typed: Typed[] = [];
  onChange: () => void = () => undefined;
  /** A row is done, or the person has stopped: what was typed since can be kept. */
  onPart: (typed: readonly Typed[]) => void = () => undefined;
  private told = 0;
  private readonly engine: Engine;
  private readonly host: HostText;
  private readonly spacing: Spacing;
  private readonly byToken: ReadonlyMap<string, Item>;
  private readonly down = new Set<KeyId>();
  private readonly index: ReadonlyMap<KeyId, number>;
  private readonly board: Board;
  private startMs: number | null = null;
  private lastUs = 0;
  private cameUs = 0;
  private seen = 0;

  /**
   * @param inOrder a text, which is typed as it stands; otherwise what is weak comes sooner
   * @param known how strong each thing was before
   */
  constructor(
    { program, profile, board }: Sound,
    private readonly items: readonly Item[],
    private readonly inOrder: boolean,
    known: ReadonlyMap<string, number>,
    private readonly chance: () => number,
  ) {
    this.board = board;
    this.index = program.keyIndex;
    this.host = new HostText(hostLayout(profile.hostLayout), Infinity);
    this.byToken = new Map(items.map((item) => [item.token, item]));
    this.spacing = new Spacing([...this.byToken.keys()], known);
    this.engine = new Engine(program, {
      edge: (tUs, down, usage) => {
        this.host.edge(down, program.codes[usage] ?? '', tUs);
        if (down) this.look(tUs);
      },
    });
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

  finger(key: KeyId, down: boolean, atMs: number): void {
    const index = this.index.get(key);
    if (index === undefined || this.down.has(key) === down) return;
    this.startMs ??= atMs;
    if (down) this.down.add(key);
    else this.down.delete(key);
    this.engine.feed(this.usOf(atMs), index, down ? this.board.travelUm : 0);
    this.onChange();
  }

  light(lamp: HostLamp, lit: boolean, atMs: number): void {
    if (this.startMs === null) return;
    this.host.light(lamp, lit);
    this.engine.light(this.usOf(atMs), HOST_LAMPS.indexOf(lamp), lit);
  }

  liftAll(atMs: number): void {
    for (const key of [...this.down]) this.finger(key, false, atMs);
  }

  tick(nowMs: number): void {
    if (this.startMs !== null) this.engine.advance(Math.max(this.lastUs, this.usOf(nowMs - BEHIND_MS)));
  }

  /** Hands over what has not been handed over yet. */
  part(): void {
    if (this.typed.length > this.told) this.onPart(this.typed.slice(this.told));
    this.told = this.typed.length;
  }

  private usOf(atMs: number): number {
    this.lastUs = Math.max(this.lastUs, Math.round((atMs - (this.startMs ?? atMs)) * 1000));
    return this.lastUs;
  }

  private look(tUs: number): void {
    const { pieces } = this.host;
    for (; this.seen < pieces.length; this.seen++) this.came(pieces[this.seen]?.text ?? '', tUs);
    this.seen = pieces.length;
    this.onChange();
  }

  private came(text: string, tUs: number): void {
    const item = this.next;
    if (!item) return;
    const token = text.replace('\n', '⏎').replace('\t', '⇥');
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
