import { Segmented } from 'antd';
import { doubleId, doublesOf, type Choice } from '../../core/inspect';
import { sameData, type Profile } from '../../core/profile';
import { Named } from '../shared/named';
import type { Waiting } from '../state/incoming';
import { ownBoardNow } from '../state/ownBoards';
import type { Decision } from './takeIn';
import './Meetings.css';

const CHOICES = [
  { value: 'mine', label: 'keep mine' },
  { value: 'theirs', label: 'take theirs' },
  { value: 'both', label: 'keep both' },
];

/** What of mine it meets, with a choice for each. */
export const Meetings = ({
  waiting,
  met,
  decision,
  onDecide,
}: {
  waiting: Waiting;
  met: Profile;
  decision: Decision;
  onDecide: (decision: Decision) => void;
}) => {
  const { profile, ownBoard } = waiting;
  const doubles = decision.choice === 'theirs' ? doublesOf(profile, met) : [];
  const knownBoard = ownBoard && ownBoardNow(ownBoard.id);
  return (
    <section aria-labelledby="meet-title">
      <h2 id="meet-title">What clashes with yours</h2>
      <div className="meeting">
        <p>
          profile <Named name={profile.name} /> is on the shelf already
          <br />
          <span className="soft">
            {met.id === profile.id
              ? `yours has the same id${met.name === profile.name ? '' : `, under the name “${met.name}”`}`
              : 'yours has the same name'}
            {sameData(met, profile) ? '; the two are the same' : ''}
          </span>
        </p>
        <Segmented
          aria-label={`What becomes of ${profile.name}`}
          options={CHOICES}
          value={decision.choice}
          onChange={(choice) => onDecide({ ...decision, choice: choice as Choice })}
        />
      </div>
      {decision.choice === 'both' && <p className="soft">It comes beside yours, under a name and an id of its own.</p>}
      {decision.choice === 'mine' && <p className="soft">Yours stays as it is, and this one is left out.</p>}
      {decision.choice === 'theirs' && (
        <p className="soft">
          It takes the place of yours as one step: undo brings yours back, and so does the history.
        </p>
      )}
      {doubles.map((double) => (
        <div key={doubleId(double)} className="meeting">
          <p>
            {double.list === 'macros' ? 'macro' : 'role'} <Named name={double.name} />
            <br />
            <span className="soft">{double.said}</span>
          </p>
          <Segmented
            aria-label={`What becomes of ${double.name}`}
            options={CHOICES}
            value={decision.doubles.get(doubleId(double)) ?? 'theirs'}
            onChange={(choice) =>
              onDecide({ ...decision, doubles: new Map(decision.doubles).set(doubleId(double), choice as Choice) })
            }
          />
        </div>
      ))}
      {ownBoard && (
        <p>
          board <Named name={ownBoard.name} />{' '}
          <span className="soft">
            {!knownBoard
              ? 'comes along'
              : sameData(knownBoard, ownBoard)
                ? 'is the same as yours'
                : 'differs from yours of that id, and comes beside it'}
          </span>
        </p>
      )}
    </section>
  );
};
