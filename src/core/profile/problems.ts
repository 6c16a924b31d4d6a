/**
 * What is wrong with a profile that has the right shape: references to what is not there, and what the board or its
 * controller cannot take. Each problem has a JSON path, so that a person finds the place in the file as well as on the screen.
 */
import { boardById, contactOf, type Board } from '../board';
import { hostLayout, isHostHere, lackingIn, namedCharacter } from '../hosts';
import { listed, quoted } from '../reading';
import { allActions } from './actions';
import type { Path, Problem } from './problem';
import { referencesOf } from './references';
import type { Actuation, Profile } from './schema';

/** The shortest time from one pass of a macro to the next, in µs. */
const LEAST_PASS_US = 1000;

/** A depth as people say it: at least one figure behind the point, and all that are needed. */
const mm = (um: number): string => `${(um / 1000).toFixed(3).replace(/0{1,2}$/, '')} mm`;

const tooDeep = (um: number, board: Board): string =>
  `${mm(um)} is more than the ${mm(board.travelUm)} that a key of the ${board.name} travels`;

function actuationProblems(actuation: Actuation, path: Path, board: Board): Problem[] {
  const found: Problem[] = [];
  if (actuation.pointUm > board.travelUm) {
    found.push({
      path: [...path, 'pointUm'],
      message: tooDeep(actuation.pointUm, board),
    });
  }
  if (actuation.mode === 'fixed' && actuation.releaseUm !== undefined && actuation.releaseUm > actuation.pointUm) {
    found.push({
      path: [...path, 'releaseUm'],
      message: `${mm(actuation.releaseUm)} is deeper than the actuation point at ${mm(actuation.pointUm)}`,
    });
  }
  return found;
}

/** Problems with what the document refers to: layers, macros and roles that are not there. */
function referenceProblems(profile: Profile): Problem[] {
  const there = {
    layer: new Set(profile.layers.map(({ id }) => id)),
    macro: new Set(profile.macros.map(({ id }) => id)),
    role: new Set(profile.roles.map(({ id }) => id)),
  };
  return referencesOf(profile).flatMap(({ what, id, path }): Problem[] => {
    if (what === 'key' || there[what].has(id)) return [];
    const others = what === 'layer' ? `; the layers are ${listed([...there.layer])}` : '';
    return [{ path, message: `there is no ${what} ${quoted(id)}${others}` }];
  });
}

/** Problems of macros and texts: times that contradict each other, passes without end, characters no key makes. */
function macroProblems(profile: Profile, board: Board): Problem[] {
  const found: Problem[] = [];
  const host = hostLayout(profile.hostLayout);
  if (!isHostHere(profile.hostLayout))
    return [{ path: ['hostLayout'], message: `the host layout ${quoted(profile.hostLayout)} has not been read` }];
  const checkText = (text: string, path: Path): void => {
    for (const { character, at } of lackingIn(host, text).slice(0, 3)) {
      const what = `${namedCharacter(character)}, number ${at + 1} of the text`;
      const message = `no keys of a host with the layout ${host.name} make ${what}; leave it out, or take a host layout that has it`;
      found.push({ path, message });
    }
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
        if (event.atUs > score.lengthUs)
          found.push({
            path: ['macros', n, part, 'events', e, 'atUs'],
            message: `${event.atUs} lies behind the end of the score, ${score.lengthUs}; make the score longer`,
          });
        if ('text' in event) checkText(event.text, ['macros', n, part, 'events', e, 'text']);
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
  const noKey = (id: string) => `the ${board.name} has no key ${quoted(id)}`;
  const found: Problem[] = referencesOf(profile).flatMap(({ what, id, path }) =>
    what === 'key' && !keys.has(id) ? [{ path, message: noKey(id) }] : [],
  );
  profile.layers.forEach((layer, n) => {
    for (const [key, { does }] of Object.entries(layer.keys)) {
      const path = ['layers', n, 'keys', key];
      const contact = contactOf(board, key);
      if (contact !== key)
        found.push({ path, message: `${key} lies on the contact of ${contact}; assign that one, and both do it` });
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
                message: tooDeep(crossing.atUm, board),
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
  for (const { action, path } of allActions(profile))
    if (action.do === 'slot' && action.how === 'go' && action.slot > board.device.slots)
      found.push({
        path: [...path, 'slot'],
        message: `there is no slot ${action.slot}; the ${board.name} has ${board.device.slots}`,
      });
  const pairs = new Map<string, number>();
  profile.joints.forEach((joint, n) => {
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
    return [
      ...found,
      { path: ['board'], message: `there is no board ${quoted(profile.board)} here; give its board file` },
    ];
  if (board.id !== profile.board)
    found.push({ path: ['board'], message: `is ${quoted(profile.board)}, but the board given is ${quoted(board.id)}` });
  return [...found, ...boardProblems(profile, board), ...macroProblems(profile, board)];
}
