/**
 * What the pretend host says of its lamps: a key that turns one on is answered some milliseconds later with an output report, as by a real one.
 */
import { HOST_LAMPS, type HostLamp } from '../../core/codes';
import type { Sample } from '../../core/engine';
import type { HostText } from '../../core/hosts';

/** How long a host takes to answer, in µs. */
const ANSWERS_AFTER_US = 4000;

type Answer = { tUs: number; lamp: HostLamp; lit: boolean };

export class HostLamps {
  /** What it has told the keyboard, or is about to; undefined of a lamp that it has told nothing of. */
  private readonly told = new Map<HostLamp, boolean>();
  private readonly due: Answer[] = [];
  private readonly answers = new WeakSet<Sample>();

  constructor(private readonly host: HostText) {}

  /** The keyboard is plugged in: it is told of the lamps that are lit. */
  greet(): void {
    for (const lamp of HOST_LAMPS)
      if (this.host.isLit(lamp) && !this.told.has(lamp)) this.answer({ tUs: 0, lamp, lit: true });
  }

  /** Keys have arrived at the host at a time: of what they turned on or off it is going to tell. */
  look(tUs: number): void {
    for (const lamp of HOST_LAMPS) {
      const lit = this.host.isLit(lamp);
      // Num Lock is on from the beginning, of which nobody needs to be told.
      if (lit !== (this.told.get(lamp) ?? lamp === 'NumLock')) this.answer({ tUs: tUs + ANSWERS_AFTER_US, lamp, lit });
    }
  }

  /** What is to be told by a time, once. */
  next(untilUs: number): Answer | undefined {
    return this.hasMore(untilUs) ? this.due.shift() : undefined;
  }

  hasMore(untilUs: number): boolean {
    const [first] = this.due;
    return first !== undefined && first.tUs <= untilUs;
  }

  /** Marks a sample as an answer of this host, which another trial of the same fingers may give otherwise. */
  answered(sample: Sample): Sample {
    this.answers.add(sample);
    return sample;
  }

  hasAnswered(sample: Sample): boolean {
    return this.answers.has(sample);
  }

  /** A lamp was told of: by this host, by hand, or by a record of another. */
  said(lamp: HostLamp, lit: boolean): void {
    this.told.set(lamp, lit);
    this.host.light(lamp, lit);
  }

  private answer(answer: Answer): void {
    this.told.set(answer.lamp, answer.lit);
    this.due.push(answer);
  }
}
