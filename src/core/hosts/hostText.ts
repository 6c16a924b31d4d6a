/**
 * A pretend host with one text field. It takes usage edges and keeps what the field shows: levels, dead keys, Caps Lock, Num Lock
 * and, where asked for, auto-repeat. Keys that make no character appear as a named mark (`[F13]`, `[Ctrl+B]`), so that one sees
 * that something arrived.
 */
import { buttonOfCode, HOST_LAMPS, isHostLamp, isModifier, wordOfCode, type Code, type HostLamp } from '../codes';
import { hostLayout } from './bring';
import { madeBy, signOfDead } from './characters';
import { deadOf, type Compose, type HostLayoutData } from './layout';

/** One thing the field shows: a character (`mark: false`) or the name of a key that makes none (`mark: true`). */
export type ShownPiece = { text: string; mark: boolean };

/** How a host repeats the key that went down last: the first time after a while, then in steps. Times in µs. */
type AutoRepeat = { afterUs: number; everyUs: number };

/** A key that makes no character, by its name. */
function nameOf(code: Code): string {
  const button = buttonOfCode(code);
  return button === undefined ? wordOfCode(code) : `button ${button}`;
}

const bitOf = (lamp: HostLamp): number => 1 << HOST_LAMPS.indexOf(lamp);

/** A piece on one line: ends of lines and tabs have signs of their own. */
export const pieceShown = ({ text }: Pick<ShownPiece, 'text'>): string => text.replace('\n', '⏎').replace('\t', '⇥');

/** What many systems are set to. */
export const USUAL_REPEAT: AutoRepeat = { afterUs: 500_000, everyUs: 33_000 };

export class HostText {
  private readonly down = new Set<Code>();
  /** The lamps that are lit, as bits by their places in `HOST_LAMPS`. A host begins with Num Lock. */
  private lit = bitOf('NumLock');
  /** The dead keys that wait for what comes, as signs, and what may come. */
  private dead: { signs: string; next: Compose } | null = null;
  private repeating: { code: Code; nextUs: number } | null = null;
  readonly pieces: ShownPiece[] = [];

  constructor(
    private readonly layout: HostLayoutData = hostLayout('us'),
    private readonly limit = 2000,
    private readonly autoRepeat: AutoRepeat | null = null,
  ) {}

  /** The signs of dead keys that wait for the next key. */
  get waiting(): string {
    return this.dead?.signs ?? '';
  }

  isLit(lamp: HostLamp): boolean {
    return (this.lit & bitOf(lamp)) !== 0;
  }

  /** Something else than this keyboard turns a lamp on or off: another one, or a hand. */
  light(lamp: HostLamp, lit: boolean): void {
    this.lit = lit ? this.lit | bitOf(lamp) : this.lit & ~bitOf(lamp);
  }

  /** Takes one usage edge at a time in µs; the time matters for auto-repeat alone. */
  edge(down: boolean, code: Code, atUs = 0): void {
    this.advance(atUs);
    if (!down) {
      this.down.delete(code);
      if (this.repeating?.code === code) this.repeating = null;
      return;
    }
    this.down.add(code);
    if (isModifier(code)) return;
    // A mouse button that is held is one press, however long.
    this.repeating =
      buttonOfCode(code) !== undefined ? null : this.autoRepeat && { code, nextUs: atUs + this.autoRepeat.afterUs };
    this.press(code);
  }

  /** Lets time go by: what is held repeats. */
  advance(toUs: number): void {
    const { autoRepeat, repeating } = this;
    if (!autoRepeat || !repeating || isHostLamp(repeating.code)) return;
    // More repeats than the field holds would push each other out of it.
    const missed = Math.floor((toUs - repeating.nextUs) / autoRepeat.everyUs) - this.limit;
    if (missed > 0 && Number.isFinite(missed)) repeating.nextUs += missed * autoRepeat.everyUs;
    for (; repeating.nextUs <= toUs; repeating.nextUs += autoRepeat.everyUs) this.press(repeating.code);
  }

  private press(code: Code): void {
    if (isHostLamp(code) && (code !== 'CapsLock' || this.layout.capsLock === 'CapsLock')) {
      this.lit ^= bitOf(code);
      // The others have done their work; this one is for programs to see, too.
      if (code !== 'ScrollLock') return;
    }
    const chord = this.heldChord();
    const isBackspace = code === 'Backspace' || (code === 'CapsLock' && this.layout.capsLock === 'Backspace');
    if (isBackspace && chord === '') {
      if (this.dead) this.dead = null;
      else this.pieces.pop();
      return;
    }
    const state = {
      shift: this.isDown('Shift'),
      altGr: this.down.has('AltRight'),
      capsLock: this.isLit('CapsLock'),
      numLock: this.isLit('NumLock'),
    };
    const made = chord === '' ? madeBy(this.layout, code, state) : '';
    if (made === '') {
      const held = `${chord}${state.shift ? 'Shift+' : ''}${state.altGr && this.layout.altGr ? 'AltGr+' : ''}`;
      this.show({ text: `[${this.endDead()}${held}${nameOf(code)}]`, mark: true });
      return;
    }
    const next = (this.dead?.next ?? this.layout.compose)[made];
    const sign = deadOf(made) === undefined ? made : signOfDead(this.layout, made);
    if (this.dead === null && deadOf(made) === undefined) this.show({ text: made, mark: false });
    else if (typeof next === 'object') this.dead = { signs: this.waiting + sign, next };
    else if (next === undefined) this.show({ text: `[${this.endDead()}${sign}]`, mark: true });
    else {
      this.dead = null;
      this.show({ text: next, mark: false });
    }
  }

  /** What the field shows, in one line; line ends are written ⏎ and tabs ⇥. */
  line(): string {
    return this.pieces.map(pieceShown).join('');
  }

  clear(): void {
    this.pieces.length = 0;
    this.dead = null;
  }

  /** Dead keys that nothing came of: their signs, which stand in the mark of the key that ended them. */
  private endDead(): string {
    const signs = this.waiting;
    this.dead = null;
    return signs;
  }

  /** The names of the modifiers that turn a key into a command, such as `Ctrl+Alt+`; Shift is not one, nor is AltGr where there is one. */
  private heldChord(): string {
    const alt = this.down.has('AltLeft') || (this.down.has('AltRight') && !this.layout.altGr);
    return `${this.isDown('Control') ? 'Ctrl+' : ''}${alt ? 'Alt+' : ''}${this.isDown('Meta') ? 'Meta+' : ''}`;
  }

  private isDown(modifier: string): boolean {
    return this.down.has(`${modifier}Left`) || this.down.has(`${modifier}Right`);
  }

  private show(piece: ShownPiece): void {
    this.pieces.push(piece);
    if (this.pieces.length > this.limit) this.pieces.shift();
  }
}
