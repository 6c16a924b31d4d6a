/**
 * The bar: the way to other profiles, this one, the benches in working order, what is to be looked at, undo and redo, the keyboard, and
 * the one button that saves. Each of its parts follows what it shows; the bar itself is drawn anew for no edit.
 */
import { App as AntApp, Badge, Popover } from 'antd';
import { lazy, memo, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { useKeyboard } from '../state/keyboards';
import { useLastLooked } from '../state/lastLooked';
import { useFinder } from '../state/finder';
import { useWordAsked } from '../state/wordAsked';
import { isNamed, isToName } from '../state/toName';
import { useDocument, useProfile, useShelf, type Travelled } from '../state/shelf';
import { letterOf } from '../shared/letterOf';
import { isHalfTyped, isTyping } from '../shared/isTyping';
import { LookAtList } from '../shared/LookAtList';
import { NameField } from '../shared/NameField';
import { PluggedCount } from '../shared/PluggedCount';
import { toLookAt } from '../shared/problems';
import { useLookAt } from '../shared/useLookAt';
import { ClothButton } from '../shared/ClothButton';
import { LINK_TEXT, SaveButton } from './SaveButton';
import { BENCHES, useCommands } from './useCommands';
import { WhereItIs } from './WhereItIs';
import '../shared/bar.css';
import './Bar.css';

const Finder = lazy(() => import('./Finder'));
const WordsDialog = lazy(() => import('./WordsDialog'));
const ShortcutsDialog = lazy(() => import('./ShortcutsDialog'));

/** Finding works from inside a text field, too. */
const isFind = (event: KeyboardEvent): boolean => (event.ctrlKey || event.metaKey) && letterOf(event) === 'k';
const isTravel = (event: KeyboardEvent): boolean =>
  (event.ctrlKey || event.metaKey) && ['z', 'y'].includes(letterOf(event));

/** Undo and redo of one profile; with the keys, what was done is said. */
function useTravel(profileId: string): { undo: (byKeys?: boolean) => void; redo: (byKeys?: boolean) => void } {
  const { message } = AntApp.useApp();
  const undoStep = useShelf((state) => state.undo);
  const redoStep = useShelf((state) => state.redo);
  const notify = useShelf((state) => state.notify);
  return useMemo(() => {
    const said =
      (travel: (id: string) => Travelled, done: string) =>
      (byKeys = false): void => {
        const what = travel(profileId);
        if (what && 'refused' in what) notify(`Not changed: ${what.refused}`);
        else if (what && byKeys) void message.info(`${done}: ${what.what}`, 1.5);
      };
    return { undo: said(undoStep, 'Taken back'), redo: said(redoStep, 'Done again') };
  }, [undoStep, redoStep, notify, message, profileId]);
}

/** The bench that a number stands for, with Alt. */
const benchOf = ({ code }: KeyboardEvent) => BENCHES[Number(/^Digit([1-9])$/.exec(code)?.[1]) - 1];

const focusBoard = (): void => document.querySelector<SVGElement>('.board [data-key][tabindex="0"]')?.focus();

const ProfileName = ({ profile, board }: { profile: Profile; board: Board }) => {
  const { slots } = useKeyboard(board.id);
  const slot = slots.findIndex((candidate) => candidate.state === 'profile' && candidate.profile.id === profile.id);
  const [isNaming, setIsNaming] = useState(() => isToName(profile.id));
  const opener = useRef<HTMLButtonElement>(null);
  if (isNaming)
    return (
      <span className="bar-profile">
        <NameField
          profile={profile}
          onDone={(isByKey) => {
            const isNew = isToName(profile.id);
            isNamed();
            setIsNaming(false);
            // A new profile has its name: on to its keys.
            if (isByKey && isNew) focusBoard();
            else if (isByKey) requestAnimationFrame(() => opener.current?.focus());
          }}
        />
      </span>
    );
  return (
    <span className="bar-profile">
      <button
        ref={opener}
        type="button"
        className="word bar-name"
        title="Give it another name"
        onClick={() => setIsNaming(true)}
      >
        <bdi>{profile.name}</bdi>
      </button>
      <span className="soft">
        {board.name}
        {slot >= 0 && ` · slot ${slot + 1}`}
      </span>
    </span>
  );
};

type TravelButtonsProps = { profileId: string; undo: () => void; redo: () => void };

const TravelButtons = ({ profileId, undo, redo }: TravelButtonsProps) => {
  const last = useDocument(profileId)?.past.at(-1)?.what;
  const next = useDocument(profileId)?.future.at(-1)?.what;
  return (
    <>
      <button
        type="button"
        className="word bar-icon"
        disabled={last === undefined}
        aria-label="Undo"
        title={last === undefined ? 'Nothing to undo' : `Undo: ${last} (Ctrl+Z)`}
        onClick={() => undo()}
      >
        ↶
      </button>
      <button
        type="button"
        className="word bar-icon"
        disabled={next === undefined}
        aria-label="Redo"
        title={next === undefined ? 'Nothing to redo' : `Redo: ${next} (Ctrl+Shift+Z)`}
        onClick={() => redo()}
      >
        ↷
      </button>
    </>
  );
};

const LinkState = memo(({ board }: { board: Board }) => {
  const { status } = useKeyboard(board.id);
  return (
    <span className={`link-state ${status}`} role="status" title={`The ${board.name} is ${LINK_TEXT[status]}`}>
      {LINK_TEXT[status]}
    </span>
  );
});
LinkState.displayName = 'LinkState';

const Benches = memo(({ profileId }: { profileId: string }) => (
  <nav className="benches" aria-label="Benches">
    {BENCHES.map(({ path, name }, index) => (
      <NavLink key={path} to={`/profile/${profileId}/${path}`} title={`Alt+${index + 1}`}>
        {name}
      </NavLink>
    ))}
  </nav>
));
Benches.displayName = 'Benches';

type ItemsProps = { profileId: string; board: Board; count: number; hasProblems: boolean };

/** What is to be looked at; the list itself is made when it is opened. */
const Items = memo(({ profileId, board, count, hasProblems }: ItemsProps) => {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      title="To look at"
      open={isOpen}
      onOpenChange={setIsOpen}
      content={isOpen && <ItemsList profileId={profileId} board={board} />}
    >
      <button type="button" className="word madder">
        <Badge status={hasProblems ? 'error' : 'warning'} /> {count} to look at
      </button>
    </Popover>
  );
});
Items.displayName = 'Items';

