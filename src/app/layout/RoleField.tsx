/** The role of the chosen keys: one that there is, or a new one, made where it is needed. */
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { addRole, changeKeys, freeRoleId, LIMITS, together } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { paintOf } from '../theme/dyes';
import './RoleField.css';

type RoleFieldProps = { id: string; bench: Bench; role: string | undefined; isDisabled: boolean };

export const RoleField = ({ id, bench, role, isDisabled }: RoleFieldProps) => {
  const { profile, layer, selectedKeys, edit, tryEdit } = bench;
  const [name, setName] = useState('');
  const [isOpen, setIsOpen] = useState(false);
  const [reason, setReason] = useState('');
  const many = selectedKeys.length > 1 ? ` of ${selectedKeys.length} keys` : '';

  /** Keys that pass have no role to have. */
  const giving = (to: string) =>
    changeKeys(profile, layer.id, selectedKeys, (old) => {
      if (!old) return null;
      const { role: _before, ...rest } = old;
      return { ...rest, ...(to !== '' && { role: to }) };
    });
  const make = (): void => {
    const made = freeRoleId(profile.roles);
    const refused = tryEdit(together([addRole(profile, made, name.trim()), giving(made)]), `the role ${name.trim()}`);
    setReason(refused ?? '');
    if (refused !== undefined) return;
    setName('');
    setIsOpen(false);
  };

  return (
    <Select
      id={id}
      size="small"
      allowClear
      open={isOpen}
      onOpenChange={setIsOpen}
      disabled={isDisabled}
      placeholder="none"
      value={role ?? null}
      onChange={(to: string | null | undefined) => edit(giving(to ?? ''), `the role${many}`)}
      notFoundContent={<span className="soft">No role yet: a role says what keys are for.</span>}
      popupMatchSelectWidth={260}
      popupRender={(menu) => (
        <>
          {menu}
          <form
            className="role-new"
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim() !== '') make();
            }}
          >
            <Input
              size="small"
              aria-label="Name of a new role"
              placeholder="a new role"
              maxLength={LIMITS.nameLength}
              value={name}
              onChange={({ target }) => setName(target.value)}
              onKeyDown={(event) => event.stopPropagation()}
            />
            <Button size="small" htmlType="submit" disabled={name.trim() === ''}>
              Make and give
            </Button>
          </form>
          {reason !== '' && (
            <p className="field-reason" role="alert">
              {reason}
            </p>
          )}
        </>
      )}
      options={profile.roles.map((one) => ({
        value: one.id,
        label: (
          <>
            <svg width="10" height="10" aria-hidden="true">
              <rect width="10" height="10" rx="2" fill={paintOf(one.color)} />
            </svg>{' '}
            {one.name}
          </>
        ),
      }))}
    />
  );
};
