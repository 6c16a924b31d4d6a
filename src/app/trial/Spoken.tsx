/** What the last decision was, for a screen reader: said when it was made, and seldom enough to be listened to. */
import { useEffect, useState } from 'react';
import type { Board } from '../../core/board';
import { reasonOf, type DecisionBar } from '../../core/trial';
import { timingOf } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import type { TrialSession } from './session';

/** A sentence takes about as long to hear, in ms. */
const SAID_EVERY_MS = 1500;

export const Spoken = ({ session, board }: { session: TrialSession; board: Board }) => {
  const [said, setSaid] = useState('');
  useEffect(() => {
    const { profile, lanes } = session;
    let last: DecisionBar | undefined = lanes.decisions.at(-1);
    let saidMs = -Infinity;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const say = (): void => {
      timer = undefined;
      const bar = lanes.decisions.findLast(({ why }) => why !== null);
      if (!bar?.why || bar === last) return;
      last = bar;
      saidMs = performance.now();
      const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does ?? { kind: 'pass' as const };
      setSaid(
        `${keyTitle(board, profile, bar.name)}: ${bar.outcome}, after ${Math.round(((bar.toUs ?? bar.fromUs) - bar.fromUs) / 1000)} ms. ${reasonOf(bar.why, timingOf(profile, does))}`,
      );
    };
    const stop = session.subscribe(() => {
      timer ??= setTimeout(say, Math.max(0, saidMs + SAID_EVERY_MS - performance.now()));
    });
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [session, board]);
  return (
    <p className="visually-hidden" role="status" aria-live="polite" data-testid="spoken">
      {said}
    </p>
  );
};
