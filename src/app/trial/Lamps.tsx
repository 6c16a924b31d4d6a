/**
 * The lamps over the board: a key that is down is lit, one that is undecided is hatched. They are painted as soon as the finger
 * moves, past React and on a layer of their own, so that a key press draws nothing else anew.
 */
import { memo, useLayoutEffect, useRef } from 'react';
import { extentOf, type Board } from '../../core/board';
import { boardBox, capPath, LARGEST, placeOf, UNIT } from '../shared/Cap';
import type { TrialSession } from './session';
import '../shared/lamps.css';
import './Lamps.css';

type LampsProps = { session: TrialSession; board: Board };

export const Lamps = memo(({ session, board }: LampsProps) => {
  const root = useRef<SVGSVGElement>(null);

  useLayoutEffect(() => {
    const lamps = new Map(
      [...(root.current?.children ?? [])].map((lamp, index) => [board.keys[index]?.id ?? '', lamp]),
    );
    /** What each lamp shows, where it shows something. */
    const lit = new Map<string, string>();
    const light = (key: string, state: string): void => {
      if ((lit.get(key) ?? '') === state) return;
      lamps.get(key)?.setAttribute('class', `lamp ${state}`);
      if (state === '') lit.delete(key);
      else lit.set(key, state);
    };
    const follow = (): void => {
      const pending = session.lanes.pending?.name ?? '';
      for (const key of [...lit.keys()]) if (key !== pending && !session.isDown(key)) light(key, '');
      for (const key of session.down) light(key, key === pending ? 'pending' : 'down');
      if (pending !== '') light(pending, 'pending');
    };
    follow();
    return session.onLamps(follow);
  }, [session, board]);

  const extent = extentOf(board);
  return (
    <svg
      ref={root}
      className="lamps"
      style={{ maxWidth: extent.width * UNIT * LARGEST }}
      viewBox={boardBox(extent)}
      aria-hidden="true"
    >
      {board.keys.map((key) => (
        <path key={key.id} className="lamp" d={capPath(key)} transform={placeOf(key)} />
      ))}
    </svg>
  );
});
Lamps.displayName = 'Lamps';
