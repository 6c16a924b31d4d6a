/** Changes in plain words: what is different, where, what it was and what it is. One set of words for comparing, history, the device and the command line. */
import { isCode, titleOfCode, lampTitle } from '../codes';
import { hostName, type HostLayoutId } from '../hosts';
import { legendOf, printActuation, printGlow, printLine, type NotationContext } from '../notation';
import {
  sameData,
  type Assignment,
  type Binding,
  type Change,
  type ChangedList as ListName,
  type GestureTiming,
  type PartialTiming,
  type Place,
  type Profile,
  type Score,
} from '../profile';

/** What a change belongs to; people look at one of these at a time. */
export const GROUPS = ['keys', 'gestures', 'timing', 'depths', 'macros', 'layers', 'roles', 'profile'] as const;
export type Group = (typeof GROUPS)[number];
export const GROUP_NAMES: Readonly<Record<Group, string>> = {
  keys: 'What keys do',
  gestures: 'Gestures',
  timing: 'Timing',
  depths: 'Depths',
  macros: 'Macros',
  layers: 'Layers and joint presses',
  roles: 'Labels and roles',
  profile: 'The profile itself',
};

/** A change as a line: where, what it was, what it is. `from` and `to` are empty where a sentence says it all. */
export type Said = { group: Group; where: string; from: string; to: string; text: string };

export const keyTitle = (key: string): string => {
  const title = isCode(key) ? titleOfCode(key) : key;
  return title.charAt(0).toUpperCase() + title.slice(1);
};

export const TIMING_NAMES: Readonly<Record<keyof GestureTiming, string>> = {
  holdAfterMs: 'hold after',
  tapGapMs: 'gap between taps',
  retapMs: 're-tap',
  typingGuardMs: 'typing guard',
  tapMs: 'length of a tap',
  interrupt: 'other keys meanwhile',
  otherHandOnly: 'holds with the other hand only',
};
export const timingValue = (value: GestureTiming[keyof GestureTiming]): string =>
  typeof value === 'number' ? `${value} ms` : typeof value === 'boolean' ? (value ? 'yes' : 'no') : value;

/** A gesture's own figures, `hold after 220 ms, re-tap 0 ms`. */
export const timingSaid = (timing: PartialTiming | undefined): string =>
  Object.entries(timing ?? {})
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => `${TIMING_NAMES[name as keyof GestureTiming]} ${timingValue(value as number)}`)
    .join(', ');

export const bindingSaid = (does: Binding, context: NotationContext): string =>
  printLine(does, context) ?? legendOf({ does }, context as Profile).main;

/** What a key does, with its label: `Go (Ctrl+Alt+Right)`. */
function assignmentSaid(assignment: Assignment | null, profile: Profile): string {
  if (!assignment) return 'pass';
  const line = bindingSaid(assignment.does, profile);
  return assignment.label ? `${assignment.label} (${line})` : line;
}

/** What is told of a key besides what it does. */
export function toldSaid(assignment: Assignment | null, profile: Profile): string {
  const role = profile.roles.find(({ id }) => id === assignment?.role)?.name ?? assignment?.role;
  const parts = [
    ...(assignment?.label ? [`label “${assignment.label}”`] : []),
    ...(role === undefined ? [] : [`role ${role}`]),
    ...(assignment?.note ? [`note “${assignment.note}”`] : []),
  ];
  return parts.join(', ') || 'nothing';
}

const layerNameIn = (id: string, ...profiles: readonly Profile[]): string =>
  profiles.flatMap(({ layers }) => layers).find((layer) => layer.id === id)?.name ?? id;

const NOUNS: Readonly<Record<ListName, string>> = {
  layers: 'layer',
  macros: 'macro',
  joints: 'joint press',
  roles: 'role',
};
const GROUP_OF: Readonly<Record<ListName, Group>> = {
  layers: 'layers',
  macros: 'macros',
  joints: 'layers',
  roles: 'roles',
};
const FIELD_NAMES = { id: 'id', name: 'name', icon: 'icon', board: 'board', hostLayout: 'host layout' } as const;

const titleIn = (list: ListName, item: object): string =>
  list === 'joints' && 'keys' in item && Array.isArray(item.keys)
    ? item.keys.map(String).map(keyTitle).join(' + ')
    : 'name' in item
      ? String(item.name)
      : '';

