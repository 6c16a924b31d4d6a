/** Work that follows what a person did, kept until the frame that shows it is painted. */

/** When no frame comes, in ms: a window behind another draws none. */
const WITHOUT_FRAME_MS = 80;

/** And after the frame, in ms, however busy the page is. */
const WITHIN_MS = 30;

const waiting = new Set<() => void>();

/** Does at once what waits for a frame: the page is being left. */
function hurry(): void {
  for (const work of [...waiting]) work();
}
if (typeof addEventListener === 'function' && typeof document !== 'undefined') {
  addEventListener('pagehide', hurry);
  document.addEventListener('visibilitychange', hurry);
}

/** Runs after the next frame, as soon as the page has time; at once where none is drawn, and before the page is gone. */
export function afterPaint(work: () => void): void {
  if (typeof requestAnimationFrame !== 'function' || document.visibilityState === 'hidden') {
    work();
    return;
  }
  const once = (): void => {
    if (waiting.delete(once)) work();
  };
  waiting.add(once);
  requestAnimationFrame(() => requestIdleCallback(once, { timeout: WITHIN_MS }));
  setTimeout(once, WITHOUT_FRAME_MS);
}
