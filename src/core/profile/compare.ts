/** How one profile differs from another of the same board, thing by thing, in words a person can check. */
import type { KeyId } from '../board';
import type { Assignment, Dye, Layer, Profile } from './schema';

/** One difference. A key's says what it was and will be; `null` is "not there". */
export type Difference =
  | {
      what: 'key';
      layer: Pick<Layer, 'id' | 'name' | 'dye'>;
      key: KeyId;
      from: Assignment | null;
      to: Assignment | null;
    }
  | {
      what: 'layer';
      layer: Pick<Layer, 'id' | 'name' | 'dye'>;
      change: 'added' | 'removed' | 'moved' | 'renamed';
      keys: number;
    }
  | { what: 'setting'; name: string; dye: Dye };

/** Equality of plain data, whatever the order of fields; an absent field and an `undefined` one are equal. */
export function sameData(a: unknown, b: unknown): boolean {
  if (a === b || (Number.isNaN(a) && Number.isNaN(b))) return true;
  if (
    typeof a !== 'object' ||
    typeof b !== 'object' ||
    a === null ||
    b === null ||
    Array.isArray(a) !== Array.isArray(b)
  )
    return false;
  const left = a as Record<string, unknown>;
  const right = b as Record<string, unknown>;
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].every((name) => sameData(left[name], right[name]));
}

const SETTINGS: readonly [keyof Profile, string][] = [
  ['name', 'name'],
  ['icon', 'icon'],
  ['hostLayout', 'host layout'],
  ['timing', 'timing of gestures'],
  ['joinedLayers', 'joined layers'],
  ['joints', 'joint presses'],
  ['macros', 'macros'],
  ['travel', 'travel'],
  ['roles', 'roles'],
];

function keyDifferences(from: Layer, to: Layer): Difference[] {
  const keys = [...new Set([...Object.keys(from.keys), ...Object.keys(to.keys)])];
  return keys.flatMap((key): Difference[] => {
    const [before, after] = [from.keys[key] ?? null, to.keys[key] ?? null];
    return sameData(before, after) ? [] : [{ what: 'key', layer: to, key, from: before, to: after }];
  });
}

/**
 * The layers that stand in another order: what is left of `to` when the longest row of layers that kept their order is taken
 * out, so that one that was moved, put in or taken out does not make its neighbours differ.
 */
function movedLayers(from: readonly Layer[], to: readonly Layer[]): Set<string> {
  const places = new Map(from.map(({ id }, index) => [id, index]));
  const both = to.flatMap(({ id }) => (places.has(id) ? [{ id, was: places.get(id) ?? 0 }] : []));
  // The longest rising row, by how long one is that ends at each layer, and what comes before it there.
  const ends = both.map(() => ({ length: 1, before: -1 }));
  both.forEach(({ was }, n) => {
    for (let m = 0; m < n; m++) {
      const length = (ends[m]?.length ?? 0) + 1;
      if ((both[m]?.was ?? 0) < was && length > (ends[n]?.length ?? 0)) ends[n] = { length, before: m };
    }
  });
  const moved = new Set(both.map(({ id }) => id));
  let at = ends.reduce((best, { length }, n) => (length > (ends[best]?.length ?? 0) ? n : best), 0);
  while (at >= 0 && both[at]) {
    moved.delete(both[at]?.id ?? '');
    at = ends[at]?.before ?? -1;
  }
  return moved;
}

/** What is different in `to`, compared with `from`: layers in the order of `to`, then settings. */
export function differences(from: Profile, to: Profile): Difference[] {
  const found: Difference[] = [];
  const moved = movedLayers(from.layers, to.layers);
  to.layers.forEach((layer) => {
    const before = from.layers.find(({ id }) => id === layer.id);
    if (!before) {
      found.push({ what: 'layer', layer, change: 'added', keys: Object.keys(layer.keys).length });
      return;
    }
    if (before.name !== layer.name || before.dye !== layer.dye)
      found.push({ what: 'layer', layer, change: 'renamed', keys: 0 });
    if (moved.has(layer.id)) found.push({ what: 'layer', layer, change: 'moved', keys: 0 });
    found.push(...keyDifferences(before, layer));
  });
  for (const layer of from.layers) {
    if (!to.layers.some(({ id }) => id === layer.id))
      found.push({ what: 'layer', layer, change: 'removed', keys: Object.keys(layer.keys).length });
  }
  for (const [field, name] of SETTINGS)
    if (!sameData(from[field], to[field])) found.push({ what: 'setting', name, dye: 'iron' });
  return found;
}
