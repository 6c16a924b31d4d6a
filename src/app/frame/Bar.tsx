/** The bar: the profile, the benches in working order, problems, undo and redo, the keyboard, and the one button that saves. */
import { App as AntApp, Badge, Button, Popover } from 'antd';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import type { Board } from '../../core/board';
import { check, isSound } from '../../core/check';
import { isSameDesign, type Profile } from '../../core/profile';
import { foreign } from '../../core/reading';
import { lookAtMacro } from '../state/macroDesks';
import { slotFor, useKeyboard, useKeyboards } from '../state/keyboards';
import { usePreferences } from '../state/preferences';
import { useSelection } from '../state/selection';
import { useEntry, useShelf, type Travelled } from '../state/shelf';
import { isTyping } from '../shared/isTyping';
import { LookAtList } from '../shared/LookAtList';
import { PluggedCount } from '../shared/PluggedCount';
import { toLookAt } from '../shared/problems';
import { ShortcutsDialog } from './ShortcutsDialog';
import type { Command } from './FindDialog';
import { WhereItIs } from './WhereItIs';
import '../shared/bar.css';

const FindDialog = lazy(() => import('./FindDialog'));

const BENCHES = [
  { path: 'layout', name: 'Layout' },
  { path: 'travel', name: 'Travel' },
  { path: 'macros', name: 'Macros' },
  { path: 'text', name: 'Text' },
  { path: 'trial', name: 'Trial' },
  { path: 'device', name: 'Device' },
] as const;

/** Finding works from inside a text field, too. */
const isFind = (event: KeyboardEvent): boolean => (event.ctrlKey || event.metaKey) && event.code === 'KeyK';

const STATUS_TEXT = { connecting: 'looking for it', connected: 'connected', lost: 'not connected' } as const;

const SaveButton = ({ profile, board }: { profile: Profile; board: Board }) => {
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const { status, slots, saving } = useKeyboard(board.id);
  const save = useKeyboards((state) => state.save);
  const own = slots.find((slot) => slot.state === 'profile' && slot.profile.id === profile.id);
  const isStored = own?.state === 'profile' && isSameDesign(own.profile, profile);
  const checked = check(profile, board);

  const press = async (): Promise<void> => {
    if (!isSound(checked)) return;
    const slot = slotFor(slots, profile.id);
    if (slot === undefined) {
      void message.info(`All ${slots.length} slots hold other profiles. Choose the one to replace.`);
      void navigate(`/profile/${profile.id}/device`);
      return;
    }
    try {
      await save(checked, slot);
      void message.success(`“${foreign(profile.name)}” is in slot ${slot + 1}. It was read back, and it is the same.`);
    } catch (error) {
      void message.error({
        content: `Saving did not finish: ${error instanceof Error ? error.message : String(error)}.`,
        duration: 8,
      });
    }
  };

  const title =
    status !== 'connected'
      ? `The ${board.name} is ${STATUS_TEXT[status]}`
      : !isSound(checked)
        ? 'There are problems to look at first'
        : isStored
          ? 'What is stored is what you see'
          : 'Write, read back and compare';
  return (
    <Button
      className="save-button"
      type="primary"
      title={title}
      disabled={status !== 'connected' || !isSound(checked) || saving !== null}
      onClick={() => void press()}
    >
      {saving ? `Saving ${Math.round(saving.part * 100)} %` : isStored ? 'In the keyboard' : 'Save to keyboard'}
    </Button>
  );
};

