/** Whether a key that is pressed belongs to a field that is being written in, so that it is no shortcut. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(target.tagName) ||
    (target instanceof HTMLInputElement && !['radio', 'checkbox', 'range', 'file'].includes(target.type)));
