/**
 * The lanes while time runs: a canvas over the drawing that stands there otherwise, drawn anew for every frame. When nothing
 * happens any more the drawing comes back, in which each bar can be reached with the keyboard.
 */
import { memo, useLayoutEffect, useRef, type PointerEvent } from 'react';
import type { Board } from '../../core/board';
import type { Chosen } from '../../core/trial';
import { usePreferences } from '../state/preferences';
import { drawLanes, inksOfCloth } from './drawLanes';
import { barAt, planLanes } from './lanesPlan';
import type { TrialSession } from './session';
import './LanesRunning.css';

type LanesRunningProps = { session: TrialSession; board: Board; onChoose: (chosen: Chosen) => void };

export const LanesRunning = memo(({ session, board, onChoose }: LanesRunningProps) => {
  const canvas = useRef<HTMLCanvasElement>(null);
  /** The size of the place, in CSS pixels; learnt when it changes, never asked while drawing. */
  const size = useRef({ width: 0, height: 0 });
  const laid = usePreferences((state) => state.laid);

  useLayoutEffect(() => {
    const sheet = canvas.current;
    const place = sheet?.parentElement;
    const context = sheet?.getContext('2d');
    if (!sheet || !place || !context) return;
    const inks = inksOfCloth();
    const watcher = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      size.current = { width, height };
      sheet.width = Math.round(width * devicePixelRatio);
      sheet.height = Math.round(height * devicePixelRatio);
    });
    watcher.observe(place);
    let isShown = false;
    const follow = (): void => {
      if (session.isRunning !== isShown) {
        isShown = session.isRunning;
        place.classList.toggle('running', isShown);
      }
      if (!isShown) return;
      const { width, height } = size.current;
      const plan = planLanes(session, board, session.edgeUs, width);
      drawLanes(context, plan, Math.min(width / plan.width, height / plan.height) * devicePixelRatio, inks);
    };
    const stop = session.onFrame(follow);
    return () => {
      stop();
      watcher.disconnect();
      place.classList.remove('running');
    };
  }, [session, board, laid]);

  const choose = (event: PointerEvent): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const plan = planLanes(session, board, session.edgeUs, box.width);
    const scale = Math.min(box.width / plan.width, box.height / plan.height);
    const chosen = barAt(plan, (event.clientX - box.left) / scale, (event.clientY - box.top) / scale);
    if (chosen) onChoose(chosen);
  };

  return <canvas ref={canvas} className="lanes-running" aria-hidden="true" onPointerDown={choose} />;
});
LanesRunning.displayName = 'LanesRunning';
