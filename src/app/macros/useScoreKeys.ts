/** The shortcuts of the macro bench that are not the canvas's own: record, play, copy and paste of events. */
import { useEffect, useRef } from 'react';
import { create } from 'zustand';
import { operations } from '../../core/macro';
import type { ScoreEvent } from '../../core/profile';
import { letterOf } from '../shared/letterOf';
import { isTyping } from '../shared/isTyping';
import type { MacroDesk } from './useMacroDesk';

/** Events that were copied, with times from the first of them. */
const useCopied = create<{ events: readonly ScoreEvent[] }>()(() => ({ events: [] }));

type ScoreKeys = {
  desk: MacroDesk;
  /** Where pasted events begin. */
  markUs: number;
  isRecording: boolean;
  onRecord: () => void;
  onPlay: () => void;
};

/** Keys pressed in a dialog are the dialog's. */
const isInDialog = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role="dialog"]') !== null;

export function useScoreKeys(keys: ScoreKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const keyDown = (event: KeyboardEvent): void => {
      const { desk, markUs, isRecording, onRecord, onPlay } = latest.current;
      if (isRecording || event.defaultPrevented || isTyping(event.target) || isInDialog(event.target)) return;
      const command = event.ctrlKey || event.metaKey;
      const isOnScore = event.target instanceof Element && event.target.closest('[data-score]') !== null;
      if (!command && !event.altKey && letterOf(event) === 'r') onRecord();
      else if (!command && event.code === 'Space' && isOnScore && !(event.target instanceof HTMLButtonElement))
        onPlay();
      else if (command && letterOf(event) === 'c' && desk.places.size > 0) {
        const events = desk.score.events.filter((_, index) => desk.places.has(index));
        const first = events[0]?.atUs ?? 0;
        useCopied.setState({ events: events.map((one) => ({ ...one, atUs: one.atUs - first })) });
      } else if (command && letterOf(event) === 'v' && useCopied.getState().events.length > 0) {
        const pasted = useCopied.getState().events.map((one) => ({ ...one, atUs: one.atUs + Math.round(markUs) }));
        desk.setScore(operations.putIn(desk.score, pasted), 'pasted events');
      } else return;
      event.preventDefault();
    };
    addEventListener('keydown', keyDown);
    return () => removeEventListener('keydown', keyDown);
  }, []);
}
