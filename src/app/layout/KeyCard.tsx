/** The key card: one key on one layer. The assign line, what it does in sentences, its presses, its moments, and its notes. */
import { Fragment, memo, useEffect, type RefObject } from 'react';
import { Link } from 'react-router';
import { sharersOf } from '../../core/board';
import { hostLayout, hostName, pressesOfText } from '../../core/hosts';
import { lampWords, sentencesOf } from '../../core/notation';
import { shortened } from '../../core/reading';
import {
  actionsOf,
  bindingOn,
  bindKeys,
  changeKeys,
  LIMITS,
  timeKeys,
  timingOf,
  together,
  type Binding,
  type Edit,
  type PartialTiming,
} from '../../core/profile';
import { fingerName, keyTitle, keysTitle } from '../shared/keyNames';
import { TriedText } from '../shared/tried';
import type { Bench } from '../shared/useBench';
import { textOf } from '../theme/dyes';
import { AssignLine } from './AssignLine';
import { EveryProfile } from './EveryProfile';
import { KeyMoves } from './KeyMoves';
import { LackingChoices } from './LackingChoices';
import { Later } from '../shared/Later';
import { OverlapRules } from './OverlapRules';
import { PressTable } from './PressTable';
import { RoleField } from './RoleField';
import { TimeRuler } from '../shared/TimeRuler';
import { useAssignDraft } from './useAssignDraft';
import '../shared/sentences.css';
import './KeyCard.css';

type KeyCardProps = {
  bench: Bench;
  inputRef: RefObject<HTMLInputElement | null>;
  onDone: () => void;
  swapsFrom: string | null;
  onSwap: (from: string | null) => void;
  /** On to the next key, or the one before, with the cursor in its line. */
  onNext: (by: 1 | -1) => void;
  /** Whether the cursor is to go into the line of the key that comes. */
  isAwaited: RefObject<boolean>;
};

/** A long text is shown by its beginning. */
const MOST_PRESSES = 24;

