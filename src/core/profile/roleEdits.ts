/** Edits to roles: a new one, one that stands elsewhere, and one taken out without leaving holes. */
import { DYE_COLORS } from './dyes';
import { changeKeys } from './keyEdits';
import { together, type Edit } from './edits';
import type { Profile, Role } from './schema';

/** Colours of the dyes, which a new role gets as long as there is one that no other has. */
export const ROLE_COLORS: readonly string[] = Object.values(DYE_COLORS);

/** An id that no role has. */
export function freeRoleId(roles: readonly Role[]): string {
  for (let n = roles.length + 1; ; n++) if (!roles.some(({ id }) => id === `role-${n}`)) return `role-${n}`;
}

/** A new role behind the others. */
export function addRole({ roles }: Profile, id: string, name: string): Edit {
  const color = ROLE_COLORS.find((one) => !roles.some((role) => role.color.toUpperCase() === one)) ?? DYE_COLORS.indigo;
  return { edit: 'insert', list: 'roles', at: roles.length, item: { id, name, color } };
}

export const replaceRole = (to: Role): Edit => ({ edit: 'replace', list: 'roles', id: to.id, item: to });

/** Puts a role at another place among the others. */
export function moveRole({ roles }: Profile, id: string, by: -1 | 1): Edit | undefined {
  const at = roles.findIndex((role) => role.id === id);
  const role = roles[at];
  if (!role || at + by < 0 || at + by >= roles.length) return undefined;
  return {
    edit: 'several',
    edits: [
      { edit: 'remove', list: 'roles', id },
      { edit: 'insert', list: 'roles', at: at + by, item: role },
    ],
  };
}

/** Takes a role out, and off every key that has it. */
export function takeOutRole(profile: Profile, id: string): Edit {
  const off = profile.layers.flatMap((layer): Edit[] => {
    const keys = Object.keys(layer.keys).filter((key) => layer.keys[key]?.role === id);
    if (keys.length === 0) return [];
    return [
      changeKeys(profile, layer.id, keys, (old) => {
        if (!old) return null;
        const { role: _gone, ...rest } = old;
        return rest;
      }),
    ];
  });
  return together([...off, { edit: 'remove', list: 'roles', id }]);
}

/** Gives keys of a layer a role, or takes theirs away. Keys that pass have none. */
export const giveRole = (profile: Profile, layer: string, keys: readonly string[], role: string | null): Edit =>
  changeKeys(profile, layer, keys, (old) => {
    if (!old) return null;
    const { role: _before, ...rest } = old;
    return role === null ? rest : { ...rest, role };
  });
