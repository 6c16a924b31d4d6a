/** Two to six profiles side by side: a table by key and setting, in which the first is mine and the others are compared with it. */
import { lampTitle } from '../codes';
import type { KeyId } from '../board';
import { printActuation, printGlow } from '../notation';
import { sameData, type Assignment, type GestureTiming, type Layer, type Profile, type WrittenStep } from '../profile';
import { hostName } from '../hosts';
import { bindingSaid, keyTitle, TIMING_NAMES, timingSaid, timingValue, toldSaid, type Group } from './words';

/** One thing in every profile. `values` are in the order of the profiles; empty where a profile has no such thing. */
export type Row = {
  id: string;
  group: Group;
  title: string;
  values: readonly string[];
  differs: boolean;
  layer?: string;
  key?: KeyId;
};

/** A layer as all profiles have it: the same id, or else the same name. */
export type SideLayer = { id: string; name: string; own: readonly (Layer | undefined)[] };

export function layersOf(profiles: readonly Profile[]): SideLayer[] {
  const made: { id: string; name: string; own: (Layer | undefined)[] }[] = [];
  profiles.forEach(({ layers }, n) => {
    for (const layer of layers) {
      const free = made.filter(({ own }) => own[n] === undefined);
      const same =
        free.find(({ id }) => id === layer.id) ??
        free.find(({ name }) => name.toLowerCase() === layer.name.toLowerCase());
      if (same) same.own[n] = layer;
      else
        made.push({
          id: layer.id,
          name: layer.name,
          own: Object.assign(Array.from<undefined>({ length: profiles.length }), { [n]: layer }),
        });
    }
  });
  return made;
}

const allKeys = (records: readonly (Readonly<Record<string, unknown>> | undefined)[]): string[] => [
  ...new Set(records.flatMap((record) => Object.keys(record ?? {}))),
];

const isAlike = (things: readonly unknown[]): boolean => things.every((thing) => sameData(thing, things[0]));

/** Whatever else a thing is, what differs in it must be seen in its words: where those are the same, the others get a mark. */
function worded(
  things: readonly unknown[],
  say: (thing: never, n: number) => string,
): { values: string[]; differs: boolean } {
  const differs = !isAlike(things);
  const values = things.map((thing, n) => (thing === undefined ? '' : say(thing as never, n)));
  if (!differs || new Set(values).size > 1) return { values, differs };
  return {
    values: values.map((value, n) => (sameData(things[n], things[0]) ? value : `${value}, in other particulars`)),
    differs,
  };
}

function keyRows(layer: SideLayer, profiles: readonly Profile[]): Row[] {
  return allKeys(layer.own.map((one) => one?.keys)).flatMap((key): Row[] => {
    const found = layer.own.map((one): Assignment | undefined => one?.keys[key]);
    const where = { layer: layer.id, key };
    const title = `${layer.name} · ${keyTitle(key)}`;
    const isGesture = found.some((one) => one?.does.kind === 'gesture');
    const steps = found.map((one) => (one?.does.kind === 'gesture' ? one.does.steps : one?.does));
    const timings = found.map((one) => (one?.does.kind === 'gesture' ? (one.does.timing ?? {}) : {}));
    const told = found.map((one) => (one ? { label: one.label, role: one.role, note: one.note } : undefined));
    const binding = worded(steps, (_thing, n) =>
      bindingSaid(found[n]?.does ?? { kind: 'pass' }, profiles[n] as Profile),
    );
    return [
      {
        id: `key ${layer.id}/${key}`,
        group: isGesture ? 'gestures' : 'keys',
        title,
        ...where,
        differs: binding.differs,
        values: binding.values.map((value) => value || 'pass'),
      },
      ...(isGesture
        ? [
            {
              id: `timing ${layer.id}/${key}`,
              group: 'gestures' as const,
              title: `${title}, its own timing`,
              ...where,
              ...worded(timings, (own: Partial<GestureTiming>) => timingSaid(own) || 'as the profile'),
            },
          ]
        : []),
      ...(told.some((one) => one && Object.values(one).some((value) => value !== undefined))
        ? [
            {
              id: `told ${layer.id}/${key}`,
              group: 'roles' as const,
              title,
              ...where,
              ...worded(told, (_one, n) => toldSaid(found[n] ?? null, profiles[n] as Profile)),
            },
          ]
        : []),
    ];
  });
}

