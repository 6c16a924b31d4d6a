/**
 * Who refers to what: one walk over a profile finds every place that names a layer, a macro, a role or a key of the board, in
 * bindings, joint presses, joined layers and those of a lamp alike. Advice, taking out, finding, checking and comparing ask it, so that none of
 * them can forget a kind of place. Profiles are never changed in place, so the walk is made once for each.
 */
import type { KeyId } from '../board';
import { actionsOf, type ActionPath } from './actions';
import type { Action, Layer, LayerHow, LayerId, Profile } from './schema';

type Referred = 'layer' | 'macro' | 'role' | 'key';

/** Where a reference stands, in terms of what a person sees. `by` is what of a key's binding names it; steps count from 1. */
export type Site =
  | { in: 'key'; layer: LayerId; key: KeyId; by: 'press' | 'tap' | 'hold'; step: number; action?: Action }
  | { in: 'joint'; joint: string; action?: Action }
  | { in: 'joinedLayers'; index: number; as: 'when' | 'also' }
  | { in: 'lampLayers'; index: number }
  | { in: 'travel'; key: KeyId };

type Reference = { what: Referred; id: string; path: ActionPath; site: Site };

function siteOfAction(layer: LayerId, key: KeyId, action: Action, path: ActionPath): Site {
  const by = path.includes('tap') ? 'tap' : path.includes('hold') ? 'hold' : 'press';
  return { in: 'key', layer, key, by, step: path[0] === 'steps' ? Number(path[1]) + 1 : 1, action };
}

/** What an action itself names; the parts of a `many` speak for themselves. */
export function namedBy(action: Action): { what: 'layer' | 'macro'; id: string } | undefined {
  if (action.do === 'layer') return { what: 'layer', id: action.layer };
  return action.do === 'macro' ? { what: 'macro', id: action.macro } : undefined;
}

function inLayer(layer: Layer, index: number): Reference[] {
  return Object.entries(layer.keys).flatMap(([key, { does, role }]): Reference[] => {
    const path = ['layers', index, 'keys', key];
    const own: Site = { in: 'key', layer: layer.id, key, by: 'press', step: 1 };
    const found: Reference[] = [{ what: 'key', id: key, path, site: own }];
    if (role !== undefined) found.push({ what: 'role', id: role, path: [...path, 'role'], site: own });
    for (const { action, path: inner } of actionsOf(does)) {
      const named = namedBy(action);
      if (!named) continue;
      const site = siteOfAction(layer.id, key, action, inner);
      found.push({ ...named, path: [...path, 'does', ...inner, named.what], site });
    }
    return found;
  });
}

function walk(profile: Profile): Reference[] {
  return [
    ...profile.layers.flatMap(inLayer),
    ...profile.joints.flatMap((joint, index): Reference[] => [
      ...joint.keys.map((key, n): Reference => ({
        what: 'key',
        id: key,
        path: ['joints', index, 'keys', n],
        site: { in: 'joint', joint: joint.id },
      })),
      ...actionsOf({ kind: 'act', action: joint.action }).flatMap(({ action, path }): Reference[] => {
        const named = namedBy(action);
        const site: Site = { in: 'joint', joint: joint.id, action };
        return named ? [{ ...named, path: ['joints', index, ...path, named.what], site }] : [];
      }),
    ]),
    ...profile.joinedLayers.flatMap(({ when, also }, index): Reference[] => [
      ...when.map((id, n): Reference => ({
        what: 'layer',
        id,
        path: ['joinedLayers', index, 'when', n],
        site: { in: 'joinedLayers', index, as: 'when' },
      })),
      {
        what: 'layer',
        id: also,
        path: ['joinedLayers', index, 'also'],
        site: { in: 'joinedLayers', index, as: 'also' },
      },
    ]),
    ...profile.lampLayers.map(({ shows }, index): Reference => ({
      what: 'layer',
      id: shows,
      path: ['lampLayers', index, 'shows'],
      site: { in: 'lampLayers', index },
    })),
    ...Object.keys(profile.travel.keys).map((key): Reference => ({
      what: 'key',
      id: key,
      path: ['travel', 'keys', key],
      site: { in: 'travel', key },
    })),
  ];
}

const walks = new WeakMap<Profile, { all: Reference[]; byThing: Map<string, Reference[]> }>();

function walkOf(profile: Profile): { all: Reference[]; byThing: Map<string, Reference[]> } {
  const known = walks.get(profile);
  if (known) return known;
  const all = walk(profile);
  const byThing = new Map<string, Reference[]>();
  for (const reference of all) {
    const thing = `${reference.what} ${reference.id}`;
    const others = byThing.get(thing);
    if (others) others.push(reference);
    else byThing.set(thing, [reference]);
  }
  const made = { all, byThing };
  walks.set(profile, made);
  return made;
}

/** Every reference of a profile: keys in the order of layers, joint presses, joined layers, those of lamps, travel. */
export const referencesOf = (profile: Profile): readonly Reference[] => walkOf(profile).all;

/** What refers to one thing. */
export const referencesTo = (profile: Profile, what: Referred, id: string): readonly Reference[] =>
  walkOf(profile).byThing.get(`${what} ${id}`) ?? [];

/** One way that leads to a layer: by a key of some layer, or by keys pressed together, which works on every layer. */
type WayIn = { site: Extract<Site, { in: 'key' | 'joint' }>; how: LayerHow };

/** Every way that leads to a layer, keys in the order of layers, then joint presses. */
export const waysTo = (profile: Profile, layer: LayerId): WayIn[] =>
  referencesTo(profile, 'layer', layer).flatMap(({ site }): WayIn[] =>
    (site.in === 'key' || site.in === 'joint') && site.action?.do === 'layer' ? [{ site, how: site.action.how }] : [],
  );

/** Whether joined layers, or a lamp of the host, add a layer. */
export const isAdded = (profile: Profile, layer: LayerId): boolean =>
  referencesTo(profile, 'layer', layer).some(
    ({ site }) => site.in === 'lampLayers' || (site.in === 'joinedLayers' && site.as === 'also'),
  );
