/** What is odd about one of the profiles, everywhere or on one key. */
import type { Oddity } from '../../core/compare';
import type { Profile } from '../../core/profile';
import { textOf } from '../theme/dyes';
import { DYES_OF } from './useCompared';
import './Odd.css';

const FEW = 8;

type OddProps = {
  odd: readonly Oddity[];
  profiles: readonly Profile[];
  /** The key that is looked at; empty when none is. */
  chosen: string;
  onChoose: (key: string) => void;
};

export const Odd = ({ odd, profiles, chosen, onChoose }: OddProps) => {
  const here = odd.filter((one) => chosen === '' || one.key === chosen || one.key === '').slice(0, FEW);
  return (
    <>
      <h2>What is odd {chosen === '' ? '' : 'here'}</h2>
      {here.length === 0 && <p className="soft">Nothing stands out.</p>}
      <ul className="odd-list">
        {here.map((one, n) => (
          <li key={n}>
            <strong style={{ color: textOf(DYES_OF[one.profile] ?? 'iron') }}>
              <bdi>{profiles[one.profile]?.name}</bdi>
            </strong>{' '}
            {one.said}.{' '}
            {one.key !== '' && one.key !== chosen && (
              <button type="button" className="word" onClick={() => onChoose(one.key)}>
                Show
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
};
