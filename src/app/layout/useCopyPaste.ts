/**
 * The browser's copy and paste, for what has the focus: what is copied goes to the system's clipboard, too, and what is pasted comes from
 * there. Where the browser tells nothing of them, the keys alone do. Of one thing within another the inner has them.
 */
import { useRef, type ClipboardEvent, type KeyboardEvent, type SyntheticEvent } from 'react';
import { mayBeProfile } from '../../core/files/share/mark';
import { letterOf } from '../shared/letterOf';
import { isTyping } from '../shared/isTyping';
import { useClipboard } from '../state/clipboard';

const isCommand = (event: KeyboardEvent): boolean => event.ctrlKey || event.metaKey;
/** A browser that says nothing of pasting by then has nothing to say. */
const PATIENCE_MS = 60;

/** Events that something has taken already, which those around it leave alone. */
const taken = new WeakSet<Event>();

function take(event: SyntheticEvent): boolean {
  if (isTyping(event.target) || event.isDefaultPrevented() || taken.has(event.nativeEvent)) return false;
  taken.add(event.nativeEvent);
  return true;
}

export type CopyPaste = {
  onCopy(event: ClipboardEvent): void;
  onPaste(event: ClipboardEvent): void;
  onKeyDown(event: KeyboardEvent): void;
};

export function useCopyPaste({
  copy,
  pasteOwn,
  pasteText,
}: {
  /** Copies, and says what was copied in words for the system's clipboard; undefined when there is nothing to copy. */
  copy(): string | undefined;
  /** Pastes what was copied here. */
  pasteOwn(): void;
  /** Pastes a text from somewhere else. */
  pasteText(text: string): void;
}): CopyPaste {
  const wasTold = useRef(false);
  return {
    onCopy: (event) => {
      if (!take(event)) return;
      wasTold.current = true;
      // Words that a person has marked on the page are what is meant.
      if (document.getSelection()?.isCollapsed === false) return;
      event.preventDefault();
      const text = copy();
      if (text !== undefined) event.clipboardData.setData('text/plain', text);
    },
    onPaste: (event) => {
      const text = event.clipboardData.getData('text/plain');
      wasTold.current = true;
      // A whole profile, or a file, is brought in wherever it is pasted.
      if (mayBeProfile(text) || event.clipboardData.files.length > 0 || !take(event)) return;
      event.preventDefault();
      if (text.trim() === '' || text === useClipboard.getState().text) pasteOwn();
      else pasteText(text);
    },
    onKeyDown: (event) => {
      const letter = letterOf(event);
      if (!isCommand(event) || (letter !== 'c' && letter !== 'v') || !take(event)) return;
      wasTold.current = false;
      setTimeout(() => {
        if (wasTold.current) return;
        if (letter === 'c') copy();
        else pasteOwn();
      }, PATIENCE_MS);
    },
  };
}
