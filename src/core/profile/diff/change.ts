/**
 * What can be different between two profiles, one value for one thing, and how each is put on a profile. A change says what happened as a person would: a
 * binding has *moved*, two have *changed places*, a layer has *another id*. Changes are meant to be applied in the order in which `diff` gives them.
 */
import type { KeyId } from '../../board';
import type {
  Action,
  Actuation,
  Assignment,
  Binding,
  GestureTiming,
  GlowLine,
  Joint,
  Layer,
  Macro,
  Profile,
  Role,
  WrittenStep,
} from '../schema';
import { withLines } from '../writtenLines';

/** A key on a layer. */
export type Place = { layer: string; key: KeyId };

/** The lists whose things have an id. */
export type Listed = { layers: Layer; macros: Macro; joints: Joint; roles: Role };
export type ListName = keyof Listed;
type OfList<L extends ListName> =
  | { change: 'added'; list: L; item: Listed[L]; after: string | null }
  | { change: 'removed'; list: L; item: Listed[L] }
  | { change: 'altered'; list: Exclude<L, 'layers'>; from: Listed[L]; to: Listed[L] };

export type Change =
  | { change: 'field'; field: 'id' | 'name' | 'icon' | 'board' | 'hostLayout'; from: string; to: string }
  | {
      change: 'timing';
      field: keyof GestureTiming;
      from: GestureTiming[keyof GestureTiming];
      to: GestureTiming[keyof GestureTiming];
    }
  | { change: 'travel'; key: KeyId | null; from: Actuation | null; to: Actuation | null }
  | { change: 'key'; at: Place; from: Assignment | null; to: Assignment | null }
  | { change: 'moved'; from: Place; to: Place; what: Assignment; over: Assignment | null }
  | { change: 'swapped'; a: Place; b: Place }
  | { [L in ListName]: OfList<L> }[ListName]
  | { change: 'reid'; list: ListName; from: string; to: string; name: string }
  | { change: 'layer'; layer: string; from: Pick<Layer, 'name' | 'dye'>; to: Pick<Layer, 'name' | 'dye'> }
  | { change: 'order'; list: ListName; id: string; name: string; after: string | null }
  | { change: 'joined'; from: Profile['joinedLayers']; to: Profile['joinedLayers'] }
  | { change: 'lamps'; from: Profile['lampLayers']; to: Profile['lampLayers'] }
  | { change: 'walk'; from: readonly WrittenStep[]; to: readonly WrittenStep[] }
  | { change: 'glow'; from: readonly GlowLine[]; to: readonly GlowLine[] };

const withEntry = <T>(record: Readonly<Record<string, T>>, key: string, to: T | null): Record<string, T> => {
  const { [key]: _old, ...rest } = record;
  return to === null ? rest : { ...rest, [key]: to };
};

/** What a layer assigns to a key; null when nothing. */
export const assignedAt = ({ layers }: Profile, { layer, key }: Place): Assignment | null => {
  const keys = layers.find(({ id }) => id === layer)?.keys;
  return keys && Object.hasOwn(keys, key) ? (keys[key] ?? null) : null;
};

const assign = (profile: Profile, { layer, key }: Place, to: Assignment | null): Profile => ({
  ...profile,
  layers: profile.layers.map((one) => (one.id === layer ? { ...one, keys: withEntry(one.keys, key, to) } : one)),
});

/** An action in which layers, or macros, have other ids. */
function actionWith(action: Action, rename: (what: 'layers' | 'macros', id: string) => string): Action {
  switch (action.do) {
    case 'layer':
      return { ...action, layer: rename('layers', action.layer) };
    case 'macro':
      return { ...action, macro: rename('macros', action.macro) };
    case 'under':
      return {
        ...action,
        cases: action.cases.map((one) => ({ ...one, action: actionWith(one.action, rename) })),
        ...(action.otherwise && { otherwise: actionWith(action.otherwise, rename) }),
      };
    case 'many':
      return { ...action, actions: action.actions.map((part) => actionWith(part, rename)) };
    default:
      return action;
  }
}

/** A binding in which layers, or macros, have other ids. */
export function bindingWith(binding: Binding, rename: (what: 'layers' | 'macros', id: string) => string): Binding {
  switch (binding.kind) {
    case 'act':
      return { ...binding, action: actionWith(binding.action, rename) };
    case 'gesture':
      return {
        ...binding,
        steps: binding.steps.map(({ tap, hold }) => ({
          ...(tap && { tap: actionWith(tap, rename) }),
          ...(hold && { hold: actionWith(hold, rename) }),
        })),
      };
    case 'stroke':
      return { ...binding, spans: binding.spans.map((span) => ({ ...span, action: actionWith(span.action, rename) })) };
    case 'pass':
    case 'none':
      return binding;
  }
}

