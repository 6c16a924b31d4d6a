/** Two places of keys side by side: what a text would cost with them changed, before they are. */
import { Select } from 'antd';
import { applyEdit, swapKeysEverywhere, type Edit, type Profile } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import './TwoPlaces.css';

/** Two keys of the board, as far as they are chosen. */
export type Places = readonly [string | null, string | null];

/** The profile in which two keys have changed places, and the edit that makes it so. */
export function swappedIn(profile: Profile, [a, b]: Places): { profile: Profile; edit: Edit } | undefined {
  if (a === null || b === null || a === b) return undefined;
  const edit = swapKeysEverywhere(profile, a, b);
  const changed = edit && applyEdit(profile, edit);
  return edit && changed?.ok ? { profile: changed.profile, edit } : undefined;
}

type TwoPlacesProps = {
  bench: Bench;
  places: Places;
  change: Edit | undefined;
  onChange: (to: Places) => void;
  isOr: boolean;
};

/** This profile with two keys in each other's place: what it would cost, before it is done. */
export const TwoPlaces = ({ bench, places, change, onChange, isOr }: TwoPlacesProps) => {
  const { profile, board, edit } = bench;
  const options = board.keys
    .filter(({ contact }) => contact === undefined)
    .map(({ id }) => ({ value: id, label: keyTitle(board, profile, id) }));
  const pick = (n: 0 | 1, label: string) => (
    <Select<string>
      size="small"
      aria-label={label}
      allowClear
      showSearch={{ optionFilterProp: 'label' }}
      placeholder={label}
      value={places[n]}
      options={options}
      onChange={(id: string | undefined) => onChange(n === 0 ? [id ?? null, places[1]] : [places[0], id ?? null])}
    />
  );
  return (
    <div className="load-places">
      <span className="soft">{isOr ? 'or this one, with' : 'this one with'} two keys in each other’s place</span>
      {pick(0, 'A key')}
      {pick(1, 'The other key')}
      {change && (
        <button
          type="button"
          className="word"
          onClick={() => {
            const names = places.map((id) => keyTitle(board, profile, id ?? '')).join(' and ');
            edit(change, `${names} in each other’s place`);
            onChange([null, null]);
          }}
        >
          Change them
        </button>
      )}
    </div>
  );
};
