/**
 * Variants: a profile that rests on another one and says only what it changes. What it shows is the base with its changes on top, made anew whenever the base
 * changes; nothing of the base is stored with it. A change remembers what the base had when it was made, so that it can be told when base and
 * variant have both changed one thing since: that is a clash, the variant's counts, and the person is shown both.
 */
import { sameData } from '../../reading';
import type { Profile } from '../schema';
import { applyChange, assignedAt, type Change, type Listed } from './change';
import { diff } from './diff';

/** The most changes that a variant may hold: more than any board has keys and layers. */
export const MOST_CHANGES = 4000;
/** So many bases may stand under one another. */
export const MOST_BASES = 8;

/** A change of a variant that does not fit the base as it is now. `gone`: what it changes is no more, and it has no effect. */
export type Clash = { change: Change; kind: 'both' | 'gone' };

/** What a variant is, by itself: the base it rests on by its id, and what it changes. */
export type Variant = Pick<Profile, 'format' | 'version' | 'id' | 'name' | 'icon' | 'board'> & {
  restsOn: string;
  changes: Change[];
};

/** The base with the id, the name and the icon of a variant: what it would be if it changed nothing. */
const headed = (base: Profile, head: Pick<Variant, 'id' | 'name' | 'icon' | 'restsOn'>): Profile => ({
  ...base,
  id: head.id,
  name: head.name,
  icon: head.icon,
  restsOn: head.restsOn,
});

const itemOf = (profile: Profile, list: keyof Listed, id: string): Listed[keyof Listed] | undefined =>
  (profile[list] as readonly Listed[keyof Listed][]).find((item) => item.id === id);

/** What a change is about, so that two changes of one thing can be told. */
export function subjectOf(change: Change): string {
  switch (change.change) {
    case 'field':
    case 'timing':
      return `${change.change} ${change.field}`;
    case 'travel':
      return `travel ${change.key ?? ''}`;
    case 'key':
      return `key ${change.at.layer}/${change.at.key}`;
    case 'moved':
      return `key ${change.to.layer}/${change.to.key}`;
    case 'swapped':
      return `key ${change.a.layer}/${change.a.key}`;
    case 'added':
    case 'removed':
      return `${change.list} ${change.item.id}`;
    case 'altered':
      return `${change.list} ${change.to.id}`;
    case 'reid':
      return `${change.list} ${change.from}`;
    case 'layer':
      return `head ${change.layer}`;
    case 'order':
      return `order ${change.list} ${change.id}`;
    case 'joined':
    case 'lamps':
    case 'walk':
    case 'glow':
      return change.change;
  }
}

/** Whether a change fits a profile: it does, both sides have changed the thing, or it is gone. */
function fitOf(profile: Profile, change: Change): 'fits' | 'both' | 'gone' {
  const against = (now: unknown, from: unknown, to: unknown): 'fits' | 'both' =>
    sameData(now, from) || sameData(now, to) ? 'fits' : 'both';
  switch (change.change) {
    case 'field':
      return against(profile[change.field], change.from, change.to);
    case 'timing':
      return against(profile.timing[change.field], change.from, change.to);
    case 'travel':
      return against(
        change.key === null ? profile.travel.board : (profile.travel.keys[change.key] ?? null),
        change.from,
        change.to,
      );
    case 'key':
      return itemOf(profile, 'layers', change.at.layer)
        ? against(assignedAt(profile, change.at), change.from, change.to)
        : 'gone';
    case 'added': {
      const there = itemOf(profile, change.list, change.item.id);
      return !there || sameData(there, change.item) ? 'fits' : 'both';
    }
    case 'removed': {
      const there = itemOf(profile, change.list, change.item.id);
      return !there || sameData(there, change.item) ? 'fits' : 'both';
    }
    case 'altered': {
      const there = itemOf(profile, change.list, change.to.id);
      return there ? against(there, change.from, change.to) : 'gone';
    }
    case 'layer': {
      const there = profile.layers.find(({ id }) => id === change.layer);
      return there ? against({ name: there.name, dye: there.dye }, change.from, change.to) : 'gone';
    }
    case 'order':
      return itemOf(profile, change.list, change.id) ? 'fits' : 'gone';
    case 'joined':
      return against(profile.joinedLayers, change.from, change.to);
    case 'lamps':
      return against(profile.lampLayers, change.from, change.to);
    case 'walk':
      return against(profile.walk ?? [], change.from, change.to);
    case 'glow':
      return against(profile.glow ?? [], change.from, change.to);
    case 'moved':
    case 'swapped':
    case 'reid':
      // A variant has none of these: they are said of two profiles that are compared.
      return 'gone';
  }
}

