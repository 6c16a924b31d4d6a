/** How it goes at the moment: how fast, how right, how long each way takes, what comes back soon, and the rhythm. */
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { keyLegend } from '../shared/keyNames';
import type { Practising, Typed } from './practising';
import './PractiseNow.css';

const WIDTH = 200;
const HEIGHT = 60;
const LONGEST_MS = 1500;
const MOST_WAYS = 4;

function groupsOf(typed: readonly Typed[], nameOf: (one: Typed) => string): Map<string, Typed[]> {
  const groups = new Map<string, Typed[]>();
  for (const one of typed) groups.set(nameOf(one), [...(groups.get(nameOf(one)) ?? []), one]);
  return groups;
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Drawn anew with each thing that is typed. */
export const PractiseNow = ({
  practising,
  board,
  profile,
}: {
  practising: Practising;
  board: Board;
  profile: Profile;
}) => {
  const { typed, rhythm } = practising;
  const last = typed.slice(-60);
  const ways = groupsOf(
    typed.filter(({ leads }) => leads !== ''),
    ({ leads }) => leads,
  );
  const hands = groupsOf(last, ({ key }) => board.keys.find(({ id }) => id === key)?.hand ?? 'either');
  return (
    <aside className="panel practise-figures" aria-label="How it goes">
      <p>
        <strong>Now</strong>
      </p>
      {last.length < 2 ? (
        <p className="soft">Speed, errors and rhythm stand here as you type.</p>
      ) : (
        <dl>
          <dt>things a minute</dt>
          <dd data-testid="pace">{Math.round(60_000 / mean(last.slice(1).map(({ ms }) => ms)))}</dd>
          <dt>right at once</dt>
          <dd>{Math.round((100 * last.filter(({ isRight }) => isRight).length) / last.length)} %</dd>
          {[...hands].map(([hand, of]) => (
            <div key={hand} className="practise-line">
              <dt>{hand} hand</dt>
              <dd>{Math.round(mean(of.map(({ ms }) => ms)))} ms</dd>
            </div>
          ))}
          {[...ways].slice(0, MOST_WAYS).map(([leads, of]) => (
            <div key={leads} className="practise-line">
              <dt>
                way through{' '}
                {leads
                  .split('+')
                  .map((key) => keyLegend(board, profile, key))
                  .join(', ')}
              </dt>
              <dd>{Math.round(mean(of.map(({ ms }) => ms)))} ms</dd>
            </div>
          ))}
        </dl>
      )}
      {last.length > 0 && (
        <>
          <p>
            <strong>Comes back soon</strong>
          </p>
          <dl>
            {practising.soon(4).map(({ token, dueIn }) => (
              <div key={token} className="practise-line">
                <dt className="mono">{token}</dt>
                <dd className="soft">{dueIn <= 0 ? 'next' : `in ${dueIn}`}</dd>
              </div>
            ))}
          </dl>
          <p>
            <strong>Rhythm</strong>
          </p>
          <svg
            viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
            className="practise-rhythm"
            role="img"
            aria-label="How long each of the last took; even is good"
          >
            {rhythm.map(({ ms, isRight }, n) => (
              <path
                key={n}
                className={isRight ? '' : 'wrong'}
                d={`M${n * 4 + 3} ${HEIGHT}v-${Math.max(3, Math.min(1, ms / LONGEST_MS) * HEIGHT).toFixed(1)}`}
              />
            ))}
          </svg>
        </>
      )}
    </aside>
  );
};
