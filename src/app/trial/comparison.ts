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
  private compared: { version: number; changes: Changes } | null = null;

  /** @param before null when nothing is compared: what is played now is what was played then */
  constructor(public before: Got | null = null) {}

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
}
