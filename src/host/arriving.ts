/**
 * What has arrived at the computer, of what the keyboard sent: each edge waits until the computer tells of it. The computer's own times are used; how its
 * clock lies to this program's is the quickest that anything was told.
 */
import type { TraceLine } from '../core/engine';
import { isEdgeLine } from '../core/engine';
import type { Arrived } from '../core/hostSide';
import type { HeldName } from './pressed';

/** What has not come by then does not come. */
const COMES_WITHIN_MS = 1000;

type Sent = { edge: Arrived; name: HeldName | undefined; sentMs: number; isSettled: boolean };

export class Arriving {
  /** In the order in which they were sent. */
  private readonly sent: Sent[] = [];
  /** This program's time less the computer's, in ms; the least that was seen. */
  private apartMs = Infinity;

  /** @param keyboardUs a time of this program, in ms, as the keyboard's, in µs */
  constructor(private readonly keyboardUs: (ms: number) => number) {}

  /** An edge is about to be pressed under a name; undefined where the computer has no such key. */
  send(line: TraceLine, name: HeldName | undefined, nowMs: number): void {
    if (!isEdgeLine(line)) return;
    const edge: Arrived = { t: line.t, atUs: null, code: line.code, isDown: line.edge === 'down' };
    this.sent.push({ edge, name, sentMs: nowMs, isSettled: name === undefined });
  }

  /** The computer tells of a key or a button, with its own time in ms. What this program has not sent is nobody's business. */
  came(name: HeldName, isDown: boolean, atMs: number, nowMs: number): void {
    this.apartMs = Math.min(this.apartMs, nowMs - atMs);
    const first = this.sent.find((sent) => !sent.isSettled && sent.name === name && sent.edge.isDown === isDown);
    if (!first) return;
    first.isSettled = true;
    first.edge.atUs = this.keyboardUs(atMs + this.apartMs);
  }

  /** Takes out what is known by now, at most so many. */
  take(nowMs: number, most: number): Arrived[] {
    const isKnown = ({ isSettled, sentMs }: Sent): boolean => isSettled || nowMs - sentMs > COMES_WITHIN_MS;
    const open = this.sent.findIndex((sent) => !isKnown(sent));
    return this.sent.splice(0, Math.min(most, open < 0 ? this.sent.length : open)).map(({ edge }) => edge);
  }

  /** Nothing is waited for any more. */
  forget(): void {
    this.sent.length = 0;
    this.apartMs = Infinity;
  }
}
