/** The name of a profile, being changed where it stands: Enter and leaving the field take it, Escape leaves it as it was. */
import { Input } from 'antd';
import { useState } from 'react';
import { LIMITS, type Profile } from '../../core/profile';
import { useShelf } from '../state/shelf';
import './NameField.css';

type NameFieldProps = {
  profile: Profile;
  /** @param isByKey with Enter or Escape; else the focus has gone somewhere by itself, and stays there */
  onDone: (isByKey: boolean) => void;
};

export const NameField = ({ profile, onDone }: NameFieldProps) => {
  const [draft, setDraft] = useState<{ name: string; reason: string }>();
  const edit = useShelf((state) => state.edit);
  const name = draft?.name ?? profile.name;
  const take = (isByKey: boolean): void => {
    const trimmed = name.trim();
    const reason =
      trimmed === '' || trimmed === profile.name
        ? undefined
        : edit(profile.id, { edit: 'describe', to: { name: trimmed } }, 'the name');
    if (reason === undefined) onDone(isByKey);
    else setDraft({ name, reason });
  };
  return (
    <div className="renaming">
      <Input
        autoFocus
        size="small"
        aria-label={`New name of ${profile.name}`}
        maxLength={LIMITS.nameLength}
        value={name}
        status={draft?.reason ? 'error' : ''}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setDraft({ name: target.value, reason: '' })}
        onPressEnter={() => take(true)}
        onKeyDown={({ key }) => key === 'Escape' && onDone(true)}
        onBlur={() => take(false)}
      />
      {draft?.reason && (
        <p className="field-reason" role="alert">
          {draft.reason}
        </p>
      )}
    </div>
  );
};