/** Every row there is; those that differ say so. */
export function rowsOf(profiles: readonly Profile[]): Row[] {
  const rows: Row[] = [];
  const add = (
    group: Group,
    id: string,
    title: string,
    things: readonly unknown[],
    say: (thing: never, n: number) => string,
    key?: KeyId,
  ): void => void rows.push({ id, group, title, ...worded(things, say), ...(key !== undefined && { key }) });
  for (const layer of layersOf(profiles)) rows.push(...keyRows(layer, profiles));
  for (const field of Object.keys(TIMING_NAMES) as (keyof GestureTiming)[])
    add(
      'timing',
      `timing ${field}`,
      TIMING_NAMES[field],
      profiles.map(({ timing }) => timing[field]),
      timingValue,
    );
  add(
    'depths',
    'travel',
    'the whole board',
    profiles.map(({ travel }) => travel.board),
    printActuation,
  );
  for (const key of allKeys(profiles.map(({ travel }) => travel.keys)))
    add(
      'depths',
      `travel ${key}`,
      keyTitle(key),
      profiles.map(({ travel }) => travel.keys[key] ?? travel.board),
      (own, n) => `${printActuation(own)}${profiles[n]?.travel.keys[key] ? '' : ', as the board'}`,
      key,
    );
  for (const id of allKeys(
    profiles.map(({ macros }) => Object.fromEntries(macros.map((macro) => [macro.id, macro]))),
  )) {
    const macros = profiles.map((profile) => profile.macros.find((macro) => macro.id === id));
    add(
      'macros',
      `macro ${id}`,
      macros.find(Boolean)?.name ?? id,
      macros,
      (macro: (typeof profiles)[number]['macros'][number]) => {
        const scores = [macro.onPress, macro.repeat, macro.onRelease].flatMap((score) => score ?? []);
        const events = scores.reduce((sum, score) => sum + score.events.length, 0);
        const lengthUs = scores.reduce((sum, score) => sum + score.lengthUs, 0);
        return `${macro.name}: ${events} events in ${(lengthUs / 1_000_000).toFixed(2)} s`;
      },
    );
  }
  for (const layer of layersOf(profiles))
    add(
      'layers',
      `layer ${layer.id}`,
      `layer ${layer.name}`,
      layer.own.map((own) => own && { name: own.name, dye: own.dye }),
      (own: Layer) => `${own.name}, ${own.dye}`,
    );
  for (const id of allKeys(profiles.map(({ joints }) => Object.fromEntries(joints.map((joint) => [joint.id, joint])))))
    add(
      'layers',
      `joint ${id}`,
      `joint press ${id}`,
      profiles.map(({ joints }) => joints.find((one) => one.id === id)),
      (joint: Profile['joints'][number], n) =>
        `${joint.keys.map(keyTitle).join(' + ')} within ${joint.withinMs} ms: ${bindingSaid({ kind: 'act', action: joint.action }, profiles[n] as Profile)}`,
    );
  add(
    'layers',
    'joined',
    'joined layers',
    profiles.map(({ joinedLayers }) => joinedLayers),
    (joined: Profile['joinedLayers']) =>
      joined.length === 0 ? 'none' : joined.map(({ when, also }) => `${when.join(' and ')} add ${also}`).join('; '),
  );
  add(
    'layers',
    'lamps',
    'layers of lamps',
    profiles.map(({ lampLayers }) => lampLayers),
    (lamps: Profile['lampLayers']) =>
      lamps.map(({ lamp, lit, shows }) => `${lampTitle(lamp)} ${lit ? 'lit' : 'dark'} shows ${shows}`).join('; ') ||
      'none',
  );
  for (const id of allKeys(profiles.map(({ roles }) => Object.fromEntries(roles.map((role) => [role.id, role])))))
    add(
      'roles',
      `role ${id}`,
      `role ${id}`,
      profiles.map(({ roles }) => roles.find((role) => role.id === id)),
      (role: Profile['roles'][number]) => `${role.name}, ${role.color}`,
    );
  add(
    'profile',
    'host',
    'host layout',
    profiles.map(({ hostLayout }) => hostLayout),
    hostName,
  );
  // Most profiles have none, and then there is nothing to be said of it.
  if (profiles.some(({ walk }) => walk))
    add(
      'profile',
      'walk',
      'the walk',
      profiles.map(({ walk }) => walk ?? []),
      (walk: readonly WrittenStep[]) => walk.map(({ says }) => says).join(' · ') || 'none',
    );
  if (profiles.some(({ glow }) => glow))
    add(
      'profile',
      'glow',
      'what the lamps show',
      profiles.map((profile) => (profile.glow ?? []).map((line) => printGlow(line, profile, undefined))),
      (lines: readonly string[]) => lines.join(' · ') || 'what is usual',
    );
  return rows;
}
