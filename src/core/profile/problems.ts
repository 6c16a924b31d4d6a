/**
 * What is wrong with a profile that has the right shape: references to what is not there, doubles, and what the board
 * or its controller cannot take. Each problem has a JSON path, so that a person finds the place in the file as well as
 * on the screen.
 */
import { boardById, type Board } from '../board';
import { HOST_LAYOUTS, strokeOfCharacter } from '../codes';
import { allActions } from './questions';
import { profileSchema, type Actuation, type Profile } from './schema';
import type { z } from 'zod';

/** The shortest time from one pass of a macro to the next, in µs. */
const LEAST_PASS_US = 1000;

export type Path = readonly (string | number)[];

/** One problem: where, and a sentence that says what is wrong and what would be right. */
export type Problem = { path: Path; message: string };

/** A JSON path as people write it: `layers[1].keys.KeyA.does`. */
export function printPath(path: Path): string {
  if (path.length === 0) return 'the whole file';
  return path
    .map((part, n) =>
      typeof part === 'number'
        ? `[${part}]`
        : /^[A-Za-z_]\w*$/.test(part)
          ? `${n ? '.' : ''}${part}`
          : `[${JSON.stringify(part)}]`,
    )
    .join('');
}

export const printProblem = (problem: Problem): string => `${printPath(problem.path)}: ${problem.message}`;

/** Zod's issues as problems. A union of shapes names the discriminant, so the sentence can list what is allowed. */
export function problemsOfZod(error: z.ZodError): Problem[] {
  return error.issues.flatMap((issue): Problem[] => {
    const path = issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part));
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({ path: [...path, key], message: 'is not a field that is known here' }));
    }
    if (issue.code === 'invalid_union' && 'discriminator' in issue && issue.discriminator) {
      return [{ path, message: 'is missing or not one of the known kinds' }];
    }
    if (issue.code === 'invalid_value')
      return [{ path, message: `must be ${issue.values.map((value) => JSON.stringify(value)).join(' or ')}` }];
    return [{ path, message: issue.message }];
  });
}

/** A profile from unknown data, or the problems of its shape. Defaults are filled in. */
export function readProfile(data: unknown): { profile: Profile } | { problems: Problem[] } {
  const result = profileSchema.safeParse(data);
  return result.success ? { profile: result.data } : { problems: problemsOfZod(result.error) };
}

function doubles(ids: readonly string[], path: (index: number) => Path, what: string): Problem[] {
  const first = new Map<string, number>();
  return ids.flatMap((id, index) => {
    const earlier = first.get(id);
    if (earlier === undefined) {
      first.set(id, index);
      return [];
    }
    return [{ path: path(index), message: `${what} "${id}" is there twice; the first is number ${earlier + 1}` }];
  });
}

function actuationProblems(actuation: Actuation, path: Path, board: Board): Problem[] {
  const found: Problem[] = [];
  if (actuation.pointUm > board.travelUm) {
    found.push({
      path: [...path, 'pointUm'],
      message: `${actuation.pointUm} is deeper than the travel of the ${board.name}, ${board.travelUm}`,
    });
  }
  if (actuation.mode === 'fixed' && actuation.releaseUm !== undefined && actuation.releaseUm > actuation.pointUm) {
    found.push({
      path: [...path, 'releaseUm'],
      message: `${actuation.releaseUm} is deeper than the actuation point, ${actuation.pointUm}`,
    });
  }
  return found;
}

/** Problems with what the document refers to: layers, macros, roles, and ids that are there twice. */
function referenceProblems(profile: Profile): Problem[] {
  const layers = new Set(profile.layers.map((layer) => layer.id));
  const macros = new Set(profile.macros.map((macro) => macro.id));
  const roles = new Set(profile.roles.map((role) => role.id));
  const noLayer = (id: string) => `there is no layer "${id}"; the layers are ${[...layers].join(', ')}`;
  const found: Problem[] = [
    ...doubles([...profile.layers.map((layer) => layer.id)], (n) => ['layers', n, 'id'], 'layer'),
    ...doubles([...profile.macros.map((macro) => macro.id)], (n) => ['macros', n, 'id'], 'macro'),
    ...doubles([...profile.joints.map((joint) => joint.id)], (n) => ['joints', n, 'id'], 'joint press'),
    ...doubles([...profile.roles.map((role) => role.id)], (n) => ['roles', n, 'id'], 'role'),
  ];
  for (const { action, path } of allActions(profile)) {
    if (action.do === 'layer' && !layers.has(action.layer))
      found.push({ path: [...path, 'layer'], message: noLayer(action.layer) });
    if (action.do === 'macro' && !macros.has(action.macro))
      found.push({ path: [...path, 'macro'], message: `there is no macro "${action.macro}"` });
  }
  profile.joinedLayers.forEach((joined, n) => {
    joined.when.forEach((id, w) => {
      if (!layers.has(id)) found.push({ path: ['joinedLayers', n, 'when', w], message: noLayer(id) });
    });
    if (!layers.has(joined.also)) found.push({ path: ['joinedLayers', n, 'also'], message: noLayer(joined.also) });
  });
  profile.layers.forEach((layer, n) => {
    for (const [key, { role }] of Object.entries(layer.keys)) {
      if (role !== undefined && !roles.has(role))
        found.push({ path: ['layers', n, 'keys', key, 'role'], message: `there is no role "${role}"` });
    }
  });
  return found;
}

