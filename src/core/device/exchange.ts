/**
 * The asking end of the link, as a state machine. A request is *queued* until there is room in the window, then *sent*, and sent again with
 * the same number until an answer comes or patience is over; a keyboard that says it is *working* is waited for longer. Answers that come
 * twice, late, damaged or out of order change nothing. It has no clock and no chance of its own: `after` and the session's number come from outside.
 */
import { ANSWER_BIT, isIntact, REFUSAL, ReportReader, ReportWriter, WORKING } from './linkReports';

/** The keyboard said no, or went away, or says nothing. The message is the reason, without its full stop. */
export class LinkError extends Error {}
/** The keyboard itself said no, so that it did nothing. */
class Refusal extends LinkError {}

/** Calls back after a time in ms; what is returned calls it off. Core has no clock, so whoever opens a link brings one. */
export type After = (ms: number, call: () => void) => () => void;

/** Without an answer for so long, in ms, a request is sent again. */
const RESEND_MS = 150;
/** So often, so that one that says nothing is given up after 3 s; one that says it is working after 15 s. */
const MOST_SENDS = 20;
const MOST_WORKING_SENDS = 100;
/** How many requests are on the way at a time. The other end remembers four times as many. */
const WINDOW = 32;

type Asked = {
  state: 'queued' | 'sent' | 'working';
  readonly sequence: number;
  readonly report: Uint8Array;
  readonly kind: number;
  sends: number;
  /** The pieces of a refusal that have come. */
  readonly reason: string[];
  callOff: () => void;
  readonly resolve: (answer: ReportReader) => void;
  readonly reject: (error: LinkError) => void;
};

export class Exchange {
  private sequence = 0;
  private readonly asked = new Map<number, Asked>();
  private queue: Asked[] = [];
  private onTheWay = 0;
  /** How many reports had to be sent again. */
  resent = 0;
  isOpen = true;

  constructor(
    readonly session: number,
    private readonly send: (report: Uint8Array) => void,
    private readonly after: After,
  ) {}

  /** Asks, and comes back with the answer. @throws LinkError */
  ask(kind: number, fill: (report: ReportWriter) => unknown = () => undefined): Promise<ReportReader> {
    if (!this.isOpen) return Promise.reject(new LinkError('the keyboard is not connected'));
    this.sequence = (this.sequence + 1) & 0xffff;
    const report = new ReportWriter(kind, this.sequence, this.session);
    fill(report);
    return new Promise((resolve, reject) => {
      this.queue.push({
        state: 'queued',
        sequence: this.sequence,
        report: report.sealed(),
        kind,
        sends: 0,
        reason: [],
        callOff: () => undefined,
        resolve,
        reject,
      });
      this.fillWindow();
    });
  }

  /** Says something that needs no answer, and may get lost. */
  tell(kind: number, fill: (report: ReportWriter) => unknown): void {
    if (!this.isOpen) return;
    this.sequence = (this.sequence + 1) & 0xffff;
    const report = new ReportWriter(kind, this.sequence, this.session);
    fill(report);
    this.send(report.sealed());
  }

  /** Takes a report; gives it back when it is no answer, and undefined when that is all. */
  receive(bytes: Uint8Array): ReportReader | undefined {
    if (!isIntact(bytes)) return undefined;
    const report = new ReportReader(bytes);
    if (report.session !== this.session) return undefined;
    if (report.kind < ANSWER_BIT) return report;
    const asked = this.asked.get(report.sequence);
    if (!asked) return undefined;
    if (report.kind === WORKING) {
      asked.state = 'working';
    } else if (report.kind === REFUSAL) {
      const [place, count] = [report.u8(), report.u8()];
      asked.reason[place] = report.text();
      if (Object.keys(asked.reason).length >= count) this.conclude(asked, new Refusal(asked.reason.join('')));
    } else if (report.kind === (asked.kind | ANSWER_BIT)) {
      this.conclude(asked, report);
    }
    return undefined;
  }

  /** The link is gone: nothing more is answered. */
  close(reason: string): void {
    if (!this.isOpen) return;
    this.isOpen = false;
    const all = [...this.asked.values(), ...this.queue];
    this.queue = [];
    for (const asked of all) this.conclude(asked, new LinkError(reason));
  }

  private fillWindow(): void {
    while (this.onTheWay < WINDOW) {
      const asked = this.queue.shift();
      if (!asked) return;
      this.onTheWay++;
      asked.state = 'sent';
      this.asked.set(asked.sequence, asked);
      this.sendOnce(asked);
    }
  }

  private sendOnce(asked: Asked): void {
    if (asked.sends >= (asked.state === 'working' ? MOST_WORKING_SENDS : MOST_SENDS)) {
      const seconds = (asked.sends * RESEND_MS) / 1000;
      this.conclude(asked, new LinkError(`the keyboard did not answer within ${seconds} s`));
      return;
    }
    if (asked.sends++ > 0) this.resent++;
    asked.callOff = this.after(RESEND_MS, () => this.sendOnce(asked));
    this.send(asked.report);
  }

  private conclude(asked: Asked, outcome: ReportReader | LinkError): void {
    asked.callOff();
    if (this.asked.delete(asked.sequence)) this.onTheWay--;
    if (outcome instanceof LinkError) asked.reject(outcome);
    else asked.resolve(outcome);
    if (this.isOpen) this.fillWindow();
  }
}