/** How long a score is, and how many events it has. */
const scoreSize = (score: Score | undefined): string =>
  score ? `${score.events.length} events in ${(score.lengthUs / 1_000_000).toFixed(2)} s` : 'nothing';

function macroSaid(from: Record<string, unknown>, to: Record<string, unknown>): { from: string; to: string } {
  const parts = { onPress: 'press', repeat: 'repeat', onRelease: 'release' } as const;
  const [before, after]: [string[], string[]] = [[], []];
  for (const [part, word] of Object.entries(parts))
    if (!sameData(from[part], to[part])) {
      const [was, is] = [scoreSize(from[part] as Score), scoreSize(to[part] as Score)];
      before.push(`${word} ${was}`);
      after.push(was === is ? `${word} ${is}, otherwise` : `${word} ${is}`);
    }
  for (const field of ['name', 'run', 'gapMs', 'stop', 'leavesHeld', 'liftModifiers', 'asksFirst', 'asksLast'])
    if (!sameData(from[field], to[field])) {
      const say = (value: unknown): string =>
        value === undefined
          ? 'nothing'
          : typeof value === 'object'
            ? Object.values(value ?? {}).join(' ')
            : String(value);
      before.push(`${field === 'name' ? 'named' : field} ${say(from[field])}`);
      after.push(`${field === 'name' ? 'named' : field} ${say(to[field])}`);
    }
  return { from: before.join(', '), to: after.join(', ') };
}

const line = (group: Group, where: string, from: string, to: string): Said => ({
  group,
  where,
  from,
  to,
  text: `${where}: ${from} → ${to}`,
});
const sentence = (group: Group, where: string, text: string): Said => ({ group, where, from: '', to: '', text });

function keySaid(where: string, from: Assignment | null, to: Assignment | null, a: Profile, b: Profile): Said {
  const [before, after] = [from?.does ?? null, to?.does ?? null];
  if (sameData(before, after)) return line('roles', where, toldSaid(from, a), toldSaid(to, b));
  const [was, is] = [assignmentSaid(from, a), assignmentSaid(to, b)];
  const isGesture = before?.kind === 'gesture' || after?.kind === 'gesture';
  if (was !== is) return line(isGesture ? 'gestures' : 'keys', where, was, is);
  if (before?.kind === 'gesture' && after?.kind === 'gesture') {
    const [ownWas, ownIs] = [timingSaid(before.timing), timingSaid(after.timing)];
    return line('gestures', where, `${was}, ${ownWas || 'usual timing'}`, `${is}, ${ownIs || 'usual timing'}`);
  }
  return sentence('keys', where, `${where}: ${is}, with other particulars`);
}

