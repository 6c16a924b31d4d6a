/** What there is to look at on a board, and how it lies under the hands. */
import { keysByFinger, type Board, type BoardProblem, type KeyId } from '../../core/board';
import { threadOf } from '../theme/dyes';
import { FINGER_DYES } from './BoardCanvas';
import { shown } from '../../core/reading';
import './Findings.css';

const MOST_PROBLEMS = 6;

export const Problems = ({
  problems,
  onShow,
}: {
  problems: readonly BoardProblem[];
  onShow: (keys: readonly KeyId[]) => void;
}) => (
  <section aria-labelledby="board-problems">
    <h2 id="board-problems">To look at</h2>
    {problems.length === 0 && <p className="soft">Nothing: every key lies by itself and has a code.</p>}
    <ul className="board-problems">
      {problems.slice(0, MOST_PROBLEMS).map(({ weight, keys, message }) => (
        <li key={`${keys.join()} ${shown(message)}`} className={weight}>
          <button type="button" className="word" onClick={() => onShow(keys)}>
            <bdi>{keys[0]}</bdi>
          </button>{' '}
          {shown(message)}
        </li>
      ))}
      {problems.length > MOST_PROBLEMS && <li className="soft">and {problems.length - MOST_PROBLEMS} more</li>}
    </ul>
  </section>
);

export const UnderTheHands = ({ board }: { board: Board }) => {
  const counts = keysByFinger(board);
  const most = Math.max(1, ...Object.values(counts));
  return (
    <section aria-labelledby="under-hands">
      <h2 id="under-hands">How it lies under the hands</h2>
      <dl className="under-hands">
        {(Object.keys(FINGER_DYES) as (keyof typeof FINGER_DYES)[]).map((finger) => (
          <div key={finger}>
            <dt>{finger}</dt>
            <dd>
              <span style={{ width: `${(counts[finger] / most) * 75}%`, background: threadOf(FINGER_DYES[finger]) }} />
              {counts[finger]}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
};
