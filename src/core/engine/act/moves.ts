/**
 * Movement while keys are held: the pointer, and the wheel that goes on turning. What has been gone is told once a poll, in whole counts
 * that fit a report; what is left over stays for the next, so that nothing is lost. All that are held add up.
 *
 * Distances are whole millionths of a count: a speed in counts a second times µs. They are handed on in fields and no arguments: numbers of
 * this size would be allocated on their way.
 */
import { type Clock, Timer } from '../clock';
import type { MovePart } from '../compile';
import { type Holder, Row } from '../hold';
import type { Listener } from '../out';

const COUNT = 1_000_000;
/** The most that a report tells of a way: a signed byte. */
const MOST = 127;

class Move {
  part: MovePart | null = null;
  by: Holder | null = null;
  key = 0;
  beganUs = 0;
  /** Up to when it has been counted. */
  lastUs = 0;
  /** How far it had gone then, since it began. */
  goneX = 0;
  goneY = 0;
  /** Of one that follows the depth: what is left over, in parts of its span. */
  restX = 0;
  restY = 0;
  place = 0;
}

export class Moves {
  private readonly moves = new Row(() => new Move());
  private pointerX = 0;
  private pointerY = 0;
  private wheelX = 0;
  private wheelY = 0;
  /** What the movement that was counted last has gone since it was counted before. */
  private stepX = 0;
  private stepY = 0;
  private readonly poll: Timer;

  constructor(
    private readonly pollUs: number,
    /** How deep each key is, in µm; null where no movement follows that. */
    private readonly depths: Int32Array | null,
    private readonly clock: Clock,
    private readonly listener: Listener,
  ) {
    this.poll = new Timer(() => this.tell());
  }

  begin(part: MovePart, key: number, by: Holder): void {
    const move = this.moves.append();
    move.part = part;
    move.by = by;
    move.key = key;
    move.beganUs = move.lastUs = this.clock.nowUs;
    move.goneX = move.goneY = move.restX = move.restY = 0;
    if (!this.poll.isSet) this.wait();
  }

  end(by: Holder): void {
    for (let place = 0; place < this.moves.length; place++) {
      const move = this.moves.at(place);
      if (move.by !== by) continue;
      this.goOn(move);
      this.moves.remove(move);
      return;
    }
  }

  /** Everything ends, and nothing is left over. */
  reset(): void {
    this.clock.cancel(this.poll);
    this.moves.length = 0;
    this.pointerX = this.pointerY = this.wheelX = this.wheelY = 0;
  }

  /** Polls are whole multiples of their interval; the next is after now. */
  private wait(): void {
    this.poll.dueUs = (Math.floor(this.clock.nowUs / this.pollUs) + 1) * this.pollUs;
    this.clock.set(this.poll);
  }

  private tell(): void {
    for (let place = 0; place < this.moves.length; place++) this.goOn(this.moves.at(place));
    const x = wholeOf(this.pointerX);
    const y = wholeOf(this.pointerY);
    if (x !== 0 || y !== 0) {
      this.pointerX -= x * COUNT;
      this.pointerY -= y * COUNT;
      this.listener.move?.(this.clock.nowUs, x, y);
    }
    const across = wholeOf(this.wheelX);
    const up = wholeOf(this.wheelY);
    if (across !== 0 || up !== 0) {
      this.wheelX -= across * COUNT;
      this.wheelY -= up * COUNT;
      this.listener.wheel?.(this.clock.nowUs, across, up);
    }
    if (this.moves.length > 0 || this.hasWhole) this.wait();
  }

  /** Whether a whole count is still to be told. */
  private get hasWhole(): boolean {
    return (
      wholeOf(this.pointerX) !== 0 ||
      wholeOf(this.pointerY) !== 0 ||
      wholeOf(this.wheelX) !== 0 ||
      wholeOf(this.wheelY) !== 0
    );
  }

  /** Counts what a movement has gone since it was counted last. */
  private goOn(move: Move): void {
    const part = move.part as MovePart;
    const now = this.clock.nowUs;
    if (now === move.lastUs) return;
    if (part.fromUm >= 0) this.goByDepth(move, part, now - move.lastUs);
    else this.goByTime(move, part, now - move.beganUs);
    move.lastUs = now;
    if (part.isWheel) {
      this.wheelX += this.stepX;
      this.wheelY += this.stepY;
    } else {
      this.pointerX += this.stepX;
      this.pointerY += this.stepY;
    }
  }

  /** As far as it has gone after a time: v·t²/2R on its ramp, and at full speed after it. */
  private goByTime(move: Move, { x, y, rampUs }: MovePart, afterUs: number): void {
    const { goneX, goneY } = move;
    if (afterUs < rampUs) {
      const fullUs = (afterUs * afterUs) / (2 * rampUs);
      move.goneX = Math.trunc(x * fullUs);
      move.goneY = Math.trunc(y * fullUs);
    } else {
      move.goneX = x * afterUs - Math.trunc((x * rampUs) / 2);
      move.goneY = y * afterUs - Math.trunc((y * rampUs) / 2);
    }
    this.stepX = move.goneX - goneX;
    this.stepY = move.goneY - goneY;
  }

  /** As fast as the key is deep now; keys pressed together have no depth, and go at full speed. */
  private goByDepth(move: Move, part: MovePart, forUs: number): void {
    const { spanUm } = part;
    const { depths } = this;
    const deep = depths && move.key < depths.length ? (depths[move.key] as number) - part.fromUm : spanUm;
    const share = Math.max(0, Math.min(deep, spanUm));
    move.restX += part.x * forUs * share;
    move.restY += part.y * forUs * share;
    this.stepX = Math.trunc(move.restX / spanUm);
    this.stepY = Math.trunc(move.restY / spanUm);
    move.restX -= this.stepX * spanUm;
    move.restY -= this.stepY * spanUm;
  }
}

/** The whole counts in a distance that a report can tell; never a negative zero, which would be allocated. */
const wholeOf = (distance: number): number => Math.max(-MOST, Math.min(distance / COUNT, MOST)) | 0;