/** Problems of macros and texts: times that contradict each other, passes without end, characters no key makes. */
function macroProblems(profile: Profile, board: Board): Problem[] {
  const found: Problem[] = [];
  const host = HOST_LAYOUTS[profile.hostLayout];
  const checkText = (text: string, path: Path): void => {
    const unknown = [...text].find((character) => !strokeOfCharacter(host, character));
    if (unknown !== undefined)
      found.push({ path, message: `no key of a ${host.name} host makes the character ${JSON.stringify(unknown)}` });
  };
  for (const { action, path } of allActions(profile))
    if (action.do === 'text') checkText(action.text, [...path, 'text']);
  profile.macros.forEach((macro, n) => {
    let events = 0;
    for (const part of ['onPress', 'repeat', 'onRelease'] as const) {
      const score = macro[part];
      if (!score) continue;
      events += score.events.length;
      score.events.forEach((event, e) => {
        const path = ['macros', n, part, 'events', e];
        if (event.atUs > score.lengthUs)
          found.push({
            path: [...path, 'atUs'],
            message: `${event.atUs} lies behind the end of the score, ${score.lengthUs}; make the score longer`,
          });
        if ('text' in event) checkText(event.text, [...path, 'text']);
      });
    }
    if (macro.repeat && macro.repeat.lengthUs + macro.gapMs * 1000 < LEAST_PASS_US) {
      found.push({
        path: ['macros', n, 'repeat', 'lengthUs'],
        message: `a pass and the gap behind it last ${macro.repeat.lengthUs + macro.gapMs * 1000} µs; ${LEAST_PASS_US} is the least`,
      });
    }
    if (events > board.device.macroEvents) {
      found.push({
        path: ['macros', n],
        message: `${events} events; a macro of the ${board.name} has room for ${board.device.macroEvents}`,
      });
    }
  });
  return found;
}

/** Problems of a profile on its board: keys that are not there, depths beyond the travel, limits of the controller. */
function boardProblems(profile: Profile, board: Board): Problem[] {
  const keys = new Set(board.keys.map((key) => key.id));
  const noKey = (id: string) => `the ${board.name} has no key "${id}"`;
  const found: Problem[] = [];
  profile.layers.forEach((layer, n) => {
    for (const [key, { does }] of Object.entries(layer.keys)) {
      const path = ['layers', n, 'keys', key];
      if (!keys.has(key)) found.push({ path, message: noKey(key) });
      if (does.kind === 'gesture' && does.steps.length > board.device.gestureSteps) {
        found.push({
          path: [...path, 'does', 'steps'],
          message: `${does.steps.length} steps; the ${board.name} has room for ${board.device.gestureSteps}`,
        });
      }
      if (does.kind === 'stroke') {
        if (!board.analog)
          found.push({
            path: [...path, 'does'],
            message: `the ${board.name} does not measure travel, so it has no stroke plans`,
          });
        if (does.spans.length > board.device.spansPerKey) {
          found.push({
            path: [...path, 'does', 'spans'],
            message: `${does.spans.length} spans; the ${board.name} has room for ${board.device.spansPerKey}`,
          });
        }
        does.spans.forEach((span, s) => {
          for (const end of ['from', 'to'] as const) {
            const crossing = span[end];
            if (crossing && crossing.atUm > board.travelUm) {
              found.push({
                path: [...path, 'does', 'spans', s, end, 'atUm'],
                message: `${crossing.atUm} is deeper than the travel of the ${board.name}, ${board.travelUm}`,
              });
            }
          }
          if (span.to && span.to.going === span.from.going && span.to.atUm === span.from.atUm) {
            found.push({
              path: [...path, 'does', 'spans', s, 'to'],
              message: 'is the same crossing as "from"; leave it out for a mark',
            });
          }
        });
      }
    }
  });
  const pairs = new Map<string, number>();
  profile.joints.forEach((joint, n) => {
    joint.keys.forEach((key, k) => {
      if (!keys.has(key)) found.push({ path: ['joints', n, 'keys', k], message: noKey(key) });
    });
    const together = [...new Set(joint.keys)].sort().join(' + ');
    if (new Set(joint.keys).size < joint.keys.length)
      found.push({ path: ['joints', n, 'keys'], message: 'names a key twice' });
    const earlier = pairs.get(together);
    if (earlier !== undefined)
      found.push({ path: ['joints', n, 'keys'], message: `joint press number ${earlier + 1} has the same keys` });
    else pairs.set(together, n);
  });
  found.push(...actuationProblems(profile.travel.board, ['travel', 'board'], board));
  for (const [key, actuation] of Object.entries(profile.travel.keys)) {
    if (!keys.has(key)) found.push({ path: ['travel', 'keys', key], message: noKey(key) });
    found.push(...actuationProblems(actuation, ['travel', 'keys', key], board));
  }
  const limits: [string, number, number][] = [
    ['layers', profile.layers.length, board.device.layers],
    ['macros', profile.macros.length, board.device.macros],
    ['joints', profile.joints.length, board.device.joints],
  ];
  for (const [what, used, most] of limits) {
    if (used > most) found.push({ path: [what], message: `${used} ${what}; the ${board.name} has room for ${most}` });
  }
  return found;
}

/**
 * Every problem of a profile of the right shape. With no board given the bundled one of that name is used; when there is
 * none, that is a problem too.
 */
export function profileProblems(profile: Profile, board: Board | undefined = boardById(profile.board)): Problem[] {
  const found = referenceProblems(profile);
  if (!board)
    return [...found, { path: ['board'], message: `there is no board "${profile.board}" here; give its board file` }];
  if (board.id !== profile.board)
    found.push({ path: ['board'], message: `is "${profile.board}", but the board given is "${board.id}"` });
  return [...found, ...boardProblems(profile, board), ...macroProblems(profile, board)];
}
