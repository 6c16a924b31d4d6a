/** Roles: what keys are for, as a name and a colour. Made, named, coloured, put in order, given to the chosen keys, shown or hidden on the board. */
import { Button, ColorPicker, Switch } from 'antd';
import {
  addRole,
  freeRoleId,
  giveRole,
  LIMITS,
  moveRole,
  replaceRole,
  ROLE_COLORS,
  takeOutRole,
} from '../../core/profile';
import { keysTitle } from '../shared/keyNames';
import { TriedText } from '../shared/tried';
import type { Bench } from '../shared/useBench';
import { useHiddenRoles } from '../state/hiddenRoles';
import { contrastOf, LEAST_CONTRAST } from '../theme/contrast';
import { isDyed, paintOf } from '../theme/dyes';
import { Dialog } from '../shared/Dialog';
import './RolesDialog.css';

/** The cap that a role's strip stands on, on each cloth. */
const CAPS = { 'on linen': '#FFFEFA', 'on the night cloth': '#2C3138' } as const;

const hardToSee = (color: string): string[] =>
  // A dye has a tone for each cloth.
  isDyed(color)
    ? []
    : Object.entries(CAPS).flatMap(([where, cap]) => (contrastOf(color, cap) < LEAST_CONTRAST ? [where] : []));

const NOBODY: ReadonlySet<string> = new Set();

export const RolesDialog = ({ bench, onClose }: { bench: Bench; onClose: () => void }) => {
  const { profile, board, layer, selectedKeys, edit, tryEdit } = bench;
  const hidden = useHiddenRoles((state) => state.byProfile.get(profile.id)) ?? NOBODY;
  const show = useHiddenRoles((state) => state.show);
  const usedBy = (role: string): number =>
    profile.layers.reduce((sum, { keys }) => sum + Object.values(keys).filter((one) => one.role === role).length, 0);
  const bound = selectedKeys.filter((key) => (layer.keys[key]?.does.kind ?? 'pass') !== 'pass');
  return (
    <Dialog title="Roles" onCancel={onClose} footer={null} width={640} part="roles-dialog">
      {profile.roles.length === 0 && (
        <p className="soft">
          None yet. A role says what a key is for; the board and the legend sheet show it as a colour.
        </p>
      )}
      <ul className="roles">
        {profile.roles.map((role, n) => {
          const hard = hardToSee(role.color);
          return (
            <li key={role.id}>
              <ColorPicker
                value={role.color}
                disabledAlpha
                size="small"
                presets={[{ label: 'dyes', colors: [...ROLE_COLORS], key: 'dyes' }]}
                onChange={(color) =>
                  edit(
                    replaceRole({ ...role, color: color.toHexString().toUpperCase().slice(0, 7) }),
                    `the colour of ${role.name}`,
                    true,
                  )
                }
              >
                <button
                  type="button"
                  className="role-color"
                  style={{ background: paintOf(role.color) }}
                  aria-label={`Colour of ${role.name}, ${role.color}`}
                />
              </ColorPicker>
              <TriedText
                label={`Name of role ${n + 1}`}
                size="small"
                maxLength={LIMITS.nameLength}
                value={role.name}
                onTake={(name) => tryEdit(replaceRole({ ...role, name }), 'the name of a role', true)}
              />
              <span className="soft">
                {usedBy(role.id)} key{usedBy(role.id) === 1 ? '' : 's'}
              </span>
              <label>
                <Switch
                  size="small"
                  checked={!hidden.has(role.id)}
                  aria-label={`Show ${role.name} on the board`}
                  onChange={(is) => show(profile.id, role.id, is)}
                />{' '}
                shown
              </label>
              <button
                type="button"
                className="word"
                disabled={bound.length === 0}
                title={
                  bound.length === 0
                    ? 'the chosen keys pass on this layer'
                    : `${keysTitle(board, profile, bound)} on ${layer.name}`
                }
                onClick={() =>
                  edit(giveRole(profile, layer.id, bound, role.id), `the role of ${keysTitle(board, profile, bound)}`)
                }
              >
                Give to {keysTitle(board, profile, bound.length === 0 ? selectedKeys : bound)}
              </button>
              <span>
                {([-1, 1] as const).map((by) => (
                  <button
                    key={by}
                    type="button"
                    className="word"
                    aria-label={`Move ${role.name} ${by < 0 ? 'up' : 'down'}`}
                    disabled={!moveRole(profile, role.id, by)}
                    onClick={() => {
                      const moved = moveRole(profile, role.id, by);
                      if (moved) edit(moved, 'the order of roles');
                    }}
                  >
                    {by < 0 ? '↑' : '↓'}
                  </button>
                ))}
                <button
                  type="button"
                  className="word madder"
                  aria-label={`Take out ${role.name}`}
                  onClick={() => edit(takeOutRole(profile, role.id), `taking out the role ${role.name}`)}
                >
                  ×
                </button>
              </span>
              {hard.length > 0 && (
                <p className="field-reason" role="alert">
                  This colour is hard to see {hard.join(' and ')}: its contrast is under {LEAST_CONTRAST} to 1.
                </p>
              )}
            </li>
          );
        })}
      </ul>
      <Button
        disabled={profile.roles.length >= LIMITS.roles}
        onClick={() =>
          edit(addRole(profile, freeRoleId(profile.roles), `Role ${profile.roles.length + 1}`), 'a new role')
        }
      >
        New role
      </Button>
    </Dialog>
  );
};
