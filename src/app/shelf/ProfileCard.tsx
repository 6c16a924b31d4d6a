/** A profile on the shelf: a small piece of cloth, what it is called, and what can be done with it. It is drawn again only when something about it has changed. */
import { App as AntApp, Checkbox, Dropdown, Input } from 'antd';
import { memo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { BOARDS, type Board } from '../../core/board';
import { diff, LIMITS, type Profile } from '../../core/profile';
import { foreign, shortened } from '../../core/reading';
import { freeName } from '../shared/freeName';
import { Named } from '../shared/named';
import { ICONS, ProfileIcon } from '../shared/ProfileIcon';
import { saveAsFile } from '../shared/rescue';
import { WeavePicture } from '../shared/WeavePicture';
import { useBoard, useBoards } from '../state/boards';
import { newProfileId } from '../state/ids';
import { useKeyboard } from '../state/keyboards';
import { useShelf, type ShelfEntry } from '../state/shelf';
import { useTags } from '../state/tags';
import { threadOf } from '../theme/dyes';
import { OtherBoardDialog } from './OtherBoardDialog';

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

const BENCHES = ['layout', 'travel', 'macros', 'text', 'trial', 'device'] as const;
const NO_TAGS: readonly string[] = [];

/** The name, which is changed in its place: by its button, by F2, or by a double click. */
const Name = ({
  profile,
  isRenaming,
  onRenaming,
}: {
  profile: Profile;
  isRenaming: boolean;
  onRenaming: (is: boolean) => void;
}) => {
  const [draft, setDraft] = useState<{ name: string; reason: string }>();
  const edit = useShelf((state) => state.edit);
  const name = draft?.name ?? profile.name;
  const stop = (): void => {
    setDraft(undefined);
    onRenaming(false);
  };
  const take = (): void => {
    const trimmed = name.trim();
    if (trimmed === '' || trimmed === profile.name) {
      stop();
      return;
    }
    const reason = edit(profile.id, { edit: 'describe', to: { name: trimmed } }, 'the name');
    if (reason === undefined) stop();
    else setDraft({ name, reason });
  };
  if (!isRenaming)
    return (
      <h3 onDoubleClick={() => onRenaming(true)}>
        <bdi>{profile.name}</bdi>
      </h3>
    );
  return (
    <div className="renaming">
      <Input
        autoFocus
        size="small"
        aria-label={`New name of ${profile.name}`}
        maxLength={LIMITS.nameLength}
        value={name}
        status={draft?.reason ? 'error' : ''}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setDraft({ name: target.value, reason: '' })}
        onPressEnter={take}
        onKeyDown={({ key }) => key === 'Escape' && stop()}
        onBlur={take}
      />
      {draft?.reason && (
        <p className="field-reason" role="alert">
          {draft.reason}
        </p>
      )}
    </div>
  );
};

/** The profile's tags, and a field for another one. */
const Tags = ({
  id,
  name,
  isTagging,
  onTagging,
}: {
  id: string;
  name: string;
  isTagging: boolean;
  onTagging: (is: boolean) => void;
}) => {
  const { message } = AntApp.useApp();
  const tags = useTags((state) => state.byProfile.get(id)) ?? NO_TAGS;
  const put = useTags((state) => state.put);
  const change = async (to: readonly string[]): Promise<void> => {
    const because = await put(id, to);
    if (because !== undefined) void message.error(`The tags were not kept: ${because}.`);
  };
  if (tags.length === 0 && !isTagging) return null;
  return (
    <p className="tags">
      {tags.map((tag) => (
        <span key={tag} className="tag">
          <bdi>{tag}</bdi>
          <button
            type="button"
            aria-label={`Take the tag ${tag} off ${name}`}
            onClick={() => void change(tags.filter((one) => one !== tag))}
          >
            ×
          </button>
        </span>
      ))}
      {isTagging && (
        <Input
          autoFocus
          size="small"
          className="tag-field"
          aria-label={`A tag for ${name}`}
          placeholder="a word, Enter"
          maxLength={30}
          onPressEnter={({ currentTarget }) => {
            void change([...tags, currentTarget.value]);
            onTagging(false);
          }}
          onKeyDown={({ key }) => key === 'Escape' && onTagging(false)}
          onBlur={({ target }) => {
            if (target.value.trim() !== '') void change([...tags, target.value]);
            onTagging(false);
          }}
        />
      )}
    </p>
  );
};

