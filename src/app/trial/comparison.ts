/** What the host got from the same fingers under other settings, beside what it gets now. */
import { changesBetween, type Changes, type HostBar } from '../../core/trial';
import { sameData, type Profile } from '../../core/profile';

/** What the host got while the fingers typed, from one time to another in µs, and the profiles that were played then. */
export type Got = { host: readonly HostBar[]; sinceUs: number; untilUs: number; under: readonly Profile[] };

/** What of a profile decides what the host gets. */
const playedOf = ({ timing, layers, joinedLayers, lampLayers, joints, macros, travel, hostLayout }: Profile) => ({
  timing,
  layers: layers.map(({ id, keys }) => ({
    id,
    keys: Object.fromEntries(Object.entries(keys).map(([key, { does }]) => [key, does])),
  })),
  joinedLayers,
  lampLayers,
  joints,
  macros,
  travel,
  hostLayout,
});

/** Whether two profiles are played alike: names, labels, roles and notes are not heard. */
export const playsAlike = (one: Profile, other: Profile): boolean =>
  one === other || sameData(playedOf(one), playedOf(other));

export class Comparison {
  private before: Got | null = null;
  private compared: { version: number; changes: Changes } | null = null;
  /** The profiles under which the fingers were typed that are remembered. */
  private under: readonly Profile[] = [];
  /** When the screen was cleared last, in µs: nothing before counts. -1 when it never was. */
  sinceUs = -1;

  /** Fingers come that are none of an earlier trial: what they type, they type under this profile. */
  typedUnder(profile: Profile): void {
    if (!this.under.includes(profile)) this.under = [...this.under, profile];
  }

  /** The fingers of an earlier trial, which gave its host this up to a time in µs, are run again under a profile. */
  goOn(earlier: Comparison, host: readonly HostBar[], untilUs: number, profile: Profile): void {
    const was = earlier.gotSoFar(host, untilUs);
    this.begin(was.under.some((one) => !playsAlike(one, profile)) ? was : null);
    this.under = was.under;
    this.sinceUs = was.sinceUs;
  }

  /** What differs; null when nothing is compared. Worked out once for each version of what there is now. */
  changes(version: number, host: readonly HostBar[]): Changes | null {
    if (!this.before) return null;
    if (this.compared?.version !== version) {
      const { host: was, sinceUs, untilUs } = this.before;
      const counts = ({ fromUs }: HostBar): boolean => fromUs > sinceUs && fromUs <= untilUs;
      this.compared = { version, changes: changesBetween(was.filter(counts), host.filter(counts)) };
    }
    return this.compared.changes;
  }

  /** What is compared counts from here, in µs. */
  clearedAt(tUs: number): void {
    this.sinceUs = tUs;
    this.begin(this.before && { ...this.before, sinceUs: tUs });
  }

  /** What is played now is what was played then. */
  forget(): void {
    this.begin(null);
    this.under = [];
  }

  private begin(before: Got | null): void {
    this.before = before;
    this.compared = null;
  }

  /** What the host got as it was typed, whatever settings ran it again since. */
  private gotSoFar(now: readonly HostBar[], untilUs: number): Got {
    const { before, sinceUs, under } = this;
    const host = before ? [...before.host, ...now.filter(({ fromUs }) => fromUs > before.untilUs)] : [...now];
    return { host, sinceUs, untilUs, under };
  }
}
