/** What the fingers did in a trial: their samples, oldest first, and when everything was let go of between them. */
import type { Sample } from '../../core/engine';

export class FingerRecord {
  readonly samples: Sample[] = [];
  /** In the order of time. */
  private letGoAt: number[] = [];

  get lettings(): readonly number[] {
    return this.letGoAt;
  }

  add(sample: Sample): void {
    this.samples.push(sample);
  }

  letGo(...timesUs: readonly number[]): void {
    this.letGoAt.push(...timesUs);
  }

  /** With times from 0, as a strokes file has them. */
  strokes(): Sample[] {
    const startUs = this.samples[0]?.tUs ?? 0;
    return this.samples.map((sample) => ({ ...sample, tUs: sample.tUs - startUs }));
  }

  /** Whether everything was let go of between the strokes, of which the strokes themselves do not tell. */
  get wasLetGo(): boolean {
    const [first] = this.samples;
    return first !== undefined && this.letGoAt.some((tUs) => tUs > first.tUs);
  }

  /** Forgets what is older than a time in µs. */
  forget(beforeUs: number): void {
    const kept = this.samples.findIndex(({ tUs }) => tUs >= beforeUs);
    if (kept > 0) this.samples.splice(0, kept);
    if ((this.letGoAt[0] ?? Infinity) < beforeUs) this.letGoAt = this.letGoAt.filter((tUs) => tUs >= beforeUs);
  }
}
