/**
 * Whether everything can be come to without a pointer: what answers one is reached with Tab, or with the arrow keys of the group that it
 * belongs to, and wherever the focus is, it can be seen. What answers is asked of the page, not of a list.
 */
import type { Page } from 'puppeteer-core';

/** More stops than any view has. */
const MOST_STOPS = 400;

/** Things with one stop for all of them, gone through with arrow keys; a card is renamed with F2 as with a double click, and a ribbon
 * of the stroke loop is moved at its ends. */
const GROUPS = `.board, .lanes, .stroke-loop, .shelf-card, [role=radiogroup], [role=tablist], [role=listbox], [role=menu], .cm-editor,
  .ant-segmented, .ant-radio-group, .ant-select, .ant-color-picker-trigger, .ant-input-number, .ant-slider`;

/** The layers and keys of the weave are those of the board, gone through there. */
const ASIDE = '[aria-hidden=true], .weave';

/** What of an element and around it can tell that the focus is there. */
const LOOK_OF = `(at) => [at, at.parentElement, at.parentElement?.parentElement, at.nextElementSibling, ...[...at.querySelectorAll('*')].slice(0, 12)]
  .flatMap((one) => (one ? [getComputedStyle(one), getComputedStyle(one, '::after')] : []))
  .map((s) => [s.outlineStyle, s.outlineWidth, s.boxShadow, s.borderColor, s.backgroundColor, s.stroke, s.strokeWidth, s.opacity, s.display, s.visibility]).join('|')`;

/**
 * Notes at each Tab where the focus is and how that looks, and how what it has left looks without it: many keys can then be sent at once, and
 * the page asked afterwards. `isOver` when the walk has come round, or has left the part.
 */
const follow = (walk: number, part: string): string => `(() => {
  const lookOf = ${LOOK_OF};
  const found = { isOver: false, doubtful: [] };
  let isBegun = false;
  let last;
  const note = (event) => {
    if (event.key !== 'Tab' || found.isOver) return;
    if (last?.at.isConnected && lookOf(last.at) === last.look) found.doubtful.push(last.at);
    last = undefined;
    const at = document.activeElement;
    if (!isBegun || !at || at === document.body) {
      isBegun = true;
      return;
    }
    if (!at.closest('${part}') || at.dataset.reached === '${walk}') {
      found.isOver = true;
      window.removeEventListener('keydown', note, true);
      return;
    }
    const isKnown = at.dataset.reached !== undefined;
    at.dataset.reached = '${walk}';
    if (!isKnown && !at.matches('[role=dialog], .cm-content')) last = { at, look: lookOf(at) }; // A caret is seen too.
  };
  window.addEventListener('keydown', note, true);
  window.tabbing = found;
})()`;

/** Of the stops where nothing was seen at once, those where nothing is seen a moment later, either. */
const UNSEEN = `(async () => {
  const lookOf = ${LOOK_OF};
  const unseen = [];
  for (const at of window.tabbing.doubtful.filter(({ isConnected }) => isConnected)) {
    const plain = lookOf(at);
    at.focus({ focusVisible: true, preventScroll: true });
    // Some controls say where the focus is on the next frame only.
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    const focused = lookOf(at);
    at.blur();
    if (focused === plain) unseen.push(at.tagName + ' ' + (at.getAttribute('aria-label') ?? at.textContent ?? '').slice(0, 50) + ' .' + at.getAttribute('class'));
  }
  return unseen;
})()`;

/** Tabs are sent so many at a time. */
const AT_ONCE = 12;

/** Tabs through all that has a stop, marking it; gives the stops at which the focus could not be seen. */
async function tabThrough(page: Page, walk: number, part?: string): Promise<string[]> {
  // From the top of the page, or from the top of a part of it until the walk leaves that.
  await page.evaluate((where) => {
    (document.activeElement as HTMLElement | null)?.blur();
    const begin = where === undefined ? null : document.querySelector<HTMLElement>(where);
    if (!begin) return;
    begin.tabIndex = -1;
    begin.focus({ preventScroll: true });
  }, part);
  await page.evaluate(follow(walk, part ?? 'body'));
  for (let n = 0; n < MOST_STOPS; n += AT_ONCE) {
    await Promise.all(Array.from({ length: AT_ONCE }, () => page.keyboard.press('Tab')));
    if (await page.evaluate('window.tabbing.isOver')) return (await page.evaluate(UNSEEN)) as string[];
  }
  throw new Error(`Tab never came round in ${MOST_STOPS} stops`);
}

/** What answers a pointer, in the dialog that is open or in the whole page, and was never come to. */
const unreached = (page: Page, part?: string): Promise<string[]> =>
  page.evaluate(`(() => {
    const groups = ${JSON.stringify(GROUPS)};
    const has = (element) => element?.matches('[data-reached]') || element?.querySelector('[data-reached]');
    const isReached = (element) => element.closest('[data-reached]') || has(element) || has(element.closest(groups)) || has(element.closest('label')) ||
      (element.type === 'radio' && document.querySelector('[data-reached][name="' + element.name + '"]')) ||
      document.querySelector('[data-reached][aria-controls="' + element.closest('[role=listbox]')?.id + '"]');
    const answers = (element) => {
      const props = element[Object.keys(element).find((name) => name.startsWith('__reactProps'))] ?? {};
      return ['onClick', 'onPointerDown', 'onMouseDown', 'onDoubleClick'].some((name) => props[name]) || element.matches('button, a[href], input:not([type=file]), textarea, select');
    };
    const isThere = (element) => {
      const { width, height } = element.getBoundingClientRect();
      return width > 1 && height > 1 && getComputedStyle(element).visibility !== 'hidden' &&
        !element.matches(':disabled, [aria-disabled=true], .ant-modal-mask, .ant-modal-wrap, label') && !element.closest(${JSON.stringify(ASIDE)});
    };
    const over = document.querySelector(${JSON.stringify(part ?? '#none')}) ?? [...document.querySelectorAll('[role=dialog]')].at(-1) ?? document;
    return [...over.querySelectorAll('*')].filter((element) => answers(element) && isThere(element) && !isReached(element))
      .map((element) => element.tagName + ' ' + (element.getAttribute('aria-label') ?? element.textContent ?? '').slice(0, 60) + ' .' + element.getAttribute('class'));
  })()`) as Promise<string[]>;

/** What of a view a person without a pointer cannot come to, and where they cannot see where they are; nothing, if all is well. */
export async function notForKeyboards(page: Page, part?: string): Promise<{ unreached: string[]; unseen: string[] }> {
  const unseen = await tabThrough(page, 0, part);
  // What came late (a keyboard that was found) is come to on another way round.
  for (let walk = 1; walk < 3 && (await unreached(page, part)).length > 0; walk++) await tabThrough(page, walk, part);
  return { unreached: await unreached(page, part), unseen };
}
