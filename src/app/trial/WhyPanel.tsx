/** Why something reached the host when it did: its story, moment by moment. */
import { storyOf, type HostBar } from '../../core/analysis';
import type { Board } from '../../core/board';
import { titleOfCode } from '../../core/codes';
import { keyTitle } from '../shared/keyNames';
import type { TrialSession } from './session';

type WhyPanelProps = { bar: HostBar; session: TrialSession; board: Board; onClose: () => void };

export const WhyPanel = ({ bar, session, board, onClose }: WhyPanelProps) => {
  const moments = storyOf(bar, session.lanes, session.profile, (key) => keyTitle(board, session.profile, key));
  const startUs = moments[0]?.tUs ?? bar.fromUs;
  const lateMs = Math.round((bar.fromUs - (bar.origin?.pressedUs ?? bar.fromUs)) / 1000);
  return (
    <aside className="panel now why" aria-label="Why">
      <p className="section-line">
        <strong>Why {titleOfCode(bar.name)}?</strong>
        <button type="button" className="word" onClick={onClose}>
          Close
        </button>
      </p>
      <ol className="story">
        {moments.map((moment, index) => (
          <li key={index}>
            <span className="mono soft story-time">{Math.round((moment.tUs - startUs) / 1000)} ms</span>
            <span>
              <strong>{moment.what}</strong>
              {moment.more !== '' && (
                <>
                  <br />
                  <span className="soft">{moment.more}</span>
                </>
              )}
            </span>
          </li>
        ))}
      </ol>
      <p>{lateMs === 0 ? 'It came at once.' : `It came ${lateMs} ms after the finger went down.`}</p>
    </aside>
  );
};
