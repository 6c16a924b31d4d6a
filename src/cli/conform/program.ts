/** A program that is a keyboard: started anew for each case, spoken to in reports. */
import { spawn } from 'node:child_process';
import { KeyboardClient, type Transport } from '../../core/device';
import { reasonOfSystem } from '../io';
import { inReports } from '../keyboard';

/** How a program came to its end: it never ran, or it has ended. */
export type End = { is: 'notStarted'; why: string } | { is: 'ended'; how: string };

/** What carries reports to a keyboard and back: a process, or in tests one that is none. */
export type Wire = {
  send(report: Uint8Array): void;
  stop(): void;
  onReport: (report: Uint8Array) => void;
  onEnd: (end: End) => void;
};

/** A program of its own, spoken to over its standard input and output. */
export function processWire(command: string, args: readonly string[]): Wire {
  const child = spawn(command, args, { stdio: ['pipe', 'pipe', 'inherit'] });
  const wire: Wire = {
    send: (report) => void child.stdin.write(report),
    stop: () => {
      child.stdin.end();
      child.kill();
    },
    onReport: () => undefined,
    onEnd: () => undefined,
  };
  child.stdin.on('error', () => undefined);
  child.stdout.on(
    'data',
    inReports((report) => wire.onReport(report)),
  );
  child.on('error', (error) => wire.onEnd({ is: 'notStarted', why: reasonOfSystem(error) }));
  child.on('exit', (code, signal) =>
    wire.onEnd({ is: 'ended', how: signal === null ? `with exit code ${code ?? 0}` : `by ${signal}` }),
  );
  return wire;
}

export class Program {
  private readonly got: Uint8Array[] = [];
  end: End | null = null;
  /** It has sent something, so it runs. */
  hasSpoken = false;
  /** Hears each report as it comes, instead of `next`. */
  take: ((report: Uint8Array) => void) | null = null;
  onEnd: () => void = () => undefined;

  /** Somebody waits for a report, or for the end. */
  private wake: () => void = () => undefined;

  /** @param pace what all waiting is multiplied by: less than 1 for a program that is known to be quick */
  constructor(
    private readonly wire: Wire,
    private readonly pace = 1,
  ) {
    wire.onReport = (report) => {
      this.hasSpoken = true;
      if (this.take) this.take(report);
      else this.got.push(report);
      this.wake();
    };
    wire.onEnd = (end) => {
      this.end ??= end;
      this.onEnd();
      this.wake();
    };
  }

  /** Calls back after a time; what comes out calls that off. */
  readonly after = (ms: number, call: () => void): (() => void) => {
    const timer = setTimeout(call, ms * this.pace);
    return () => clearTimeout(timer);
  };

  wait(ms: number): Promise<void> {
    return new Promise((resolve) => this.after(ms, resolve));
  }

  /** How much of a time that began at `fromMs` of the monotonic clock is left, in ms of the kit; 0 when it is over. */
  left(fromMs: number, withinMs: number): number {
    return Math.max(0, withinMs - (performance.now() - fromMs) / this.pace);
  }

  /** Why a request has no answer, as the end of a sentence. */
  whySilent(withinMs: number): string {
    if (this.end?.is === 'notStarted') return `the program cannot be started: ${this.end.why}`;
    if (this.end) return `the program has ended ${this.end.how}`;
    return this.hasSpoken
      ? `no answer within ${(withinMs / 1000) * this.pace} s`
      : `the program has said nothing for ${(withinMs / 1000) * this.pace} s`;
  }

  send(report: Uint8Array): void {
    if (!this.end) this.wire.send(report);
  }

  /** The next report, or undefined when none comes in time. */
  async next(withinMs: number): Promise<Uint8Array | undefined> {
    if (this.got.length === 0 && !this.end)
      await new Promise<void>((resolve) => {
        const callOff = this.after(withinMs, resolve);
        this.wake = () => {
          callOff();
          resolve();
        };
      });
    return this.got.shift();
  }

  /** A page that speaks to it; `pass` may do something to the reports of either way. */
  client(pass: (report: Uint8Array, deliver: (report: Uint8Array) => void) => void = (r, d) => d(r)): KeyboardClient {
    const transport: Transport = {
      send: (report) => pass(report, (one) => this.send(one)),
      close: () => this.stop(),
      onReport: () => undefined,
      onClose: () => undefined,
    };
    this.take = (report) => pass(report, (one) => transport.onReport(one));
    this.onEnd = () => transport.onClose();
    return new KeyboardClient(transport, this.after, 1);
  }

  stop(): void {
    this.wire.stop();
  }
}
