/**
 * A walk through a profile that nobody has written one for: what is there, how each layer is reached and left, which keys have many meanings, what is pressed
 * together, what macros do, what to be careful with. Facts in an order; words are made where they are shown.
 */
import type { KeyId } from '../board';
import type { Sound } from '../check';
import { actionsOf, waysTo, type Action, type Assignment, type Profile } from '../profile';
import type { Ways } from './ways';
import type { Way } from './reach';

export type WalkStep = {
  about: 'base' | 'layer' | 'crowded' | 'joint' | 'macro' | 'careful';
  /** The layer that is shown, by its place. */
  layer: number;
  keys: readonly KeyId[];
  /** The chain that leads into a layer. */
  way?: Way;
  /** Keys that lead back from a layer. */
  back?: readonly KeyId[];
  /** What it is about, by id: a joint press or a macro. */
  of?: string;
};

/** From so many meanings on a key is crowded. */
const CROWDED = 3;
const MOST_CROWDED = 6;
const MOST_MACROS = 8;

const meaningsOf = (profile: Profile, layer: number, key: KeyId): number => {
  const binding = profile.layers[layer]?.keys[key]?.does;
  if (binding?.kind === 'gesture')
    return binding.steps.reduce((sum, { tap, hold }) => sum + (tap ? 1 : 0) + (hold ? 1 : 0), 0);
  return binding?.kind === 'stroke' ? binding.spans.length : 0;
};

/** What keeps keys down, changes the slot or stops the keyboard: to be pressed knowingly. */
const isCareful = ({ do: does, ...action }: Action): boolean =>
  does === 'latch' || does === 'slot' || (does === 'device' && 'what' in action && action.what === 'bootloader');

const does = (assignment: Assignment, is: (action: Action) => boolean): boolean =>
  actionsOf(assignment.does).some(({ action }) => is(action));

export function walkOf({ profile, board }: Pick<Sound, 'profile' | 'board'>, { reach }: Ways): WalkStep[] {
  const steps: WalkStep[] = [{ about: 'base', layer: 0, keys: [] }];
  profile.layers.forEach(({ id, keys }, layer) => {
    if (layer === 0) return;
    const way = reach.layers.get(layer);
    const goes = waysTo(profile, profile.layers[0]?.id ?? '');
    const back = goes.flatMap(({ site }) => (site.in === 'key' && site.layer === id ? [site.key] : []));
    const own = board.keys.flatMap((key) => (keys[key.id] && keys[key.id]?.does.kind !== 'pass' ? [key.id] : []));
    steps.push({ about: 'layer', layer, keys: own, ...(way && { way }), back });
  });
  const crowded = profile.layers.flatMap(({ keys }, layer) =>
    Object.keys(keys).flatMap((key) => {
      const meanings = meaningsOf(profile, layer, key);
      return meanings >= CROWDED ? [{ layer, key, meanings }] : [];
    }),
  );
  for (const { layer, key } of crowded.sort((a, b) => b.meanings - a.meanings).slice(0, MOST_CROWDED))
    steps.push({ about: 'crowded', layer, keys: [key] });
  for (const { id, keys } of profile.joints) steps.push({ about: 'joint', layer: 0, keys, of: id });
  for (const { id } of profile.macros.slice(0, MOST_MACROS)) {
    const plays = (assignment: Assignment): boolean =>
      does(assignment, (action) => action.do === 'macro' && action.macro === id);
    const layer = profile.layers.findIndex(({ keys }) => Object.values(keys).some(plays));
    if (layer < 0) continue;
    const keys = Object.entries(profile.layers[layer]?.keys ?? {}).flatMap(([key, one]) => (plays(one) ? [key] : []));
    steps.push({ about: 'macro', layer, keys, of: id });
  }
  profile.layers.forEach(({ keys }, layer) => {
    const careful = Object.entries(keys).flatMap(([key, one]) => (does(one, isCareful) ? [key] : []));
    if (careful.length > 0) steps.push({ about: 'careful', layer, keys: careful });
  });
  return steps;
}
