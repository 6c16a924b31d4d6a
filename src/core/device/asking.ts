/**
 * The yes on the keyboard, as a state machine: for each connection *none*, *asked*, *given* or *denied*. One is asked for at a time; whoever is
 * given leave has it as long as the connection; nobody's answer in time is told once, and then may be asked for again.
 */
import { LEAVE } from './linkReports';
import { Refused } from './refused';

/** How long the person is asked, in µs. */
const ASKED_FOR_US = 30_000_000;

type Leave = 'asked' | 'given' | 'denied';

/** @typeParam By who asks */
export class Asking<By extends object> {
  private readonly leaves = new Map<By, Leave>();
  private untilUs = Infinity;
  private by: By | null = null;

  /** @param changed called when the person is asked, and when that is over */
  constructor(private readonly changed: () => void) {}

  /** Whether the person is being asked. */
  get isAsked(): boolean {
    return this.by !== null;
  }

  /** When time itself decides, in µs. */
  get nextUs(): number {
    return this.untilUs;
  }

  /** Whether somebody may write; asks the person when that is not known. One of `LEAVE`. @throws Refused while another one is asked for */
  ask(by: By, nowUs: number): number {
    const leave = this.leaves.get(by);
    if (leave === 'given') return LEAVE.given;
    if (leave === 'denied') {
      this.leaves.delete(by);
      return LEAVE.denied;
    }
    if (this.by && this.by !== by) throw new Refused('another page is asking for a yes on the keyboard');
    if (!this.by) {
      this.leaves.set(by, 'asked');
      this.by = by;
      this.untilUs = nowUs + ASKED_FOR_US;
      this.changed();
    }
    return LEAVE.asked;
  }

  /** @throws Refused when nobody has said yes for this one */
  mustBeGiven(by: By): void {
    if (this.leaves.get(by) !== 'given') throw new Refused('nobody has said yes on the keyboard');
  }

  /** The person has pressed the key. */
  yes(): void {
    this.decide('given');
  }

  tick(nowUs: number): void {
    if (nowUs >= this.untilUs) this.decide('denied');
  }

  /** Who asked has gone. */
  forget(by: By): void {
    this.leaves.delete(by);
    if (this.by === by) this.over();
  }

  private decide(leave: 'given' | 'denied'): void {
    if (!this.by) return;
    this.leaves.set(this.by, leave);
    this.over();
  }

  private over(): void {
    this.by = null;
    this.untilUs = Infinity;
    this.changed();
  }
}
