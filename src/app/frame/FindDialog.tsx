/**
 * One box that finds anything, understood as the assign line understands: what is there, what the app can do, and what the selected key
 * can be. Enter acts: it goes there, does it, or puts it on the key.
 */
import { Input } from 'antd';
import { Fragment, useDeferredValue, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { Board } from '../../core/board';
import { ask, readyToAsk, type Command, type Found, type Place, type Put } from '../../core/find';
import { check, isSound } from '../../core/check';
import type { Profile } from '../../core/profile';
import type { Way } from '../../core/typing';
import { Dialog } from '../shared/Dialog';
import { TYPED_MS, useWorked } from '../shared/useWorked';
import { waySentence } from '../shared/wayWords';
import './FindDialog.css';

type FindDialogProps = {
  profile: Profile;
  board: Board;
  commands: readonly Command[];
  /** The key that something can be put on, as it is called. */
  keyTitle: string;
  /** Somebody asks what a key can be: that comes first, and all of it. */
  isForKey: boolean;
  onGo: (place: Place) => void;
  onPut: (put: Put) => void;
  onClose: () => void;
};

type Row = { title: string; about: string; isLine: boolean; take: () => void };
type Section = { heading: string; rows: readonly Row[] };

const MOST_FOUND = 40;
const MOST_BESIDE = 8;
const MOST_PUT = 60;

/** Rows under their headings, in the order of the headings' first rows. */
function grouped(puts: readonly Put[], take: (put: Put) => void): Section[] {
  const sections = new Map<string, Row[]>();
  for (const put of puts) {
    const rows = sections.get(put.group) ?? [];
    sections.set(put.group, rows);
    const says = put.about.toLowerCase() === put.title.toLowerCase() ? '' : put.about;
    rows.push({ title: put.title, about: says, isLine: put.own === undefined, take: () => take(put) });
  }
  return [...sections].map(([heading, rows]) => ({ heading, rows }));
}

/** The shortest ways to what is asked for; none as long as they are not known. */
function useWays(profile: Profile, board: Board, typed: string): readonly Way[] {
  const question = typed.trim();
  const isWhole = useMemo(() => isSound(check(profile, board)), [profile, board]);
  const order = useMemo(
    () => (question !== '' && isWhole ? ({ do: 'where', profile, board, question } as const) : null),
    [profile, board, question, isWhole],
  );
  return useWorked(order, TYPED_MS).answer ?? [];
}

export const FindDialog = ({ profile, board, commands, keyTitle, isForKey, onGo, onPut, onClose }: FindDialogProps) => {
  const [typed, setTyped] = useState('');
  const question = useDeferredValue(typed);
  const [chosen, setChosen] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const ready = useMemo(() => readyToAsk(profile, board), [profile, board]);
  /** What a question leads to, as it is shown. */
  const answer = (asked: string): { sections: Section[]; note: string } => {
    const { found, puts, note } = ask(asked, ready, commands);
    const go = ({ title, about, goes }: Found): Row => ({
      title,
      about,
      isLine: false,
      take: () => (goes.is === 'place' ? onGo(goes.place) : goes.run()),
    });
    const isAsked = asked.trim() !== '';
    if (isForKey) {
      const here = isAsked ? found.slice(0, MOST_BESIDE).map(go) : [];
      const sections = grouped(isAsked ? puts.slice(0, MOST_PUT) : puts, onPut);
      if (here.length > 0) sections.push({ heading: 'Already there: go to it', rows: here });
      return { sections, note };
    }
    const here = found.slice(0, MOST_FOUND).map(go);
    const beside = grouped(isAsked ? puts.slice(0, MOST_BESIDE) : [], onPut).flatMap(({ rows }) => rows);
    const sections: Section[] = [
      { heading: 'Go to', rows: here },
      { heading: `Put on ${keyTitle}`, rows: beside },
    ];
    return { sections: sections.filter(({ rows }) => rows.length > 0), note };
  };
  const { sections, note } = useMemo(
    () => answer(question),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the ways to act are functions of the frame, and the same
    [question, ready, commands, isForKey, keyTitle],
  );
  const ways = useWays(profile, board, isForKey ? '' : typed);
  const rows = sections.flatMap((section) => section.rows);
  const at = Math.min(chosen, Math.max(0, rows.length - 1));

  useEffect(() => {
    list.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  }, [at, question]);

  const take = (row: Row | undefined): void => {
    if (!row) return;
    onClose();
    row.take();
  };
  const keyDown = (event: KeyboardEvent): void => {
    const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 8, PageUp: -8 }[event.key];
    if (by !== undefined) setChosen(Math.min(rows.length - 1, Math.max(0, at + by)));
    // The list may be a moment behind the field; what is taken is what was typed.
    else if (event.key === 'Enter')
      take((question === typed ? rows : answer(typed).sections.flatMap((section) => section.rows))[at]);
    else return;
    event.preventDefault();
  };

  const starts = sections.map((_, n) => sections.slice(0, n).reduce((sum, section) => sum + section.rows.length, 0));
  return (
    <Dialog
      footer={null}
      closable={false}
      width={720}
      style={{ top: 60 }}
      onCancel={onClose}
      title={isForKey ? `What should ${keyTitle} be?` : 'Find anything'}
    >
      <Input
        autoFocus
        role="combobox"
        aria-label="Find anything"
        aria-expanded
        aria-controls="found"
        aria-activedescendant={rows[at] ? `found-${at}` : undefined}
        placeholder={
          isForKey
            ? 'volume, arrow, F13, a text, “Esc when tapped, Ctrl when held” …'
            : 'a key, what it sends, F13 to F24, a macro, a word of a note, a setting, a command'
        }
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          setChosen(0);
        }}
        onKeyDown={keyDown}
      />
      {note !== '' && (
        <p className="found-note" role="status">
          {note}
        </p>
      )}
      {ways[0] && (
        <p className="found-note" role="status" data-testid="reached">
          <strong>To reach it:</strong> {waySentence(ways[0], board, profile)}.
        </p>
      )}
      {rows.length === 0 && (
        <p className="soft">
          Nothing here has all these words.
          {/\d/.test(typed) && ' A usage that has no name is typed as hid:PP:UUUU, its page and number.'}
        </p>
      )}
      <div id="found" ref={list} className="found" role="listbox" aria-label="Found">
        {sections.map(({ heading, rows: some }, n) => (
          <Fragment key={heading}>
            <p className="found-heading" aria-hidden="true">
              {heading}
            </p>
            <ul role="group" aria-label={heading}>
              {some.map(({ title, about, isLine }, k) => {
                const place = (starts[n] ?? 0) + k;
                return (
                  <li
                    key={`${title}/${about}/${k}`}
                    id={`found-${place}`}
                    role="option"
                    aria-selected={place === at}
                    onClick={() => take(rows[place])}
                  >
                    <strong className={isLine ? 'mono' : undefined}>{title}</strong>{' '}
                    <span className="soft">{about}</span>
                  </li>
                );
              })}
            </ul>
          </Fragment>
        ))}
      </div>
    </Dialog>
  );
};
