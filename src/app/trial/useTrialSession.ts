/** Opens a trial for what shall be played, closes it when that changes, and lets its time pass once a frame. */
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Board } from '../../core/board';
import { check, firstProblem, isSound } from '../../core/check';
import type { Profile } from '../../core/profile';
import { useBodies } from '../state/bodies';
import { useKeyboards } from '../state/keyboards';
import { hearComputer } from './hearComputer';
import { MOST_AT_ONCE } from './longRun';
import { draftPlayer, keyboardPlayer, watchedKeyboard } from './players';
import { TrialSession } from './session';

export type Source = 'draft' | 'keyboard' | 'watched';
type OpenTrial = { session: TrialSession } | { reason: string } | null;
/** What a trial was opened for: one that belongs to something else gets no more fingers. */
type Opened = { source: Source; played: Profile; trial: Exclude<OpenTrial, null> };

async function open(
  source: Source,
  session: TrialSession,
  board: Board,
  ended: (reason: string) => void,
): Promise<void> {
  if (source === 'draft') {
    session.attach(draftPlayer(session.sound, session.take));
    return;
  }
  const client = useKeyboards.getState().client(board.id);
  if (!client) throw new Error(`The ${board.name} is not connected.`);
  if (source === 'watched') {
    const player = await watchedKeyboard(client, session.sound, session.take, {
      nowUs: () => session.usOf(performance.now()),
      press: (key, depthUm) => useBodies.getState().act(board.id, { do: 'finger', key, depthUm }),
    });
    const isServed = useKeyboards.getState().byBoard.get(board.id)?.home === 'server';
    const stopHearing = isServed ? hearComputer(board.id, session) : undefined;
    session.attach({
      ...player,
      close: () => {
        stopHearing?.();
        player.close();
      },
    });
    return;
  }
  session.attach(
    await keyboardPlayer(client, session.sound, session.take, () =>
      ended(
        'The keyboard stopped playing: what it holds was changed, it plays for another page, or the cable was pulled.',
      ),
    ),
  );
}

/** The last trial of each profile and board: going elsewhere and coming back, or changing a setting, runs its fingers again. */
const lastTrials = new Map<string, TrialSession>();

/**
 * @param played what shall be played; undefined when the keyboard holds nothing (yet)
 * @param place whose fingers are kept from one trial to the next: a profile on a board
 */
export function useTrialSession(source: Source, played: Profile | undefined, board: Board, place: string): OpenTrial {
  const [opened, setOpened] = useState<Opened | null>(null);

  useEffect(() => {
    if (!played) return;
    let isGone = false;
    const setTrial = (trial: Opened['trial']): void => setOpened({ source, played, trial });
    const checked = check(played, board);
    if (!isSound(checked)) {
      const reason = `It cannot be played yet: ${firstProblem(checked)}`;

      setTrial({ reason });
      return;
    }
    const session = new TrialSession(checked, source === 'draft', source === 'watched');
    const earlier = lastTrials.get(place);
    open(source, session, board, (reason) => !isGone && setTrial({ reason }))
      .then(() => {
        if (isGone) session.close();
        else {
          if (earlier && source !== 'watched' && (source === 'draft' || earlier.samples.length <= MOST_AT_ONCE))
            session.resume(earlier);
          lastTrials.set(place, session);
          setTrial({ session });
        }
      })
      .catch((error: unknown) => {
        if (!isGone) setTrial({ reason: error instanceof Error ? error.message : String(error) });
      });
    return () => {
      isGone = true;
      session.liftAll(performance.now());
      session.close();
    };
  }, [source, played, board, place]);

  // Opening the keyboard takes a moment, in which nothing must seem to listen. A draft's next trial follows at once, and
  // the lanes stand until it is there.
  const isCurrent = opened?.source === source && (source === 'draft' || opened.played === played);
  const trial = played && opened && isCurrent ? opened.trial : null;
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

/** Draws again when something has happened in the session, a few times a second. */
export const useSessionVersion = (session: TrialSession | null): number =>
  useSyncExternalStore(session?.subscribe ?? noSubscription, session?.getVersion ?? noVersion);

/** Whether nothing has been typed in a session yet; what is only watched has its own fingers. */
export const useIsEmpty = (session: TrialSession): boolean =>
  useSyncExternalStore(
    session.subscribe,
    () => session.lanes.fingers.length === 0 && session.lanes.host.length === 0 && !session.isWatched && !session.runs,
  );

/** Draws again when something has happened and time stands: what moves is drawn otherwise meanwhile. */
export function useSessionAtRest(session: TrialSession): number {
  const at = useRef(session.getVersion());
  return useSyncExternalStore(session.subscribe, () => {
    if (!session.isRunning) at.current = session.getVersion();
    return at.current;
  });
}
