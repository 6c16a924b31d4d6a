/**
 * What is wrong with a profile that has the right shape: references to what is not there, and what the board or its
 * controller cannot take. Each problem has a JSON path, so that a person finds the place in the file as well as on the screen.
 */
import { boardById, contactOf, type Board } from '../board';
import { hostLayout, isHostHere, lackingIn } from '../hosts';
import { allActions } from './actions';
import type { Path, Problem, Roomed, Wrong } from './problem';
import { referencesOf } from './references';
import type { Actuation, Profile } from './schema';

/** The shortest time from one pass of a macro to the next, in µs. */
const LEAST_PASS_US = 1000;

const tooDeep = (um: number, { travelUm, name }: Board): Wrong => ({ is: 'tooDeep', um, travelUm, board: name });

const tooMany = (what: Roomed, count: number, room: number, { name }: Board): Wrong => ({
  is: 'tooMany',
  what,
  count,
  room,
  board: name,
});

function actuationProblems(actuation: Actuation, path: Path, board: Board): Problem[] {
  const found: Problem[] = [];
  if (actuation.pointUm > board.travelUm) {
    found.push({
      path: [...path, 'pointUm'],
      wrong: tooDeep(actuation.pointUm, board),
    });
  }
  if (actuation.mode === 'fixed' && actuation.releaseUm !== undefined && actuation.releaseUm > actuation.pointUm) {
    found.push({
      path: [...path, 'releaseUm'],
      wrong: { is: 'releasedDeeper', releaseUm: actuation.releaseUm, pointUm: actuation.pointUm },
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
    return [{ path, wrong: { is: 'missing', what, id, layers: [...there.layer] } }];
  });
}

/** Problems of macros and texts: times that contradict each other, passes without end, characters no key makes. */
function macroProblems(profile: Profile, board: Board): Problem[] {
  const found: Problem[] = [];
  const host = hostLayout(profile.hostLayout);
  if (!isHostHere(profile.hostLayout))
    return [{ path: ['hostLayout'], wrong: { is: 'hostNotRead', id: profile.hostLayout } }];
  const checkText = (text: string, path: Path): void => {
    for (const { character, at } of lackingIn(host, text).slice(0, 3))
      found.push({ path, wrong: { is: 'noCharacter', character, at, host: host.name } });
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
            wrong: { is: 'behindTheEnd', atUs: event.atUs, lengthUs: score.lengthUs },
          });
        if ('text' in event) checkText(event.text, ['macros', n, part, 'events', e, 'text']);
      });
    }
    const passUs = macro.repeat && macro.repeat.lengthUs + macro.gapMs * 1000;
    if (passUs !== undefined && passUs < LEAST_PASS_US)
      found.push({
        path: ['macros', n, 'repeat', 'lengthUs'],
        wrong: { is: 'shortPass', us: passUs, leastUs: LEAST_PASS_US },
      });
    if (events > board.device.macroEvents)
      found.push({ path: ['macros', n], wrong: tooMany('events', events, board.device.macroEvents, board) });
  });
  return found;
}

/** Problems of a profile on its board: keys that are not there, depths beyond the travel, limits of the controller. */
function boardProblems(profile: Profile, board: Board): Problem[] {
  const keys = new Set(board.keys.map((key) => key.id));
  const found: Problem[] = referencesOf(profile).flatMap(({ what, id, path }) =>
    what === 'key' && !keys.has(id) ? [{ path, wrong: { is: 'noKey', key: id, board: board.name } }] : [],
  );
  profile.layers.forEach((layer, n) => {
    for (const [key, { does }] of Object.entries(layer.keys)) {
      const path = ['layers', n, 'keys', key];
      const contact = contactOf(board, key);
      if (contact !== key) found.push({ path, wrong: { is: 'sharedContact', key, contact } });
      if (does.kind === 'gesture' && does.steps.length > board.device.gestureSteps) {
        found.push({
          path: [...path, 'does', 'steps'],
          wrong: tooMany('steps', does.steps.length, board.device.gestureSteps, board),
        });
      }
      if (does.kind === 'stroke') {
        if (!board.analog)
          found.push({
            path: [...path, 'does'],
            wrong: { is: 'noTravel', board: board.name },
          });
        if (does.spans.length > board.device.spansPerKey) {
          found.push({
            path: [...path, 'does', 'spans'],
            wrong: tooMany('spans', does.spans.length, board.device.spansPerKey, board),
          });
        }
        does.spans.forEach((span, s) => {
          for (const end of ['from', 'to'] as const) {
            const crossing = span[end];
            if (crossing && crossing.atUm > board.travelUm) {
              found.push({
                path: [...path, 'does', 'spans', s, end, 'atUm'],
                wrong: tooDeep(crossing.atUm, board),
              });
            }
          }
          if (span.to && span.to.going === span.from.going && span.to.atUm === span.from.atUm) {
            found.push({
              path: [...path, 'does', 'spans', s, 'to'],
              wrong: { is: 'sameCrossing' },
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
        wrong: { is: 'noSlot', slot: action.slot, slots: board.device.slots, board: board.name },
      });
  const pairs = new Map<string, number>();
  profile.joints.forEach((joint, n) => {
    const together = [...new Set(joint.keys)].sort().join(' + ');
    if (new Set(joint.keys).size < joint.keys.length)
      found.push({ path: ['joints', n, 'keys'], wrong: { is: 'keyTwice' } });
    const earlier = pairs.get(together);
    if (earlier !== undefined)
      found.push({ path: ['joints', n, 'keys'], wrong: { is: 'sameKeys', joint: earlier + 1 } });
    else pairs.set(together, n);
  });
  found.push(...actuationProblems(profile.travel.board, ['travel', 'board'], board));
  for (const [key, actuation] of Object.entries(profile.travel.keys)) {
    found.push(...actuationProblems(actuation, ['travel', 'keys', key], board));
  }
  const limits: [Roomed, number, number][] = [
    ['layers', profile.layers.length, board.device.layers],
    ['macros', profile.macros.length, board.device.macros],
    ['joints', profile.joints.length, board.device.joints],
  ];
  for (const [what, used, most] of limits) {
    if (used > most) found.push({ path: [what], wrong: tooMany(what, used, most, board) });
  }
  return found;
}

/**
 * Every problem of a profile of the right shape. With no board given the bundled one of that name is used; when there is
 * none, that is a problem too.
 */
export function profileProblems(profile: Profile, board: Board | undefined = boardById(profile.board)): Problem[] {
  const found = referenceProblems(profile);
  if (!board) return [...found, { path: ['board'], wrong: { is: 'noBoard', id: profile.board } }];
  if (board.id !== profile.board)
    found.push({ path: ['board'], wrong: { is: 'otherBoard', named: profile.board, given: board.id } });
  return [...found, ...boardProblems(profile, board), ...macroProblems(profile, board)];
}
