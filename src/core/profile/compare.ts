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
  if (Object.is(a, b)) return true;
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

/** What is different in `to`, compared with `from`: layers in the order of `to`, then settings. */
export function differences(from: Profile, to: Profile): Difference[] {
  const found: Difference[] = [];
  to.layers.forEach((layer, index) => {
    const before = from.layers.find(({ id }) => id === layer.id);
    if (!before) {
      found.push({ what: 'layer', layer, change: 'added', keys: Object.keys(layer.keys).length });
      return;
    }
    if (before.name !== layer.name || before.dye !== layer.dye)
      found.push({ what: 'layer', layer, change: 'renamed', keys: 0 });
    if (from.layers.indexOf(before) !== index) found.push({ what: 'layer', layer, change: 'moved', keys: 0 });
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
