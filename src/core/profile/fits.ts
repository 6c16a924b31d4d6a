/**
 * Whether a profile that an edit has made would load again: the same schemas that read a file look at what has changed. Profiles
 * are never changed in place, so a part that has passed once passes for ever and is remembered; a drag over a long score looks
 * only at the events it moves.
 */
import { keyIdSchema } from '../board';
import { say, z } from '../reading';
import { isKeyEvent } from './keyEvents';
import { LIMITS } from './limits';
import type { Path, Problem } from './problem';
import { problemsOfZod } from './reading';
import {
  actuationSchema,
  assignmentSchema,
  gestureTimingSchema,
  joinedLayersSchema,
  lampLayerSchema,
  jointSchema,
  layerSchema,
  listOf,
  macroSchema,
  profileSchema,
  roleSchema,
  scoreEventSchema,
  scoreSchema,
  writtenGlowSchema,
  writtenWalkSchema,
  type Layer,
  type Macro,
  type Profile,
  type Score,
} from './schema';

const proved = new WeakSet();

const layerHead = layerSchema.omit({ keys: true }).strip();
const profileHead = profileSchema
  .pick({ format: true, version: true, id: true, name: true, icon: true, board: true, restsOn: true, hostLayout: true })
  .strip();
const withId = z.object({ id: z.string() });
const LISTS = {
  layers: listOf('layer', withId, LIMITS.layers, 1),
  joints: listOf('joint press', withId, LIMITS.joints),
  macros: listOf('macro', withId, LIMITS.macros),
  roles: listOf('role', withId, LIMITS.roles),
  joinedLayers: z.array(z.unknown()).max(LIMITS.joinedLayers),
  lampLayers: z.array(z.unknown()).max(LIMITS.lampLayers),
} as const;

/** The first problem of a value at a place; undefined when it passes, or has passed before. */
function problemOf(schema: z.ZodType, value: unknown, path: Path): Problem | undefined {
  const isPart = typeof value === 'object' && value !== null;
  if (isPart && proved.has(value)) return undefined;
  const result = schema.safeParse(value);
  if (!result.success) {
    const [first] = problemsOfZod(result.error);
    return {
      path: [...path, ...(first?.path ?? [])],
      wrong: first?.wrong ?? { is: 'value', said: say('is not right') },
    };
  }
  if (isPart) proved.add(value);
  return undefined;
}

/** Key ids that have passed: a layer has many, and an edit makes none. */
const provedKeys = new Set<string>();
const MOST_PROVED_KEYS = 2000;

function keyProblem(key: string, path: Path): Problem | undefined {
  if (provedKeys.has(key)) return undefined;
  const problem = problemOf(keyIdSchema, key, path);
  if (provedKeys.size >= MOST_PROVED_KEYS) provedKeys.clear();
  if (!problem) provedKeys.add(key);
  return problem;
}

/** The first problem among the parts of one thing, which is remembered when there is none. */
function firstOfParts(whole: object, parts: () => Iterable<Problem | undefined>): Problem | undefined {
  if (proved.has(whole)) return undefined;
  for (const problem of parts()) if (problem) return problem;
  proved.add(whole);
  return undefined;
}

const layerProblem = (layer: Layer, path: Path): Problem | undefined =>
  firstOfParts(layer, function* () {
    yield problemOf(layerHead, { ...layer }, path);
    for (const [key, assignment] of Object.entries(layer.keys)) {
      yield keyProblem(key, [...path, 'keys', key]);
      yield problemOf(assignmentSchema, assignment, [...path, 'keys', key]);
    }
  });

const scoreProblem = (score: Score, path: Path): Problem | undefined =>
  firstOfParts(score, function* () {
    if (score.events.length > LIMITS.scoreEvents)
      yield {
        path,
        wrong: { is: 'value', said: say(`has ${score.events.length} events; ${LIMITS.scoreEvents} is the most`) },
      };
    yield problemOf(scoreSchema, { ...score, events: [] }, path);
    for (let n = 0; n < score.events.length; n++) {
      const event = score.events[n];
      if (event && !isKeyEvent(event) && !proved.has(event))
        yield problemOf(scoreEventSchema, event, [...path, 'events', n]);
    }
  });

const macroProblem = (macro: Macro, path: Path): Problem | undefined =>
  firstOfParts(macro, function* () {
    const { onPress, repeat, onRelease, ...figures } = macro;
    yield problemOf(macroSchema, figures, path);
    if (onPress) yield scoreProblem(onPress, [...path, 'onPress']);
    if (repeat) yield scoreProblem(repeat, [...path, 'repeat']);
    if (onRelease) yield scoreProblem(onRelease, [...path, 'onRelease']);
  });

const travelProblem = ({ travel }: Profile): Problem | undefined =>
  firstOfParts(travel, function* () {
    yield problemOf(actuationSchema, travel.board, ['travel', 'board']);
    for (const [key, actuation] of Object.entries(travel.keys)) {
      yield keyProblem(key, ['travel', 'keys', key]);
      yield problemOf(actuationSchema, actuation, ['travel', 'keys', key]);
    }
  });

/** The first thing in a profile that would keep it from loading; undefined when it loads. */
export const misfitOf = (profile: Profile): Problem | undefined =>
  firstOfParts(profile, function* () {
    yield problemOf(profileHead, { ...profile }, []);
    yield problemOf(gestureTimingSchema, profile.timing, ['timing']);
    for (const list of Object.keys(LISTS) as (keyof typeof LISTS)[])
      yield problemOf(LISTS[list], profile[list], [list]);
    for (const [n, layer] of profile.layers.entries()) yield layerProblem(layer, ['layers', n]);
    for (const [n, joint] of profile.joints.entries()) yield problemOf(jointSchema, joint, ['joints', n]);
    for (const [n, macro] of profile.macros.entries()) yield macroProblem(macro, ['macros', n]);
    for (const [n, role] of profile.roles.entries()) yield problemOf(roleSchema, role, ['roles', n]);
    for (const [n, joined] of profile.joinedLayers.entries())
      yield problemOf(joinedLayersSchema, joined, ['joinedLayers', n]);
    for (const [n, shown] of profile.lampLayers.entries()) yield problemOf(lampLayerSchema, shown, ['lampLayers', n]);
    if (profile.walk) yield problemOf(writtenWalkSchema, profile.walk, ['walk']);
    if (profile.glow) yield problemOf(writtenGlowSchema, profile.glow, ['glow']);
    yield travelProblem(profile);
  });
