/**
 * Records the person's own hands. While it records no key reaches the page or the browser, as far as a page can keep them; in full
 * screen, with the Keyboard Lock standard, that is all of them.
 */
import { useCallback, useEffect, useRef, useState } from 'react';
import { isCode } from '../../core/codes';
import { Recording, type RecordingOptions } from '../../core/macro';
import type { Score } from '../../core/profile';

/** Both Shifts together stop it: a chord that no score needs, under any hand. */
export const STOP_CHORD = ['ShiftLeft', 'ShiftRight'];

/** The usages of a mouse's buttons (HID page 09), by the number a browser gives them. */
const BUTTON_CODES = ['hid:09:0001', 'hid:09:0003', 'hid:09:0002', 'hid:09:0004', 'hid:09:0005'];
/** What browsers call one notch of a wheel, in px. */
const NOTCH_PX = 100;

type KeyboardLock = { lock?: () => Promise<void>; unlock?: () => void };
const keyboardLock = (): KeyboardLock => (navigator as { keyboard?: KeyboardLock }).keyboard ?? {};

export type Recorder = {
  phase: 'off' | 'armed' | 'recording';
  /** What was recorded so far, growing. */
  score: Score;
  /** Keys that are down and will stay open if nothing comes. */
  held: readonly string[];
  /** Keys that were pressed and cannot be recorded. */
  strangers: readonly string[];
  start(options: RecordingOptions): void;
  stop(): void;
};

const EMPTY: Score = { lengthUs: 0, events: [] };
/** Elements that keep the pointer for themselves while it records. */
const OWN = '[data-record-own]';

/** @param onDone what was recorded, and why it ended when not by hand */
export function useRecorder(onDone: (score: Score, why: string) => void): Recorder {
  const [options, setOptions] = useState<RecordingOptions | null>(null);
  const [score, setScore] = useState<Score>(EMPTY);
  const [held, setHeld] = useState<readonly string[]>([]);
  const [strangers, setStrangers] = useState<readonly string[]>([]);
  const [hasBegun, setHasBegun] = useState(false);
  const downNow = useRef(new Set<string>());
  const finish = useRef<(why: string) => void>(() => undefined);
  const done = useRef(onDone);

  useEffect(() => {
    done.current = onDone;
  });

  // What is down when recording starts must be known then, so it is followed all the time.
  useEffect(() => {
    const down = ({ code }: KeyboardEvent): void => void downNow.current.add(code);
    const up = ({ code }: KeyboardEvent): void => void downNow.current.delete(code);
    const none = (): void => downNow.current.clear();
    addEventListener('keydown', down, true);
    addEventListener('keyup', up, true);
    addEventListener('blur', none);
    return () => {
      removeEventListener('keydown', down, true);
      removeEventListener('keyup', up, true);
      removeEventListener('blur', none);
    };
  }, []);

  useEffect(() => {
    if (!options) return;
    const recording = new Recording(options, new Set(downNow.current), performance.now() * 1000);
    let frame = 0;
    const end = (why: string): void => {
      recording.stop();
      setOptions(null);
      keyboardLock().unlock?.();
      done.current(recording.score(), why);
    };
    finish.current = end;
    const show = (): void => {
      const nowUs = performance.now() * 1000;
      recording.advance(nowUs);
      if (recording.hasStopped) {
        end(recording.held.length > 0 ? '' : 'Nothing came for a while, so it stopped.');
        return;
      }
      setScore(recording.score(nowUs));
      setHeld(recording.held);
      setHasBegun(!recording.isEmpty);
      frame = requestAnimationFrame(show);
    };
    frame = requestAnimationFrame(show);

    const keep = (event: Event): void => {
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    const key = (event: KeyboardEvent): void => {
      keep(event);
      if (event.repeat) return;
      const { code } = event;
      if (!isCode(code)) {
        setStrangers((known) => (known.includes(code || event.key) ? known : [...known, code || event.key]));
        return;
      }
      recording.take({ tUs: event.timeStamp * 1000, edge: event.type === 'keydown' ? 'down' : 'up', code });
      if (recording.hasStopped) end('');
    };
    const isOwn = (event: Event): boolean => event.target instanceof Element && event.target.closest(OWN) !== null;
    const pointer = (event: MouseEvent): void => {
      if (!options.buttons || isOwn(event)) return;
      keep(event);
      const code = BUTTON_CODES[event.button];
      if (code !== undefined)
        recording.take({ tUs: event.timeStamp * 1000, edge: event.type === 'mousedown' ? 'down' : 'up', code });
    };
    const wheel = (event: WheelEvent): void => {
      if (!options.wheel) return;
      keep(event);
      const notches = (delta: number): number => Math.sign(delta) * Math.max(1, Math.round(Math.abs(delta) / NOTCH_PX));
      const turn = {
        dx: event.deltaX === 0 ? 0 : notches(event.deltaX),
        dy: event.deltaY === 0 ? 0 : -notches(event.deltaY),
      };
      recording.take({ tUs: event.timeStamp * 1000, wheel: turn });
    };
    const menu = (event: Event): void => {
      if (options.buttons && !isOwn(event)) event.preventDefault();
    };
    const lost = (): void => end('The window lost the focus, so it stopped. What was down then stays open.');
    addEventListener('keydown', key, true);
    addEventListener('keyup', key, true);
    addEventListener('mousedown', pointer, true);
    addEventListener('mouseup', pointer, true);
    addEventListener('contextmenu', menu, true);
    addEventListener('wheel', wheel, { capture: true, passive: false });
    addEventListener('blur', lost);
    return () => {
      cancelAnimationFrame(frame);
      removeEventListener('keydown', key, true);
      removeEventListener('keyup', key, true);
      removeEventListener('mousedown', pointer, true);
      removeEventListener('mouseup', pointer, true);
      removeEventListener('contextmenu', menu, true);
      removeEventListener('wheel', wheel, true);
      removeEventListener('blur', lost);
    };
  }, [options]);

  return {
    phase: !options ? 'off' : hasBegun ? 'recording' : 'armed',
    score: options ? score : EMPTY,
    held,
    strangers,
    start: useCallback((chosen: RecordingOptions) => {
      (document.activeElement as HTMLElement | null)?.blur();
      setScore(EMPTY);
      setHeld([]);
      setStrangers([]);
      setHasBegun(false);
      if (document.fullscreenElement)
        void keyboardLock()
          .lock?.()
          .catch(() => undefined);
      setOptions(chosen);
    }, []),
    stop: useCallback(() => finish.current(''), []),
  };
}

/** Whether full screen lets a page have every key. */
export const canLockKeys = (): boolean => keyboardLock().lock !== undefined && document.fullscreenEnabled;
