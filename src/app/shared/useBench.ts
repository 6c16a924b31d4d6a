/** What every bench needs: the profile and its board, what is selected, and how to make an edit. */
import { useOutletContext } from 'react-router';
import { contactOf, type Board } from '../../core/board';
import type { Edit, Layer, Profile } from '../../core/profile';
import { presentRow } from '../state/rows';
import { useSelection } from '../state/selection';
import { useProfile, useShelf } from '../state/shelf';

/** What the frame tells a bench; the profile itself each bench follows by itself. */
export type BenchContext = { profileId: string; board: Board };

export type Bench = {
  profile: Profile;
  board: Board;
  layer: Layer;
  layerIndex: number;
  /** The key that is looked at. */
  selectedKey: string;
  /** All keys that an edit goes to, in the order of the board: the one looked at, and those selected with it. */
  selectedKeys: readonly string[];
  /** Selects a key alone, unless `also` names others that stay selected with it. */
  select(selected: { layer?: string; key?: string; also?: readonly string[] }): void;
  /** Adds a key to the selection and looks at it, or takes it out when it was there. */
  selectAlso(key: string): void;
  /** Makes an edit; when it is refused, the page says why. `goesOn`: one of a drag or of a visit to a field. */
  edit(edit: Edit, what: string, goesOn?: boolean): void;
  /** Makes an edit, or returns why it was refused, for the field in which it was typed. */
  tryEdit(edit: Edit, what: string, goesOn?: boolean): string | undefined;
};

const FIRST_KEYS = ['CapsLock', 'L2-1'];

export function useBench(): Bench {
  const { profileId, board } = useOutletContext<BenchContext>();
  // The frame draws no bench of a profile that is not on the shelf.
  const profile = useProfile(profileId) as Profile;
  const selected = useSelection((state) => state.byProfile.get(profile.id));
  const select = useSelection((state) => state.select);
  const edit = useShelf((state) => state.edit);
  const notify = useShelf((state) => state.notify);
  const layerIndex = Math.max(
    0,
    profile.layers.findIndex(({ id }) => id === selected?.layer),
  );
  const selectedKey =
    board.keys.find(({ id }) => id === selected?.key)?.id ??
    board.keys.find(({ id }) => FIRST_KEYS.includes(id))?.id ??
    board.keys[0]?.id ??
    '';
  const also = (selected?.also ?? []).filter((key) => key !== selectedKey);
  const selectedKeys = board.keys.flatMap(({ id }) => (id === selectedKey || also.includes(id) ? [id] : []));
  const change: Bench['select'] = (to) => {
    const kept = to.key === undefined ? also : [];
    select(profile.id, {
      layer: to.layer ?? profile.layers[layerIndex]?.id ?? '',
      // Keys on one contact are one key.
      key: contactOf(board, to.key ?? selectedKey),
      also: [...new Set((to.also ?? kept).map((key) => contactOf(board, key)))],
    });
  };
  const tryEdit: Bench['tryEdit'] = (value, what, goesOn = false) =>
    edit(profile.id, value, what, goesOn ? presentRow() : undefined);
  return {
    profile,
    board,
    layer: profile.layers[layerIndex] as Layer,
    layerIndex,
    selectedKey,
    selectedKeys,
    select: change,
    selectAlso: (key) => {
      if (!also.includes(key)) change({ key, also: selectedKeys });
      else change({ key: selectedKey, also: also.filter((other) => other !== key) });
    },
    tryEdit,
    edit: (value, what, goesOn) => {
      const refused = tryEdit(value, what, goesOn);
      if (refused !== undefined) notify(`Not changed: ${refused}`);
    },
  };
}
