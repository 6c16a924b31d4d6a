/** Before anything was typed: what the lanes show, and an example that plays itself. */
import { Button } from 'antd';
import { useState } from 'react';
import { exampleFingers } from '../../core/trial';
import type { Board } from '../../core/board';
import { Empty } from '../shared/Empty';
import { TrialSketch } from '../shared/sketches';
import type { TrialSession } from './session';
import './EmptyLanes.css';

type EmptyLanesProps = { session: TrialSession; board: Board };

export const EmptyLanes = ({ session, board }: EmptyLanesProps) => {
  const [fingers] = useState(() => exampleFingers(session.profile, board));
  return (
    <div className="empty-lanes">
      <Empty
        title="Nothing was typed yet"
        sketch={<TrialSketch />}
        says="Above what your fingers do, between what is decided of it and why, below what the host gets. Listen to your keyboard, or press keys on the drawing."
      >
        {fingers.length > 0 && (
          <Button
            onClick={() => {
              // It plays in its own time, like hands: what is decided can be watched.
              for (const { key, depthUm, tUs } of fingers)
                window.setTimeout(() => session.finger(key, depthUm > 0, performance.now()), tUs / 1000);
            }}
          >
            Play an example
          </Button>
        )}
      </Empty>
    </div>
  );
};
