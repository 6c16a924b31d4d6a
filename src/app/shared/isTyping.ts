/** Whether a key that is pressed belongs to a field that is being written in, so that it is no shortcut. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(target.tagName) ||
    (target instanceof HTMLInputElement && !['radio', 'checkbox', 'range', 'file'].includes(target.type)));

/**
 * Whether undo belongs to the field: it is being written in, and what stands there is not the profile's yet. Fields whose contents are
 * the profile's say so with `data-half="no"`; all others are their own.
 */
export const isHalfTyped = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[data-half="no"]') === null;
