/** Why something on the lanes is as it is: its story, moment by moment, and the moments of decision to try others. */
import { storyOf, type Chosen, type DecisionBar } from '../../core/trial';
import type { Board } from '../../core/board';
import { hostLayout, titleOnHost } from '../../core/hosts';
import { keyTitle } from '../shared/keyNames';
import { KeyTiming } from './KeyTiming';
import { Remedies } from './Remedies';
import type { TrialSession } from './session';
import type { Tried } from './useTried';
import './trial.css';
import './WhyPanel.css';

type WhyPanelProps = {
  chosen: Chosen;
  session: TrialSession;
  board: Board;
  /** What is tried, when the draft is what is played. */
  tried: Tried | null;
  onClose: () => void;
};

/** The gesture that a bar is about: the key, the layer it stands on, and the decision. */
type AboutGesture = { key: string; layer: string; decided?: DecisionBar };
function gestureOf(chosen: Chosen, session: TrialSession): AboutGesture | null {
  if (chosen.lane === 'decisions') return { key: chosen.bar.name, layer: chosen.bar.layer, decided: chosen.bar };
  if (chosen.lane === 'fingers') {
    const { name, fromUs } = chosen.bar;
    const decided = session.lanes.decisions.find(
      (bar) => bar.name === name && bar.fromUs <= fromUs && (bar.toUs ?? Infinity) >= fromUs,
    );
    return decided ? { key: name, layer: decided.layer, decided } : null;
  }
  // What came of a press may have waited for another key's decision; that is the one to try.
  const { origin, fromUs } = chosen.bar;
  const decided = session.lanes.decisions.findLast(({ toUs }) => toUs === fromUs);
  if (decided) return { key: decided.name, layer: decided.layer, decided };
  return origin ? { key: origin.from, layer: origin.layer } : null;
}

export const WhyPanel = ({ chosen, session, board, tried, onClose }: WhyPanelProps) => {
  const { lane, bar } = chosen;
  const nameOf = (key: string): string => keyTitle(board, session.profile, key);
  const moments = storyOf(chosen, session.lanes, session.profile, nameOf);
  const startUs = moments[0]?.tUs ?? bar.fromUs;
  const layer = session.profile.layers.find(({ id }) => id === bar.name);
  const title =
    lane === 'host'
      ? titleOnHost(hostLayout(session.profile.hostLayout), bar.name)
      : lane === 'layers'
        ? (layer?.name ?? bar.name)
        : nameOf(bar.name);
  const lateMs =
    lane === 'host' || lane === 'layers'
      ? Math.round((bar.fromUs - (bar.origin?.pressedUs ?? bar.fromUs)) / 1000)
      : null;
  const gesture = gestureOf(chosen, session);
  return (
    <aside className="panel now" data-part="why" aria-label="Why">
      <p className="section-line">
        <strong>Why {title}?</strong>
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
      {lateMs !== null && (
        <p>{lateMs === 0 ? 'It came at once.' : `It came ${lateMs} ms after the finger went down.`}</p>
      )}
      {gesture && tried && (
        <>
          {gesture.decided && gesture.decided.toUs !== null && (
            <Remedies
              key={`${gesture.decided.name} ${gesture.decided.fromUs}`}
              bar={gesture.decided}
              session={session}
              title={nameOf(gesture.key)}
              onTake={tried.take}
            />
          )}
          <KeyTiming
            played={tried.profile}
            board={board}
            gestureKey={gesture.key}
            layer={gesture.layer}
            onTry={tried.attempt}
          />
        </>
      )}
    </aside>
  );
};
