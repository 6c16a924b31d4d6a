/**
 * The person's own keyboard as the board's fingers, while the bench listens. No key reaches the page then, but for the
 * ways out, which are keys that the board does not have.
 */
import { useCallback, useEffect, useState } from 'react';
import type { Board } from '../../core/board';
import { HOST_LAMPS, type HostLamp } from '../../core/codes';
import { waysOutOf } from './waysOut';

/** Who takes the fingers, at times of the page's clock in ms. */
export type TakesFingers = {
  finger(key: string, down: boolean, atMs: number): void;
  light(lamp: HostLamp, lit: boolean, atMs: number): void;
  liftAll(atMs: number): void;
};

export type Listening = {
  isListening: boolean;
  start(): void;
  stop(): void;
  /** The last key pressed that the board does not have. */ stranger: string;
};

export function useListening(session: TakesFingers | null, board: Board): Listening {
  const [wants, setWants] = useState(false);
  const [stranger, setStranger] = useState('');
  const isListening = wants && session !== null;

  useEffect(() => {
    if (!isListening || !session) return;
    const keyByCode = new Map(board.keys.flatMap((key) => (key.code ? [[key.code, key.id] as const] : [])));
    const waysOut = waysOutOf(board);
    /** The lamps of the person's own keyboard, as they were seen last. */
    const seen = new Map<HostLamp, boolean>();
    const ownLamps = (event: KeyboardEvent): void => {
      for (const lamp of HOST_LAMPS) {
        const lit = event.getModifierState(lamp);
        const before = seen.get(lamp) ?? false;
        seen.set(lamp, lit);
        // What its own key turns on here is what that key does on the board, and nothing else.
        if (lit !== before && event.code !== lamp && !owed.delete(lamp)) session.light(lamp, lit, event.timeStamp);
        else if (event.code === lamp && event.type === 'keydown' && lit === before) owed.add(lamp);
      }
    };
    /** Lamps whose own key has gone down, and which have not changed yet. */
    const owed = new Set<HostLamp>();
    const take = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopImmediatePropagation();
      ownLamps(event);
      if (waysOut.includes(event.code)) {
        if (event.type === 'keydown') setWants(false);
        return;
      }
      if (event.repeat) return;
      const key = keyByCode.get(event.code);
      if (key !== undefined) session.finger(key, event.type === 'keydown', event.timeStamp);
      if (event.type === 'keydown') setStranger(key === undefined ? event.code : '');
    };
    const lift = (): void => session.liftAll(performance.now());
    addEventListener('keydown', take, true);
    addEventListener('keyup', take, true);
    addEventListener('blur', lift);
    document.addEventListener('visibilitychange', lift);
    return () => {
      removeEventListener('keydown', take, true);
      removeEventListener('keyup', take, true);
      removeEventListener('blur', lift);
      document.removeEventListener('visibilitychange', lift);
      lift();
    };
  }, [isListening, session, board]);

  return {
    isListening,
    stranger,
    start: useCallback(() => setWants(true), []),
    stop: useCallback(() => setWants(false), []),
  };
}
