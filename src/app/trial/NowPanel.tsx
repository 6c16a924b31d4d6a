/** What is going on: active layers, what the host thinks is held, and why the last keys were decided as they were. */
import { reasonOf, type Chosen } from '../../core/trial';
import type { Board } from '../../core/board';
import { hostLayout, titleOnHost } from '../../core/hosts';
import { timingOf } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import { textOf } from '../theme/dyes';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './trial.css';
import './NowPanel.css';

const SHOWN = 7;

export const NowPanel = ({
  session,
  board,
  isListening,
  onAsk,
}: {
  session: TrialSession;
  board: Board;
  isListening: boolean;
  /** A decision is asked for its story. */
  onAsk: (chosen: Chosen) => void;
}) => {
  useSessionVersion(session);
  const { lanes, profile } = session;
  const held = lanes.held('host');
  const layers = lanes.askOrder(profile.layers.map(({ id }) => id)).map((index) => profile.layers[index]);
  const decided = lanes.decisions
    .filter((bar) => bar.why !== null)
    .slice(-SHOWN)
    .toReversed();
  const pending = lanes.pending;
  return (
    <aside className="panel now" aria-label="Now">
      <h2>Layers now</h2>
      <p>
        {layers.map((layer, index) => (
          <span key={layer?.id}>
            {index > 0 && <span className="soft"> over </span>}
            <strong style={{ color: textOf(layer?.dye ?? 'iron') }}>{layer?.name}</strong>
          </span>
        ))}
      </p>
      <h2>Held at the host</h2>
      <p data-testid="held">
        {held.length === 0 ? (
          <span className="soft">nothing</span>
        ) : (
          held.map((code) => titleOnHost(hostLayout(profile.hostLayout), code)).join(', ')
        )}
      </p>
      <h2>Decisions</h2>
      {pending && (
        <p className="now-pending">
          <strong>{keyTitle(board, profile, pending.name)}</strong> is undecided
        </p>
      )}
      <ol className="now-list" data-testid="decisions">
        {decided.map((bar) => {
          const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does ?? {
            kind: 'pass' as const,
          };
          return (
            <li key={`${bar.name}-${bar.fromUs}-${bar.step}`}>
              <button
                type="button"
                className="word"
                title="Why? Its story, and what would have helped"
                onClick={() => onAsk({ lane: 'decisions', bar })}
              >
                {keyTitle(board, profile, bar.name)}: {bar.outcome}
              </button>
              {bar.step > 1 && ` of press ${bar.step}`}{' '}
              <span className="mono soft">{Math.round(((bar.toUs ?? bar.fromUs) - bar.fromUs) / 1000)} ms</span>
              <br />
              <span className="soft">{bar.why && reasonOf(bar.why, timingOf(profile, does))}</span>
            </li>
          );
        })}
      </ol>
      {decided.length === 0 && !pending && (
        <p className="soft">
          {isListening ? 'Type something. ' : 'Listen to your keyboard, or press keys on the drawing. '}A key with a tap
          and a hold shows here what it became, and why.
        </p>
      )}
    </aside>
  );
};
