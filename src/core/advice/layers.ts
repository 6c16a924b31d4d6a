/** Found on layers: nothing leads there, nothing leads back, or one finger would have to be in two places. */
import { sameHand, type Board, type BoardKey } from '../board';
import {
  actionsOf,
  answerFrom,
  isAdded,
  referencesTo,
  waysTo,
  type Action,
  type Assignment,
  type Binding,
  type LayerId,
  type Path,
  type Profile,
} from '../profile';
import { foreign } from '../reading';
import type { Found } from './advice';

/** Where a way back is put when there is none: the first of these keys that the layer leaves free. */
const WAY_BACK_KEYS = ['Escape', 'L2-1', 'Backspace', 'R1-6'];

/** Whether an action leads away from a layer that is shown. */
const leadsAway = (action: Action, layer: LayerId): boolean =>
  action.do === 'layer' &&
  ((action.how === 'go' && action.layer !== layer) || (action.how === 'flip' && action.layer === layer));

/** Whether with a layer shown on top of the base, some key leads away from it, or some joint press, which works on every layer. */
function hasWayBack(profile: Profile, board: Board, index: number): boolean {
  const layer = profile.layers[index]?.id ?? '';
  const away = (does: Binding): boolean => actionsOf(does).some(({ action }) => leadsAway(action, layer));
  return (
    profile.joints.some(({ action }) => away({ kind: 'act', action })) ||
    board.keys.some((key) => {
      const answer = answerFrom(profile, index, key.id);
      return answer !== undefined && away(answer.assignment.does);
    })
  );
}

export function layerAdvice(profile: Profile, board: Board): Found[] {
  const [base] = profile.layers;
  return profile.layers.flatMap((layer, index): Found[] => {
    if (!base || index === 0) return [];
    const path: Path = ['layers', index];
    const name = foreign(layer.name);
    const ways = waysTo(profile, layer.id).filter(({ site }) => site.in === 'joint' || site.layer !== layer.id);
    if (ways.length === 0 && !isAdded(profile, layer.id)) {
      return [
        {
          path,
          layer: layer.id,
          message: `Nothing leads to ${name}: no key, no joint press, no joined layers, no lamp.`,
        },
      ];
    }
    const stays = ways.some(({ how }) => how === 'go' || how === 'flip');
    if (!stays || hasWayBack(profile, board, index)) return [];
    const free = WAY_BACK_KEYS.find((key) => board.keys.some(({ id }) => id === key) && !layer.keys[key]);
    const back: Assignment = { does: { kind: 'act', action: { do: 'layer', how: 'go', layer: base.id } } };
    return [
      {
        path,
        layer: layer.id,
        message: `${name} has no way back: once it is shown, no key leaves it.`,
        ...(free && {
          key: free,
          fix: { edit: 'assign', layer: layer.id, key: free, to: back },
          fixName: `Put the way back on ${free}`,
        }),
      },
    ];
  });
}

/** What leads to the base otherwise than by going there: it is there already, so that nothing comes of it. */
export function baseAdvice(profile: Profile): Found[] {
  const [base] = profile.layers;
  if (!base) return [];
  return referencesTo(profile, 'layer', base.id).flatMap(({ site, path }): Found[] => {
    const action = site.in === 'key' || site.in === 'joint' ? site.action : undefined;
    const isShown = site.in === 'lampLayers' || (action?.do === 'layer' && action.how !== 'go');
    if (!isShown) return [];
    const name = foreign(base.name);
    return [
      {
        path,
        layer: site.in === 'key' ? site.layer : base.id,
        ...(site.in === 'key' && { key: site.key }),
        message: `Nothing comes of it: ${name} is always there, under everything. “go ${name}” leads back to it.`,
      },
    ];
  });
}

/** The keys that hold a layer by `while`. */
const holdersOf = (profile: Profile, board: Board, layer: string): BoardKey[] =>
  waysTo(profile, layer).flatMap(({ how, site }) =>
    how === 'while' && site.in === 'key' ? board.keys.filter(({ id }) => id === site.key) : [],
  );

/** Joined layers whose every pair of keys asks one finger to be in two places. */
export function fingerAdvice(profile: Profile, board: Board): Found[] {
  return profile.joinedLayers.flatMap(({ when, also }, index): Found[] => {
    const [a, b] = when;
    if (a === undefined || b === undefined) return [];
    const pairs = holdersOf(profile, board, a).flatMap((left) =>
      holdersOf(profile, board, b).map((right) => [left, right] as const),
    );
    // Keys pressed together hold a layer with other fingers, and a layer that stays needs none.
    const otherWays = when.some((layer) =>
      waysTo(profile, layer).some(({ how, site }) => how === 'flip' || how === 'go' || site.in === 'joint'),
    );
    const clash =
      pairs.length > 0 && pairs.every(([left, right]) => sameHand(left, right) && left.finger === right.finger);
    if (!clash || otherWays) return [];
    const finger = pairs[0]?.[0];
    const name = (id: string): string => foreign(profile.layers.find((layer) => layer.id === id)?.name ?? id);
    const message = `${name(also)} needs ${name(a)} and ${name(b)} together, and the ${finger?.hand ?? ''} ${finger?.finger ?? ''} would have to hold both.`;
    return [{ path: ['joinedLayers', index], layer: also, message }];
  });
}
