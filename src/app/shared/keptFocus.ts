/** Where the focus was put because what had it is gone, by nobody's hand: who comes later and has a better place may take it from there. */
let kept: Element | null = null;

export const noteKept = (element: Element | undefined): void => {
  kept = element ?? null;
};

/** Whether nobody has put the focus where it is. */
export const isFocusFree = (): boolean =>
  document.activeElement === null || document.activeElement === document.body || document.activeElement === kept;
