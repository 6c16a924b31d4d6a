/**
 * The score as it is worked on: bars dragged, stretched and copied by pointer, everything also by keyboard. While something is
 * dragged only the canvas changes; the profile is edited once, at the end.
 */
import {
  useCallback,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type WheelEvent,
} from 'react';
import type { HostLayoutId } from '../../core/hosts';
import { operations, type Demand, type Places } from '../../core/macro';
import type { Score } from '../../core/profile';
import { useWidth } from '../shared/useWidth';
import { usePreferences } from '../state/preferences';
import { drawScore, readColors } from './drawScore';
import {
  hitAt,
  LABELS,
  nextBar,
  placesWithin,
  planScore,
  RULER,
  snapTo,
  usAt,
  type ScoreView as View,
} from './scorePlan';
import './ScoreView.css';

export type ScoreViewProps = {
  score: Score;
  /** The host that names the lanes. */
  host: HostLayoutId;
  places: Places;
  /** Time is snapped to this, in µs; 0 for not at all. */
  stepUs: number;
  snapsToEvents: boolean;
  risks: readonly Demand[];
  headUs: number | null;
  isRecording?: boolean;
  onSelect: (places: Iterable<number>) => void;
  /** A changed score, and which places are selected in it. */
  onChange: (score: Score, what: string, keeps: Places) => void;
  onHead: (us: number) => void;
};

const MOST_LANE = 30;
const LEAST_LANE = 17;
const HEIGHT = 226;
const LEAST_US_PER_PX = 5;
const SNAP_PX = 6;
const DRAG_PX = 3;

type Drag =
  | { what: 'move'; startX: number; places: Places; anchorUs: number; copies: boolean }
  | { what: 'end'; startX: number; place: number; anchorUs: number }
  | { what: 'marquee'; startX: number; startY: number; adds: Places };

/** What a drag makes of the score, and what is selected then. */
function dragged(score: Score, drag: Drag, byUs: number): { score: Score; places: Places } {
  if (drag.what === 'move') {
    if (!drag.copies) return follow(score, operations.move(score, drag.places, byUs), drag.places);
    const first = Math.min(...[...drag.places].map((place) => score.events[place]?.atUs ?? 0));
    return { score: operations.copyTo(score, drag.places, Math.max(0, first + byUs)), places: drag.places };
  }
  if (drag.what === 'end')
    return follow(score, operations.move(score, new Set([drag.place]), byUs), new Set([drag.place]));
  return { score, places: new Set() };
}

/** Where the selected events stand after a change that keeps their number: events are values, so they are found by identity of content. */
function follow(before: Score, after: Score, places: Places): { score: Score; places: Places } {
  const by = [...places].map((place) => before.events[place]);
  const moved = new Set<number>();
  // A move keeps the order among the moved and among the others, so the moved ones are those that differ in time, or by count.
  const others = before.events.filter((_, index) => !places.has(index));
  let next = 0;
  after.events.forEach((event, index) => {
    const other = others[next];
    if (other && same(event, other)) next++;
    else moved.add(index);
  });
  return { score: after, places: moved.size === by.length ? moved : places };
}

const same = (a: Score['events'][number], b: Score['events'][number]): boolean =>
  a.atUs === b.atUs &&
  ('code' in a && 'code' in b
    ? a.code === b.code && a.edge === b.edge
    : 'text' in a && 'text' in b
      ? a.text === b.text
      : 'wheel' in a && 'wheel' in b);

/** In CSS pixels, until the place has been measured. */
const USUAL_WIDTH = 900;

