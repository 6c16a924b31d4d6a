/**
 * The kinds of edits, a row each: the data that it is when it comes from the browser's store or another window, how it is applied, what takes
 * it back, and when two of them, one after the other, are one. A new kind of edit is a line in the type of `edits.ts` and a row here; the
 * compiler names what is missing.
 */
import { foreign, sameData, say, z } from '../reading';
import {
  idIn,
  SCORE_PARTS,
  type Description,
  type Edit,
  type Edited,
  type EditKind,
  type EditOf,
  type LinesEdit,
  type LinesName,
  type LinesOf,
  type Listed,
  type ListName,
  type ScoreEdit,
} from './edits';
import type { Path } from './problem';
import { withLines } from './writtenLines';
import {
  actuationSchema,
  assignmentSchema,
  dyeSchema,
  gestureTimingSchema,
  glowSchema,
  hostLayoutSchema,
  joinedLayersSchema,
  lampLayerSchema,
  jointSchema,
  layerSchema,
  macroSchema,
  nameSchema,
  profileSchema,
  roleSchema,
  scoreEventSchema,
  walkSchema,
  type GestureTiming,
  type Layer,
  type LayerId,
  type Profile,
  type ScoreEvent,
} from './schema';

type EditRow<K extends EditKind> = {
  /** The edit as data. */
  schema: z.ZodType<EditOf<K>>;
  /** The profile with the change made, which may not be one that loads, and the edit that takes it back; or why it cannot be made. */
  apply: (profile: Profile, edit: EditOf<K>) => Edited;
  /** One edit that does what the two do, one after the other; undefined when they are about different things. `null`: no two are ever one. */
  merge: ((first: EditOf<K>, second: EditOf<K>) => EditOf<K> | undefined) | null;
};

const no = (path: Path, message: string): Edited => ({
  ok: false,
  problem: { path, wrong: { is: 'refused', said: say(message) } },
});
const yes = (profile: Profile, inverse: Edit): Edited => ({ ok: true, profile, inverse });

const place = z.number();
const key = z.string();

/** Some of the fields of an object. */
const someOf = <Shape extends z.ZodRawShape>(shape: Shape) =>
  z.strictObject(
    Object.fromEntries(
      Object.entries(shape).map(([name, field]) => [name, z.exactOptional(field as z.ZodType)]),
    ) as unknown as {
      [Name in keyof Shape]: z.ZodExactOptional<Shape[Name]>;
    },
  );

const pick = <T extends object>(from: T, like: Partial<T>): Partial<T> =>
  Object.fromEntries(Object.keys(like).map((name) => [name, from[name as keyof T]])) as Partial<T>;

const sameFields = (a: object, b: object): boolean => {
  const [left, right] = [Object.keys(a), Object.keys(b)];
  return left.length === right.length && left.every((name) => right.includes(name));
};

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

/** The lists whose things are put in, changed and taken out one by one: what one of them is called, and its data. */
const LISTS: { [L in ListName]: { noun: string; item: z.ZodType<Listed[L]> } } = {
  macros: { noun: 'macro', item: macroSchema },
  joints: { noun: 'joint press', item: jointSchema },
  roles: { noun: 'role', item: roleSchema },
  joinedLayers: { noun: 'pair of joined layers', item: joinedLayersSchema },
  lampLayers: { noun: 'layer of a lamp', item: lampLayerSchema },
};
const LIST_NAMES = Object.keys(LISTS) as ListName[];

/** An edit as data, of whichever list. */
const ofLists = <K extends 'insert' | 'replace'>(fields: (list: ListName) => z.ZodType): z.ZodType<EditOf<K>> =>
  z.union(LIST_NAMES.map(fields)) as z.ZodType<unknown> as z.ZodType<EditOf<K>>;

function inList<L extends ListName>(profile: Profile, list: L, change: (items: Listed[L][]) => Listed[L][]): Profile {
  return { ...profile, [list]: change(profile[list] as Listed[L][]) };
}

/** Where a thing stands in its list; -1 when it does not. */
const placeOf = (profile: Profile, list: ListName, id: string): number =>
  (profile[list] as readonly Listed[ListName][]).findIndex((item) => idIn(item) === id);

