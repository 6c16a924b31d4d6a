/** A profile on the shelf: a small piece of cloth, what it is called, and what can be done with it. It is drawn again only when something about it has changed. */
import { App as AntApp, Checkbox, Dropdown } from 'antd';
import { memo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { BOARDS, type Board } from '../../core/board';
import { LIMITS, type Profile } from '../../core/profile';
import { foreign, shortened } from '../../core/reading';
import { download, fileNameOf } from '../shared/download';
import { freeName } from '../shared/freeName';
import { Named } from '../shared/named';
import { ICONS, ProfileIcon } from '../shared/ProfileIcon';
import { saveAsFile } from '../shared/rescue';
import { WeavePicture } from '../shared/WeavePicture';
import { useUndoNotice } from '../shared/useUndoNotice';
import { useBoard, useBoards } from '../state/boards';
import { newProfileId } from '../state/ids';
import { useShelf, type ShelfEntry } from '../state/shelf';
import { threadOf } from '../theme/dyes';
import { Name, RestsOn, Slot, Tags } from './cardParts';
import { OtherBoardDialog } from './OtherBoardDialog';
import './ProfileCard.css';

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

type ProfileCardProps = {
  entry: ShelfEntry;
  /** What tells it apart from another of its name; empty when it is alone. */
  apart: string;
  isChosen: boolean;
  onChoose: (id: string, isChosen: boolean) => void;
  onShare: (profile: Profile) => void;
};

const Drawn = ({ entry, apart, isChosen, onChoose, onShare }: ProfileCardProps) => {
  const { profile, changedAt, keeping } = entry;
  const { message, modal } = AntApp.useApp();
  const notice = useUndoNotice();
  const navigate = useNavigate();
  const add = useShelf((state) => state.add);
  const edit = useShelf((state) => state.edit);
  const remove = useShelf((state) => state.remove);
  const whenKept = useShelf((state) => state.whenKept);
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
    notice({
      key: profile.id,
      says: (
        <>
          <Named name={profile.name} /> is off the shelf.
        </>
      ),
      undo: () => void putBack(),
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
        'Its variants become independent profiles first, and look the same as now. Undo in each of them takes that back.',
      okText: 'Make them independent, and take this off',
      cancelText: 'Cancel',
      onOk: async () => {
        for (const { profile: one } of resting) {
          const refused = edit(one.id, { edit: 'rest', on: null }, 'made whole');
          const keeping = await whenKept(one.id);
          const reason = refused ?? (keeping.state === 'notKept' ? keeping.because : undefined);
          if (reason === undefined) continue;
          void message.error(`“${foreign(one.name)}” could not be made whole: ${reason}. Nothing was taken off.`);
          return;
        }
        await off();
      },
    });
  };

  /** The image as it would be in the keyboard; of a profile with problems there is none. */
  const saveHex = async (): Promise<void> => {
    const [{ check, firstProblem, isSound }, { writeIntelHex }, { encodeImage }, { bringHosts }] = await Promise.all([
      import('../../core/check'),
      import('../../core/files'),
      import('../../core/image'),
      import('../../core/hosts'),
    ]);
    await bringHosts([profile.hostLayout]);
    const checked = check(profile, board);
    if (isSound(checked)) download(fileNameOf(profile.name, 'hex'), writeIntelHex(encodeImage(checked)), 'text/plain');
    else void message.error(`It has problems, so there is no image of it: ${firstProblem(checked)}`);
  };

  const makeVariant = (): void => {
    const variant = {
      ...profile,
      id: newProfileId(),
      name: freeName(shortened(`${profile.name}, variant`, LIMITS.nameLength), names()),
      restsOn: profile.id,
    };
    void add(variant).then((keeping) => {
      // Why it is not there, or not kept, has been said.
      if (keeping.state !== 'kept') return;
      void message.success(
        `“${foreign(variant.name)}” rests on “${foreign(profile.name)}”: what you change there is its own, all else follows.`,
      );
    });
  };

  const more = [
    {
      key: 'open',
      label: 'Open on',
      children: BENCHES.map((bench) => ({
        key: `open ${bench}`,
        label: `the ${bench} bench`,
        onClick: () => void navigate(`/profile/${profile.id}/${bench}`),
      })),
    },
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
    { key: 'hex', label: 'Save its image as Intel HEX', onClick: () => void saveHex() },
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
      <Link to={`/profile/${profile.id}/layout`} aria-label={`Open ${profile.name}`}>
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
        {apart !== '' && apart !== board?.name && ` · ${apart}`}
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
    before.entry === after.entry &&
    before.apart === after.apart &&
    before.isChosen === after.isChosen &&
    before.onChoose === after.onChoose,
);
ProfileCard.displayName = 'ProfileCard';