export const ScoreView = ({
  score,
  host,
  places,
  stepUs,
  snapsToEvents,
  risks,
  headUs,
  isRecording = false,
  onSelect,
  onChange,
  onHead,
}: ScoreViewProps) => {
  const canvas = useRef<HTMLCanvasElement>(null);
  const laid = usePreferences((state) => state.laid);
  const place = useRef<HTMLDivElement>(null);
  const width = useWidth(place, USUAL_WIDTH);
  /** What part of time is shown; null fits all of it. */
  const [window, setWindow] = useState<{ fromUs: number; usPerPx: number } | null>(null);
  const drag = useRef<Drag | null>(null);
  /** What the drag has made so far: letting go takes this, also when it was not drawn yet. */
  const made = useRef<{ score: Score; places: Places } | null>(null);
  const [preview, setPreview] = useState<{ score: Score; places: Places } | null>(null);
  const [marquee, setMarquee] = useState<{ x: number; y: number; width: number; height: number } | null>(null);

  const shown = preview?.score ?? score;
  const shownPlaces = preview?.places ?? places;
  const plan = useMemo(() => planScore(shown, host), [shown, host]);
  const fit = Math.max(
    LEAST_US_PER_PX,
    (Math.max(shown.lengthUs, headUs ?? 0, 50_000) * 1.06) / Math.max(200, width - LABELS - 12),
  );
  const laneHeight = Math.min(MOST_LANE, Math.max(LEAST_LANE, (HEIGHT - RULER) / Math.max(1, plan.lanes.length)));
  const height = Math.max(HEIGHT, RULER + plan.lanes.length * laneHeight + 4);
  const view: View = useMemo(
    () => ({ fromUs: window?.fromUs ?? 0, usPerPx: window?.usPerPx ?? fit, width, laneHeight }),
    [window, fit, width, laneHeight],
  );

  // Drawn with the frame itself: letters on a canvas need the page's styles, which are worked out there anyway.
  useLayoutEffect(() => {
    const frame = requestAnimationFrame(() => {
      const element = canvas.current;
      const context = element?.getContext('2d');
      if (!element || !context) return;
      const ratio = globalThis.devicePixelRatio || 1;
      element.width = width * ratio;
      element.height = height * ratio;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      drawScore(
        context,
        { plan, view, places: shownPlaces, colors: readColors(), risks, headUs, isRecording, marquee },
        height,
      );
    });
    return () => cancelAnimationFrame(frame);
  }, [plan, view, shownPlaces, risks, headUs, isRecording, marquee, width, height, laid]);

  const pointOf = (event: PointerEvent | WheelEvent): { x: number; y: number } => {
    const box = (canvas.current as HTMLCanvasElement).getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };

  /** By how much a drag moves what it moves, after snapping where it began. */
  const snapped = useCallback(
    (anchorUs: number, byUs: number, moving: Places): number => {
      const others = snapsToEvents ? score.events.filter((_, index) => !moving.has(index)).map(({ atUs }) => atUs) : [];
      return snapTo(Math.max(0, anchorUs + byUs), stepUs, others, SNAP_PX * view.usPerPx) - anchorUs;
    },
    [score, snapsToEvents, stepUs, view.usPerPx],
  );

  const pointerDown = (event: PointerEvent): void => {
    if (event.button !== 0 || isRecording) return;
    const { x, y } = pointOf(event);
    canvas.current?.setPointerCapture(event.pointerId);
    if (y < RULER) {
      onHead(Math.max(0, usAt(x, view)));
      return;
    }
    const hit = hitAt(plan, view, x, y);
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    if (!hit) {
      drag.current = { what: 'marquee', startX: x, startY: y, adds: adds ? places : new Set() };
      if (!adds) onSelect([]);
      return;
    }
    const own = hit.bar.places;
    const isIn = own.every((place) => places.has(place));
    if (adds) {
      onSelect(isIn ? [...places].filter((place) => !own.includes(place)) : [...places, ...own]);
      return;
    }
    const selected = isIn ? places : new Set(own);
    if (!isIn) onSelect(own);
    const place = hit.end === 'to' ? own[1] : hit.end === 'from' ? own[0] : undefined;
    const anchorUs = place === undefined ? hit.bar.fromUs : (score.events[place]?.atUs ?? 0);
    drag.current =
      place === undefined
        ? { what: 'move', startX: x, places: selected, anchorUs, copies: event.altKey }
        : { what: 'end', startX: x, place, anchorUs };
  };

  const pointerMove = (event: PointerEvent): void => {
    const { x, y } = pointOf(event);
    const now = drag.current;
    if (!now) {
      const hit = y >= RULER ? hitAt(plan, view, x, y) : null;
      (canvas.current as HTMLCanvasElement).style.cursor = !hit
        ? 'default'
        : hit.end === 'whole'
          ? 'grab'
          : 'ew-resize';
      return;
    }
    if (now.what === 'marquee') {
      setMarquee({ x: now.startX, y: now.startY, width: x - now.startX, height: y - now.startY });
      const lane = (at: number): number => Math.floor((at - RULER) / view.laneHeight);
      onSelect([...now.adds, ...placesWithin(plan, usAt(now.startX, view), usAt(x, view), lane(now.startY), lane(y))]);
      return;
    }
    if (!made.current && Math.abs(x - now.startX) < DRAG_PX) return;
    const moving = now.what === 'end' ? new Set([now.place]) : now.places;
    made.current = dragged(score, now, snapped(now.anchorUs, (x - now.startX) * view.usPerPx, moving));
    setPreview(made.current);
  };

  const pointerUp = (): void => {
    const now = drag.current;
    const result = made.current;
    drag.current = null;
    made.current = null;
    setMarquee(null);
    if (!now || now.what === 'marquee' || !result) return;
    const what = now.what === 'end' ? 'the length of a press' : now.copies ? 'copies' : 'the place of presses';
    onChange(result.score, what, result.places);
    setPreview(null);
  };

  const zoom = (factor: number, aroundX = width / 2): void => {
    const around = usAt(aroundX, view);
    const usPerPx = Math.min(fit, Math.max(LEAST_US_PER_PX, view.usPerPx * factor));
    if (usPerPx >= fit) setWindow(null);
    else setWindow({ usPerPx, fromUs: Math.max(0, around - (aroundX - LABELS) * usPerPx) });
  };
  const scroll = (byUs: number): void => {
    if (window) setWindow({ ...window, fromUs: Math.max(0, window.fromUs + byUs) });
  };

  const chooseBar = (step: 1 | -1, adds: boolean): void => {
    const bar = nextBar(plan, places, step);
    if (!bar) return;
    onSelect(adds ? [...places, ...bar.places] : bar.places);
    if (bar.fromUs < usAt(LABELS, view) || bar.fromUs > usAt(width, view))
      setWindow((old) => old && { ...old, fromUs: Math.max(0, bar.fromUs - old.usPerPx * 100) });
  };

  const keyDown = (event: KeyboardEvent): void => {
    const command = event.ctrlKey || event.metaKey;
    const nudge = (direction: 1 | -1): void => {
      const byUs = direction * (event.shiftKey ? 10_000 : Math.max(1000, stepUs));
      const { score: moved, places: kept } = follow(score, operations.move(score, places, byUs), places);
      onChange(moved, 'the place of presses', kept);
    };
    const actions: Partial<Record<string, () => void>> = command
      ? { a: () => onSelect(score.events.keys()) }
      : {
          ArrowDown: () => chooseBar(1, event.shiftKey),
          ArrowUp: () => chooseBar(-1, event.shiftKey),
          ArrowRight: () => (places.size > 0 ? nudge(1) : scroll(view.usPerPx * 60)),
          ArrowLeft: () => (places.size > 0 ? nudge(-1) : scroll(-view.usPerPx * 60)),
          Delete: () => onChange(operations.takeOutPresses(score, places), 'taking out presses', new Set()),
          Backspace: () => onChange(operations.takeOutPresses(score, places), 'taking out presses', new Set()),
          Escape: () => onSelect([]),
          '+': () => zoom(1 / 1.5),
          '-': () => zoom(1.5),
          '0': () => setWindow(null),
        };
    const action = actions[event.key];
    if (!action || (['Delete', 'Backspace'].includes(event.key) && places.size === 0)) return;
    event.preventDefault();
    action();
  };

  const { length } = score.events;
  return (
    <div ref={place} className="score-view">
      <p className="score-zoom">
        <button type="button" className="word" title="Zoom in (+)" onClick={() => zoom(1 / 1.5)}>
          closer
        </button>
        <button type="button" className="word" title="Zoom out (−)" onClick={() => zoom(1.5)}>
          further
        </button>
        <button type="button" className="word" disabled={!window} onClick={() => setWindow(null)}>
          all of it
        </button>
      </p>
      <canvas
        ref={canvas}
        className="score-canvas"
        style={{ height }}
        role="application"
        tabIndex={0}
        aria-label={`Score of ${length} events, ${score.lengthUs / 1000} ms; ${places.size} selected. Up and down choose, left and right move, Delete takes out.`}
        onPointerDown={pointerDown}
        onPointerMove={pointerMove}
        onPointerUp={pointerUp}
        onPointerCancel={pointerUp}
        onKeyDown={keyDown}
        onWheel={(event) => {
          if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY))
            scroll((event.deltaX || event.deltaY) * view.usPerPx);
          else if (event.ctrlKey || event.altKey) zoom(event.deltaY > 0 ? 1.2 : 1 / 1.2, pointOf(event).x);
        }}
      />
    </div>
  );
};