const notThere = (list: ListName, id: string): Edited =>
  no([list], `There is no ${LISTS[list].noun} ${foreign(id)}; it may have been taken out.`);

/** One stretch in the place of two that touch or overlap; undefined when something stands between them. */
function mergedStretch(first: ScoreEdit, second: ScoreEdit): ScoreEdit | undefined {
  const [firstEnd, secondEnd] = [first.at + first.to.length, second.at + second.was.length];
  if (second.at > firstEnd || first.at > secondEnd) return undefined;
  const at = Math.min(first.at, second.at);
  /** What stood there between the two. */
  const between = [
    ...second.was.slice(0, Math.max(0, first.at - second.at)),
    ...first.to,
    ...second.was.slice(Math.max(0, firstEnd - second.at)),
  ];
  const put = ({ at: from }: ScoreEdit, out: number, events: readonly ScoreEvent[]): ScoreEvent[] =>
    between.toSpliced(from - at, out, ...events);
  return {
    ...second,
    at,
    was: put(first, first.to.length, first.was),
    to: put(second, second.was.length, second.to),
  };
}

function linesApplied<N extends LinesName>(profile: Profile, edit: LinesEdit<N>, what: string): Edited {
  const { edit: name, at, was, to } = edit;
  const lines: readonly unknown[] = profile[name] ?? [];
  if (!sameData(lines.slice(at, at + was.length), was))
    return no([name], `That part of ${what} was changed meanwhile.`);
  const changed = lines.toSpliced(at, was.length, ...to) as unknown as LinesOf<N>;
  return yes(withLines(profile, name as N, changed), { ...edit, was: to, to: was } as Edit);
}

