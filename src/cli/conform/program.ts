/** A program that is a keyboard: started anew for each case, spoken to in reports. */
import { spawn, type ChildProcess } from 'node:child_process';
import { KeyboardClient, type Transport } from '../../core/device';
import { reasonOfSystem } from '../io';
import { inReports } from '../keyboard';

/** How a program came to its end: it never ran, or it has ended. */
export type End = { is: 'notStarted'; why: string } | { is: 'ended'; how: string };

export class Program {
  private readonly child: ChildProcess;
  private readonly got: Uint8Array[] = [];
  end: End | null = null;
  /** It has sent something, so it runs. */
  hasSpoken = false;
  /** Hears each report as it comes, instead of `next`. */
  take: ((report: Uint8Array) => void) | null = null;
  onEnd: () => void = () => undefined;

  constructor(command: string, args: readonly string[]) {
    this.child = spawn(command, args, { stdio: ['pipe', 'pipe', 'inherit'] });
    this.child.stdout?.on(
      'data',
      inReports((report) => {
        this.hasSpoken = true;
        if (this.take) this.take(report);
        else this.got.push(report);
      }),
    );
    this.child.stdin?.on('error', () => undefined);
    const ends = (end: End): void => {
      this.end ??= end;
      this.onEnd();
    };
    this.child.on('error', (error) => ends({ is: 'notStarted', why: reasonOfSystem(error) }));
    this.child.on('exit', (code, signal) =>
      ends({ is: 'ended', how: signal === null ? `with exit code ${code ?? 0}` : `by ${signal}` }),
    );
  }

  /** Why a request has no answer, as the end of a sentence. */
  whySilent(withinMs: number): string {
    if (this.end?.is === 'notStarted') return `the program cannot be started: ${this.end.why}`;
    if (this.end) return `the program has ended ${this.end.how}`;
    return this.hasSpoken
      ? `no answer within ${withinMs / 1000} s`
      : `the program has said nothing for ${withinMs / 1000} s`;
  }

  send(report: Uint8Array): void {
    if (!this.end) this.child.stdin?.write(report);
  }

  /** The next report, or undefined when none comes in time. */
  async next(withinMs: number): Promise<Uint8Array | undefined> {
    const until = Date.now() + withinMs;
    while (this.got.length === 0 && Date.now() < until && !this.end)
      await new Promise((resolve) => setTimeout(resolve, 2));
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
    return new KeyboardClient(
      transport,
      (ms, call) => {
        const timer = setTimeout(call, ms);
        return () => clearTimeout(timer);
      },
      1,
    );
  }

  stop(): void {
    this.child.stdin?.end();
    this.child.kill();
  }
}