const ItemsList = ({ profileId, board }: { profileId: string; board: Board }) => {
  const profile = useProfile(profileId);
  return profile && <LookAtList items={toLookAt(profile, board)} profile={profile} board={board} />;
};

/** The ways to what is not this profile. */
const WAYS = (
  <>
    <Link className="brand" to="/shelf" title="All profiles">
      underloom
    </Link>
    <nav className="bar-ways" aria-label="Profiles">
      <NavLink to="/shelf">Shelf</NavLink>
      <NavLink to="/new" title="A new profile, on any board">
        + New profile
      </NavLink>
    </nav>
  </>
);

/** On a page that is no bench: the bench that one came from. */
const WayBack = ({ profileId }: { profileId: string }) => {
  const { pathname } = useLocation();
  const last = useLastLooked();
  if (pathname.startsWith('/profile/')) return null;
  const { path, name } =
    BENCHES.find((bench) => last.profileId === profileId && bench.path === last.bench) ?? BENCHES[0];
  return (
    <Link className="word" to={`/profile/${profileId}/${path}`}>
      ← back to {name}
    </Link>
  );
};

export const Bar = memo(({ profile, board }: { profile: Profile; board: Board }) => {
  const [showsShortcuts, setShowsShortcuts] = useState(false);
  const isFinding = useFinder((state) => state.isOpen);
  const openFinder = useFinder((state) => state.open);
  const word = useWordAsked((state) => state.word);
  const setWord = useWordAsked((state) => state.ask);
  const navigate = useNavigate();
  const { undo, redo } = useTravel(profile.id);
  const items = useLookAt(profile, board);
  const hasProblems = items.some(({ isProblem }) => isProblem);
  const commands = useCommands(profile.id, {
    undo,
    redo,
    showShortcuts: () => setShowsShortcuts(true),
    showWord: setWord,
  });

  useEffect(() => {
    const keyDown = (event: KeyboardEvent): void => {
      if (event.defaultPrevented) return;
      // In a field, undo is the field's while something half typed is in it; else it is the profile's.
      const isFields = isTyping(event.target) && !isFind(event) && !(isTravel(event) && !isHalfTyped(event.target));
      if (isFields) return;
      const command = event.ctrlKey || event.metaKey;
      if (isFind(event)) {
        event.preventDefault();
        openFinder();
      } else if (command && letterOf(event) === 'z') {
        event.preventDefault();
        (event.shiftKey ? redo : undo)(true);
      } else if (command && letterOf(event) === 'y') {
        event.preventDefault();
        redo(true);
      } else if (!command && !event.altKey && event.key === '?') {
        event.preventDefault();
        setShowsShortcuts(true);
      } else if (event.altKey && !command && benchOf(event)) {
        event.preventDefault();
        void navigate(`/profile/${profile.id}/${benchOf(event)?.path}`);
      }
    };
    addEventListener('keydown', keyDown);
    return () => removeEventListener('keydown', keyDown);
  }, [profile.id, undo, redo, navigate, openFinder]);

  return (
    <header className="bar">
      <div className="bar-row">
        {WAYS}
        <ProfileName profile={profile} board={board} />
        <WhereItIs profile={profile} />
        <LinkState board={board} />
        <PluggedCount least={2} />
        <SaveButton profile={profile} board={board} hasProblems={hasProblems} />
      </div>
      <div className="bar-row">
        <Benches profileId={profile.id} />
        {items.length > 0 && (
          <Items profileId={profile.id} board={board} count={items.length} hasProblems={hasProblems} />
        )}
        <WayBack profileId={profile.id} />
        <button
          type="button"
          className="word soft bar-find"
          title="Find anything (Ctrl+K)"
          onClick={() => openFinder()}
        >
          Find <kbd>Ctrl K</kbd>
        </button>
        <span data-part="bar-icons">
          <TravelButtons profileId={profile.id} undo={undo} redo={redo} />
          <ClothButton />
          <button
            type="button"
            className="word bar-icon"
            aria-label="Shortcuts"
            title="Shortcuts (?)"
            onClick={() => setShowsShortcuts(true)}
          >
            ?
          </button>
        </span>
      </div>
      {isFinding && (
        <Suspense fallback={null}>
          <Finder profile={profile} board={board} commands={commands} />
        </Suspense>
      )}
      {word !== undefined && (
        <Suspense fallback={null}>
          <WordsDialog word={word} onClose={() => setWord(undefined)} />
        </Suspense>
      )}
      {showsShortcuts && (
        <Suspense fallback={null}>
          <ShortcutsDialog onClose={() => setShowsShortcuts(false)} />
        </Suspense>
      )}
    </header>
  );
});
Bar.displayName = 'Bar';
