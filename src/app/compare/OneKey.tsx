/** One key in all profiles that are compared, and what of it can be taken over. */
import { keyTitle, type Row } from '../../core/compare';
import { printActuation } from '../../core/notation';
import { actuationOf, type Profile } from '../../core/profile';
import { threadOf } from '../theme/dyes';
import { DYES_OF, type Compared } from './useCompared';
import './OneKey.css';

type OneKeyProps = {
  /** The key; empty when none is chosen. */
  chosen: string;
  compared: readonly Compared[];
  layer: { id: string; name: string } | undefined;
  rows: readonly Row[];
  showsDepths: boolean;
  canTake: boolean;
  onTake: (theirs: Profile) => void;
};

export const OneKey = ({ chosen, compared, layer, rows, showsDepths, canTake, onTake }: OneKeyProps) => {
  if (chosen === '') return <p className="soft">Choose a key to see it in all profiles.</p>;
  const row = rows.find(({ id }) => id === `key ${layer?.id ?? ''}/${chosen}`);
  return (
    <>
      <h2>
        {keyTitle(chosen)} <span className="soft">on {layer?.name}</span>
      </h2>
      <ul className="one-key">
        {compared.map(({ word, profile, title }, n) => (
          <li key={word} style={{ borderColor: threadOf(DYES_OF[n] ?? 'iron') }}>
            <span className="soft">
              <bdi>{title}</bdi>
            </span>
            <span className="mono">
              <bdi>{row?.values[n] ?? 'pass'}</bdi>
              {showsDepths && (
                <>
                  <br />
                  {printActuation(actuationOf(profile, chosen))}
                </>
              )}
            </span>
            {n > 0 && canTake && (
              <button
                type="button"
                className="word"
                aria-label={`Take ${keyTitle(chosen)} from ${title}`}
                onClick={() => onTake(profile)}
              >
                Take
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
};
