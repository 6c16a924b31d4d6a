/** One box that finds anything: keys by what they do, layers, macros, depths, benches and commands. Enter goes there. */
import { Input } from 'antd';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { findables, findIn, type Place } from '../../core/notation';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { Dialog } from '../shared/Dialog';
import './FindDialog.css';

export type Command = { title: string; about: string; words: string; run: () => void };

type Thing = { title: string; about: string; words: string; place?: Place; run?: () => void };

type FindDialogProps = {
  profile: Profile;
  board: Board;
  commands: readonly Command[];
  onGo: (place: Place) => void;
  onClose: () => void;
};

const MOST_SHOWN = 40;

const FindDialog = ({ profile, board, commands, onGo, onClose }: FindDialogProps) => {
  const [question, setQuestion] = useState('');
  const [chosen, setChosen] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  const things = useMemo((): Thing[] => [...commands, ...findables(profile, board)], [commands, profile, board]);
  const found = findIn(things, question).slice(0, MOST_SHOWN);
  const at = Math.min(chosen, Math.max(0, found.length - 1));

  useEffect(() => {
    list.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  }, [at, question]);

  const take = (thing: Thing | undefined): void => {
    if (!thing) return;
    onClose();
    if (thing.place) onGo(thing.place);
    else thing.run?.();
  };
  const keyDown = (event: KeyboardEvent): void => {
    const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 8, PageUp: -8 }[event.key];
    if (by !== undefined) setChosen(Math.min(found.length - 1, Math.max(0, at + by)));
    else if (event.key === 'Enter') take(found[at]);
    else return;
    event.preventDefault();
  };

  return (
    <Dialog footer={null} closable={false} width={620} onCancel={onClose} title="Find anything">
      <Input
        autoFocus
        role="combobox"
        aria-label="Find anything"
        aria-expanded
        aria-controls="found"
        aria-activedescendant={found[at] ? `found-${at}` : undefined}
        placeholder="a key, a layer, a macro, a word of a note, a command"
        value={question}
        onChange={({ target }) => {
          setQuestion(target.value);
          setChosen(0);
        }}
        onKeyDown={keyDown}
      />
      {found.length === 0 && <p className="soft">Nothing in this profile has all these words.</p>}
      <ul id="found" ref={list} className="found" role="listbox" aria-label="Found">
        {found.map((thing, n) => (
          <li
            key={`${thing.title}/${thing.about}/${n}`}
            id={`found-${n}`}
            role="option"
            aria-selected={n === at}
            onClick={() => take(thing)}
          >
            <strong>{thing.title}</strong> <span className="soft">{thing.about}</span>
          </li>
        ))}
      </ul>
    </Dialog>
  );
};

export default FindDialog;