/** Where a profile is in a keyboard that is plugged in. */
const Slot = ({ profile }: { profile: Profile }) => {
  const { status, slots } = useKeyboard(profile.board);
  const at = slots.findIndex((slot) => slot.state === 'profile' && slot.profile.id === profile.id);
  return status === 'connected' && at >= 0 ? <> · slot {at + 1}</> : null;
};

/** What a variant rests on, and how much it changes. */
const RestsOn = ({ entry }: { entry: ShelfEntry }) => {
  const { base, clashes = [] } = entry.document;
  if (entry.profile.restsOn === undefined) return null;
  const count = base ? diff(base, entry.profile, { plain: true }).filter(({ change }) => change !== 'field').length : 0;
  return (
    <p className="soft">
      rests on {base ? <bdi>{base.name}</bdi> : 'a profile that is not here'} · {count} difference
      {count === 1 ? '' : 's'}
      {clashes.length > 0 && (
        <span className="not-kept">
          {' '}
          · {clashes.length} clash{clashes.length > 1 ? 'es' : ''}
        </span>
      )}
    </p>
  );
};

type ProfileCardProps = {
  entry: ShelfEntry;
  isChosen: boolean;
  onChoose: (id: string, isChosen: boolean) => void;
  onShare: (profile: Profile) => void;
};

