/** Runs the fingers that another bench handed over, and asks for the story of the press that they are about. */
import { useEffect, useRef } from 'react';
import type { Board } from '../../core/board';
import type { Chosen } from '../../core/trial';
import { placeOfTrial, takeHanded } from '../state/handed';
import type { TrialSession } from './session';

/** A press and what was decided about it begin at one moment, but for rounding. */
const SAME_US = 2000;

export function useHanded(session: TrialSession, board: Board, onAsk: (chosen: Chosen) => void): void {
  const ask = useRef(onAsk);
  useEffect(() => {
    ask.current = onAsk;
  });
  useEffect(() => {
    const handed = session.runsFar ? takeHanded(placeOfTrial(session.profile.id, board.id)) : undefined;
    if (!handed) return;
    const laterUs = session.run(handed.samples, performance.now());
    const { press } = handed;
    let isAsked = press === null;
    const look = (): void => {
      // A long run is under way elsewhere, and its end is what is asked about.
      if (isAsked || session.runs) return;
      isAsked = true;
      const is = ({ name, fromUs }: { name: string; fromUs: number }): boolean =>
        name === press?.key && Math.abs(fromUs - press.pressedUs - laterUs) < SAME_US;
      const decision = session.lanes.decisions.find(is);
      const finger = session.lanes.fingers.find(is);
      if (decision) ask.current({ lane: 'decisions', bar: decision });
      else if (finger) ask.current({ lane: 'fingers', bar: finger });
    };
    look();
    return isAsked ? undefined : session.subscribe(look);
  }, [session, board]);
}
