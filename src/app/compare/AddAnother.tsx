/** What else can be compared: the shelf, snapshots, and what is in a keyboard. */
import { Select } from 'antd';
import type { Profile } from '../../core/profile';
import { apartOf } from '../shared/apart';
import { boardNow } from '../state/boards';
import { useKeyboard } from '../state/keyboards';
import { useShelf } from '../state/shelf';
import type { KeptSnapshot } from '../state/snapshots';
import { MOST_COMPARED } from './useCompared';
import './AddAnother.css';

export const AddAnother = ({
  words,
  board,
  snapshots,
  onAdd,
}: {
  words: readonly string[];
  board: string;
  snapshots: readonly KeptSnapshot[];
  onAdd: (word: string) => void;
}) => {
  const entries = useShelf((state) => state.entries);
  const { slots } = useKeyboard(board);
  const apart = apartOf(
    entries.map(({ profile }) => ({
      key: profile.id,
      name: profile.name,
      board: boardNow(profile.board)?.name ?? profile.board,
    })),
  );
  const labelOf = ({ id, name, board: its }: Profile): string => {
    const behind = apart.get(id) || (its === board || board === '' ? '' : (boardNow(its)?.name ?? its));
    return behind === '' ? name : `${name} · ${behind}`;
  };
  const options = [
    {
      label: 'on the shelf',
      options: entries
        .filter(({ profile }) => !words.includes(profile.id))
        .map(({ profile }) => ({ value: profile.id, label: labelOf(profile) })),
    },
    {
      label: 'snapshots',
      options: snapshots.map(({ id, name, atMs, profile }) => ({
        value: `snapshot:${profile.id}:${id}`,
        label: `${name || 'kept by itself'}, ${new Date(atMs).toLocaleString('en', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}`,
      })),
    },
    {
      label: 'in the keyboard',
      options: slots.flatMap((slot, n) =>
        slot.state === 'profile' ? [{ value: `slot:${board}:${n}`, label: `slot ${n + 1}: ${slot.profile.name}` }] : [],
      ),
    },
  ].map((group) => ({ ...group, options: group.options.filter(({ value }) => !words.includes(value)) }));
  if (words.length >= MOST_COMPARED) return null;
  return (
    <Select
      className="compare-add"
      aria-label="Compare with another"
      placeholder="and with …"
      value={null}
      showSearch={{ optionFilterProp: 'label' }}
      options={options.filter((group) => group.options.length > 0)}
      onChange={(word: string | null) => word !== null && onAdd(word)}
    />
  );
};
