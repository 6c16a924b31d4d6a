/** What differs since the same fingers were run with other settings: how much, and a way to each place. */
import { useRef } from 'react';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './Compared.css';

type ComparedProps = { session: TrialSession; spanUs: number; onLook: (atUs: number | null) => void };

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

export const Compared = ({ session, spanUs, onLook }: ComparedProps) => {
  useSessionVersion(session);
  const { changes } = session;
  /** Which difference was looked at last. */
  const shownUs = useRef(-1);
  if (!changes) return null;
  const { gone, came, moved } = changes;
  const places = [...new Set([...gone, ...came].map(({ fromUs }) => fromUs))].sort((a, b) => a - b);
  const latest = moved.reduce((most, { byUs }) => (Math.abs(byUs) > Math.abs(most) ? byUs : most), 0);
  return (
    <p className="compared" role="status">
      <span>
        <strong>The same fingers, run again:</strong>{' '}
        {places.length === 0 && moved.length === 0
          ? session.wouldRead === ''
            ? 'the host gets the same.'
            : 'the host gets the same presses, at other times.'
          : `${count(came.length, 'new press', 'new presses')}, ${gone.length} no longer sent${
              moved.length > 0
                ? `, ${moved.length} at another time (${latest > 0 ? '+' : '−'}${Math.round(Math.abs(latest) / 1000)} ms at most)`
                : ''
            }.`}
      </span>
      {places.length > 0 && (
        <button
          type="button"
          className="word"
          onClick={() => {
            // Round and round: the first place again after the last.
            const next = places.find((us) => us > shownUs.current) ?? places[0] ?? 0;
            shownUs.current = next;
            onLook(next + spanUs / 3);
          }}
        >
          Next difference
        </button>
      )}
      <button type="button" className="word" onClick={() => session.forgetComparison()}>
        Leave it
      </button>
    </p>
  );
};
