/**
 * Taking over from another profile: some of what differs, and whatever that cannot do without. A macro that has the id of one of mine and plays something else comes under
 * a new id, so that a key that is taken does what it did there, and mine go on doing what they did.
 */
import {
  applyChanges,
  bindingWith,
  diff,
  editTowards,
  LIMITS,
  referencesOf,
  sameData,
  type Assignment,
  type Change,
  type Edit,
  type Profile,
} from '../profile';
import { shortened } from '../reading';
import type { Row } from './side';

/** What is taken: the edit, how many changes it is, and what comes along. No edit when there is nothing to take. */
export type Taking = { edit?: Edit; changes: number; along: string[] };

const OWN_FIELDS = new Set(['id', 'name', 'icon', 'board']);

/** What differs and can be taken: all but what a profile is called, and which board it is for. */
export const takeable = (mine: Profile, theirs: Profile): Change[] =>
  diff(mine, theirs, { plain: true }).filter((change) => change.change !== 'field' || !OWN_FIELDS.has(change.field));

function freeId(wanted: string, taken: ReadonlySet<string>): string {
  for (let n = 2; ; n++) {
    const id = `${wanted.slice(0, LIMITS.idLength - 4)}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** Their macros that keys of theirs would not find under their ids in mine. */
function renamedMacros(mine: Profile, theirs: Profile, changes: readonly Change[]): Map<string, string> {
  const comes = new Set(
    changes.flatMap((change) => (change.change === 'altered' && change.list === 'macros' ? [change.to.id] : [])),
  );
  const taken = new Set([...mine.macros, ...theirs.macros].map(({ id }) => id));
  const renamed = new Map<string, string>();
  for (const macro of theirs.macros) {
    const own = mine.macros.find(({ id }) => id === macro.id);
    if (!own || sameData(own, macro) || comes.has(macro.id)) continue;
    // Taken before: the same macro is there under another id.
    const { id: _id, name: _name, ...plays } = macro;
    const twin = mine.macros.find(({ id: _own, name: _called, ...rest }) => sameData(rest, plays));
    const id = twin?.id ?? freeId(macro.id, taken);
    taken.add(id);
    renamed.set(macro.id, id);
  }
  return renamed;
}

/** Takes some of what differs. @param wants which changes of `takeable` */
export function taking(mine: Profile, theirs: Profile, wants: (change: Change) => boolean): Taking {
  const wanted = takeable(mine, theirs).filter(wants);
  if (wanted.length === 0) return { changes: 0, along: [] };
  const renamed = renamedMacros(mine, theirs, wanted);
  const rename = (what: 'layers' | 'macros', id: string): string => (what === 'macros' ? (renamed.get(id) ?? id) : id);
  const here = <T extends Assignment | null>(assignment: T): T =>
    assignment ? { ...assignment, does: bindingWith(assignment.does, rename) } : assignment;
  const changes = wanted.map((change): Change => {
    if (change.change === 'key') return { ...change, to: here(change.to) };
    if (change.change === 'added' && change.list === 'layers')
      return {
        ...change,
        item: {
          ...change.item,
          keys: Object.fromEntries(Object.entries(change.item.keys).map(([key, one]) => [key, here(one)])),
        },
      };
    return change;
  });
  let made = applyChanges(mine, changes);
  const along: string[] = [];
  // What comes along may refer to more.
  for (let isMore = true; isMore;) {
    isMore = false;
    for (const { what, id } of referencesOf(made)) {
      if (what === 'macro' && !made.macros.some((macro) => macro.id === id)) {
        const original = [...renamed].find(([, to]) => to === id)?.[0] ?? id;
        const macro = theirs.macros.find((one) => one.id === original);
        if (!macro) continue;
        const name = mine.macros.some((one) => one.name === macro.name)
          ? `${shortened(macro.name, LIMITS.nameLength - 2)} 2`
          : macro.name;
        made = { ...made, macros: [...made.macros, { ...macro, id, name }] };
        along.push(`the macro ${name}`);
        isMore = true;
      } else if (what === 'layer' && !made.layers.some((layer) => layer.id === id)) {
        const layer = theirs.layers.find((one) => one.id === id);
        if (!layer) continue;
        const keys = Object.fromEntries(Object.entries(layer.keys).map(([key, one]) => [key, here(one)]));
        made = { ...made, layers: [...made.layers, { ...layer, keys }] };
        along.push(`the layer ${layer.name}`);
        isMore = true;
      } else if (what === 'role' && !made.roles.some((role) => role.id === id)) {
        const role = theirs.roles.find((one) => one.id === id);
        if (!role) continue;
        made = { ...made, roles: [...made.roles, role] };
        along.push(`the role ${role.name}`);
        isMore = true;
      }
      if (isMore) break;
    }
  }
  const edit = editTowards(mine, made);
  return { ...(edit && { edit }), changes: wanted.length, along };
}

/** Whether a change is about a key of the board, on any layer or in its depth. */
export const isOfKey = (change: Change, key: string): boolean =>
  (change.change === 'key' && change.at.key === key) || (change.change === 'travel' && change.key === key);

/** Whether a change is about a layer: what it is, or what a key does on it. */
export const isOfLayer = (change: Change, layer: string): boolean =>
  (change.change === 'key' && change.at.layer === layer) ||
  (change.change === 'layer' && change.layer === layer) ||
  ((change.change === 'added' || change.change === 'removed') &&
    change.list === 'layers' &&
    change.item.id === layer) ||
  (change.change === 'order' && change.list === 'layers' && change.id === layer);

/** The changes that make a row of mine like theirs. */
export function isOfRow(row: Row): (change: Change) => boolean {
  return (change: Change): boolean => {
    const [kind = '', id = ''] = [row.id.slice(0, row.id.indexOf(' ')), row.id.slice(row.id.indexOf(' ') + 1)];
    switch (kind) {
      case 'key':
      case 'told':
        return change.change === 'key' && change.at.layer === row.layer && change.at.key === row.key;
      case 'timing':
        return row.key === undefined
          ? change.change === 'timing' && change.field === id
          : change.change === 'key' && change.at.layer === row.layer && change.at.key === row.key;
      case 'travel':
        return change.change === 'travel' && change.key === id;
      case 'macro':
      case 'role':
      case 'joint': {
        const list = `${kind}s`;
        if (change.change === 'altered') return change.list === list && change.to.id === id;
        return (
          (change.change === 'added' || change.change === 'removed') && change.list === list && change.item.id === id
        );
      }
      case 'layer':
        return isOfLayer(change, id) && change.change !== 'key';
      default:
        return row.id === 'travel'
          ? change.change === 'travel' && change.key === null
          : row.id === 'joined' || row.id === 'lamps' || row.id === 'walk' || row.id === 'glow'
            ? change.change === row.id
            : row.id === 'host' && change.change === 'field' && change.field === 'hostLayout';
    }
  };
}
