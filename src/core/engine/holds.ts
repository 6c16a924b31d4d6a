/**
 * Holds: what running actions have taken. An action is one hold for each of its parts, so that its end gives back exactly
 * what it took, whatever layers are active by then. All holds stand in one list in the order they began; records are kept
 * and used again, so that nothing is allocated once warm.
 */
import type { LastingPart } from './program';
import { Timer } from './timers';

export class Hold {
  part: LastingPart | null = null;
  /** Which press began it; parts of one press do not lift each other's modifiers. */
  press = 0;
  /** When it began, among all holds and latches. */
  order = 0;
  /** False for a tap that is only being shown to the host, and for what ends by time: no key holds it. */
  fingerHeld = false;
  /** The chord's modifiers went up early, because another key was typed. */
  modifiersLifted = false;
  /** A `once` layer that was used up while its key is held, and goes on as `while`. */
  goesOnAsWhile = false;
  /** Modifiers that went down for this hold's key (or, for a held `once`, stay until it ends), in that order. */
  readonly added: number[] = [];
  /** Who put modifiers of this hold aside (a macro, a text), and which, as bits by their places. */
  asideFor: object | null = null;
  private asideBits = 0;
  /** How many of `added`, from the front, are those of `once`; the others are those of `capitals`. */
  addedByOnce = 0;
  /** The part of the same action that began before this one: an action ends in reverse. */
  earlierPart: Hold | null = null;
  previous: Hold | null = null;
  next: Hold | null = null;
  /** Ends the action of which this is the last part: a tap that is shown, or keys held for a time. */
  readonly timer: Timer;

  constructor(end: (hold: Hold) => void) {
    this.timer = new Timer(() => end(this));
  }

  /** The usages it has taken: those of its part, or for a `once` the modifiers that stay while its key is held. */
  get usages(): readonly number[] | null {
    const { part } = this;
    if (part?.kind === 'keys' || part?.kind === 'holdFor') return part.usages;
    return part?.kind === 'once' ? this.added : null;
  }

  isAside(place: number): boolean {
    return ((this.asideBits >>> place) & 1) === 1;
  }

  putAside(place: number, owner: object): void {
    this.asideFor = owner;
    this.asideBits |= 1 << place;
  }

  clearAside(): void {
    this.asideFor = null;
    this.asideBits = 0;
  }
}

export class Holds {
  first: Hold | null = null;
  last: Hold | null = null;
  /** Running chords whose modifiers another key would lift. */
  liftable = 0;
  /** Holds with modifiers added to their key. */
  withAdded = 0;
  private free: Hold | null = null;
  private count = 0;

  constructor(private readonly end: (hold: Hold) => void) {}

  /** The number of the next thing that begins; latches count too. */
  nextOrder(): number {
    return ++this.count;
  }

  begin(part: LastingPart, press: number, fingerHeld: boolean, earlierPart: Hold | null): Hold {
    const hold = this.free ?? new Hold(this.end);
    this.free = hold.next;
    hold.part = part;
    hold.press = press;
    hold.order = this.nextOrder();
    hold.fingerHeld = fingerHeld;
    hold.modifiersLifted = false;
    hold.goesOnAsWhile = false;
    hold.clearAside();
    hold.addedByOnce = 0;
    hold.earlierPart = earlierPart;
    hold.previous = this.last;
    hold.next = null;
    if (this.last) this.last.next = hold;
    else this.first = hold;
    this.last = hold;
    return hold;
  }

  /** Takes a hold out of the list; its record will be used again. */
  giveBack(hold: Hold): void {
    if (hold.previous) hold.previous.next = hold.next;
    else this.first = hold.next;
    if (hold.next) hold.next.previous = hold.previous;
    else this.last = hold.previous;
    hold.part = null;
    hold.earlierPart = null;
    hold.previous = null;
    hold.next = this.free;
    this.free = hold;
  }
}
