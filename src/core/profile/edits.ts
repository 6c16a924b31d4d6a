/**
 * Edits are values. Each says what to change in a profile; `applyEdit` makes the changed profile and the edit that takes it
 * back, or says why not. Values, because the same edit feeds undo, is kept with the profile, is sent to the other windows
 * that show it, and is applied there to a profile that may have changed meanwhile. So an edit is as small as what it means: it
 * names things by their ids and leaves everything else alone.
 *
 * `applyEdit` is the one gate: what comes out of it is a document that loads again.
 */
import type { KeyId } from '../board';
import { foreign } from '../reading';
import { misfitOf } from './fits';
import type { Path, Problem } from './problem';
import type {
  Actuation,
  Assignment,
  GestureTiming,
  JoinedLayers,
  Joint,
  Layer,
  LayerId,
  Macro,
  Profile,
  Role,
} from './schema';

/** What a profile says of itself. */
export type Description = Pick<Profile, 'name' | 'icon' | 'hostLayout'>;

/** The lists of a profile whose things are put in, changed and taken out one by one. */
export type Listed = { macros: Macro; joints: Joint; roles: Role; joinedLayers: JoinedLayers };
export type ListName = keyof Listed;

type InList<L extends ListName> =
  { edit: 'insert'; list: L; at: number; item: Listed[L] } | { edit: 'replace'; list: L; id: string; item: Listed[L] };

export type Edit =
  | { edit: 'assign'; layer: LayerId; key: KeyId; to: Assignment | null }
  | { edit: 'describe'; to: Partial<Description> }
  | { edit: 'timing'; to: Partial<GestureTiming> }
  | { edit: 'travel'; key: KeyId | null; to: Actuation | null }
  | { [L in ListName]: InList<L> }[ListName]
  | { edit: 'remove'; list: ListName; id: string }
  | { edit: 'insertLayer'; at: number; layer: Layer }
  | { edit: 'removeLayer'; layer: LayerId }
  | { edit: 'moveLayer'; layer: LayerId; to: number }
  | { edit: 'describeLayer'; layer: LayerId; to: Partial<Pick<Layer, 'name' | 'dye'>> }
  | { edit: 'rest'; on: string | null }
  | { edit: 'whole'; to: Profile }
  | { edit: 'several'; edits: readonly Edit[] };

/** The changed profile and the edit that takes the change back; or why nothing was changed. */
export type Edited = { ok: true; profile: Profile; inverse: Edit } | { ok: false; problem: Problem };

/** What a thing in a list is named by in edits. Joined layers have no id: they are what they join. */
export const idIn = (item: Listed[ListName]): string =>
  'id' in item ? item.id : `${item.when.join('+')} > ${item.also}`;

const NOUNS: Readonly<Record<ListName, string>> = {
  macros: 'macro',
  joints: 'joint press',
  roles: 'role',
  joinedLayers: 'pair of joined layers',
};

const no = (path: Path, message: string): Edited => ({ ok: false, problem: { path, message } });
const yes = (profile: Profile, inverse: Edit): Edited => ({ ok: true, profile, inverse });

const pick = <T extends object>(from: T, like: Partial<T>): Partial<T> =>
  Object.fromEntries(Object.keys(like).map((name) => [name, from[name as keyof T]])) as Partial<T>;

/** A place in a list of so many things, whatever was asked for. */
const placeIn = (at: number, length: number): number => Math.min(Math.max(0, Math.trunc(at) || 0), length);

function onLayer(profile: Profile, id: LayerId, change: (layer: Layer, index: number) => Edited): Edited {
  const index = profile.layers.findIndex((layer) => layer.id === id);
  const layer = profile.layers[index];
  return layer ? change(layer, index) : no(['layers'], `There is no layer ${foreign(id)}; it may have been taken out.`);
}

const withLayer = (profile: Profile, index: number, layer: Layer): Profile => ({
  ...profile,
  layers: profile.layers.with(index, layer),
});

