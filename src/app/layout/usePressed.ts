/** One key pressed by hand, and what the engine decides of it: the same engine as everywhere. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Board, KeyId } from '../../core/board';
import { check, isSound } from '../../core/check';
import { replay, type Sample } from '../../core/engine';
import type { Profile } from '../../core/profile';
import { isTyping } from '../shared/isTyping';

/** A press that is decided: how long it took, and what it became. */
export type PressSeen = { id: number; tookMs: number; outcome: 'tap' | 'hold' };

const MOST_SEEN = 4;

type Pressed = { isDown: boolean; seen: readonly PressSeen[]; down(): void; up(): void };

export function usePressed(profile: Profile, board: Board, key: KeyId, holdAfterMs: number, isOn: boolean): Pressed {
  const [isDown, setIsDown] = useState(false);
  const [seen, setSeen] = useState<readonly PressSeen[]>([]);
  const press = useRef<{ atMs: number; isDecided: boolean; timer: number } | null>(null);
  const checked = useMemo(() => check(profile, board), [profile, board]);

  /** Asks the engine what a press is by now, and shows it once it is decided. */
  const decide = useCallback(
    (samples: readonly Sample[], settleMs: number): void => {
      if (!isSound(checked) || !press.current || press.current.isDecided) return;
      for (const line of replay(checked.program, samples, { why: true, settleMs }))
        if ('why' in line && line.key === key && (line.outcome === 'tap' || line.outcome === 'hold')) {
          press.current.isDecided = true;
          const { outcome } = line;
          const tookMs = Math.round(line.sinceUs / 1000);
          setSeen((before) => [...before.slice(1 - MOST_SEEN), { id: performance.now(), tookMs, outcome }]);
          return;
        }
    },
    [checked, key],
  );
  const down = useCallback((): void => {
    if (press.current) return;
    const from: Sample[] = [{ tUs: 0, key, depthUm: board.travelUm }];
    const timer = window.setTimeout(() => decide(from, holdAfterMs), holdAfterMs + 8);
    press.current = { atMs: performance.now(), isDecided: false, timer };
    setIsDown(true);
  }, [key, board.travelUm, holdAfterMs, decide]);
  const up = useCallback((): void => {
    if (!press.current) return;
    clearTimeout(press.current.timer);
    const tUs = Math.round((performance.now() - press.current.atMs) * 1000);
    decide(
      [
        { tUs: 0, key, depthUm: board.travelUm },
        { tUs, key, depthUm: 0 },
      ],
      1000,
    );
    press.current = null;
    setIsDown(false);
  }, [key, board.travelUm, decide]);

  // The person's own key plays it too, wherever the focus is, but for fields.
  useEffect(() => {
    if (!isOn) return;
    const code = board.keys.find(({ id }) => id === key)?.code;
    const take = (event: KeyboardEvent): void => {
      if (event.code !== code || isTyping(event.target)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.type === 'keyup') up();
      else if (!event.repeat) down();
    };
    addEventListener('keydown', take, true);
    addEventListener('keyup', take, true);
    addEventListener('blur', up);
    return () => {
      removeEventListener('keydown', take, true);
      removeEventListener('keyup', take, true);
      removeEventListener('blur', up);
    };
  }, [isOn, board, key, down, up]);

  return { isDown, seen, down, up };
}
