/** What an edit is about, in a few words, for the list of what was done: `Caps Lock on Base`, `the macro Rain and 2 more`. */
import { isCode, titleOfCode } from '../codes';
import { foreign } from '../reading';
import type { Edit, ListName } from './edits';
import type { Profile } from './schema';

const ITEM_NAMES: Readonly<Record<ListName, string>> = {
  macros: 'macro',
  joints: 'joint press',
  roles: 'role',
  joinedLayers: 'joined layers',
  lampLayers: 'layer of a lamp',
};

const keyName = (key: string): string => (isCode(key) ? titleOfCode(key) : key);

function thingsOf(edit: Edit, profile: Profile): string[] {
  const layer = (id: string): string => foreign(profile.layers.find((one) => one.id === id)?.name ?? id);
  const item = (list: ListName, id: string, given?: { name?: string }): string => {
    const there = (profile[list] as readonly { id?: string; name?: string }[]).find((one) => one.id === id);
    const name = given?.name ?? there?.name;
    return `the ${ITEM_NAMES[list]}${name === undefined ? '' : ` ${foreign(name)}`}`;
  };
  switch (edit.edit) {
    case 'assign':
      return [`${keyName(edit.key)} on ${layer(edit.layer)}`];
    case 'describe':
      return ['what the profile says of itself'];
    case 'timing':
      return ['the timing'];
    case 'travel':
      return [edit.key === null ? 'the depths of the board' : `the depths of ${keyName(edit.key)}`];
    case 'insert':
      return [item(edit.list, '', 'name' in edit.item ? { name: edit.item.name } : {})];
    case 'replace':
    case 'remove':
      return [item(edit.list, edit.id)];
    case 'score':
      return [item('macros', edit.macro)];
    case 'insertLayer':
      return [`the layer ${foreign(edit.layer.name)}`];
    case 'removeLayer':
    case 'moveLayer':
    case 'describeLayer':
      return [`the layer ${layer(edit.layer)}`];
    case 'walk':
      return ['the walk'];
    case 'glow':
      return ['what the lamps show'];
    case 'rest':
      return ['what it rests on'];
    case 'whole':
      return ['all of it'];
    case 'several':
      return edit.edits.flatMap((one) => thingsOf(one, profile));
  }
}

/** @param profile as it is before the edit */
export function whatOf(edit: Edit, profile: Profile): string {
  const [first = 'nothing', ...others] = new Set(thingsOf(edit, profile));
  return others.length === 0
    ? first
    : others.length === 1
      ? `${first} and ${others[0] ?? ''}`
      : `${first} and ${others.length} more`;
}