export const KeyCard = memo(({ bench, inputRef, onDone, swapsFrom, onSwap, onNext, isAwaited }: KeyCardProps) => {
  const { profile, board, layer, layerIndex, selectedKey, selectedKeys, run, edit, tryEdit } = bench;
  const key = board.keys.find(({ id }) => id === selectedKey);
  const assignment = layer.keys[selectedKey];
  const binding = bindingOn(layer, selectedKey);
  const what = `${keysTitle(board, profile, selectedKeys)} on ${layer.name}`;
  const others = selectedKeys.length - 1;
  const sharers = sharersOf(board, selectedKey);

  /** Gives every selected key a new binding; timing, labels, roles and notes stay where they still mean something. */
  const assign = (does: Binding, first?: Edit): string | undefined => {
    const bind = bindKeys(profile, layer.id, selectedKeys, does);
    return tryEdit(first ? together([first, bind]) : bind, what);
  };

  /** Gives the selected keys a binding each, in the order in which they were selected, as one step. */
  const assignEach = (bindings: readonly Binding[]): string | undefined =>
    tryEdit(
      together(
        run.flatMap((one, n) => {
          const does = bindings[n];
          return does ? [bindKeys(profile, layer.id, [one], does)] : [];
        }),
      ),
      what,
    );

  useEffect(() => {
    if (!isAwaited.current) return;
    isAwaited.current = false;
    inputRef.current?.focus();
    inputRef.current?.select();
  }, [isAwaited, inputRef]);

  const setTiming = (timing: PartialTiming): void => {
    const changed = timeKeys(profile, layer.id, selectedKeys, timing);
    if (changed) edit(changed, `the timing of ${what}`, true);
  };

  /** A label and a note belong to the key looked at. */
  const describe = (to: Partial<Record<'label' | 'note', string>>): string | undefined => {
    const changed = changeKeys(profile, layer.id, [selectedKey], (old) => {
      if (!old) return null;
      const { label, note, ...rest } = { ...old, ...to };
      return { ...rest, ...(label && { label }), ...(note && { note }) };
    });
    return tryEdit(changed, `the notes of ${what}`, true);
  };

  const draft = useAssignDraft({ bench, binding, assign, assignEach });
  const shown = draft.reading?.binding ?? binding;
  const givesEach = draft.each !== undefined && draft.each.parts.length > 0 && !draft.reading;
  const timing = timingOf(
    profile,
    binding.kind === 'gesture' && shown.kind === 'gesture'
      ? { ...shown, ...(binding.timing && { timing: binding.timing }) }
      : shown,
  );
  const sentences = sentencesOf(shown, timing, profile);
  const texts = actionsOf(shown).flatMap(({ action }) =>
    action.do === 'text' && action.text !== '' ? [action.text] : [],
  );

  return (
    <aside className="panel key-card" aria-label="Key card">
      <p className="key-title">
        <strong>{keyTitle(board, profile, selectedKey)}</strong>
        <span className="soft">
          on <bdi style={{ color: textOf(layer.dye) }}>{layer.name}</bdi>
          {lampWords(profile, layer.id)
            .map((lamp) => ` while ${lamp}`)
            .join(' or')}
          {key && <span className="key-finger"> · {fingerName(key)}</span>}
        </span>
        {layerIndex > 0 && (
          <button
            type="button"
            className="word"
            disabled={binding.kind === 'pass'}
            title="The next layer below answers (Delete)"
            onClick={() => assign({ kind: 'pass' })}
          >
            Pass
          </button>
        )}
        <button
          type="button"
          className="word"
          disabled={binding.kind === 'none'}
          title="It does nothing here, and nothing below is asked (Backspace)"
          onClick={() => assign({ kind: 'none' })}
        >
          None
        </button>
        <EveryProfile bench={bench} />
      </p>
      {others > 0 && (
        <p className="key-others" role="status">
          and {others} more. One thing goes to all {selectedKeys.length}; parts give each its own, in the order of
          selecting: <b className="mono">7 8 9</b>, <b className="mono">F1 .. F9</b>, <b className="mono">"()[]"</b>.{' '}
          <button type="button" className="word" onClick={() => bench.select({ key: selectedKey })}>
            Only this one
          </button>
        </p>
      )}
      {sharers.length > 0 && (
        <p className="key-others" role="status">
          {keysTitle(board, profile, [selectedKey])} and {sharers.map((id) => keyTitle(board, profile, id)).join(', ')}{' '}
          lie on one contact: what you give one, both do.
        </p>
      )}
      <AssignLine draft={draft} bench={bench} inputRef={inputRef} onDone={onDone} onNext={onNext} />
      <div className={`sentences${draft.reading ? ' would' : ''}`} aria-live="polite">
        {givesEach && draft.each && (
          <p className="would-head">
            Not taken yet. With <kbd>Enter</kbd> or <kbd>Tab</kbd>
            {draft.isTakenOnLeaving && ', or when you leave the line'}, {draft.each.parts.length} keys become what their
            caps show.
          </p>
        )}
        {draft.reading && (
          <p className="would-head">
            Not taken yet. With <kbd>Enter</kbd> or <kbd>Tab</kbd>
            {draft.isTakenOnLeaving && ', or when you leave the line,'} the key
            would be <b className="mono">{draft.reading.line}</b>:
          </p>
        )}
        {!givesEach && sentences.map((sentence) => <p key={sentence}>{sentence}</p>)}
        {texts.map((text, n) => (
          <Fragment key={n}>
            {/* On a US host everybody knows which keys make a text. */}
            {profile.hostLayout !== 'us' && (
              <p className="soft pressed-for-text">
                pressed on a host with {hostName(profile.hostLayout)}:{' '}
                <span className="mono">
                  {pressesOfText(hostLayout(profile.hostLayout), shortened(text, MOST_PRESSES)).join(' · ')}
                </span>
              </p>
            )}
            <LackingChoices text={text} host={profile.hostLayout} />
          </Fragment>
        ))}
      </div>
      {binding.kind === 'stroke' && (
        <Link to={`/profile/${profile.id}/travel`}>Shape its stroke plan on the travel bench</Link>
      )}
      <PressTable
        binding={binding}
        bench={bench}
        onWrite={(line, words) => draft.write(line, inputRef.current, words)}
      />
      {binding.kind === 'gesture' && (
        <>
          <TimeRuler timing={timing} own={binding.timing ?? {}} steps={binding.steps} onChange={setTiming} />
          {binding.steps.some((step) => step.hold) && (
            <Later>
              <OverlapRules bench={bench} gesture={binding} timing={timing} onChange={setTiming} />
            </Later>
          )}
        </>
      )}
      <div className="key-notes">
        <label htmlFor="key-label">Label</label>
        <TriedText
          id="key-label"
          label="Label"
          size="small"
          maxLength={LIMITS.labelLength}
          disabled={binding.kind === 'pass'}
          placeholder="own words"
          value={assignment?.label ?? ''}
          onTake={(label) => describe({ label })}
        />
        <label htmlFor="key-role">Role</label>
        <RoleField
          id="key-role"
          bench={bench}
          role={assignment?.role}
          isDisabled={selectedKeys.every((one) => bindingOn(layer, one).kind === 'pass')}
        />
        <label htmlFor="key-note">Note</label>
        <TriedText
          id="key-note"
          label="Note"
          isLong
          size="small"
          maxLength={LIMITS.noteLength}
          disabled={binding.kind === 'pass'}
          placeholder="why it is so"
          value={assignment?.note ?? ''}
          onTake={(note) => describe({ note })}
        />
      </div>
      <KeyMoves bench={bench} swapsFrom={swapsFrom} onSwap={onSwap} />
    </aside>
  );
});
KeyCard.displayName = 'KeyCard';
