/** The person's own keyboard points at keys: who presses one goes to it, who presses it again writes its line. */
import { useEffect, useState } from 'react';
import { contactOf, type Board, type KeyId } from '../../core/board';
import { isTyping } from '../shared/isTyping';
import { waysOutOf } from '../shared/waysOut';

type Pointing = {
  isPointing: boolean;
  /** No key of the board has a code, so that no keyboard can point at one. */
  isPossible: boolean;
  toggle(): void;
  /** The keys that end it, in words. */
  waysOut: readonly string[];
};

export function usePointing(board: Board, selected: KeyId, onKey: (key: KeyId) => void, onAgain: () => void): Pointing {
  const [isPointing, setIsPointing] = useState(false);
  const waysOut = waysOutOf(board);
  useEffect(() => {
    if (!isPointing) return;
    const press = (event: KeyboardEvent): void => {
      // A line that is being written, and a dialog, have the keyboard for themselves.
      if (isTyping(event.target) || document.querySelector('.ant-modal-wrap:not([style*="none"])')) return;
      if (waysOutOf(board).includes(event.code)) {
        event.preventDefault();
        event.stopImmediatePropagation();
        setIsPointing(false);
        return;
      }
      const found = board.keys.find(({ code }) => code === event.code);
      if (!found) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.repeat) return;
      const key = contactOf(board, found.id);
      if (key === selected) onAgain();
      else onKey(key);
    };
    addEventListener('keydown', press, true);
    return () => removeEventListener('keydown', press, true);
  }, [isPointing, board, selected, onKey, onAgain]);
  return {
    isPointing,
    isPossible: board.keys.some(({ code }) => code !== undefined),
    toggle: () => setIsPointing((is) => !is),
    waysOut,
  };
}