/** The record with one entry set, or without it. */
function entrySet<T>(record: Readonly<Record<string, T>>, key: string, to: T | null): Record<string, T> {
  const { [key]: _replaced, ...others } = record;
  return to === null ? others : { ...others, [key]: to };
}

function inList<L extends ListName>(profile: Profile, list: L, change: (items: Listed[L][]) => Listed[L][]): Profile {
  return { ...profile, [list]: change(profile[list] as Listed[L][]) };
}

function changeList(profile: Profile, edit: Extract<Edit, { edit: 'insert' | 'replace' | 'remove' }>): Edited {
  const { list } = edit;
  const items: readonly Listed[ListName][] = profile[list];
  const placeOf = (id: string): number => items.findIndex((item) => idIn(item) === id);
  if (edit.edit === 'insert') {
    const id = idIn(edit.item);
    if (list !== 'joinedLayers' && placeOf(id) >= 0)
      return no([list], `There is a ${NOUNS[list]} ${foreign(id)} already.`);
    const at = placeIn(edit.at, items.length);
    return yes(
      inList(profile, list, (old) => old.toSpliced(at, 0, edit.item as (typeof old)[number])),
      { edit: 'remove', list, id },
    );
  }
  const at = placeOf(edit.id);
  const before = items[at];
  if (!before) return no([list], `There is no ${NOUNS[list]} ${foreign(edit.id)}; it may have been taken out.`);
  if (edit.edit === 'remove')
    return yes(
      inList(profile, list, (old) => old.toSpliced(at, 1)),
      { edit: 'insert', list, at, item: before } as Edit,
    );
  const id = idIn(edit.item);
  if (id !== edit.id && placeOf(id) >= 0) return no([list, at], `There is a ${NOUNS[list]} ${foreign(id)} already.`);
  return yes(
    inList(profile, list, (old) => old.with(at, edit.item as (typeof old)[number])),
    { edit: 'replace', list, id, item: before } as Edit,
  );
}

/** Makes the change; what comes out may not be a document that loads. */
function change(profile: Profile, edit: Edit): Edited {
  switch (edit.edit) {
    case 'assign':
      return onLayer(profile, edit.layer, (layer, index) =>
        yes(withLayer(profile, index, { ...layer, keys: entrySet(layer.keys, edit.key, edit.to) }), {
          ...edit,
          to: Object.hasOwn(layer.keys, edit.key) ? (layer.keys[edit.key] ?? null) : null,
        }),
      );
    case 'describe':
      return yes({ ...profile, ...edit.to }, { edit: 'describe', to: pick<Description>(profile, edit.to) });
    case 'timing':
      return yes(
        { ...profile, timing: { ...profile.timing, ...edit.to } },
        { edit: 'timing', to: pick<GestureTiming>(profile.timing, edit.to) },
      );
    case 'travel': {
      const { travel } = profile;
      if (edit.key !== null) {
        const own = Object.hasOwn(travel.keys, edit.key) ? (travel.keys[edit.key] ?? null) : null;
        const keys = entrySet(travel.keys, edit.key, edit.to);
        return yes({ ...profile, travel: { ...travel, keys } }, { ...edit, to: own });
      }
      if (edit.to === null) return no(['travel', 'board'], 'The board always has a setting of its own.');
      return yes({ ...profile, travel: { ...travel, board: edit.to } }, { ...edit, to: travel.board });
    }
    case 'insert':
    case 'replace':
    case 'remove':
      return changeList(profile, edit);
    case 'insertLayer': {
      const { id } = edit.layer;
      if (profile.layers.some((layer) => layer.id === id))
        return no(['layers'], `There is a layer ${foreign(id)} already.`);
      const at = placeIn(edit.at, profile.layers.length);
      return yes(
        { ...profile, layers: profile.layers.toSpliced(at, 0, edit.layer) },
        { edit: 'removeLayer', layer: id },
      );
    }
    case 'removeLayer':
      return onLayer(profile, edit.layer, (layer, index) =>
        profile.layers.length === 1
          ? no(['layers'], 'A profile needs one layer at least.')
          : yes({ ...profile, layers: profile.layers.toSpliced(index, 1) }, { edit: 'insertLayer', at: index, layer }),
      );
    case 'moveLayer':
      return onLayer(profile, edit.layer, (layer, index) => {
        const to = placeIn(edit.to, profile.layers.length - 1);
        const layers = profile.layers.toSpliced(index, 1).toSpliced(to, 0, layer);
        return yes({ ...profile, layers }, { edit: 'moveLayer', layer: layer.id, to: index });
      });
    case 'describeLayer':
      return onLayer(profile, edit.layer, (layer, index) =>
        yes(withLayer(profile, index, { ...layer, ...edit.to }), {
          ...edit,
          to: pick<Pick<Layer, 'name' | 'dye'>>(layer, edit.to),
        }),
      );
    case 'rest': {
      const { restsOn = null, ...rest } = profile;
      return yes(edit.on === null ? rest : { ...profile, restsOn: edit.on }, { edit: 'rest', on: restsOn });
    }
    case 'whole':
      return edit.to.id === profile.id
        ? yes(edit.to, { edit: 'whole', to: profile })
        : no(['id'], `That is another profile, ${foreign(edit.to.id)}.`);
    case 'several': {
      const inverses: Edit[] = [];
      let current = profile;
      for (const part of edit.edits) {
        const edited = change(current, part);
        if (!edited.ok) return edited;
        inverses.unshift(edited.inverse);
        current = edited.profile;
      }
      return yes(current, { edit: 'several', edits: inverses });
    }
  }
}

