/**
 * Who holds which usage at the host. Every usage has a count: down is sent at 0 -> 1, up at 1 -> 0. A non-modifier that
 * is begun again while it is down is sent up and down once more, so that no press is lost.
 */
import type { Outputs } from './outputs';
import type { Program } from './program';

export class UsageStage {
  private readonly counts: Uint16Array;

  constructor(
    private readonly program: Program,
    private readonly clock: { readonly nowUs: number },
    private readonly outputs: Outputs,
  ) {
    this.counts = new Uint16Array(program.codes.length);
  }

  isModifier(usage: number): boolean {
    return this.program.modifiers[usage] === 1;
  }

  isDown(usage: number): boolean {
    return (this.counts[usage] as number) > 0;
  }

  /** How many hold a usage. */
  countOf(usage: number): number {
    return this.counts[usage] as number;
  }

  downNow(usage: number): void {
    this.down(usage, this.clock.nowUs);
  }

  upNow(usage: number): void {
    this.up(usage, this.clock.nowUs);
  }

  /** One who holds a usage presses it again: a non-modifier goes up and down. */
  strikeAgain(usage: number): void {
    if (this.isModifier(usage)) return;
    this.outputs.edge(this.clock.nowUs, false, usage);
    this.outputs.edge(this.clock.nowUs, true, usage);
  }

  down(usage: number, tUs: number): void {
    const count = this.counts[usage] as number;
    this.counts[usage] = count + 1;
    if (count === 0) {
      this.outputs.edge(tUs, true, usage);
    } else if (!this.isModifier(usage)) {
      this.outputs.edge(tUs, false, usage);
      this.outputs.edge(tUs, true, usage);
    }
  }

  up(usage: number, tUs: number): void {
    const count = (this.counts[usage] as number) - 1;
    this.counts[usage] = count;
    if (count === 0) this.outputs.edge(tUs, false, usage);
  }
}
