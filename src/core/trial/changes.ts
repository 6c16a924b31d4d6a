/**
 * What changed at the host when the same fingers were run again with other settings. Bars are matched by the press they came
 * from, so that one press that means something else now does not upset all that follow.
 */
import type { HostBar } from './lanes';

export type Changes = {
  /** What the host got before, and no longer gets. */
  gone: HostBar[];
  /** What the host gets now, and did not get before. */
  came: HostBar[];
  /** What it got before too, at another time; in µs, later is positive. */
  moved: { bar: HostBar; byUs: number }[];
};

const placeOf = ({ name, origin }: HostBar): string => `${origin?.from ?? ''} ${origin?.pressedUs ?? ''} ${name}`;

/** The differences between two outcomes of the same fingers, each in the order of time. */
export function changesBetween(before: readonly HostBar[], after: readonly HostBar[]): Changes {
  const waiting = new Map<string, HostBar[]>();
  for (const bar of before) {
    const same = waiting.get(placeOf(bar));
    if (same) same.push(bar);
    else waiting.set(placeOf(bar), [bar]);
  }
  const came: HostBar[] = [];
  const moved: Changes['moved'] = [];
  for (const bar of after) {
    const earlier = waiting.get(placeOf(bar))?.shift();
    if (!earlier) came.push(bar);
    else if (earlier.fromUs !== bar.fromUs) moved.push({ bar, byUs: bar.fromUs - earlier.fromUs });
  }
  const gone = [...waiting.values()].flat().sort((a, b) => a.fromUs - b.fromUs);
  return { gone, came, moved };
}
