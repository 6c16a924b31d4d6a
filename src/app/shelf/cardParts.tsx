/** What stands on a profile's card besides its cloth: its name, its tags, its slot, and what it rests on. */
import { App as AntApp, Input } from 'antd';
import { howHeld } from '../../core/image';
import { diff, type Profile } from '../../core/profile';
import { useBoard } from '../state/boards';
import { useKeyboard } from '../state/keyboards';
import { NameField } from '../shared/NameField';
import type { ShelfEntry } from '../state/shelf';
import { useTags } from '../state/tags';
import './cardParts.css';
import './shelf.css';

const NO_TAGS: readonly string[] = [];

/** The name, which is changed in its place: by its button, by F2, or by a double click. */
export const Name = ({
  profile,
  isRenaming,
  onRenaming,
}: {
  profile: Profile;
  isRenaming: boolean;
  onRenaming: (is: boolean) => void;
}) => {
  if (isRenaming) return <NameField profile={profile} onDone={() => onRenaming(false)} />;
  return (
    <h2 onDoubleClick={() => onRenaming(true)}>
      <bdi>{profile.name}</bdi>
    </h2>
  );
};

/** The profile's tags, and a field for another one. */
export const Tags = ({
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
export const Slot = ({ profile }: { profile: Profile }) => {
  const { status, slots, hello } = useKeyboard(profile.board);
  const board = useBoard(profile.board);
  const at = slots.findIndex((slot) => slot.state === 'profile' && slot.profile.id === profile.id);
  const slot = slots[at];
  if (status !== 'connected' || slot?.state !== 'profile' || !board) return null;
  return (
    <>
      {' '}
      · slot {at + 1}
      {howHeld(slot.profile, profile, board, hello?.slotBytes) === 'other' && (
        <span className="soft">, not as here</span>
      )}
    </>
  );
};

/** What a variant rests on, and how much it changes. */
export const RestsOn = ({ entry }: { entry: ShelfEntry }) => {
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
