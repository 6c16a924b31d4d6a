/** One meaning of a key, in the table of its presses: it leads to its words in the assign line, and is copied, pasted and taken out. */
import type { KeyboardEvent } from 'react';
import { parseLine, printAction } from '../../core/notation';
import type { Action } from '../../core/profile';
import { foreign } from '../../core/reading';
import type { Bench } from '../shared/useBench';
import { copiedAction, useClipboard } from '../state/clipboard';
import { useShelf } from '../state/shelf';
import { useCopyPaste } from './useCopyPaste';
import './PressTable.css';

export const PressCell = ({
  bench,
  name,
  words,
  action,
  onWrite,
  onPut,
}: {
  bench: Bench;
  /** Which meaning it is: `second press, hold`. */
  name: string;
  /** What it does, in words; undefined where there is nothing yet. */
  words: string | undefined;
  action: Action | undefined;
  onWrite(): void;
  /** Puts an action here, or takes away what is here; `said` is how that begins in the history. */
  onPut(to: Action | null, said: string): void;
}) => {
  const { profile } = bench;
  const copyToClipboard = useClipboard((state) => state.copy);
  const notify = useShelf((state) => state.notify);
  const putOr = (to: Action | undefined, what: string): void => {
    if (to) onPut(to, 'pasting on');
    else notify(`${what} is not one action, and only one has room here. Paste it on the key itself.`);
  };
  const copyPaste = useCopyPaste({
    copy: () => {
      if (!action) return undefined;
      const text = printAction(action, profile) ?? name;
      copyToClipboard([{ does: { kind: 'act', action } }], `the ${name}`, text);
      return text;
    },
    pasteOwn: () => {
      const { all, from } = useClipboard.getState();
      if (all.length > 0) putOr(copiedAction(all), `What ${from} does`);
    },
    pasteText: (text) => {
      const read = parseLine(text.trim(), profile);
      putOr(read.ok && read.binding.kind === 'act' ? read.binding.action : undefined, `“${foreign(text.trim())}”`);
    },
  });
  const keyDown = (event: KeyboardEvent): void => {
    copyPaste.onKeyDown(event);
    if ((event.key !== 'Delete' && event.key !== 'Backspace') || !action) return;
    event.preventDefault();
    onPut(null, 'taking out');
  };
  return (
    <button
      type="button"
      className={`press-cell ${words === undefined ? 'empty' : 'mono'}`}
      aria-label={`${name}: ${words ?? 'add'}`}
      title="Ctrl+C copies it, Ctrl+V puts a copied action here, Delete takes it out"
      onClick={onWrite}
      {...copyPaste}
      onKeyDown={keyDown}
    >
      {words ?? 'add'}
    </button>
  );
};
