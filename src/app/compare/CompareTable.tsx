/** What differs, key by key and setting by setting, in groups; a value that is not mine can be taken. */
import { Switch } from 'antd';
import { useState } from 'react';
import { GROUP_NAMES, type Group, type Row } from '../../core/compare';
import type { Profile } from '../../core/profile';
import { textOf } from '../theme/dyes';
import { DYES_OF, type Compared } from './useCompared';
import './CompareTable.css';

const MOST_ROWS = 300;

type CompareTableProps = {
  compared: readonly Compared[];
  rows: readonly Row[];
  groups: readonly Group[];
  /** Only rows of this key, and those of none; all when it is empty. */
  chosen: string;
  canTake: boolean;
  onTake: (row: Row, theirs: Profile) => void;
};

export const CompareTable = ({ compared, rows, groups, chosen, canTake, onTake }: CompareTableProps) => {
  const [onlyOther, setOnlyOther] = useState(true);
  const other = rows.filter(({ differs }) => differs);
  return (
    <section className="panel compare-table" aria-label="Key by key, setting by setting">
      <p className="section-line">
        <strong>
          {other.length} difference{other.length === 1 ? '' : 's'}
        </strong>
        <label>
          <Switch size="small" checked={onlyOther} onChange={setOnlyOther} aria-label="Only differences" /> only
          differences
        </label>
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">where</th>
            {compared.map(({ word, title }, n) => (
              <th key={word} scope="col" style={{ color: textOf(DYES_OF[n] ?? 'iron') }}>
                <bdi>{title}</bdi>
              </th>
            ))}
          </tr>
        </thead>
        {groups.map((group) => {
          const own = (onlyOther ? other : rows).filter(
            (row) => row.group === group && (chosen === '' || row.key === undefined || row.key === chosen),
          );
          if (own.length === 0) return null;
          return (
            <tbody key={group}>
              <tr>
                <th scope="rowgroup" colSpan={compared.length + 1}>
                  {GROUP_NAMES[group]}
                </th>
              </tr>
              {own.slice(0, MOST_ROWS).map((row) => (
                <tr key={row.id} className={row.differs ? 'other' : ''}>
                  <td>
                    <bdi>{row.title}</bdi>
                  </td>
                  {row.values.map((value, n) => (
                    <td key={n} className={value === row.values[0] ? '' : 'not-mine'}>
                      <bdi>{value || '—'}</bdi>{' '}
                      {n > 0 &&
                        canTake &&
                        value !== row.values[0] &&
                        compared[n]?.profile.board === compared[0]?.profile.board && (
                          <button
                            type="button"
                            className="word"
                            aria-label={`Take ${row.title} from ${compared[n]?.title ?? ''}`}
                            onClick={() => onTake(row, (compared[n] as Compared).profile)}
                          >
                            Take
                          </button>
                        )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          );
        })}
      </table>
      {other.length === 0 && <p>They are the same in this.</p>}
    </section>
  );
};
