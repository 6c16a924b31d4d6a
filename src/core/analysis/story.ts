/**
 * The story of something that reached the host: from the finger that caused it, through what was undecided and why it was
 * decided, to the layer that answered. Times are absolute, in µs, as in the lanes.
 */
import { titleOfCode } from '../codes';
import { timingOf, type Profile } from '../profile';
import type { HostBar, Lanes } from './lanes';
import { reasonOf } from './reasons';

/** One moment of a story. */
export type Moment = { tUs: number; what: string; more: string };

/**
 * Why a usage came when it came.
 * @param nameOf what a key is called in a sentence
 */
export function storyOf(bar: HostBar, lanes: Lanes, profile: Profile, nameOf: (key: string) => string): Moment[] {
  const { origin } = bar;
  if (!origin) return [{ tUs: bar.fromUs, what: `${titleOfCode(bar.name)} goes down`, more: '' }];
  const joint = origin.from.startsWith('joint:')
    ? profile.joints.find(({ id }) => `joint:${id}` === origin.from)
    : undefined;
  const who = joint ? joint.keys.map(nameOf).join(' and ') : nameOf(origin.from);
  const layerName = profile.layers.find(({ id }) => id === origin.layer)?.name ?? origin.layer;
  const moments: Moment[] = [];
  const decision = lanes.decisions.findLast(
    (candidate) => candidate.name === origin.from && candidate.toUs === bar.fromUs,
  );
  moments.push({
    tUs: decision?.fromUs ?? origin.pressedUs,
    what: `${who} ${joint ? 'are together' : 'goes down'}`,
    more: decision ? 'it could be several things: undecided' : '',
  });
  // Another key's decision at this very moment is what this press waited for.
  const waitedFor = lanes.decisions.findLast(
    (candidate) =>
      candidate.name !== origin.from &&
      candidate.toUs !== null &&
      candidate.fromUs <= origin.pressedUs &&
      candidate.toUs <= bar.fromUs &&
      candidate.toUs > origin.pressedUs,
  );
  for (const decided of [waitedFor, decision]) {
    if (!decided?.why || decided.toUs === null) continue;
    const does = profile.layers.find(({ id }) => id === decided.layer)?.keys[decided.name]?.does;
    const timing = does ? timingOf(profile, does) : profile.timing;
    const step = decided.step > 1 ? ` of press ${decided.step}` : '';
    moments.push({
      tUs: decided.toUs,
      what: `${nameOf(decided.name)} is decided: ${decided.outcome}${step}`,
      more: reasonOf(decided.why, timing),
    });
  }
  moments.push({
    tUs: bar.fromUs,
    what: `${titleOfCode(bar.name)} goes down at the host`,
    more: joint ? 'as the joint press says' : `${layerName} answered`,
  });
  return moments;
}
