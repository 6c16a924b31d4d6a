/** The assign line: typed with completions, captured by pressing keys, or chosen from a list by meaning. */
import { AutoComplete, Input, type InputRef } from 'antd';
import { useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import { wordOfCode } from '../../core/codes';
import { completeLine } from '../../core/notation';
import type { Bench } from '../shared/useBench';
import { CaptureKeys } from './CaptureKeys';
import { MeaningDialog } from './MeaningDialog';
import type { AssignDraft } from './useAssignDraft';

type AssignLineProps = {
  draft: AssignDraft;
  bench: Bench;
  inputRef: RefObject<HTMLInputElement | null>;
  onDone: () => void;
};

/** Whether a line waits for an action at its end, so that what is picked belongs there instead of replacing the line. */
const waitsForAction = (line: string): boolean => /(^|[\s,])(tap|hold|twice|times)\s*$|[+&]\s*$/i.test(line);

export const AssignLine = ({ draft, bench, inputRef, onDone }: AssignLineProps) => {
  const { profile } = bench;
  const [isOpen, setIsOpen] = useState(false);
  const [isCapturing, setIsCapturing] = useState(false);
  const [isChoosing, setIsChoosing] = useState(false);
  const antInput = useRef<InputRef>(null);
  const marked = useRef(false);
  /** The line was taken or given up with a key; the blur that follows has nothing left to take. */
  const isDone = useRef(false);

  const leave = (): void => {
    isDone.current = true;
    onDone();
  };

  const error = draft.parsed && !draft.parsed.ok ? draft.parsed.error : undefined;
  const options = isOpen
    ? completeLine(draft.text, profile).map(({ from, insert, meaning }) => ({
        value: `${draft.text.slice(0, from)}${insert} `,
        insert,
        meaning,
      }))
    : [];

  /** Puts a picked action into the line: where one is waited for, else in place of the whole line, which is then taken. */
  const put = (action: string): void => {
    if (waitsForAction(draft.text))
      draft.write(`${draft.text.replace(/\s*$/, /[+]\s*$/.test(draft.text) ? '' : ' ')}${action}`, inputRef.current);
    else if (draft.take(action)) leave();
  };

  /** Enter takes a line that can be read; of one that cannot it completes the last word, when there is more to say. */
  const take = (): void => {
    const [first] = options;
    const completes = isOpen && first && draft.parsed && !draft.parsed.ok && first.value.trim() !== draft.text.trim();
    if (completes) draft.set(first.value);
    else if (draft.take()) leave();
  };

  const keyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey && event.code === 'Space') {
      event.preventDefault();
      setIsCapturing(true);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      marked.current = isOpen && options.length > 0;
      if (!isOpen) setIsOpen(true);
    } else if (event.key === 'Tab' && isOpen && options[0] && !event.shiftKey) {
      event.preventDefault();
      draft.set(options[0].value);
    } else if (event.key === 'Enter' && !(marked.current && isOpen)) {
      event.preventDefault();
      setIsOpen(false);
      take();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      if (isOpen) setIsOpen(false);
      else {
        draft.reset();
        leave();
      }
    }
  };

  return (
    <div className="assign mono">
      <AutoComplete
        className="assign-input"
        value={draft.text}
        open={isOpen && options.length > 0}
        onOpenChange={(open) => !open && setIsOpen(false)}
        options={options.map(({ value, insert, meaning }) => ({
          value,
          label: (
            <span className="completion">
              <b className="mono">{insert}</b> <span className="soft">{meaning}</span>
            </span>
          ),
        }))}
        defaultActiveFirstOption={false}
        onSelect={(value: string) => {
          marked.current = false;
          draft.set(value);
        }}
        onChange={(value: string) => {
          marked.current = false;
          draft.set(value);
          setIsOpen(true);
        }}
        onFocus={() => {
          isDone.current = false;
        }}
        onBlur={() => {
          setIsOpen(false);
          if (draft.isChanged && !isDone.current && !isCapturing && !isChoosing) draft.take();
        }}
        onInputKeyDown={keyDown}
        status={error && !isOpen ? 'error' : ''}
      >
        <Input
          ref={(input) => {
            antInput.current = input;
            inputRef.current = input?.input ?? null;
          }}
          size="large"
          aria-label="Assign line"
          aria-describedby={error ? 'assign-error' : 'assign-help'}
          spellCheck={false}
          autoComplete="off"
          placeholder={draft.printed === undefined ? 'no words for this yet; type to replace it' : 'tap Esc, hold Ctrl'}
        />
      </AutoComplete>
      {error && (
        <p id="assign-error" className="assign-error" role={isOpen ? undefined : 'alert'}>
          <span className="mono assign-caret" aria-hidden="true">
            {' '.repeat(Math.max(0, error.column - 1))}
            {'^'.repeat(Math.min(error.length, 24))}
          </span>
          <span>
            Column {error.column}: {error.message}
          </span>
        </p>
      )}
      {draft.refused !== '' && (
        <p className="assign-error" role="alert">
          {draft.refused}
        </p>
      )}
      <p id="assign-help" className="assign-help soft">
        <kbd>Enter</kbd> takes it ·{' '}
        <button type="button" className="word" onClick={() => setIsCapturing(true)}>
          Press the keys
        </button>{' '}
        ·{' '}
        <button type="button" className="word" onClick={() => setIsChoosing(true)}>
          Choose by meaning
        </button>
      </p>
      {isCapturing && (
        <CaptureKeys
          onCaptured={(codes) => {
            setIsCapturing(false);
            put(codes.map(wordOfCode).join('+'));
          }}
          onCancel={() => {
            setIsCapturing(false);
            inputRef.current?.focus();
          }}
        />
      )}
      {isChoosing && (
        <MeaningDialog
          profile={profile}
          onChosen={(line) => {
            setIsChoosing(false);
            put(line);
          }}
          onClose={() => setIsChoosing(false)}
        />
      )}
    </div>
  );
};
