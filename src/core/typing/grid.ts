/**
 * The settings that a sweep tries: for each field of a timing some values, and for the depths at which keys fire some actuations; every combination of
 * them. Which of them come to the same on a take is known before anything is played: a field that nothing in the profile looks at, and re-tap times
 * between which no two presses lie.
 */
import { settingsAround } from '../hands';
import {
  actuationSchema,
  gestureTimingSchema,
  mergeTiming,
  sameData,
  type Actuation,
  type Gesture,
  type GestureTiming,
  type PartialTiming,
  type Profile,
} from '../profile';
import { z } from '../reading';
import type { Fingers } from './playing';

/** So many settings are tried at the most: an hour's work for two cores. */
export const MOST_SETTINGS = 200_000;

type Field = keyof GestureTiming;
export const FIELDS = [
  'holdAfterMs',
  'interrupt',
  'otherHandOnly',
  'typingGuardMs',
  'retapMs',
  'tapGapMs',
  'tapMs',
] as const satisfies readonly Field[];

/** When gestures are decided, and how deep keys fire. */
export type Setting = { timing: GestureTiming; travel: Actuation };

/** Values for each field, and actuations; what is not named stays what it is. */
export type Grid = { [F in Field]?: readonly GestureTiming[F][] } & { travel?: readonly Actuation[] };

const { shape } = gestureTimingSchema;
const values = <T extends z.ZodType>(one: T) =>
  z.union([z.array(one).min(1).max(1000), one.transform((value) => [value])]);

/** A grid as a file: an object with a list of values (or one value) for each field that is tried, and for `travel`. */
export const gridSchema = z.strictObject({
  holdAfterMs: values(shape.holdAfterMs).optional(),
  tapGapMs: values(shape.tapGapMs).optional(),
  retapMs: values(shape.retapMs).optional(),
  typingGuardMs: values(shape.typingGuardMs).optional(),
  tapMs: values(shape.tapMs).optional(),
  interrupt: values(shape.interrupt).optional(),
  otherHandOnly: values(shape.otherHandOnly).optional(),
  travel: values(actuationSchema).optional(),
});

/** The gestures of a profile. */
const gesturesOf = ({ layers }: Profile): Gesture[] =>
  layers.flatMap(({ keys }) => Object.values(keys).flatMap(({ does }) => (does.kind === 'gesture' ? [does] : [])));

/** Which fields some gesture of a profile looks at, that does not have one of its own. */
export function fieldsThatMatter(profile: Profile): ReadonlySet<Field> {
  const found = new Set<Field>();
  for (const { steps, timing = {} } of gesturesOf(profile)) {
    const hasHold = steps.some(({ hold }) => hold);
    const looks: Partial<Record<Field, boolean>> = {
      holdAfterMs: hasHold || steps.length > 1,
      interrupt: hasHold,
      otherHandOnly: hasHold,
      typingGuardMs: steps[0]?.tap !== undefined,
      retapMs: steps.length === 1 && steps[0]?.tap !== undefined,
      tapGapMs: steps.length > 1,
    };
    for (const field of FIELDS) if (looks[field] && timing[field] === undefined) found.add(field);
  }
  // Marks of stroke plans are shown as long as taps are.
  const hasMarks = profile.layers.some(({ keys }) => Object.values(keys).some(({ does }) => does.kind === 'stroke'));
  if (found.size > 0 || hasMarks) found.add('tapMs');
  return found;
}

/** Every other of the values between the first and the last, and what is set now. */
const thinned = <T>(list: readonly T[], now: T): T[] =>
  list.filter((value, n) => n % 2 === 0 || n === list.length - 1 || value === now);

/** So many depths are tried beside what is set now. */
const DEPTHS = 5;

/** Depths around the one that is set now, from the most sensitive to the least. */
function depthsAround(now: Actuation, travelUm: number): Actuation[] {
  const all = settingsAround(now, travelUm);
  const step = (all.length - 1) / DEPTHS;
  const picked = Array.from({ length: DEPTHS + 1 }, (_, n) => all[Math.round(n * step)] as Actuation);
  return all.filter((one) => picked.includes(one) || sameData(one, now));
}

/**
 * What is tried when nobody says: one or two thousand settings around what is usual and what is set now.
 * @param depths what fires keys now, and how deep they go (µm), where a take has measured depths; the times are then tried in wider steps
 */