const Drawn = ({ entry, isChosen, onChoose, onShare }: ProfileCardProps) => {
  const { profile, changedAt, keeping } = entry;
  const { message, modal } = AntApp.useApp();
  const navigate = useNavigate();
  const add = useShelf((state) => state.add);
  const edit = useShelf((state) => state.edit);
  const remove = useShelf((state) => state.remove);
  const board = useBoard(profile.board);
  const own = useBoards((state) => state.own);
  const [otherBoard, setOtherBoard] = useState<Board | null>(null);
  const [isRenaming, setIsRenaming] = useState(false);
  const [isTagging, setIsTagging] = useState(false);
  const names = (): string[] => useShelf.getState().entries.map((one) => one.profile.name);

  const off = async (): Promise<void> => {
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

  const takeOff = (): void => {
    const resting = useShelf.getState().entries.filter((one) => one.profile.restsOn === profile.id);
    if (resting.length === 0) {
      void off();
      return;
    }
    modal.confirm({
      title: `${resting.map((one) => `“${foreign(one.profile.name)}”`).join(', ')} ${resting.length > 1 ? 'rest' : 'rests'} on this profile`,
      content:
        'What rests on it is made whole first, and loses nothing: everything it shows becomes its own. Each can take that back.',
      okText: 'Make whole, and take off',
      cancelText: 'Leave it',
      onOk: async () => {
        for (const one of resting) edit(one.profile.id, { edit: 'rest', on: null }, 'made whole');
        await off();
      },
    });
  };

  const makeVariant = (): void => {
    const variant = {
      ...profile,
      id: newProfileId(),
      name: freeName(shortened(`${profile.name}, variant`, LIMITS.nameLength), names()),
      restsOn: profile.id,
    };
    void add(variant);
    void message.success(
      `“${foreign(variant.name)}” rests on “${foreign(profile.name)}”: what you change there is its own, all else follows.`,
    );
  };

  const more = [
    { key: 'rename', label: 'Rename …', onClick: () => setIsRenaming(true) },
    { key: 'tag', label: 'Tag …', onClick: () => setIsTagging(true) },
    {
      key: 'icon',
      label: 'Sign',
      children: ICONS.map((icon) => ({
        key: `icon ${icon}`,
        icon: <ProfileIcon icon={icon} size={16} />,
        label: icon,
        onClick: () => void edit(profile.id, { edit: 'describe', to: { icon } }, 'the sign'),
      })),
    },
    {
      key: 'duplicate',
      label: 'Duplicate',
      onClick: () => {
        const { restsOn: _base, ...whole } = profile;
        void add({ ...whole, id: newProfileId(), name: freeName(profile.name, names()) });
      },
    },
    { key: 'variant', label: 'A variant that rests on it', onClick: makeVariant },
    ...(profile.restsOn === undefined
      ? []
      : [
          {
            key: 'whole',
            label: 'Flatten: make it whole',
            onClick: () => void edit(profile.id, { edit: 'rest', on: null }, 'made whole'),
          },
        ]),
    ...(board
      ? [...own.map((one) => one.board), ...BOARDS]
          .filter(({ id }) => id !== board.id)
          .map((other) => ({
            key: other.id,
            label: `Copy for the ${other.name} …`,
            onClick: () => setOtherBoard(other),
          }))
      : []),
    { key: 'share', label: 'Share …', onClick: () => onShare(profile) },
    { key: 'history', label: 'History …', onClick: () => void navigate(`/history/${profile.id}`) },
    { key: 'sheet', label: 'Legend sheet …', onClick: () => void navigate(`/sheet/${profile.id}`) },
    { key: 'delete', label: 'Take off the shelf', danger: true, onClick: takeOff },
  ];

  return (
    <li
      className={`shelf-card ${isChosen ? 'chosen' : ''}`}
      onKeyDown={(event) => {
        if (event.key !== 'F2' || isRenaming) return;
        event.preventDefault();
        setIsRenaming(true);
      }}
    >
      <Link to={`/profile/${profile.id}/layout`} aria-label={`Open ${profile.name}`} className="shelf-cloth">
        <WeavePicture profile={profile} board={board} />
      </Link>
      <Checkbox
        className="shelf-choose"
        checked={isChosen}
        aria-label={`Choose ${profile.name}`}
        onChange={({ target }) => onChoose(profile.id, target.checked)}
      />
      <div className="shelf-name" style={{ color: threadOf(profile.layers[0]?.dye ?? 'indigo') }}>
        <ProfileIcon icon={profile.icon} />
        <Name profile={profile} isRenaming={isRenaming} onRenaming={setIsRenaming} />
      </div>
      <p>
        {board?.name ?? <Named name={profile.board} />}
        <Slot profile={profile} />
      </p>
      <RestsOn entry={entry} />
      <p className="soft">
        {profile.layers.length} layer{profile.layers.length > 1 ? 's' : ''}
        {profile.macros.length > 0 && ` · ${profile.macros.length} macro${profile.macros.length > 1 ? 's' : ''}`} ·{' '}
        {when(changedAt)}
      </p>
      <Tags id={profile.id} name={profile.name} isTagging={isTagging} onTagging={setIsTagging} />
      {keeping.state === 'notKept' && (
        <p className="not-kept" role="alert">
          not kept: {keeping.because}
        </p>
      )}
      <p className="shelf-actions">
        <Dropdown
          trigger={['hover']}
          destroyOnHidden
          menu={{
            items: BENCHES.map((bench) => ({
              key: bench,
              label: `on the ${bench} bench`,
              onClick: () => void navigate(`/profile/${profile.id}/${bench}`),
            })),
          }}
        >
          <Link to={`/profile/${profile.id}/layout`}>Open</Link>
        </Dropdown>
        <button type="button" className="word" onClick={() => saveAsFile(profile)}>
          Save as a file
        </button>
        <Dropdown trigger={['click']} destroyOnHidden menu={{ items: more }}>
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
          name={freeName(shortened(`${profile.name} on ${otherBoard.name}`, LIMITS.nameLength), names())}
          onClose={() => setOtherBoard(null)}
        />
      )}
    </li>
  );
};

export const ProfileCard = memo(
  Drawn,
  (before, after) =>
    before.entry === after.entry && before.isChosen === after.isChosen && before.onChoose === after.onChoose,
);
ProfileCard.displayName = 'ProfileCard';
