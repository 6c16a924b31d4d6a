/** A gamepad's trigger as the finger on one key: as deep as it is pulled, on a board that measures travel. */
import { useEffect } from 'react';
import type { Board, KeyId } from '../../core/board';
import { triggerShare } from '../shared/trigger';
import type { TrialSession } from './session';

export function useTrigger(session: TrialSession | null, board: Board, key: KeyId): void {
  useEffect(() => {
    if (!session) return;
    let depthUm = 0;
    let frame = 0;
    const tick = (): void => {
      const share = triggerShare();
      const wanted = board.analog ? Math.round(share * board.travelUm) : share > 0.5 ? board.travelUm : 0;
      if (wanted !== depthUm) session.depth(key, wanted, performance.now());
      depthUm = wanted;
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(frame);
      if (depthUm > 0) session.depth(key, 0, performance.now());
    };
  }, [session, board, key]);
}
