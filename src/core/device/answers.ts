/**
 * The answering end of the link, as a state machine for each connection. A request is carried out once, however often it comes: the
 * answers to the last ones are remembered and given again. One that is older than those, or of another session, is dropped. A hello of
 * a session that was not there before begins anew; one of a session that has ended is an echo.
 */
import type { ReportReader } from './linkReports';
import { REASON_BYTES, REFUSAL, ReportWriter, REQUEST, WORKING } from './linkReports';

/** How many requests are remembered: more than can be on the way. */
const REMEMBERED = 128;
const SESSIONS_REMEMBERED = 16;

export type Meaning = 'new' | 'seen' | 'stale' | 'no session';

export class Answers {
  session: number | null = null;
  private readonly sessions: number[] = [];
  private newest = 0;
  /** The reports of each answer, or none as long as it is being worked out. */
  private readonly given = new Map<number, Uint8Array[]>();
  private lastTold = 0;

  constructor(private readonly send: (report: Uint8Array) => void) {}

  /** What a request is; one that was seen has its answer sent again. */
  meet(request: ReportReader): Meaning {
    if (request.kind === REQUEST.hello && request.session !== this.session) {
      if (this.sessions.includes(request.session)) return 'stale';
      this.begin(request.session);
      return this.remember(request.sequence, 'new');
    }
    if (this.session === null) return 'no session';
    if (request.session !== this.session) return 'stale';
    const behind = (this.newest - request.sequence) & 0xffff;
    const given = this.given.get(request.sequence);
    if (given) {
      if (given.length > 0) given.forEach((report) => this.send(report));
      else this.send(new ReportWriter(WORKING, request.sequence, this.session).sealed());
      return 'seen';
    }
    if (behind >= REMEMBERED && behind < 0x8000) return 'stale';
    return this.remember(request.sequence, 'new');
  }

  /** Whether something that needs no answer is newer than the last of its kind: what comes late is not carried out after what came later. */
  isNews(told: ReportReader): boolean {
    if (this.session === null || told.session !== this.session) return false;
    const ahead = (told.sequence - this.lastTold) & 0xffff;
    if (ahead === 0 || ahead >= 0x8000) return false;
    this.lastTold = told.sequence;
    return true;
  }

  answer(sequence: number, answer: ReportWriter): void {
    this.give(sequence, [answer.sealed()]);
  }

  /** Says no, in as many reports as the reason needs. */
  refuse(sequence: number, reason: string): void {
    const count = Math.max(1, Math.ceil(reason.length / REASON_BYTES));
    this.give(
      sequence,
      Array.from({ length: count }, (_, n) =>
        new ReportWriter(REFUSAL, sequence, this.session ?? 0)
          .u8(n)
          .u8(count)
          .text(reason.slice(n * REASON_BYTES, (n + 1) * REASON_BYTES))
          .sealed(),
      ),
    );
  }

  private begin(session: number): void {
    this.session = session;
    this.sessions.push(session);
    if (this.sessions.length > SESSIONS_REMEMBERED) this.sessions.shift();
    this.given.clear();
    this.newest = 0;
    this.lastTold = 0;
  }

  private remember(sequence: number, meaning: Meaning): Meaning {
    const ahead = (sequence - this.newest) & 0xffff;
    if (ahead < 0x8000) this.newest = sequence;
    this.given.set(sequence, []);
    for (const known of this.given.keys()) {
      if (this.given.size <= REMEMBERED) break;
      this.given.delete(known);
    }
    return meaning;
  }

  private give(sequence: number, reports: Uint8Array[]): void {
    if (this.given.has(sequence)) this.given.set(sequence, reports);
    for (const report of reports) this.send(report);
  }
}
