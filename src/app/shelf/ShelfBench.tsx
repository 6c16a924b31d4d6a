/** The shelf: all profiles as small pieces of cloth, starting layouts, and the way in for files. */
import { App as AntApp, Button, Dropdown, Input, Modal } from 'antd';
import { useRef, useState, type DragEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { boardById, BOARDS, type Board } from '../../core/board';
import { writeProfile } from '../../core/files';
import { plainProfile, type Profile } from '../../core/profile';
import { download, fileNameOf } from '../shared/download';
import { WeavePicture } from '../shared/WeavePicture';
import { usePreferences } from '../state/preferences';
import { newProfileId, useShelf } from '../state/shelf';
import { openFiles } from './openFiles';
import { OtherBoardDialog } from './OtherBoardDialog';
import '../shared/bar.css';
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

const uniqueName = (wanted: string, taken: readonly string[]): string => {
  if (!taken.includes(wanted)) return wanted;
  for (let n = 2; ; n++) if (!taken.includes(`${wanted} ${n}`)) return `${wanted} ${n}`;
};

const ProfileCard = ({
  profile,
  changedAt,
  onRename,
}: {
  profile: Profile;
  changedAt: number;
  onRename: (profile: Profile) => void;
}) => {
  const { message } = AntApp.useApp();
  const add = useShelf((state) => state.add);
  const remove = useShelf((state) => state.remove);
  const names = useShelf((state) => state.entries).map((entry) => entry.profile.name);
  const board = boardById(profile.board);
  const [otherBoard, setOtherBoard] = useState<Board | null>(null);

  const takeOff = (): void => {
    const putBack = remove(profile.id);
    message.open({
      key: profile.id,
      type: 'info',
      duration: 12,
      content: (
        <span>
          “{profile.name}” is off the shelf.{' '}
          <button
            type="button"
            className="word"
            onClick={() => {
              putBack();
              message.destroy(profile.id);
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
      <h3>{profile.name}</h3>
      <p>{board?.name ?? profile.board}</p>
      <p className="soft">
        {profile.layers.length} layer{profile.layers.length > 1 ? 's' : ''} · {when(changedAt)}
      </p>
      <p className="shelf-actions">
        <Link to={`/profile/${profile.id}/layout`}>Open</Link>
        <button
          type="button"
          className="word"
          onClick={() => download(fileNameOf(profile.name, 'json'), writeProfile(profile))}
        >
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
                onClick: () => add({ ...profile, id: newProfileId(), name: uniqueName(profile.name, names) }),
              },
              ...(board
                ? BOARDS.filter(({ id }) => id !== board.id).map((other) => ({
                    key: other.id,
                    label: `Copy for the ${other.name} …`,
                    onClick: () => setOtherBoard(other),
                  }))
                : []),
              { key: 'delete', label: 'Take off the shelf', danger: true, onClick: takeOff },
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
          name={uniqueName(`${profile.name} on ${otherBoard.name}`.slice(0, 56), names)}
          onClose={() => setOtherBoard(null)}
        />
      )}
    </li>
  );
};

const RenameDialog = ({ profile, onClose }: { profile: Profile; onClose: () => void }) => {
  const [name, setName] = useState(profile.name);
  const edit = useShelf((state) => state.edit);
  const trimmed = name.trim();
  const take = (): void => {
    if (trimmed === '') return;
    edit(profile.id, { edit: 'fields', to: { name: trimmed } }, 'the name');
    onClose();
  };
  return (
    <Modal
      open
      title={`Rename “${profile.name}”`}
      okText="Rename"
      okButtonProps={{ disabled: trimmed === '' }}
      onOk={take}
      onCancel={onClose}
    >
      <Input
        autoFocus
        aria-label="Name"
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.target.value)}
        onPressEnter={take}
      />
    </Modal>
  );
};

const ShelfBench = () => {
  const { message, modal } = AntApp.useApp();
  const entries = useShelf((state) => state.entries);
  const unreadable = useShelf((state) => state.unreadable);
  const add = useShelf((state) => state.add);
  const cloth = usePreferences((state) => state.cloth);
  const setCloth = usePreferences((state) => state.setCloth);
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState<Profile | null>(null);
  const [isDropping, setIsDropping] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);

  const bringIn = (files: FileList | null): void => {
    if (files) void openFiles([...files], { message, modal });
  };

  const start = ({ make }: Start): void => {
    const profile = make();
    add({
      ...profile,
      name: uniqueName(
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
      <header className="bar">
        <span className="brand">underloom</span>
        <nav className="benches" aria-label="Benches">
          <Link to="/shelf" aria-current="page">
            Shelf
          </Link>
        </nav>
        <Button onClick={() => setCloth(cloth === 'night' ? 'linen' : 'night')}>
          {cloth === 'night' ? '☀ Linen cloth' : '☾ Night cloth'}
        </Button>
      </header>
      <main className="bench shelf-main">
        <section aria-labelledby="shelf-title">
          <div className="shelf-title">
            <h1 id="shelf-title">Your profiles</h1>{' '}
            <span className="soft">
              {entries.length === 0 ? 'none yet; start from a layout below' : `${entries.length}, kept in this browser`}
            </span>
          </div>
          <ul className="shelf-grid">
            {entries.map(({ profile, changedAt }) => (
              <ProfileCard key={profile.id} profile={profile} changedAt={changedAt} onRename={setRenaming} />
            ))}
          </ul>
          {unreadable.length > 0 && (
            <p className="shelf-unreadable" role="alert">
              {unreadable.length} stored profile{unreadable.length > 1 ? 's' : ''} cannot be read by this version.{' '}
              <button
                type="button"
                className="word"
                onClick={() =>
                  download(
                    'unreadable-profiles.json',
                    JSON.stringify(
                      unreadable.map(({ profile }) => profile),
                      null,
                      2,
                    ),
                  )
                }
              >
                Download what is stored
              </button>
            </p>
          )}
        </section>
        <section aria-labelledby="new-title">
          <h2 id="new-title">New</h2>
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
                accept=".json,application/json"
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
