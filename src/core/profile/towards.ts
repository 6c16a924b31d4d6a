/**
 * The edit that makes one profile of another: as small as what differs, so that undo says what was changed, and what another window
 * does to something else meanwhile stays.
 */
import { sameData } from '../reading';
import { idIn, together, type Edit, type Listed, type ListName } from './edits';
import type { Layer, Profile } from './schema';
import { linesEdit } from './writtenLines';

const LISTS: readonly ListName[] = ['roles', 'macros', 'joints', 'joinedLayers', 'lampLayers'];

/** Edits that lead from one list to another; undefined when things have changed places, or are there twice. */
function listEdits(
  list: ListName,
  from: readonly Listed[ListName][],
  to: readonly Listed[ListName][],
): Edit[] | undefined {
  const [old, now] = [from.map(idIn), to.map(idIn)];
  const stay = old.filter((id) => now.includes(id));
  if (
    new Set(old).size < old.length ||
    new Set(now).size < now.length ||
    !sameData(
      stay,
      now.filter((id) => old.includes(id)),
    )
  )
    return undefined;
  const removed = old.filter((id) => !now.includes(id)).map((id): Edit => ({ edit: 'remove', list, id }));
  const changed = to.flatMap((item, at): Edit[] => {
    const before = from[old.indexOf(now[at] ?? '')];
    if (!before) return [{ edit: 'insert', list, at, item } as Edit];
    return sameData(before, item) ? [] : [{ edit: 'replace', list, id: now[at] ?? '', item } as Edit];
  });
  return [...removed, ...changed];
}

function layerEdits(from: Layer, to: Layer): Edit[] {
  const named: Edit[] =
    from.name === to.name && from.dye === to.dye
      ? []
      : [{ edit: 'describeLayer', layer: to.id, to: { name: to.name, dye: to.dye } }];
  const keys = [...new Set([...Object.keys(from.keys), ...Object.keys(to.keys)])];
  return [
    ...named,
    ...keys.flatMap((key): Edit[] =>
      sameData(from.keys[key], to.keys[key]) ? [] : [{ edit: 'assign', layer: to.id, key, to: to.keys[key] ?? null }],
    ),
  ];
}

function allLayers(from: readonly Layer[], to: readonly Layer[]): Edit[] | undefined {
  const [old, now] = [from.map(({ id }) => id), to.map(({ id }) => id)];
  if (
    !sameData(
      old.filter((id) => now.includes(id)),
      now.filter((id) => old.includes(id)),
    )
  )
    return undefined;
  if (!old.some((id) => now.includes(id))) return undefined;
  return [
    ...old.filter((id) => !now.includes(id)).map((layer): Edit => ({ edit: 'removeLayer', layer })),
    ...to.flatMap((layer, at): Edit[] => {
      const before = from.find(({ id }) => id === layer.id);
      return before ? layerEdits(before, layer) : [{ edit: 'insertLayer', at, layer }];
    }),
  ];
}

/** The edit that makes `to` of `from`, which have one id and one board; undefined when nothing differs. */
export function editTowards(from: Profile, to: Profile): Edit | undefined {
  if (sameData(from, to)) return undefined;
  const whole: Edit = { edit: 'whole', to };
  const edits: Edit[] = [];
  const { name, icon, hostLayout } = to;
  if (from.name !== name || from.icon !== icon || from.hostLayout !== hostLayout)
    edits.push({ edit: 'describe', to: { name, icon, hostLayout } });
  if (from.restsOn !== to.restsOn) edits.push({ edit: 'rest', on: to.restsOn ?? null });
  if (!sameData(from.walk, to.walk)) edits.push(linesEdit('walk', from.walk, to.walk));
  if (!sameData(from.glow, to.glow)) edits.push(linesEdit('glow', from.glow, to.glow));
  if (!sameData(from.timing, to.timing)) edits.push({ edit: 'timing', to: to.timing });
  // A key with the board's own setting has none, whichever is the board's just then: what goes, goes before the board's changes.
  for (const [key, own] of Object.entries(from.travel.keys))
    if (!Object.hasOwn(to.travel.keys, key) || sameData(own, to.travel.board))
      edits.push({ edit: 'travel', key, to: null });
  if (!sameData(from.travel.board, to.travel.board)) edits.push({ edit: 'travel', key: null, to: to.travel.board });
  for (const [key, own] of Object.entries(to.travel.keys))
    if (!sameData(from.travel.keys[key], own)) edits.push({ edit: 'travel', key, to: own });
  for (const list of LISTS) {
    const some = listEdits(list, from[list], to[list]);
    if (!some) return whole;
    edits.push(...some);
  }
  const layers = allLayers(from.layers, to.layers);
  if (!layers || from.board !== to.board) return whole;
  edits.push(...layers);
  return edits.length === 0 ? whole : together(edits);
}
