/** Opens a trial for what shall be played, closes it when that changes, and lets its time pass once a frame. */
import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Board } from '../../core/board';
import { CannotRun } from '../../core/engine';
import type { Profile } from '../../core/profile';
import { useKeyboards } from '../state/keyboards';
import { draftPlayer, keyboardPlayer } from './players';
import { TrialSession } from './session';

export type Source = 'draft' | 'keyboard';
export type OpenTrial = { session: TrialSession } | { reason: string } | null;

async function open(
  source: Source,
  session: TrialSession,
  board: Board,
  ended: (reason: string) => void,
): Promise<void> {
  if (source === 'draft') {
    session.attach(draftPlayer(session.profile, board, session.take));
    return;
  }
  const client = useKeyboards.getState().client(board.id);
  if (!client) throw new Error(`The ${board.name} is not connected.`);
  session.attach(
    await keyboardPlayer(client, session.profile, board, session.take, () =>
      ended(
        'The keyboard stopped playing: what it holds was changed, it plays for another page, or the cable was pulled.',
      ),
    ),
  );
}

/** @param played what shall be played; undefined when the keyboard holds nothing (yet) */
export function useTrialSession(source: Source, played: Profile | undefined, board: Board): OpenTrial {
  const [trial, setTrial] = useState<OpenTrial>(null);

  useEffect(() => {
    if (!played) return;
    let isGone = false;
    const session = new TrialSession(played, board);
    open(source, session, board, (reason) => !isGone && setTrial({ reason }))
      .then(() => {
        if (isGone) session.close();
        else setTrial({ session });
      })
      .catch((error: unknown) => {
        const reason =
          error instanceof CannotRun
            ? `It cannot be played yet: ${error.message}.`
            : error instanceof Error
              ? error.message
              : String(error);
        if (!isGone) setTrial({ reason });
      });
    return () => {
      isGone = true;
      session.close();
      setTrial(null);
    };
  }, [source, played, board]);

  const session = trial && 'session' in trial ? trial.session : null;
  useEffect(() => {
    if (!session) return;
    let frame = 0;
    const tick = (): void => {
      session.tick(performance.now());
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [session]);

  return trial;
}

const NOTHING = (): void => undefined;
const noSubscription = (): (() => void) => NOTHING;
const noVersion = (): number => 0;

/** Draws again whenever something happens in the session. */
export const useSessionVersion = (session: TrialSession | null): number =>
  useSyncExternalStore(session?.subscribe ?? noSubscription, session?.getVersion ?? noVersion);