/** A profile in which one thing of a list has another id, everywhere. */
function reid(profile: Profile, list: ListName, from: string, to: string): Profile {
  const id = (own: string): string => (own === from ? to : own);
  const rename = (what: 'layers' | 'macros', own: string): string => (what === list ? id(own) : own);
  const named = <T extends { id: string }>(items: readonly T[], which: ListName): T[] =>
    which === list ? items.map((item) => (item.id === from ? { ...item, id: to } : item)) : [...items];
  return {
    ...profile,
    layers: named(profile.layers, 'layers').map((layer) => ({
      ...layer,
      keys: Object.fromEntries(
        Object.entries(layer.keys).map(([key, assignment]) => [
          key,
          {
            ...assignment,
            does: bindingWith(assignment.does, rename),
            ...(list === 'roles' && assignment.role !== undefined && { role: id(assignment.role) }),
          },
        ]),
      ),
    })),
    joints: named(profile.joints, 'joints').map((joint) => ({ ...joint, action: actionWith(joint.action, rename) })),
    joinedLayers:
      list === 'layers'
        ? profile.joinedLayers.map(({ when, also }) => ({ when: when.map(id), also: id(also) }))
        : profile.joinedLayers,
    lampLayers:
      list === 'layers' ? profile.lampLayers.map((one) => ({ ...one, shows: id(one.shows) })) : profile.lampLayers,
    macros: named(profile.macros, 'macros'),
    roles: named(profile.roles, 'roles'),
    ...(list === 'layers' &&
      profile.walk && {
        walk: profile.walk.map((step) => (step.layer === undefined ? step : { ...step, layer: id(step.layer) })),
      }),
    ...(list === 'layers' &&
      profile.glow && {
        glow: profile.glow.map((line) =>
          'layer' in line && line.layer !== undefined ? { ...line, layer: id(line.layer) } : line,
        ),
      }),
  };
}

/** A list with a thing put behind another one; at its beginning when there is none to stand behind. */
function placedAfter<T extends { id: string }>(items: readonly T[], item: T, after: string | null): T[] {
  const others = items.filter(({ id }) => id !== item.id);
  const at = others.findIndex(({ id }) => id === after);
  return after !== null && at < 0 ? [...others, item] : others.toSpliced(at + 1, 0, item);
}

const withList = (profile: Profile, list: ListName, items: readonly Listed[ListName][]): Profile => ({
  ...profile,
  [list]: items,
});

/** A profile after one change. What the change is about should be there; what is not is left alone. */
export function applyChange(profile: Profile, change: Change): Profile {
  switch (change.change) {
    case 'field':
      return { ...profile, [change.field]: change.to };
    case 'timing':
      return { ...profile, timing: { ...profile.timing, [change.field]: change.to } };
    case 'travel': {
      const { travel } = profile;
      if (change.key !== null)
        return { ...profile, travel: { ...travel, keys: withEntry(travel.keys, change.key, change.to) } };
      return change.to === null ? profile : { ...profile, travel: { ...travel, board: change.to } };
    }
    case 'key':
      return assign(profile, change.at, change.to);
    case 'moved':
      return assign(assign(profile, change.from, null), change.to, change.what);
    case 'swapped': {
      const [a, b] = [assignedAt(profile, change.a), assignedAt(profile, change.b)];
      return assign(assign(profile, change.a, b), change.b, a);
    }
    case 'added':
      return withList(
        profile,
        change.list,
        placedAfter<Listed[ListName]>(profile[change.list], change.item, change.after),
      );
    case 'removed':
      return withList(
        profile,
        change.list,
        (profile[change.list] as Listed[ListName][]).filter(({ id }) => id !== change.item.id),
      );
    case 'altered':
      return withList(
        profile,
        change.list,
        (profile[change.list] as Listed[ListName][]).map((item) => (item.id === change.to.id ? change.to : item)),
      );
    case 'reid':
      return reid(profile, change.list, change.from, change.to);
    case 'layer':
      return {
        ...profile,
        layers: profile.layers.map((layer) => (layer.id === change.layer ? { ...layer, ...change.to } : layer)),
      };
    case 'order': {
      const items: readonly Listed[ListName][] = profile[change.list];
      const item = items.find(({ id }) => id === change.id);
      return item ? withList(profile, change.list, placedAfter(items, item, change.after)) : profile;
    }
    case 'joined':
      return { ...profile, joinedLayers: change.to };
    case 'lamps':
      return { ...profile, lampLayers: change.to };
    case 'walk':
      return withLines(profile, 'walk', change.to);
    case 'glow':
      return withLines(profile, 'glow', change.to);
  }
}

/** A profile after some changes: `applyChanges(a, diff(a, b))` is `b`. */
export const applyChanges = (profile: Profile, changes: readonly Change[]): Profile =>
  changes.reduce(applyChange, profile);
