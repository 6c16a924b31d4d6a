/**
 * Which edits go together: those made in one drag, or in one visit to a field, are one row, and undo takes them back together. A
 * row ends when something else is pressed or gets the focus; no clock is asked.
 */
import { nanoid } from 'nanoid';

const page = nanoid(6);
let row = 0;

if (typeof document !== 'undefined')
  for (const begins of ['pointerdown', 'focusin'])
    document.addEventListener(begins, () => void row++, { capture: true, passive: true });

/** The name of the present row, unlike those of other windows. */
export const presentRow = (): string => `${page}-${row}`;
