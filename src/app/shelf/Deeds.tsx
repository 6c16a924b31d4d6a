/** What a profile from elsewhere could type or do by itself, riskiest first; each can be left out before anything is brought in. */
import { useState } from 'react';
import { RULES, type Deed, type Weight } from '../../core/inspect';
import { shown } from '../../core/reading';
import './Deeds.css';

const SIGNS: Readonly<Record<Weight, string>> = { twice: 'look twice', look: 'look', plain: '' };
const FEW = 4;

type DeedsProps = { deeds: readonly Deed[]; onLeaveOut: (deed: Deed) => void };

export const Deeds = ({ deeds, onLeaveOut }: DeedsProps) => {
  const [showsAll, setShowsAll] = useState(false);
  const warned = deeds.filter(({ weight }) => weight !== 'plain').length;
  const listed = showsAll ? deeds : deeds.slice(0, Math.max(FEW, warned));
  return (
    <section aria-labelledby="deeds-title">
      <h2 id="deeds-title">What it could type or do by itself</h2>
      {deeds.length === 0 && <p className="soft">Nothing: its keys send keys, and lead to layers.</p>}
      {deeds.length > 0 && warned === 0 && (
        <p className="soft">Nothing that is known to do harm; here is what it types and plays.</p>
      )}
      <ul className="deeds">
        {listed.map((deed, n) => (
          <li key={n} className={`deed deed-${deed.weight} deed-of-${deed.kind}`}>
            <p>
              <strong>
                <bdi>{shown(deed.where)}</bdi>
              </strong>
              <span className="deed-sign">{SIGNS[deed.weight] || deed.kind}</span>
            </p>
            <p>
              <bdi>{shown(deed.said)}</bdi>
            </p>
            {deed.weight !== 'plain' && (
              <p className="soft">
                It{' '}
                {deed.rules
                  .filter((rule) => rule !== 'system')
                  .map((rule) => RULES[rule])
                  .join('; it ')}
                .{' '}
                <button type="button" className="word" onClick={() => onLeaveOut(deed)}>
                  Leave this out
                </button>
              </p>
            )}
          </li>
        ))}
      </ul>
      {deeds.length > listed.length && (
        <button type="button" className="word" onClick={() => setShowsAll(true)}>
          and {deeds.length - listed.length} more
        </button>
      )}
    </section>
  );
};
