/** What every bench needs: the profile and its board, what is selected, and how to make an edit. */
import { useOutletContext } from 'react-router';
import type { Board } from '../../core/board';
import type { Edit, Layer, Profile } from '../../core/profile';
import { useSelection } from '../state/selection';
import { useShelf } from '../state/shelf';

export type BenchContext = { profile: Profile; board: Board };

export type Bench = BenchContext & {
  layer: Layer;
  layerIndex: number;
  selectedKey: string;
  select(selected: { layer?: string; key?: string }): void;
  /** `goesOn`: one of a row, such as a drag, that undo takes back together. */
  edit(edit: Edit, what: string, goesOn?: boolean): void;
};

const FIRST_KEYS = ['CapsLock', 'L2-1'];

export function useBench(): Bench {
  const { profile, board } = useOutletContext<BenchContext>();
  const selected = useSelection((state) => state.byProfile[profile.id]);
  const select = useSelection((state) => state.select);
  const edit = useShelf((state) => state.edit);
  const layerIndex = Math.max(
    0,
    profile.layers.findIndex(({ id }) => id === selected?.layer),
  );
  const selectedKey =
    board.keys.find(({ id }) => id === selected?.key)?.id ??
    board.keys.find(({ id }) => FIRST_KEYS.includes(id))?.id ??
    board.keys[0]?.id ??
    '';
  return {
    profile,
    board,
    layer: profile.layers[layerIndex] as Layer,
    layerIndex,
    selectedKey,
    select: (change) =>
      select(profile.id, { layer: profile.layers[layerIndex]?.id ?? '', key: selectedKey, ...change }),
    edit: (change, what, goesOn) => edit(profile.id, change, what, goesOn),
  };
}
