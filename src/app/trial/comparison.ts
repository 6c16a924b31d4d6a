/** What the host got from the same fingers under other settings, beside what it gets now. */
import { changesBetween, type Changes, type HostBar } from '../../core/trial';

/** What the host got, up to a time in µs. */
export type Got = { host: readonly HostBar[]; untilUs: number };

export class Comparison {
  private compared: { version: number; changes: Changes } | null = null;

  /** @param before null when nothing is compared */
  constructor(public before: Got | null = null) {}

  /** What differs; null when nothing is compared. Worked out once for each version of what there is now. */
  changes(version: number, host: readonly HostBar[]): Changes | null {
    if (!this.before) return null;
    if (this.compared?.version !== version) {
      const { host: was, untilUs } = this.before;
      const now = host.filter(({ fromUs }) => fromUs <= untilUs);
      this.compared = { version, changes: changesBetween(was, now) };
    }
    return this.compared.changes;
  }
}
