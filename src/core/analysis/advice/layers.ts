/** Advice on layers: nothing leads there, nothing leads back, or one finger would have to be in two places. */
import { sameHand, type Board, type BoardKey } from '../../board';
import { actionsOf, answerFrom, waysTo, type Assignment, type Path, type Profile } from '../../profile';
import type { Advice } from './advice';

/** Where a way back is put when there is none: the first of these keys that the layer leaves free. */
const WAY_BACK_KEYS = ['Escape', 'L2-1', 'Backspace', 'R1-6'];

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

export function layerAdvice(profile: Profile, board: Board): Advice[] {
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

/** The keys that hold a layer by `while`. */
const holdersOf = (profile: Profile, board: Board, layer: string): BoardKey[] =>
  waysTo(profile, layer)
    .filter(({ how }) => how === 'while')
    .flatMap(({ key }) => board.keys.filter(({ id }) => id === key));

/** Joined layers whose every pair of keys asks one finger to be in two places. */
export function fingerAdvice(profile: Profile, board: Board): Advice[] {
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
