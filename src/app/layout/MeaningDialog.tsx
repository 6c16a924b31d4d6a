/** Everything one key can be, by meaning, with a filter. */
import { Input } from 'antd';
import { useState } from 'react';
import { allMeanings } from '../../core/notation';
import type { Profile } from '../../core/profile';
import { Dialog } from '../shared/Dialog';
import './MeaningDialog.css';

type MeaningDialogProps = { profile: Profile; onChosen: (line: string) => void; onClose: () => void };

export const MeaningDialog = ({ profile, onChosen, onClose }: MeaningDialogProps) => {
  const [filter, setFilter] = useState('');
  const wanted = filter.trim().toLowerCase();
  const found = allMeanings(profile).filter(({ line, meaning, group }) =>
    `${line} ${meaning} ${group}`.toLowerCase().includes(wanted),
  );
  const groups = [...new Set(found.map(({ group }) => group))].map(
    (group) => [group, found.filter((meaning) => meaning.group === group)] as const,
  );
  const [first] = found;
  return (
    <Dialog title="What should this key be?" width={720} footer={null} onCancel={onClose}>
      <Input
        autoFocus
        aria-label="Filter"
        placeholder="volume, arrow, F13, back to the base …"
        value={filter}
        onChange={({ target }) => setFilter(target.value)}
        onPressEnter={() => first && onChosen(first.line)}
      />
      <div className="meanings">
        {found.length === 0 && (
          <p className="soft">Nothing is called that. A usage without a name is typed as hid:PP:UUUU.</p>
        )}
        {groups.map(([group, meanings]) => (
          <section key={group} aria-label={group}>
            <h2>{group}</h2>
            <ul>
              {meanings.map(({ line, meaning }) => (
                <li key={line}>
                  <button type="button" title={meaning} onClick={() => onChosen(line)}>
                    <b className="mono">{line}</b>{' '}
                    <span className="soft">{meaning.toLowerCase() === line.toLowerCase() ? '' : meaning}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </Dialog>
  );
};
