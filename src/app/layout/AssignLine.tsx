/**
 * The assign line: typed in everyday words or its own, captured by pressing keys, or chosen from a list by meaning. Below it stands what
 * it was understood as, before anything is taken; and ways to go on.
 */
import { useEffect, useId, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import { isModifier, wordOfCode } from '../../core/codes';
import type { Put } from '../../core/find';
import { completeLine, printLine, sayReading, usedCodes } from '../../core/notation';
import { UNDER_MODIFIERS, withCase, type Binding } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { CaptureKeys } from './CaptureKeys';
import { MarkedLine } from './MarkedLine';
import { underBegun } from './pressWords';
import { useFinder } from '../state/finder';
import { usePending } from '../state/pending';
import type { AssignDraft } from './useAssignDraft';
import './AssignLine.css';
import '../shared/reasons.css';

type AssignLineProps = {
  draft: AssignDraft;
  bench: Bench;
  inputRef: RefObject<HTMLInputElement | null>;
  onDone: () => void;
  /** The line was taken with Tab: on to the line of the next key, or, with Shift, of the one before. */
  onNext: (by: 1 | -1) => void;
};

/** Whether a line waits for an action at its end, so that what is picked belongs there instead of replacing the line. */
const waitsForAction = (line: string): boolean => /(^|[\s,])(tap|hold|twice|times)\s*$|[+&]\s*$/i.test(line);

/** What a key would be if modifiers and a key that were pressed are meant as what it is under them. */
function underPressed(codes: readonly string[], now: Binding | undefined): Binding | undefined {
  const held = UNDER_MODIFIERS.filter((name) => codes.some((code) => isModifier(code) && code.startsWith(name)));
  const keys = codes.filter((code) => !isModifier(code));
  if (held.length === 0 || keys.length !== 1 || !now) return undefined;
  return withCase(now, { held, action: { do: 'keys', codes: keys } });
}

export const AssignLine = ({ draft, bench, inputRef, onDone, onNext }: AssignLineProps) => {
  const { profile } = bench;
  const listId = useId();
  const [isOpen, setIsOpen] = useState(false);
  const [isCapturing, setIsCapturing] = useState(false);
  /** What else keys that were pressed with a modifier may have meant, for the key that they were pressed for. */
  const [offered, setOffered] = useState<{ binding: Binding; line: string; pressed: string; of: string }>();
  const openFinder = useFinder((state) => state.open);
  const begun = useFinder((state) => state.begun);
  const takeBegun = useFinder((state) => state.takeBegun);
  /** Which completion is marked with the arrows, behind the readings; none at first, so that Enter never takes one by itself. */
  const [marked, setMarked] = useState(-1);
  /** The line was taken or given up with a key; the blur that follows has nothing left to take. */
  const isDone = useRef(false);

  const begunUnder = draft.now && !draft.isChanged ? underBegun(draft.now, profile) : undefined;
  const leave = (): void => {
    isDone.current = true;
    onDone();
  };

  const { understood } = draft;
  const readings = understood?.ok ? understood.readings : [];
  const each = draft.each && draft.each.parts.length > 0 ? draft.each : undefined;
  /** Options before the readings: a part for each key. */
  const before = each ? 1 : 0;
  const failed = understood && !understood.ok ? understood : undefined;
  /** It can be one thing only, which is shown. */
  const isPlain = readings.length + before === 1;
  // A line that says what it is read as needs no second line that says it again.
  const showsReadings =
    each !== undefined || readings.length > 1 || (readings[0] !== undefined && readings[0].line !== draft.text.trim());
  // What is understood is what counts; ways to go on are for a line that is not, or that is in its own words.
  const completions =
    isOpen && !showsReadings
      ? completeLine(draft.text, { ...profile, used: usedCodes(profile) }).filter(
          ({ from, insert }) => `${draft.text.slice(0, from)}${insert}`.trim() !== draft.text.trim(),
        )
      : [];
  const insert = (at: number): void => {
    const completion = completions[at];
    if (completion) draft.write(`${draft.text.slice(0, completion.from)}${completion.insert} `, inputRef.current);
    setMarked(-1);
  };

  /** Puts a picked action into the line: where one is waited for, else in place of the whole line, which is then taken. */
  const put = (action: string): void => {
    if (waitsForAction(draft.text))
      draft.write(`${draft.text.replace(/\s*$/, /[+]\s*$/.test(draft.text) ? '' : ' ')}${action}`, inputRef.current);
    else if (draft.takeLine(action)) leave();
  };

  /** What was chosen by meaning: a line that is only begun is gone on with here. */
  const putChosen = (chosen: Put): void => {
    if (chosen.own) draft.write(chosen.line, inputRef.current, chosen.own);
    else if (chosen.makes) draft.write(chosen.line, inputRef.current);
    else put(chosen.line);
  };
  const { profile: of, layer, run, selectedKeys } = bench;
  const show = usePending((state) => state.show);
  // What the line would make of the keys stands on their caps while it is being written.
  const { reading } = draft;
  useEffect(() => {
    const shown = new Map<string, Binding>();
    if (each && reading === undefined)
      each.parts.forEach(({ binding }, n) => {
        const key = run[n];
        if (key !== undefined) shown.set(key, binding);
      });
    else if (reading) for (const key of selectedKeys) shown.set(key, reading.binding);
    show(of.id, layer.id, shown);
    return () => show(of.id, layer.id, new Map());
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the keys are new lists each time, and the same
  }, [each, reading, of.id, layer.id, run.join(' '), show]);
  useEffect(() => {
    if (!begun || (begun.key !== undefined && begun.key !== bench.selectedKey)) return;
    draft.write(begun.line, inputRef.current, begun.own);
    takeBegun();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a line that was begun is written once, whatever the draft is by then
  }, [begun]);

  const move = (by: number): void => {
    if (!isOpen) setIsOpen(true);
    const options = Math.max(1, readings.length + before);
    const all = options + completions.length;
    const now = marked >= 0 ? options + marked : draft.chosen;
    const next = (now + by + all) % all;
    if (next < options) {
      setMarked(-1);
      draft.choose(next);
    } else setMarked(next - options);
  };

  const keyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey && event.code === 'Space') {
      event.preventDefault();
      setIsCapturing(true);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      move(event.key === 'ArrowDown' ? 1 : -1);
    } else if (event.key === 'Tab' && draft.isChanged && marked < 0 && isPlain) {
      // What is understood is taken, and the hands stay on the keys: on to the next one.
      event.preventDefault();
      setIsOpen(false);
      if (draft.take()) {
        isDone.current = true;
        onNext(event.shiftKey ? -1 : 1);
      }
    } else if (event.key === 'Tab' && isOpen && completions.length > 0 && !event.shiftKey) {
      event.preventDefault();
      insert(Math.max(0, marked));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (marked >= 0) insert(marked);
      else {
        setIsOpen(false);
        if (draft.take()) leave();
      }
    } else if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      if (isOpen && completions.length > 0) setIsOpen(false);
      else {
        draft.reset();
        leave();
      }
    }
  };

  const optionId = (at: number): string => `${listId}-${at}`;
  const active =
    marked >= 0 ? optionId(before + readings.length + marked) : showsReadings ? optionId(draft.chosen) : undefined;

  return (
    <div className="assign mono">
      <input
        ref={inputRef}
        data-half={draft.isChanged ? 'yes' : 'no'}
        className={`assign-input${failed && !isOpen ? ' wrong' : ''}`}
        role="combobox"
        aria-label="Assign line"
        aria-expanded={showsReadings || completions.length > 0}
        aria-controls={listId}
        aria-activedescendant={active}
        aria-autocomplete="list"
        aria-invalid={failed !== undefined}
        aria-describedby={failed ? 'assign-error' : 'assign-help'}
        spellCheck={false}
        autoComplete="off"
        placeholder={draft.printed === undefined ? 'no words for this yet; type to replace it' : 'tap Esc, hold Ctrl'}
        value={draft.text}
        onChange={({ target }) => {
          setMarked(-1);
          draft.set(target.value);
          // Ways to go on are for the end of the line.
          setIsOpen(target.selectionStart === target.value.length);
        }}
        onFocus={() => {
          isDone.current = false;
        }}
        onBlur={() => {
          setIsOpen(false);
          setMarked(-1);
          if (!isDone.current && !isCapturing && !useFinder.getState().isOpen) draft.leave();
        }}
        onKeyDown={keyDown}
      />
      <div id={listId} role="listbox" aria-label="What the line may mean, and ways to go on" className="assign-list">
        {showsReadings && (
          <div role="group" aria-label="Read as" className="assign-readings">
            {each && (
              <div
                id={optionId(0)}
                role="option"
                aria-selected={marked < 0 && draft.chosen === 0}
                className="assign-reading"
                onPointerDown={(event) => event.preventDefault()}
                onClick={() => draft.take(0) && leave()}
              >
                each its own: <b>{each.parts.map(({ line }) => line).join(' · ')}</b>
                {each.misfit !== '' && <span className="soft">{each.misfit}</span>}
              </div>
            )}
            {readings
              .map((reading, n) => ({ reading, at: n + before }))
              .map(({ reading, at }) => (
                <div
                  key={reading.line}
                  id={optionId(at)}
                  role="option"
                  aria-selected={marked < 0 && at === draft.chosen}
                  className="assign-reading"
                  onPointerDown={(event) => event.preventDefault()}
                  onClick={() => draft.take(at) && leave()}
                >
                  {each && 'the same on all: '}
                  <b>{reading.line}</b>
                  {reading.slips && (
                    <span className="soft">
                      {reading.slips.map(({ typed, taken }) => `“${typed}” taken for ${taken}`).join(', ')}
                    </span>
                  )}
                  {at !== draft.chosen && (
                    <span className="soft reading-says">{sayReading(reading.binding, profile.timing, profile)}</span>
                  )}
                </div>
              ))}
          </div>
        )}
        {completions.length > 0 && (
          <div role="group" aria-label="Go on with" className="assign-completions">
            {completions.map(({ insert: word, meaning }, at) => (
              <div
                key={word}
                id={optionId(before + readings.length + at)}
                role="option"
                aria-selected={marked === at}
                className="completion"
                onPointerDown={(event) => event.preventDefault()}
                onClick={() => insert(at)}
              >
                <b>{word}</b> <span className="soft">{meaning}</span>
              </div>
            ))}
          </div>
        )}
      </div>
      {draft.each && !each && (
        <p className="assign-error" role="status">
          {draft.each.misfit}
        </p>
      )}
      {failed && !each && (
        <div id="assign-error" className="assign-error" role={isOpen ? undefined : 'alert'}>
          <MarkedLine line={draft.text} known={failed.known} at={failed.at} />
          <p>{failed.error}</p>
          {draft.lacks !== '' && (
            <button
              type="button"
              className="word"
              onPointerDown={(event) => event.preventDefault()}
              onClick={() => draft.makeMissing() && leave()}
            >
              Make the {draft.lacksWhat} “{draft.lacks}”, and take the line
            </button>
          )}
          {failed.nearest.length > 0 && (
            <p className="soft">
              Near to it:{' '}
              {failed.nearest.map((line) => (
                <button
                  key={line}
                  type="button"
                  className="word mono"
                  onPointerDown={(event) => event.preventDefault()}
                  onClick={() => draft.write(line, inputRef.current)}
                >
                  {line}
                </button>
              ))}
            </p>
          )}
        </div>
      )}
      {draft.refused !== '' && (
        <p className="assign-error" role="alert">
          {draft.refused}
        </p>
      )}
      <p id="assign-help" className="assign-help soft">
        {readings.length + before > 1 && !isOpen ? (
          'Two things can be meant: choose one. The line is not taken yet.'
        ) : (
          <>
            <button type="button" className="word" onClick={() => setIsCapturing(true)}>
              Press the keys
            </button>{' '}
            ·{' '}
            <button type="button" className="word" onClick={() => openFinder(putChosen)}>
              Choose by meaning
            </button>
            {begunUnder && (
              <>
                {' '}
                ·{' '}
                <button
                  type="button"
                  className="word"
                  title="What it is while Shift, Ctrl, Alt or Meta is held; the host does not see that modifier then"
                  onClick={() => draft.write(begunUnder.line, inputRef.current, [begunUnder.at, begunUnder.at])}
                >
                  Under a modifier
                </button>
              </>
            )}
          </>
        )}
      </p>
      {offered?.of === `${layer.id} ${bench.selectedKey}` && !draft.isChanged && offered.pressed === draft.printed && (
        <p className="soft" role="status">
          Or as before, and something else under that modifier:{' '}
          <button
            type="button"
            className="word mono"
            onClick={() => {
              setOffered(undefined);
              if (draft.takeBinding(offered.line, offered.binding)) leave();
            }}
          >
            {offered.line}
          </button>
        </p>
      )}
      {isCapturing && (
        <CaptureKeys
          onCaptured={(codes) => {
            setIsCapturing(false);
            const pressed: Binding = { kind: 'act', action: { do: 'keys', codes } };
            const under = underPressed(codes, draft.now);
            const line = under && printLine(under, profile);
            // It stands there as long as the key is what was pressed.
            setOffered(
              under && line !== undefined
                ? {
                    binding: under,
                    line,
                    pressed: printLine(pressed, profile) ?? '',
                    of: `${layer.id} ${bench.selectedKey}`,
                  }
                : undefined,
            );
            put(codes.map(wordOfCode).join('+'));
          }}
          onCancel={() => {
            setIsCapturing(false);
            inputRef.current?.focus();
          }}
        />
      )}
    </div>
  );
};