export const Bar = ({ profile, board }: { profile: Profile; board: Board }) => {
  const { message } = AntApp.useApp();
  const [showsShortcuts, setShowsShortcuts] = useState(false);
  const [isFinding, setIsFinding] = useState(false);
  const navigate = useNavigate();
  const { status, slots } = useKeyboard(board.id);
  const history = useEntry(profile.id)?.document;
  const undoStep = useShelf((state) => state.undo);
  const redoStep = useShelf((state) => state.redo);
  const notify = useShelf((state) => state.notify);
  const [undo, redo] = useMemo(() => {
    const said =
      (travel: (id: string) => Travelled, done: string) =>
      (byKeys = false): void => {
        const what = travel(profile.id);
        if (what && 'refused' in what) notify(`Not changed: ${what.refused}`);
        else if (what && byKeys) void message.info(`${done}: ${what.what}`, 1.5);
      };
    return [said(undoStep, 'Taken back'), said(redoStep, 'Done again')];
  }, [undoStep, redoStep, notify, message, profile.id]);
  const cloth = usePreferences((state) => state.cloth);
  const setCloth = usePreferences((state) => state.setCloth);
  const slot = slots.findIndex((candidate) => candidate.state === 'profile' && candidate.profile.id === profile.id);
  const items = toLookAt(profile, board);
  const select = useSelection((state) => state.select);
  const commands = useMemo(
    (): Command[] => [
      ...BENCHES.map(({ path, name }, index) => ({
        title: `${name} bench`,
        about: `Alt+${index + 1}`,
        words: '',
        run: () => void navigate(`/profile/${profile.id}/${path}`),
      })),
      {
        title: 'History',
        about: 'how this profile was',
        words: 'snapshot back version',
        run: () => void navigate(`/history/${profile.id}`),
      },
      {
        title: 'Legend sheet',
        about: 'print, SVG, PDF',
        words: 'print label caps paper',
        run: () => void navigate(`/sheet/${profile.id}`),
      },
      {
        title: 'Compare',
        about: 'with other profiles',
        words: 'difference side by side',
        run: () => void navigate(`/compare?with=${profile.id}`),
      },
      { title: 'Shelf', about: 'all profiles', words: 'new open import file', run: () => void navigate('/shelf') },
      { title: 'Undo', about: 'Ctrl+Z', words: 'take back', run: () => undo() },
      { title: 'Redo', about: 'Ctrl+Shift+Z', words: 'do again', run: () => redo() },
      {
        title: cloth === 'night' ? 'Linen cloth' : 'Night cloth',
        about: 'how everything looks',
        words: 'theme dark light colours',
        run: () => setCloth(cloth === 'night' ? 'linen' : 'night'),
      },
      { title: 'Shortcuts', about: '?', words: 'keys help', run: () => setShowsShortcuts(true) },
    ],
    [profile.id, cloth, navigate, undo, redo, setCloth],
  );

  useEffect(() => {
    const keyDown = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || (isTyping(event.target) && !isFind(event))) return;
      const command = event.ctrlKey || event.metaKey;
      if (isFind(event)) {
        event.preventDefault();
        setIsFinding(true);
      } else if (command && event.code === 'KeyZ') {
        event.preventDefault();
        (event.shiftKey ? redo : undo)(true);
      } else if (command && event.code === 'KeyY') {
        event.preventDefault();
        redo(true);
      } else if (!command && !event.altKey && event.key === '?') {
        event.preventDefault();
        setShowsShortcuts(true);
      } else if (event.altKey && !command && /^Digit[1-6]$/.test(event.code)) {
        event.preventDefault();
        void navigate(`/profile/${profile.id}/${BENCHES[Number(event.code.slice(5)) - 1]?.path ?? 'layout'}`);
      }
    };
    addEventListener('keydown', keyDown);
    return () => removeEventListener('keydown', keyDown);
  }, [profile.id, undo, redo, navigate]);

  return (
    <header className="bar">
      <Link className="brand" to="/shelf" title="All profiles">
        underloom
      </Link>
      <span className="bar-profile">
        <strong title={profile.name}>
          <bdi>{profile.name}</bdi>
        </strong>
        <span className="soft">
          {board.name}
          {slot >= 0 && ` · slot ${slot + 1}`}
        </span>
      </span>
      <nav className="benches" aria-label="Benches">
        {BENCHES.map(({ path, name }, index) => (
          <NavLink key={path} to={`/profile/${profile.id}/${path}`} title={`Alt+${index + 1}`}>
            {name}
          </NavLink>
        ))}
      </nav>
      {items.length > 0 && (
        <Popover
          trigger="click"
          title="To look at"
          content={<LookAtList items={items} profile={profile} board={board} />}
        >
          <button type="button" className="word madder">
            <Badge status={items.some(({ isProblem }) => isProblem) ? 'error' : 'warning'} /> {items.length} to look at
          </button>
        </Popover>
      )}
      <WhereItIs profile={profile} />
      <button
        type="button"
        className="word soft bar-find"
        title="Find anything (Ctrl+K)"
        onClick={() => setIsFinding(true)}
      >
        Find <kbd>Ctrl K</kbd>
      </button>
      <span>
        <button
          type="button"
          className="word bar-icon"
          disabled={!history?.past.length}
          aria-label="Undo"
          title={`Undo ${history?.past.at(-1)?.what ?? ''} (Ctrl+Z)`}
          onClick={() => undo()}
        >
          ↶
        </button>
        <button
          type="button"
          className="word bar-icon"
          disabled={!history?.future.length}
          aria-label="Redo"
          title={`Redo ${history?.future.at(-1)?.what ?? ''} (Ctrl+Shift+Z)`}
          onClick={() => redo()}
        >
          ↷
        </button>
        <button
          type="button"
          className="word bar-icon"
          aria-label={cloth === 'night' ? 'Linen cloth' : 'Night cloth'}
          title={cloth === 'night' ? 'Linen cloth' : 'Night cloth'}
          onClick={() => setCloth(cloth === 'night' ? 'linen' : 'night')}
        >
          {cloth === 'night' ? '☀' : '☾'}
        </button>
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
      <span className={`link-state ${status}`} role="status" title={`The ${board.name} is ${STATUS_TEXT[status]}`}>
        {STATUS_TEXT[status]}
      </span>
      <PluggedCount least={2} />
      <SaveButton profile={profile} board={board} />
      {isFinding && (
        <Suspense fallback={null}>
          <FindDialog
            profile={profile}
            board={board}
            commands={commands}
            onClose={() => setIsFinding(false)}
            onGo={({ bench, layer, key, macro }) => {
              if (macro !== undefined) lookAtMacro(profile.id, macro);
              if (layer !== undefined || key !== undefined)
                select(profile.id, {
                  also: [],
                  ...(layer !== undefined && { layer }),
                  ...(key !== undefined && { key }),
                });
              void navigate(`/profile/${profile.id}/${bench}`);
            }}
          />
        </Suspense>
      )}
      <ShortcutsDialog open={showsShortcuts} onClose={() => setShowsShortcuts(false)} />
    </header>
  );
};
