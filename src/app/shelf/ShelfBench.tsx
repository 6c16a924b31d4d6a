/** The shelf: all profiles as small pieces of cloth, starting layouts, and the way in for files. */
import { App as AntApp, Button, Dropdown, Input, Modal } from 'antd';
import { useRef, useState, type DragEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { BOARDS, type Board } from '../../core/board';
import { LIMITS, plainProfile, type Profile } from '../../core/profile';
import { foreign, MOST_LISTED, shortened } from '../../core/reading';
import { download } from '../shared/download';
import { freeName } from '../shared/freeName';
import { ShelfBar } from '../shared/ShelfBar';
import { Named } from '../shared/named';
import { saveAllAsFile, saveAsFile } from '../shared/rescue';
import { WeavePicture } from '../shared/WeavePicture';
import { useBoard, useBoards, useBoardsReady } from '../state/boards';
import { newProfileId } from '../state/ids';
import { useShelf, type ShelfEntry, type UnreadableRow } from '../state/shelf';
import { openFiles } from './openFiles';
import { OtherBoardDialog } from './OtherBoardDialog';
import './shelf.css';

type Start = { name: string; about: string; make: () => Profile };

const STARTS: readonly Start[] = [
  ...BOARDS.map((board): Start => ({
    name: `Plain ${board.name}`,
    about: 'every key does what it does on an ordinary keyboard',
    make: () => plainProfile(board, newProfileId(), `Plain ${board.name}`),
  })),
  {
    name: 'Show desk',
    about: 'cues, lights and sound on a Harrow 64',
    make: () => ({ ...SHOW_DESK, id: newProfileId() }),
  },
  {
    name: 'Prompt book',
    about: 'home-row holds, signs and numbers on a Twill 42',
    make: () => ({ ...PROMPT_BOOK, id: newProfileId() }),
  },
  {
    name: 'Sound pad',
    about: 'sounds and beds on a Bobbin 21',
    make: () => ({ ...SOUND_PAD, id: newProfileId() }),
  },
];

const when = (ms: number): string => {
  const days = Math.floor((Date.now() - ms) / 86_400_000);
  return days < 1
    ? 'today'
    : days < 2
      ? 'yesterday'
      : days < 60
        ? `${days} days ago`
        : new Date(ms).toLocaleDateString('en', { month: 'long', year: 'numeric' });
};

const ProfileCard = ({ entry, onRename }: { entry: ShelfEntry; onRename: (profile: Profile) => void }) => {
  const { profile, changedAt, keeping } = entry;
  const { message } = AntApp.useApp();
  const add = useShelf((state) => state.add);
  const remove = useShelf((state) => state.remove);
  const names = useShelf((state) => state.entries).map((one) => one.profile.name);
  const board = useBoard(profile.board);
  const own = useBoards((state) => state.own);
  const [otherBoard, setOtherBoard] = useState<Board | null>(null);

  const takeOff = async (): Promise<void> => {
    const removed = await remove(profile.id);
    if (!removed.ok) {
      void message.error(`“${foreign(profile.name)}” could not be taken off the shelf: ${removed.because}. It stays.`);
      return;
    }
    const { putBack } = removed;
    message.open({
      key: profile.id,
      type: 'info',
      duration: 12,
      content: (
        <span>
          <Named name={profile.name} /> is off the shelf.{' '}
          <button
            type="button"
            className="word"
            onClick={() => {
              message.destroy(profile.id);
              void putBack();
            }}
          >
            Undo
          </button>
        </span>
      ),
    });
  };

  return (
    <li className="shelf-card">
      <Link to={`/profile/${profile.id}/layout`} aria-label={`Open ${profile.name}`}>
        <WeavePicture profile={profile} board={board} />
      </Link>
      <h3>
        <bdi>{profile.name}</bdi>
      </h3>
      <p>{board?.name ?? <Named name={profile.board} />}</p>
      <p className="soft">
        {profile.layers.length} layer{profile.layers.length > 1 ? 's' : ''} · {when(changedAt)}
      </p>
      {keeping.state === 'notKept' && (
        <p className="not-kept" role="alert">
          not kept: {keeping.because}
        </p>
      )}
      <p className="shelf-actions">
        <Link to={`/profile/${profile.id}/layout`}>Open</Link>
        <button type="button" className="word" onClick={() => saveAsFile(profile)}>
          Save as a file
        </button>
        <Dropdown
          trigger={['click']}
          destroyOnHidden
          menu={{
            items: [
              { key: 'rename', label: 'Rename …', onClick: () => onRename(profile) },
              {
                key: 'duplicate',
                label: 'Duplicate',
                onClick: () => void add({ ...profile, id: newProfileId(), name: freeName(profile.name, names) }),
              },
              ...(board
                ? [...own.map((one) => one.board), ...BOARDS]
                    .filter(({ id }) => id !== board.id)
                    .map((other) => ({
                      key: other.id,
                      label: `Copy for the ${other.name} …`,
                      onClick: () => setOtherBoard(other),
                    }))
                : []),
              { key: 'delete', label: 'Take off the shelf', danger: true, onClick: () => void takeOff() },
            ],
          }}
        >
          <button type="button" className="word" aria-label={`More for ${profile.name}`}>
            •••
          </button>
        </Dropdown>
      </p>
      {board && otherBoard && (
        <OtherBoardDialog
          profile={profile}
          from={board}
          to={otherBoard}
          name={freeName(shortened(`${profile.name} on ${otherBoard.name}`, LIMITS.nameLength), names)}
          onClose={() => setOtherBoard(null)}
        />
      )}
    </li>
  );
};

/** How many profiles there are, and where: what is said to be kept has been written. */
const WhereTheyAre = ({ entries, isLoading }: { entries: readonly ShelfEntry[]; isLoading: boolean }) => {
  const storeProblem = useShelf((state) => state.storeProblem);
  const tryAgain = useShelf((state) => state.tryAgain);
  const lost = entries.filter(({ keeping }) => keeping.state === 'notKept').length;
  if (storeProblem !== '' || lost > 0)
    return (
      <span className="not-kept" role="alert">
        <strong>
          {lost === 0 ? 'The browser’s store cannot be used now' : `${lost} of ${entries.length} not kept`}:
        </strong>{' '}
        {storeProblem || entries.flatMap(({ keeping }) => (keeping.state === 'notKept' ? [keeping.because] : []))[0]}.
        What is not kept is gone when this window closes.{' '}
        <button type="button" className="word" onClick={tryAgain}>
          Try again
        </button>{' '}
        <button type="button" className="word" onClick={saveAllAsFile}>
          Save all as a file
        </button>
      </span>
    );
  if (isLoading) return <>taking them from the browser’s store …</>;
  if (entries.length === 0) return <>none yet; start from a layout below</>;
  const isKept = entries.every(({ keeping }) => keeping.state === 'kept');
  return (
    <>
      {entries.length}, {isKept ? 'kept in this browser' : 'being kept …'}
    </>
  );
};

/** Stored profiles that this version cannot read: why, and a way to take them along. */
const Unreadable = ({ rows }: { rows: readonly UnreadableRow[] }) => {
  const { modal, message } = AntApp.useApp();
  const removeUnreadable = useShelf((state) => state.removeUnreadable);
  const takeOff = (row: UnreadableRow): void => {
    modal.confirm({
      title: `Take what is stored under “${foreign(row.id)}” off the shelf?`,
      content: 'It cannot be read here, and this cannot be undone. Save it as a file first if it may matter.',
      okText: 'Take it off',
      cancelText: 'Leave it',
      onOk: async () => {
        const because = await removeUnreadable(row.id);
        if (because !== undefined) void message.error(`It stays: ${because}.`);
      },
    });
  };
  return (
    <div className="shelf-unreadable" role="alert">
      <p>
        {rows.length} stored profile{rows.length > 1 ? 's' : ''} cannot be read by this version. What is stored stays as
        it is.
      </p>
      <ul>
        {rows.slice(0, MOST_LISTED).map((row) => (
          <li key={row.id}>
            <Named name={row.id} />: {row.reason}{' '}
            <button
              type="button"
              className="word"
              onClick={() =>
                download(`unreadable-${row.id.replace(/\W+/g, '-')}.json`, JSON.stringify(row.profile, null, 2))
              }
            >
              Save as a file
            </button>{' '}
            <button type="button" className="word madder" onClick={() => takeOff(row)}>
              Take off
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
};

const RenameDialog = ({ profile, onClose }: { profile: Profile; onClose: () => void }) => {
  const [name, setName] = useState(profile.name);
  const [reason, setReason] = useState('');
  const edit = useShelf((state) => state.edit);
  const trimmed = name.trim();
  const take = (): void => {
    const refused = edit(profile.id, { edit: 'describe', to: { name: trimmed } }, 'the name');
    if (refused === undefined) onClose();
    else setReason(refused);
  };
  return (
    <Modal
      open
      title={
        <>
          Rename <Named name={profile.name} />
        </>
      }
      okText="Rename"
      okButtonProps={{ disabled: trimmed === '' }}
      onOk={take}
      onCancel={onClose}
    >
      <Input
        autoFocus
        aria-label="Name"
        maxLength={LIMITS.nameLength}
        value={name}
        status={reason === '' ? '' : 'error'}
        onChange={(event) => {
          setName(event.target.value);
          setReason('');
        }}
        onPressEnter={take}
      />
      {reason !== '' && (
        <p className="field-reason" role="alert">
          {reason}
        </p>
      )}
    </Modal>
  );
};

const ShelfBench = () => {
  useBoardsReady();
  const { message, modal } = AntApp.useApp();
  const entries = useShelf((state) => state.entries);
  const unreadable = useShelf((state) => state.unreadable);
  const status = useShelf((state) => state.status);
  const add = useShelf((state) => state.add);
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState<Profile | null>(null);
  const [isDropping, setIsDropping] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);

  const bringIn = (files: FileList | null): void => {
    if (files) void openFiles([...files], { message, modal });
  };

  const start = ({ make }: Start): void => {
    const profile = make();
    void add({
      ...profile,
      name: freeName(
        profile.name,
        entries.map((entry) => entry.profile.name),
      ),
    });
    void navigate(`/profile/${profile.id}/layout`);
  };

  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setIsDropping(false);
    bringIn(event.dataTransfer.files);
  };

  return (
    <div
      className={`shelf ${isDropping ? 'dropping' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setIsDropping(true);
      }}
      onDragLeave={() => setIsDropping(false)}
      onDrop={drop}
    >
      <ShelfBar />
      <main className="bench shelf-main">
        <section aria-labelledby="shelf-title">
          <div className="shelf-title">
            <h1 id="shelf-title">Your profiles</h1>{' '}
            <span className="soft">
              <WhereTheyAre entries={entries} isLoading={status === 'loading'} />
            </span>
          </div>
          <ul className="shelf-grid">
            {entries.map((entry) => (
              <ProfileCard key={entry.profile.id} entry={entry} onRename={setRenaming} />
            ))}
          </ul>
          {unreadable.length > 0 && <Unreadable rows={unreadable} />}
        </section>
        <section aria-labelledby="new-title">
          <p className="shelf-new">
            <Button type="primary" onClick={() => void navigate('/new')}>
              New profile …
            </Button>{' '}
            <span className="soft">
              asks for your board, your host and a name; every question has an answer already
            </span>
          </p>
          <h2 id="new-title">Or begin at once with</h2>
          <ul className="start-grid">
            {STARTS.map((layout) => (
              <li key={layout.name}>
                <button type="button" className="start" onClick={() => start(layout)}>
                  <strong>{layout.name}</strong>
                  <span>{layout.about}</span>
                </button>
              </li>
            ))}
            <li>
              <button type="button" className="start from-file" onClick={() => fileInput.current?.click()}>
                <strong>From a file</strong>
                <span>choose it, or drop it anywhere on this page; nothing is replaced unless you say so</span>
              </button>
              <input
                ref={fileInput}
                className="visually-hidden"
                type="file"
                accept=".json,.loom,application/json,text/plain"
                multiple
                tabIndex={-1}
                aria-label="Profile files"
                onChange={(event) => {
                  bringIn(event.target.files);
                  event.target.value = '';
                }}
              />
            </li>
          </ul>
        </section>
      </main>
      {renaming && <RenameDialog profile={renaming} onClose={() => setRenaming(null)} />}
    </div>
  );
};

export default ShelfBench;
