/**
 * Things that are allowed and will disappoint: a layer nothing leads to, a layer with no way back, a hold that fast typing
 * sets off. Each has its place and its reason, and where there is one, an edit that mends it.
 */
import { sameHand, type Board, type BoardKey, type KeyId } from '../board';
import { isModifier } from '../codes';
import {
  actionsOf,
  answerFrom,
  timingOf,
  waysTo,
  type Action,
  type Assignment,
  type Edit,
  type Gesture,
  type Layer,
  type Path,
  type Profile,
} from '../profile';

/** One piece of advice. `layer` and `key` say where to look; `fix` mends it, and `fixName` is what its button says. */
export type Advice = { path: Path; layer: string; key?: KeyId; message: string; fix?: Edit; fixName?: string };

/** The shortest time, in ms, that taps of practised typists reliably stay under. */
const USUAL_TAP_MS = 120;
const CALM_HOLD_MS = 180;
/** Where a way back is put when there is none: the first of these keys that the layer leaves free. */
const WAY_BACK_KEYS = ['Escape', 'L2-1', 'Backspace', 'R1-6'];

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Whether with a layer shown on top of the base, some key leads away from it. */
function hasWayBack(profile: Profile, board: Board, index: number): boolean {
  const layer = profile.layers[index];
  return board.keys.some((key) => {
    const answer = answerFrom(profile, index, key.id);
    return (
      answer !== undefined &&
      actionsOf(answer.assignment.does).some(
        ({ action }) =>
          action.do === 'layer' &&
          ((action.how === 'go' && action.layer !== layer?.id) ||
            (action.how === 'flip' && action.layer === layer?.id)),
      )
    );
  });
}

function layerAdvice(profile: Profile, board: Board): Advice[] {
  const [base] = profile.layers;
  return profile.layers.flatMap((layer, index): Advice[] => {
    if (!base || index === 0) return [];
    const path: Path = ['layers', index];
    const ways = waysTo(profile, layer.id).filter((way) => way.fromLayer !== layer.id);
    const fromJoints = profile.joints.flatMap((joint) => actionsOf({ kind: 'act', action: joint.action }));
    const jointWays = fromJoints.flatMap(({ action }) =>
      action.do === 'layer' && action.layer === layer.id ? [action.how] : [],
    );
    const isJoined = profile.joinedLayers.some(({ also }) => also === layer.id);
    if (ways.length === 0 && jointWays.length === 0 && !isJoined) {
      return [
        { path, layer: layer.id, message: `Nothing leads to ${layer.name}: no key, no joint press, no joined layers.` },
      ];
    }
    const stays = [...ways.map(({ how }) => how), ...jointWays].some((how) => how === 'go' || how === 'flip');
    if (!stays || hasWayBack(profile, board, index)) return [];
    const free = WAY_BACK_KEYS.find((key) => board.keys.some(({ id }) => id === key) && !layer.keys[key]);
    const back: Assignment = { does: { kind: 'act', action: { do: 'layer', how: 'go', layer: base.id } } };
    return [
      {
        path,
        layer: layer.id,
        message: `${layer.name} has no way back: once it is shown, no key leaves it.`,
        ...(free && {
          key: free,
          fix: { edit: 'assign', layer: layer.id, key: free, to: back },
          fixName: `Put the way back on ${free}`,
        }),
      },
    ];
  });
}

const holdsModifiers = (action: Action | undefined): boolean => action?.do === 'keys' && action.codes.every(isModifier);

const isLetterTap = (action: Action | undefined): boolean =>
  action?.do === 'keys' &&
  action.codes.length === 1 &&
  /^(Key[A-Z]|Space|Semicolon|Comma|Period|Slash|Quote)$/.test(action.codes[0] ?? '');

function gestureAdvice(
  profile: Profile,
  layer: Layer,
  key: KeyId,
  assignment: Assignment,
  gesture: Gesture,
  path: Path,
): Advice[] {
  const timing = timingOf(profile, gesture);
  const [first] = gesture.steps;
  const mended = (own: Partial<typeof timing>): Edit => ({
    edit: 'assign',
    layer: layer.id,
    key,
    to: { ...assignment, does: { ...gesture, timing: { ...gesture.timing, ...own } } },
  });
  const found: Advice[] = [];
  if (first?.tap && holdsModifiers(first.hold) && timing.holdAfterMs < USUAL_TAP_MS) {
    found.push({
      path,
      layer: layer.id,
      key,
      message: `It becomes a modifier after ${timing.holdAfterMs} ms, which is shorter than a usual tap.`,
      fix: mended({ holdAfterMs: CALM_HOLD_MS }),
      fixName: `Hold after ${CALM_HOLD_MS} ms`,
    });
  }
  if (isLetterTap(first?.tap) && first?.hold && timing.interrupt === 'any' && !timing.otherHandOnly) {
    found.push({
      path,
      layer: layer.id,
      key,
      message: 'Under “any” every letter that overlaps it in fast typing makes it a hold.',
      fix: mended({ interrupt: 'nested' }),
      fixName: 'Use “nested”',
    });
  }
  return found;
}

/** The keys that hold a layer by `while`. */
const holdersOf = (profile: Profile, board: Board, layer: string): BoardKey[] =>
  waysTo(profile, layer)
    .filter(({ how }) => how === 'while')
    .flatMap(({ key }) => board.keys.filter(({ id }) => id === key));

/** Joined layers whose every pair of keys asks one finger to be in two places. */
function fingerAdvice(profile: Profile, board: Board): Advice[] {
  return profile.joinedLayers.flatMap(({ when, also }, index): Advice[] => {
    const [a, b] = when;
    if (a === undefined || b === undefined) return [];
    const pairs = holdersOf(profile, board, a).flatMap((left) =>
      holdersOf(profile, board, b).map((right) => [left, right] as const),
    );
    const otherWays = when.some((layer) => waysTo(profile, layer).some(({ how }) => how === 'flip' || how === 'go'));
    const clash =
      pairs.length > 0 && pairs.every(([left, right]) => sameHand(left, right) && left.finger === right.finger);
    if (!clash || otherWays) return [];
    const finger = pairs[0]?.[0];
    const name = (id: string): string => profile.layers.find((layer) => layer.id === id)?.name ?? id;
    const message = `${name(also)} needs ${name(a)} and ${name(b)} together, and the ${finger?.hand ?? ''} ${finger?.finger ?? ''} would have to hold both.`;
    return [{ path: ['joinedLayers', index], layer: also, message }];
  });
}

/** All advice on a profile that has no problems: layers first, then keys in the order of the board. */
export function adviceOn(profile: Profile, board: Board): Advice[] {
  const onKeys = profile.layers.flatMap((layer, index) =>
    board.keys.flatMap(({ id }): Advice[] => {
      const assignment = layer.keys[id];
      if (assignment?.does.kind !== 'gesture') return [];
      return gestureAdvice(profile, layer, id, assignment, assignment.does, ['layers', index, 'keys', id, 'does']);
    }),
  );
  return [...layerAdvice(profile, board), ...fingerAdvice(profile, board), ...onKeys].map((advice) => ({
    ...advice,
    message: capital(advice.message),
  }));
}
