/**
 * Selecting keys by dragging over them, in the order in which they are met; back over the last one takes it out again. A drag that begins
 * on one of several selected keys carries them: where it ends decides.
 */
import { useRef, type PointerEvent } from 'react';
import type { KeyId } from '../../core/board';

/** So far a pointer goes before it is dragging, in pixels; and so close together its way is looked at. */
const SLACK = 6;
const STEP = 8;

type Drag = { keys: KeyId[]; x: number; y: number; isCarrying: boolean; isDragging: boolean };

/** The key that is drawn at a place of the window, and the layer that is. */
const keyAt = (root: Element | null, x: number, y: number): KeyId | null => {
  const cap = document.elementFromPoint(x, y)?.closest('[data-key]');
  return cap && root?.contains(cap) ? cap.getAttribute('data-key') : null;
};
const layerAt = (x: number, y: number): string | null =>
  document.elementFromPoint(x, y)?.closest('[data-layer]')?.getAttribute('data-layer') ?? null;

type DragRunOptions = {
  /** The keys that are selected. */
  selected: readonly KeyId[];
  onRun: ((keys: readonly KeyId[]) => void) | undefined;
  /** Selected keys were dragged onto a layer of the ladder. */
  onCarried: ((layer: string) => void) | undefined;
};

type DragRun = {
  down(event: PointerEvent): void;
  move(event: PointerEvent): void;
  up(event: PointerEvent): void;
  /** Whether the click that is coming belongs to a drag. */
  wasDrag(): boolean;
};

export function useDragRun({ selected, onRun, onCarried }: DragRunOptions): DragRun {
  const drag = useRef<Drag | null>(null);
  const dragged = useRef(false);

  const meet = (root: Element, run: Drag, x: number, y: number): void => {
    const steps = Math.max(1, Math.ceil(Math.hypot(x - run.x, y - run.y) / STEP));
    for (let n = 1; n <= steps; n++) {
      const key = keyAt(root, run.x + ((x - run.x) * n) / steps, run.y + ((y - run.y) * n) / steps);
      if (key === null) continue;
      if (key === run.keys.at(-2)) run.keys.pop();
      else if (!run.keys.includes(key)) run.keys.push(key);
    }
    run.x = x;
    run.y = y;
  };

  return {
    down(event) {
      dragged.current = false;
      if (!onRun || event.button !== 0 || event.shiftKey || event.ctrlKey || event.metaKey || event.altKey) return;
      const key = (event.target as Element).closest('[data-key]')?.getAttribute('data-key');
      if (key === null || key === undefined) return;
      drag.current = {
        keys: [key],
        x: event.clientX,
        y: event.clientY,
        isCarrying: selected.length > 1 && selected.includes(key),
        isDragging: false,
      };
    },
    move(event) {
      const run = drag.current;
      if (!run) return;
      if (!run.isDragging && Math.hypot(event.clientX - run.x, event.clientY - run.y) < SLACK) return;
      if (!run.isDragging) event.currentTarget.setPointerCapture(event.pointerId);
      run.isDragging = true;
      const { length } = run.keys;
      const last = run.keys.at(-1);
      meet(event.currentTarget, run, event.clientX, event.clientY);
      if (run.isCarrying || (run.keys.length === length && run.keys.at(-1) === last)) return;
      dragged.current = true;
      onRun?.([...run.keys]);
    },
    up(event) {
      const run = drag.current;
      drag.current = null;
      if (!run?.isDragging || !run.isCarrying) return;
      const layer = layerAt(event.clientX, event.clientY);
      dragged.current = run.keys.length > 1 || layer !== null;
      if (layer !== null) onCarried?.(layer);
      else if (run.keys.length > 1) onRun?.([...run.keys]);
    },
    wasDrag: () => dragged.current,
  };
}
