/** What stands below a profile of one layer: the next thing to do, and why one would. */
import { lazy, Suspense, useState } from 'react';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import './OneLayer.css';

const NewLayer = lazy(() => import('../shared/NewLayer').then((module) => ({ default: module.NewLayer })));

export const OneLayer = ({ bench }: { bench: Bench }) => {
  const [isMaking, setIsMaking] = useState(false);
  const { board, profile, selectedKey } = bench;
  return (
    <section className="panel one-layer" aria-label="A second layer">
      <h2>One layer so far</h2>
      <p>
        On a second one the same keys can do something else, while a key is held or after a press. Keys that it does not
        assign fall through to this one; the weave shows which.
      </p>
      <p>
        <button type="button" className="word" onClick={() => setIsMaking(true)}>
          Make a layer and the key that leads to it …
        </button>{' '}
        <span className="soft">
          or write it: choose a key, such as {keyTitle(board, profile, selectedKey)}, and type{' '}
          <span className="mono">while Symbols</span>
        </span>
      </p>
      {isMaking && (
        <Suspense fallback={null}>
          <NewLayer bench={bench} onClose={() => setIsMaking(false)} />
        </Suspense>
      )}
    </section>
  );
};