/** A change of `a` on the way to `b`, in words. */
export function sayChange(change: Change, a: Profile, b: Profile): Said {
  const place = ({ layer, key }: Place): string => `${layerNameIn(layer, b, a)} · ${keyTitle(key)}`;
  const afterName = (list: ListName, id: string | null): string => {
    const item = id === null ? undefined : [...b[list], ...a[list]].find((one) => one.id === id);
    return item ? `behind ${titleIn(list, item)}` : 'to the beginning';
  };
  switch (change.change) {
    case 'field': {
      const say = (value: string): string => (change.field === 'hostLayout' ? hostName(value as HostLayoutId) : value);
      return line('profile', `The ${FIELD_NAMES[change.field]}`, say(change.from), say(change.to));
    }
    case 'timing':
      return line('timing', `Timing, ${TIMING_NAMES[change.field]}`, timingValue(change.from), timingValue(change.to));
    case 'travel': {
      const say = (value: typeof change.from): string => (value ? printActuation(value) : 'as the board');
      return line(
        'depths',
        change.key === null ? 'Depths of the board' : `Depths of ${keyTitle(change.key)}`,
        say(change.from),
        say(change.to),
      );
    }
    case 'key':
      return keySaid(place(change.at), change.from, change.to, a, b);
    case 'moved': {
      const said = `${assignmentSaid(change.what, b)} has moved from ${place(change.from)} to ${place(change.to)}`;
      const over = change.over ? `, over ${assignmentSaid(change.over, a)}` : '';
      return sentence('keys', place(change.to), `${said}${over}`);
    }
    case 'swapped':
      return sentence('keys', place(change.a), `${place(change.a)} and ${place(change.b)} have changed places`);
    case 'added':
    case 'removed': {
      const count = change.list === 'layers' ? Object.keys(change.item.keys).length : 0;
      const size = change.list === 'layers' ? `, with ${count} key${count === 1 ? '' : 's'}` : '';
      const title = titleIn(change.list, change.item);
      return sentence(
        GROUP_OF[change.list],
        `${NOUNS[change.list]} ${title}`,
        `${change.change === 'added' ? 'A new' : 'No more'} ${NOUNS[change.list]}: ${title}${size}`,
      );
    }
    case 'altered': {
      const where = `${NOUNS[change.list]} ${titleIn(change.list, change.to)}`;
      if (change.list === 'macros') {
        const { from, to } = macroSaid(change.from, change.to);
        return line('macros', where, from, to);
      }
      if (change.list === 'roles')
        return line(
          'roles',
          where,
          `${change.from.name}, ${change.from.color}`,
          `${change.to.name}, ${change.to.color}`,
        );
      const say = (item: typeof change.from, profile: Profile): string =>
        'action' in item
          ? `${bindingSaid({ kind: 'act', action: item.action }, profile)} within ${item.withinMs} ms`
          : '';
      return line('layers', where, say(change.from, a), say(change.to, b));
    }
    case 'reid':
      return sentence(
        GROUP_OF[change.list],
        `${NOUNS[change.list]} ${change.name}`,
        `The ${NOUNS[change.list]} ${change.name} has another id: ${change.from} → ${change.to}`,
      );
    case 'layer': {
      const { from, to } = change;
      const say = ({ name, dye }: typeof from): string =>
        [...(from.name === to.name ? [] : [name]), ...(from.dye === to.dye ? [] : [dye])].join(', ');
      return line('layers', `layer ${from.name}`, say(from), say(to));
    }
    case 'order':
      return sentence(
        GROUP_OF[change.list],
        `${NOUNS[change.list]} ${change.name}`,
        `The ${NOUNS[change.list]} ${change.name} has moved ${afterName(change.list, change.after)}`,
      );
    case 'joined': {
      const say = (joined: typeof change.from, profile: Profile): string =>
        joined
          .map(
            ({ when, also }) =>
              `${when.map((id) => layerNameIn(id, profile)).join(' and ')} add ${layerNameIn(also, profile)}`,
          )
          .join('; ') || 'none';
      return line('layers', 'Joined layers', say(change.from, a), say(change.to, b));
    }
    case 'walk': {
      const say = ({ length }: typeof change.from): string =>
        length === 0 ? 'none' : `${length} step${length === 1 ? '' : 's'}`;
      const [was, is] = [say(change.from), say(change.to)];
      return line('profile', 'The walk', was, was === is ? `${is}, other words` : is);
    }
    case 'glow': {
      const say = (lines: typeof change.from, profile: Profile): string =>
        lines.map((one) => printGlow(one, profile, undefined)).join('; ') || 'what is usual';
      return line('profile', 'What the lamps show', say(change.from, a), say(change.to, b));
    }
    case 'lamps': {
      const say = (lamps: typeof change.from, profile: Profile): string =>
        lamps
          .map(
            ({ lamp, lit, shows }) => `${lampTitle(lamp)} ${lit ? 'lit' : 'dark'} shows ${layerNameIn(shows, profile)}`,
          )
          .join('; ') || 'none';
      return line('layers', 'Layers of lamps', say(change.from, a), say(change.to, b));
    }
  }
}

/** What is different, said in few words: `12 keys, 2 macros, 6 depths`. */
export function countChanges(changes: readonly Change[], a: Profile, b: Profile): string {
  const counts = new Map<string, number>();
  const nouns: Readonly<Record<Group, [string, string]>> = {
    keys: ['key', 'keys'],
    gestures: ['gesture', 'gestures'],
    timing: ['time', 'times'],
    depths: ['depth', 'depths'],
    macros: ['macro', 'macros'],
    layers: ['layer or joint press', 'layers or joint presses'],
    roles: ['label or role', 'labels or roles'],
    profile: ['setting', 'settings'],
  };
  for (const change of changes) {
    const { group } = sayChange(change, a, b);
    counts.set(group, (counts.get(group) ?? 0) + 1);
  }
  return GROUPS.flatMap((group) => {
    const count = counts.get(group) ?? 0;
    return count === 0 ? [] : [`${count} ${nouns[group][count === 1 ? 0 : 1]}`];
  }).join(', ');
}