/** Puts a change of a variant where the base has something of its own by now. */
function forced(profile: Profile, change: Change): Profile {
  if (change.change !== 'added') return applyChange(profile, change);
  return {
    ...profile,
    [change.list]: (profile[change.list] as Listed[keyof Listed][]).map((item) =>
      item.id === change.item.id ? change.item : item,
    ),
  };
}

/** What a variant is on a base: the profile that it shows, and the changes that do not fit. A change without a layer to be on has no effect. */
export function onBase(variant: Variant, base: Profile): { profile: Profile; clashes: Clash[] } {
  const clashes: Clash[] = [];
  let profile = headed(base, variant);
  for (const change of variant.changes) {
    const fit = fitOf(profile, change);
    if (fit !== 'fits') clashes.push({ change, kind: fit });
    if (fit !== 'gone') profile = fit === 'both' ? forced(profile, change) : applyChange(profile, change);
  }
  // The last layer stays: a profile without one would be none.
  return { profile: profile.layers.length > 0 ? profile : { ...profile, layers: base.layers }, clashes };
}

/**
 * What a variant changes: the fewest changes that make the profile of its base. One that clashes keeps what it remembers of the base, and those that have no
 * effect are kept as well, until the person has decided.
 */
export function variantOf(profile: Profile, base: Profile, clashes: readonly Clash[] = []): Variant {
  const { format, version, id, name, icon, board, restsOn = base.id } = profile;
  const open = new Map(clashes.map(({ change }) => [subjectOf(change), change]));
  const changes = diff(headed(base, { id, name, icon, restsOn }), profile, { plain: true }).map((change): Change => {
    const clash = open.get(subjectOf(change));
    return clash && 'from' in clash && 'from' in change && clash.change === change.change
      ? ({ ...change, from: clash.from } as Change)
      : change;
  });
  const gone = clashes.flatMap(({ change, kind }) => (kind === 'gone' ? [change] : []));
  return { format, version, id, name, icon, board, restsOn, changes: [...changes, ...gone] };
}

/** A variant's profile on a base that has changed. */
export const rebased = (
  profile: Profile,
  base: Profile,
  clashes: readonly Clash[],
  to: Profile,
): { profile: Profile; clashes: Clash[] } => onBase(variantOf(profile, base, clashes), to);

/** A profile that rests on nothing: what it showed is its own. */
export function flattened(profile: Profile): Profile {
  const { restsOn: _base, ...whole } = profile;
  return whole;
}

/** Whether two profiles are the same, whatever they rest on. */
export const isSameDesign = (a: Profile, b: Profile): boolean => sameData(flattened(a), flattened(b));

/** The keys of a layer that a variant changes. */
export function ownKeysOf(profile: Profile, base: Profile, layer: string): Set<string> {
  const [own, theirs] = [profile, base].map(({ layers }) => layers.find(({ id }) => id === layer)?.keys ?? {});
  const keys = new Set([...Object.keys(own ?? {}), ...Object.keys(theirs ?? {})]);
  return new Set([...keys].filter((key) => !sameData(own?.[key], theirs?.[key])));
}