export function usualGrid(profile: Profile, depths?: { now: Actuation; travelUm: number }): Grid {
  const times = usualTimes(profile);
  if (!depths) return times;
  const { timing } = profile;
  return {
    ...times,
    ...(times.holdAfterMs && { holdAfterMs: thinned(times.holdAfterMs, timing.holdAfterMs) }),
    ...(times.typingGuardMs && { typingGuardMs: thinned(times.typingGuardMs, timing.typingGuardMs) }),
    travel: depthsAround(depths.now, depths.travelUm),
  };
}

function usualTimes(profile: Profile): Grid {
  const { timing } = profile;
  const matter = fieldsThatMatter(profile);
  const around = (now: number, others: readonly number[]): number[] =>
    [...new Set([now, ...others])].sort((a, b) => a - b);
  const hasDouble = matter.has('tapGapMs');
  return {
    ...(matter.has('holdAfterMs') && {
      holdAfterMs: around(timing.holdAfterMs, [110, 130, 150, 170, 185, 200, 220, 240, 260, 290, 330, 380]),
    }),
    ...(matter.has('interrupt') && { interrupt: ['nested', 'any', 'wait'] }),
    ...(matter.has('otherHandOnly') && { otherHandOnly: [false, true] }),
    ...(matter.has('typingGuardMs') && {
      typingGuardMs: around(timing.typingGuardMs, hasDouble ? [0, 80, 120] : [0, 60, 90, 120, 150, 190]),
    }),
    ...(matter.has('retapMs') && { retapMs: around(timing.retapMs, hasDouble ? [120] : [0, 120]) }),
    ...(hasDouble && { tapGapMs: around(timing.tapGapMs, [140, 180, 230]) }),
  };
}

/** The actuations of a grid, each once. */
const travelsOf = ({ travel = [] }: Grid): Actuation[] =>
  travel.filter((one, n) => travel.findIndex((other) => sameData(one, other)) === n);

/** How many settings a grid has. */
export const sizeOf = (grid: Grid): number =>
  FIELDS.reduce((size, field) => size * new Set<unknown>(grid[field] ?? [0]).size, 1) *
  Math.max(1, travelsOf(grid).length);

/** The setting of a grid by its number, on top of what is set now. */
export function settingAt(grid: Grid, number: number, now: Setting): Setting {
  const own: Record<string, unknown> = {};
  let rest = number;
  for (const field of FIELDS) {
    const list: unknown[] = [...new Set<unknown>(grid[field] ?? [])];
    if (list.length === 0) continue;
    own[field] = list[rest % list.length];
    rest = Math.floor(rest / list.length);
  }
  return { timing: mergeTiming(now.timing, own as PartialTiming), travel: travelsOf(grid)[rest] ?? now.travel };
}

/**
 * A name that settings share which come to the same on a take: values of fields that nobody looks at are left out, and a re-tap
 * time stands for the waits between two presses of one key that are shorter.
 */
export function samenessOf(profile: Profile, fingers: Fingers): (setting: Setting) => string {
  const matter = FIELDS.filter((field) => fieldsThatMatter(profile).has(field));
  const waits = waitsBetweenPresses(fingers);
  const shorterThan = oncePerValue((ms: number) => waits?.filter((wait) => wait < ms * 1000).length ?? ms);
  return ({ timing, travel }) =>
    [
      ...matter.map((field) => String(field === 'retapMs' ? shorterThan(timing.retapMs) : timing[field])),
      ...Object.values(travel),
    ].join(' ');
}

function oncePerValue(find: (value: number) => number): (value: number) => number {
  const known = new Map<number, number>();
  return (value) => {
    const found = known.get(value) ?? find(value);
    known.set(value, found);
    return found;
  };
}

/**
 * How long each key was up before it was pressed again, in µs; undefined where travel was measured, so that a press may begin at other
 * samples than it seems.
 */
function waitsBetweenPresses({ times, keys, depths }: Fingers): number[] | undefined {
  const releasedUs = new Map<number, number>();
  const down = new Set<number>();
  const waits: number[] = [];
  for (let n = 0; n < times.length; n++) {
    const [key, tUs] = [keys[n] as number, times[n] as number];
    if (depths[n] === 0) {
      if (down.delete(key)) releasedUs.set(key, tUs);
    } else if (down.has(key)) {
      return undefined;
    } else {
      down.add(key);
      const released = releasedUs.get(key);
      if (released !== undefined) waits.push(tUs - released);
    }
  }
  return waits;
}

/** Whether anything in a profile is decided by time at all. */
export const hasGestures = (profile: Profile): boolean => gesturesOf(profile).length > 0;
