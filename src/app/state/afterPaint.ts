/** Work that follows what a person did: what shows it is painted first, and what is written down waits until hands rest for a moment. */

/** When no frame comes, in ms: a window behind another draws none. */
const WITHOUT_FRAME_MS = 80;

/** Hands that have done nothing for so long rest, in ms; however busy they are, what they do after `PUT_OFF_MS` has it done behind its frame. */
const RESTS_AFTER_MS = 90;
const PUT_OFF_MS = 400;

const waiting = new Set<() => void>();

/** Does at once what waits: the page is being left, or is not seen any more. */
function hurry(): void {
  for (const work of [...waiting]) work();
}
const hasFrames = typeof requestAnimationFrame === 'function' && typeof document !== 'undefined';
if (hasFrames) {
  // A page has a little more time before it is left than when it is.
  addEventListener('beforeunload', hurry);
  addEventListener('pagehide', hurry);
  document.addEventListener('visibilitychange', hurry);
}
const isSeen = (): boolean => hasFrames && document.visibilityState !== 'hidden';

/** Runs after the next frame; at once where none is drawn, and before the page is gone. */
export function afterPaint(work: () => void): void {
  if (!isSeen()) {
    work();
    return;
  }
  const once = (): void => {
    if (waiting.delete(once)) work();
  };
  waiting.add(once);
  requestAnimationFrame(() => setTimeout(once));
  setTimeout(once, WITHOUT_FRAME_MS);
}

/**
 * What it returns asks for the work, which is done once when nobody has asked for a moment; at once where the page is not
 * seen, and before it is gone.
 */
export function whenHandsRest(work: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let firstMs = 0;
  const run = (): void => {
    clearTimeout(timer);
    waiting.delete(run);
    work();
  };
  return () => {
    if (!isSeen()) {
      run();
      return;
    }
    const nowMs = performance.now();
    if (!waiting.has(run)) firstMs = nowMs;
    waiting.add(run);
    clearTimeout(timer);
    timer = setTimeout(run, RESTS_AFTER_MS);
    if (nowMs - firstMs >= PUT_OFF_MS) afterPaint(() => waiting.has(run) && run());
  };
}