export const EDIT_ROWS: { [K in EditKind]: EditRow<K> } = {
  assign: {
    schema: z.strictObject({ edit: z.literal('assign'), layer: key, key, to: assignmentSchema.nullable() }),
    apply: (profile, edit) =>
      onLayer(profile, edit.layer, (layer, index) =>
        yes(withLayer(profile, index, { ...layer, keys: entrySet(layer.keys, edit.key, edit.to) }), {
          ...edit,
          to: Object.hasOwn(layer.keys, edit.key) ? (layer.keys[edit.key] ?? null) : null,
        }),
      ),
    merge: (first, second) => (first.layer === second.layer && first.key === second.key ? second : undefined),
  },
  describe: {
    schema: z.strictObject({
      edit: z.literal('describe'),
      to: someOf({ name: nameSchema, icon: z.string(), hostLayout: hostLayoutSchema }),
    }),
    apply: (profile, { to }) => yes({ ...profile, ...to }, { edit: 'describe', to: pick<Description>(profile, to) }),
    merge: (first, second) => (sameFields(first.to, second.to) ? second : undefined),
  },
  timing: {
    schema: z.strictObject({ edit: z.literal('timing'), to: someOf(gestureTimingSchema.shape) }),
    apply: (profile, { to }) =>
      yes(
        { ...profile, timing: { ...profile.timing, ...to } },
        { edit: 'timing', to: pick<GestureTiming>(profile.timing, to) },
      ),
    merge: (first, second) => (sameFields(first.to, second.to) ? second : undefined),
  },
  travel: {
    schema: z.strictObject({ edit: z.literal('travel'), key: key.nullable(), to: actuationSchema.nullable() }),
    apply: (profile, edit) => {
      const { travel } = profile;
      if (edit.key !== null) {
        const own = Object.hasOwn(travel.keys, edit.key) ? (travel.keys[edit.key] ?? null) : null;
        // One that does as the board does has no setting of its own.
        const to = edit.to && sameData(edit.to, travel.board) ? null : edit.to;
        const keys = entrySet(travel.keys, edit.key, to);
        return yes({ ...profile, travel: { ...travel, keys } }, { ...edit, to: own });
      }
      if (edit.to === null) return no(['travel', 'board'], 'The board always has a setting of its own.');
      return yes({ ...profile, travel: { ...travel, board: edit.to } }, { ...edit, to: travel.board });
    },
    merge: (first, second) => (first.key === second.key ? second : undefined),
  },
  insert: {
    schema: ofLists<'insert'>((list) =>
      z.strictObject({ edit: z.literal('insert'), list: z.literal(list), at: place, item: LISTS[list].item }),
    ),
    apply: (profile, { list, at, item }) => {
      const id = idIn(item);
      if (list !== 'joinedLayers' && list !== 'lampLayers' && placeOf(profile, list, id) >= 0)
        return no([list], `There is a ${LISTS[list].noun} ${foreign(id)} already.`);
      return yes(
        inList(profile, list, (old) => old.toSpliced(placeIn(at, old.length), 0, item as (typeof old)[number])),
        { edit: 'remove', list, id },
      );
    },
    merge: null,
  },
  replace: {
    schema: ofLists<'replace'>((list) =>
      z.strictObject({ edit: z.literal('replace'), list: z.literal(list), id: key, item: LISTS[list].item }),
    ),
    apply: (profile, edit) => {
      const { list } = edit;
      const at = placeOf(profile, list, edit.id);
      const before = profile[list][at];
      if (!before) return notThere(list, edit.id);
      const id = idIn(edit.item);
      if (id !== edit.id && placeOf(profile, list, id) >= 0)
        return no([list, at], `There is a ${LISTS[list].noun} ${foreign(id)} already.`);
      return yes(
        inList(profile, list, (old) => old.with(at, edit.item as (typeof old)[number])),
        { edit: 'replace', list, id, item: before } as EditOf<'replace'>,
      );
    },
    merge: (first, second) =>
      first.list === second.list && idIn(first.item) === second.id ? { ...second, id: first.id } : undefined,
  },
  remove: {
    schema: z.strictObject({ edit: z.literal('remove'), list: z.enum(LIST_NAMES), id: key }),
    apply: (profile, { list, id }) => {
      const at = placeOf(profile, list, id);
      const before = profile[list][at];
      if (!before) return notThere(list, id);
      return yes(
        inList(profile, list, (old) => old.toSpliced(at, 1)),
        { edit: 'insert', list, at, item: before } as EditOf<'insert'>,
      );
    },
    merge: null,
  },
  score: {
    schema: z.strictObject({
      edit: z.literal('score'),
      macro: key,
      part: z.enum(SCORE_PARTS),
      at: place,
      was: z.array(scoreEventSchema),
      to: z.array(scoreEventSchema),
      lengthUs: z.number(),
    }),
    apply: (profile, edit) => {
      const place = placeOf(profile, 'macros', edit.macro);
      const macro = profile.macros[place];
      if (!macro) return notThere('macros', edit.macro);
      const { part, at, was, to, lengthUs } = edit;
      const path = ['macros', place, part];
      const score = macro[part];
      if (!score || !sameData(score.events.slice(at, at + was.length), was))
        return no(path, 'That part of the score was changed meanwhile.');
      const events = score.events.toSpliced(at, was.length, ...to);
      const around = events.slice(Math.max(0, at - 1), at + to.length + 1);
      if (around.some(({ atUs }, n) => atUs < (around[n - 1]?.atUs ?? 0)))
        return no(path, 'What stands beside it in the score was changed meanwhile.');
      return yes(
        { ...profile, macros: profile.macros.with(place, { ...macro, [part]: { ...score, events, lengthUs } }) },
        {
          ...edit,
          was: to,
          to: was,
          lengthUs: score.lengthUs,
        },
      );
    },
    merge: (first, second) =>
      first.macro === second.macro && first.part === second.part ? mergedStretch(first, second) : undefined,
  },
  insertLayer: {
    schema: z.strictObject({ edit: z.literal('insertLayer'), at: place, layer: layerSchema }),
    apply: (profile, { at, layer }) => {
      const { id } = layer;
      if (profile.layers.some((one) => one.id === id))
        return no(['layers'], `There is a layer ${foreign(id)} already.`);
      return yes(
        { ...profile, layers: profile.layers.toSpliced(placeIn(at, profile.layers.length), 0, layer) },
        { edit: 'removeLayer', layer: id },
      );
    },
    merge: null,
  },
  removeLayer: {
    schema: z.strictObject({ edit: z.literal('removeLayer'), layer: key }),
    apply: (profile, edit) =>
      onLayer(profile, edit.layer, (layer, index) =>
        profile.layers.length === 1
          ? no(['layers'], 'A profile needs one layer at least.')
          : yes({ ...profile, layers: profile.layers.toSpliced(index, 1) }, { edit: 'insertLayer', at: index, layer }),
      ),
    merge: null,
  },
  moveLayer: {
    schema: z.strictObject({ edit: z.literal('moveLayer'), layer: key, to: place }),
    apply: (profile, edit) =>
      onLayer(profile, edit.layer, (layer, index) => {
        const to = placeIn(edit.to, profile.layers.length - 1);
        const layers = profile.layers.toSpliced(index, 1).toSpliced(to, 0, layer);
        return yes({ ...profile, layers }, { edit: 'moveLayer', layer: layer.id, to: index });
      }),
    merge: null,
  },
  describeLayer: {
    schema: z.strictObject({
      edit: z.literal('describeLayer'),
      layer: key,
      to: someOf({ name: nameSchema, dye: dyeSchema }),
    }),
    apply: (profile, edit) =>
      onLayer(profile, edit.layer, (layer, index) =>
        yes(withLayer(profile, index, { ...layer, ...edit.to }), {
          ...edit,
          to: pick<Pick<Layer, 'name' | 'dye'>>(layer, edit.to),
        }),
      ),
    merge: (first, second) => (first.layer === second.layer && sameFields(first.to, second.to) ? second : undefined),
  },
  walk: {
    schema: z.strictObject({ edit: z.literal('walk'), at: place, was: walkSchema, to: walkSchema }),
    apply: (profile, edit) => linesApplied(profile, edit, 'the walk'),
    merge: (first, second) =>
      first.at === second.at && sameData(first.to, second.was) ? { ...second, was: first.was } : undefined,
  },
  glow: {
    schema: z.strictObject({ edit: z.literal('glow'), at: place, was: glowSchema, to: glowSchema }),
    apply: (profile, edit) => linesApplied(profile, edit, 'what the lamps show'),
    merge: (first, second) =>
      first.at === second.at && sameData(first.to, second.was) ? { ...second, was: first.was } : undefined,
  },
  rest: {
    schema: z.strictObject({ edit: z.literal('rest'), on: key.nullable() }),
    apply: (profile, { on }) => {
      const { restsOn = null, ...rest } = profile;
      return yes(on === null ? rest : { ...profile, restsOn: on }, { edit: 'rest', on: restsOn });
    },
    merge: null,
  },
  whole: {
    schema: z.strictObject({ edit: z.literal('whole'), to: profileSchema }),
    apply: (profile, { to }) =>
      to.id === profile.id
        ? yes(to, { edit: 'whole', to: profile })
        : no(['id'], `That is another profile, ${foreign(to.id)}.`),
    merge: null,
  },
  several: {
    schema: z.strictObject({ edit: z.literal('several'), edits: z.array(z.lazy(() => editSchema)) }),
    apply: (profile, { edits }) => {
      const inverses: Edit[] = [];
      let current = profile;
      for (const part of edits) {
        const edited = applied(current, part);
        if (!edited.ok) return edited;
        inverses.unshift(edited.inverse);
        current = edited.profile;
      }
      return yes(current, { edit: 'several', edits: inverses });
    },
    merge: (first, second) => {
      if (first.edits.length !== second.edits.length) return undefined;
      const merged = second.edits.map((part, n) => {
        const earlier = first.edits[n];
        return earlier && mergeEdits(earlier, part);
      });
      return merged.every((part) => part !== undefined) ? { edit: 'several', edits: merged } : undefined;
    },
  },
};

/** Any edit, as data from outside. */
export const editSchema: z.ZodType<Edit> = z.union(
  Object.values(EDIT_ROWS).map(({ schema }) => schema as z.ZodType<Edit>),
);

/** The row of an edit's own kind. */
const rowOf = <K extends EditKind>({ edit }: EditOf<K>): EditRow<K> => EDIT_ROWS[edit as K];

/** The change made, whatever comes of it: what comes out may not be a document that loads. */
export const applied = (profile: Profile, edit: Edit): Edited => rowOf(edit).apply(profile, edit);

/**
 * One edit that does what two do, one after the other, when both are about the same thing: the moments of a drag are one edit.
 * Undefined when they are not. What takes the first back takes back the merged one.
 */
export const mergeEdits = (first: Edit, second: Edit): Edit | undefined =>
  first.edit === second.edit ? rowOf(second).merge?.(first, second) : undefined;