/**
 * The profile after an edit, and the edit that takes it back; the given profile is not touched. Refused, with the place and a
 * sentence, when the edit names what is not there, or when what it makes would not load again.
 */
export function applyEdit(profile: Profile, edit: Edit): Edited {
  const edited = change(profile, edit);
  if (!edited.ok) return edited;
  const problem = misfitOf(edited.profile);
  return problem ? { ok: false, problem } : edited;
}

const sameFields = (a: object, b: object): boolean => {
  const [left, right] = [Object.keys(a), Object.keys(b)];
  return left.length === right.length && left.every((name) => right.includes(name));
};

/**
 * One edit that does what two do, one after the other, when both are about the same thing: the moments of a drag are one edit.
 * Undefined when they are not. What takes the first back takes back the merged one.
 */
export function mergeEdits(first: Edit, second: Edit): Edit | undefined {
  switch (second.edit) {
    case 'assign':
      return first.edit === 'assign' && first.layer === second.layer && first.key === second.key ? second : undefined;
    case 'travel':
      return first.edit === 'travel' && first.key === second.key ? second : undefined;
    case 'describe':
      return first.edit === 'describe' && sameFields(first.to, second.to) ? second : undefined;
    case 'timing':
      return first.edit === 'timing' && sameFields(first.to, second.to) ? second : undefined;
    case 'describeLayer':
      return first.edit === 'describeLayer' && first.layer === second.layer && sameFields(first.to, second.to)
        ? second
        : undefined;
    case 'replace':
      return first.edit === 'replace' && first.list === second.list && idIn(first.item) === second.id
        ? ({ ...second, id: first.id } as Edit)
        : undefined;
    case 'several': {
      if (first.edit !== 'several' || first.edits.length !== second.edits.length) return undefined;
      const merged = second.edits.map((part, n) => {
        const earlier = first.edits[n];
        return earlier && mergeEdits(earlier, part);
      });
      return merged.every((part) => part !== undefined) ? { edit: 'several', edits: merged } : undefined;
    }
    default:
      return undefined;
  }
}

/** One edit of many, or the only one itself. */
export const together = (edits: readonly Edit[]): Edit =>
  edits.length === 1 && edits[0] ? edits[0] : { edit: 'several', edits };
