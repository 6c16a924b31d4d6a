/**
 * What would have made a decision come out otherwise: changes to the key's moments, each tried on the very fingers. Advice that the
 * profile has on the key comes first, with its own words.
 */
import { adviceOn } from '../advice';
import { check, isSound, type Sound } from '../check';
import type { Sample } from '../engine';
import type { Said } from '../reading';
import { applyEdit, timeKeys, timingOf, type Edit, type PartialTiming, type Profile } from '../profile';
import { changesBetween } from './changes';
import { Lanes, type DecisionBar } from './lanes';
import { runRecord } from './record';

/** What the fingers did, up to when, and when everything was let go of; times in µs. */
export type Played = { samples: readonly Sample[]; lettings: readonly number[]; untilUs: number };

export type Remedy = {
  name: string;
  edit: Edit;
  /** The advice that it stands under; absent when it is found for these fingers alone. */
  because?: Said;
  /** What the key would have become; null when it would not have been undecided at all. */
  outcome: DecisionBar['outcome'];
  /** How many presses the host would get otherwise, of all that these fingers did. */
  differ: number;
};

/** So much room a moment is given beyond what would just do, in ms. */
const ROOM_MS = 20;
const GUARD_MS = 120;
const LEAST_HOLD_MS = 60;

/** Whatever samples made of a sound profile. */
function lanesOf(sound: Sound, { samples, lettings, untilUs }: Played): Lanes {
  const lanes = new Lanes();
  for (const { lines } of runRecord(sound, samples, lettings, untilUs)) for (const line of lines) lanes.take(line);
  return lanes;
}

/** Moments under which this decision may come out otherwise, with what their button says. */
function otherMoments(profile: Profile, bar: DecisionBar): { name: string; to: PartialTiming }[] {
  const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does;
  if (does?.kind !== 'gesture' || bar.toUs === null) return [];
  const timing = timingOf(profile, does);
  const tookMs = Math.ceil((bar.toUs - bar.fromUs) / 1000);
  const found: { name: string; to: PartialTiming }[] = [];
  if (bar.outcome === 'hold') {
    if (bar.why === 'nested' || bar.why === 'pressed-inside') {
      if (timing.interrupt === 'any') found.push({ name: 'Use “nested”', to: { interrupt: 'nested' } });
      found.push({ name: 'Decide by time alone', to: { interrupt: 'wait' } });
      if (!timing.otherHandOnly) found.push({ name: 'Only by keys of the other hand', to: { otherHandOnly: true } });
      if (timing.typingGuardMs < GUARD_MS)
        found.push({ name: `Tap at once within ${GUARD_MS} ms of typing`, to: { typingGuardMs: GUARD_MS } });
    }
    if (bar.why === 'timeout') {
      const later = Math.min(1000, Math.ceil((timing.holdAfterMs + ROOM_MS * 3) / 10) * 10);
      found.push({ name: `Hold after ${later} ms`, to: { holdAfterMs: later } });
    }
  }
  if (bar.outcome === 'tap') {
    const sooner = Math.floor((tookMs - ROOM_MS) / 10) * 10;
    if (bar.why === 'released-early' && sooner >= LEAST_HOLD_MS && sooner < timing.holdAfterMs)
      found.push({ name: `Hold after ${sooner} ms`, to: { holdAfterMs: sooner } });
    if (bar.why === 'guard') found.push({ name: 'Without the typing guard', to: { typingGuardMs: 0 } });
    if (bar.why === 'same-hand') found.push({ name: 'Also by keys of the same hand', to: { otherHandOnly: false } });
    if (bar.why === 'retap') found.push({ name: 'Without repeating after a tap', to: { retapMs: 0 } });
    if (timing.interrupt === 'wait') found.push({ name: 'Use “nested”', to: { interrupt: 'nested' } });
  }
  return found;
}

/**
 * Remedies for one decision, tried on the fingers that it was made of: the profile's own advice on the key whatever comes of it, and
 * other moments as far as they make a difference to this very press.
 */
export function remediesFor(bar: DecisionBar, sound: Sound, played: Played): Remedy[] {
  const { profile, board } = sound;
  if (bar.toUs === null) return [];
  const now = lanesOf(sound, played);
  const advised = adviceOn(sound).flatMap(({ layer, key, fix, fixName, message }) =>
    key === bar.name && layer === bar.layer && fix && fixName !== undefined
      ? [{ name: fixName, edit: fix, because: message }]
      : [],
  );
  const others = otherMoments(profile, bar).flatMap(({ name, to }) => {
    const edit = timeKeys(profile, bar.layer, [bar.name], to);
    return edit && advised.every((one) => one.name !== name) ? [{ name, edit }] : [];
  });
  const tried: Pick<Remedy, 'name' | 'edit' | 'because'>[] = [...advised, ...others];
  return tried.flatMap((one): Remedy[] => {
    const applied = applyEdit(profile, one.edit);
    const checked = applied.ok ? check(applied.profile, board) : undefined;
    if (!checked || !isSound(checked)) return [];
    const then = lanesOf(checked, played);
    const decided = then.decisions.find(({ name, fromUs }) => name === bar.name && fromUs === bar.fromUs);
    const { gone, came } = changesBetween(now.host, then.host);
    const outcome = decided?.outcome ?? null;
    const helps = outcome !== bar.outcome;
    return helps || one.because !== undefined
      ? [{ ...one, outcome, differ: new Set([...gone, ...came].map(({ fromUs }) => fromUs)).size }]
      : [];
  });
}
