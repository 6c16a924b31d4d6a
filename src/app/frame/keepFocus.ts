/**
 * The focus is never nowhere. A control that goes, or that is switched off by what it does, takes the focus with it to the page's body, from
 * where a keyboard would have to begin anew; it goes to what is nearest instead: beside it in its part of the page, else to the board.
 */
import { noteKept } from '../shared/keptFocus';

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex]:not([tabindex="-1"])';
/** What happens late, such as a save that ends, is looked for so often, in ms. */
const LOOKS_MS = 300;
/** What stands in the frame: a bench or a page. */
const BENCH = '.workbench-main > *, main';
/** A dialog that closes, or a bench that comes, has so long to place the focus, in ms. */
const GIVES_BACK_MS = 700;

const isThere = (element: Element): boolean =>
  element.isConnected && !element.matches(':disabled') && element.checkVisibility();

/** What can have the focus inside an element, in the order of the page. */
const focusableIn = (element: Element): HTMLElement[] =>
  [...element.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(isThere);

/** The nearest to a place among the focusable: the first behind it, else the last before. */
function nearest(found: readonly HTMLElement[], to: Element): HTMLElement | undefined {
  if (!to.isConnected) return found[0];
  const behind = found.find((one) => (to.compareDocumentPosition(one) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0);
  return behind ?? found.at(-1);
}

/** Watches the focus until what is returned is called. */
export function keepFocus(): () => void {
  let last: Element | null = null;
  /** What the last one stood in, from the inside out. */
  let around: Element[] = [];
  let lostSince: number | undefined;

  // What is switched off while it has the focus loses it without a word.
  const off = new MutationObserver(() => void requestAnimationFrame(() => look()));

  const remember = (event: FocusEvent): void => {
    if (!(event.target instanceof Element)) return;
    last = event.target;
    noteKept(undefined);
    lostSince = undefined;
    off.disconnect();
    off.observe(last, { attributes: true, attributeFilter: ['disabled'] });
    around = [];
    for (let one = last.parentElement; one && one !== document.body; one = one.parentElement) around.push(one);
  };
  const look = (): void => {
    const { activeElement } = document;
    if (!last || (activeElement !== null && activeElement !== document.body)) return;
    // Who clicked beside everything has put the focus nowhere; what had it is still there.
    if (isThere(last)) return;
    // A dialog gives the focus back to where it came from, and a bench that comes has a place to begin; only when they have not, it is lost.
    const now = performance.now();
    lostSince ??= now;
    const isMoving = around.some((one) => one.matches('[role=dialog]') || (one.matches(BENCH) && !one.isConnected));
    if (isMoving && now - lostSince < GIVES_BACK_MS) return;
    const dialog = [...document.querySelectorAll('[role=dialog]')].filter((one) => one.checkVisibility()).at(-1);
    const place = around.find((one) => one.isConnected && one.checkVisibility() && focusableIn(one).length > 0);
    const inPlace = place && (!dialog || dialog.contains(place)) ? nearest(focusableIn(place), last) : undefined;
    const board = document.querySelector<HTMLElement>('.board [data-key][tabindex="0"]');
    const [first] = focusableIn(dialog ?? document.querySelector('main') ?? document.body);
    const to = inPlace ?? (dialog ? first : (board ?? first));
    to?.focus({ preventScroll: true });
    noteKept(to);
  };
  // What an act does to the page is there a frame or two later.
  const soon = (): void => void requestAnimationFrame(() => requestAnimationFrame(look));
  addEventListener('focusin', remember);
  for (const kind of ['click', 'keydown', 'keyup'] as const) addEventListener(kind, soon, true);
  const timer = setInterval(look, LOOKS_MS);
  return () => {
    removeEventListener('focusin', remember);
    for (const kind of ['click', 'keydown', 'keyup'] as const) removeEventListener(kind, soon, true);
    clearInterval(timer);
    off.disconnect();
  };
}
