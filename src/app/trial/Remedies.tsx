/** What would have helped: each remedy tried on these very fingers, and taken with one press. */
import { useEffect, useState } from 'react';
import { remediesFor, type DecisionBar, type Remedy } from '../../core/trial';
import { shown } from '../../core/reading';
import type { Edit } from '../../core/profile';
import { afterPaint } from '../state/afterPaint';
import type { TrialSession } from './session';
import './Remedies.css';

/** More movements than these are not run again for every remedy; the panel says so. */
const MOST_SAMPLES = 3000;

type RemediesProps = {
  bar: DecisionBar;
  session: TrialSession;
  title: string;
  onTake: (edit: Edit, what: string) => void;
};

const sayDiffer = (n: number): string =>
  n === 0 ? 'nothing else differs' : n === 1 ? 'one press differs' : `${n} presses differ`;

export const Remedies = ({ bar, session, title, onTake }: RemediesProps) => {
  const [found, setFound] = useState<readonly Remedy[]>();
  const { layer, name, fromUs } = bar;
  useEffect(() => {
    let isOn = true;
    afterPaint(() => {
      if (!isOn || session.played.samples.length > MOST_SAMPLES) return;
      setFound(remediesFor(bar, session.sound, session.played));
    });
    return () => {
      isOn = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the decision is the same one while its key and time are
  }, [session, layer, name, fromUs]);
  const moves = session.played.samples.length;
  if (moves > MOST_SAMPLES)
    return (
      <p className="soft">
        What would have helped is tried on up to {MOST_SAMPLES} movements of keys; these are {moves}, which take too
        long.
      </p>
    );
  if (!found || found.length === 0) return null;
  return (
    <section className="remedies" aria-label="What would have helped">
      <h2>What would have helped</h2>
      <ul>
        {found.map((remedy) => (
          <li key={remedy.name}>
            {remedy.because && <p>{shown(remedy.because)}</p>}
            <p>
              <strong>{remedy.name}:</strong>{' '}
              {remedy.outcome === bar.outcome
                ? `these fingers would still make it a ${bar.outcome ?? 'tap'}`
                : remedy.outcome === null
                  ? 'with these fingers it would have been decided at once'
                  : `these fingers would make it a ${remedy.outcome}`}
              ; {sayDiffer(remedy.differ)}.{' '}
              <button
                type="button"
                className="word"
                aria-label={`Take it: ${remedy.name}`}
                onClick={() => onTake(remedy.edit, `${title}: ${remedy.name}`)}
              >
                Take it
              </button>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
};
