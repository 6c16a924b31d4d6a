/** What every bench needs: the profile and its board, what is selected, and how to make an edit. */
import { useOutletContext } from 'react-router';
import { contactOf, type Board } from '../../core/board';
import type { Edit, Layer, Profile } from '../../core/profile';
import { presentRow } from '../state/rows';
import { useSelection, type Selected } from '../state/selection';
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
  /** The same keys in the order in which they were selected: a line with a part for each gives them out so. */
  run: readonly string[];
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

/** What of a profile is looked at: the layer and the key that were chosen, or the first. */
export function lookedAt(
  profile: Profile,
  board: Board,
  selected: Selected | undefined,
): { layerIndex: number; key: string; run: readonly string[]; keys: readonly string[] } {
  const layerIndex = Math.max(
    0,
    profile.layers.findIndex(({ id }) => id === selected?.layer),
  );
  const key =
    board.keys.find(({ id }) => id === selected?.key)?.id ??
    board.keys.find(({ id }) => FIRST_KEYS.includes(id))?.id ??
    board.keys[0]?.id ??
    '';
  const also = (selected?.also ?? []).filter((other) => board.keys.some(({ id }) => id === other));
  const run = also.includes(key) ? also : [...also, key];
  return { layerIndex, key, run, keys: board.keys.flatMap(({ id }) => (run.includes(id) ? [id] : [])) };
}

export function useBench(): Bench {
  const { profileId, board } = useOutletContext<BenchContext>();
  // The frame draws no bench of a profile that is not on the shelf.
  const profile = useProfile(profileId) as Profile;
  const selected = useSelection((state) => state.byProfile.get(profile.id));
  const select = useSelection((state) => state.select);
  const edit = useShelf((state) => state.edit);
  const notify = useShelf((state) => state.notify);
  const { layerIndex, key: selectedKey, run, keys: selectedKeys } = lookedAt(profile, board, selected);
  const change: Bench['select'] = (to) => {
    const kept = to.key === undefined ? run : [];
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
    run,
    select: change,
    selectAlso: (key) => {
      const one = contactOf(board, key);
      if (!run.includes(one)) change({ key: one, also: [...run, one] });
      // The key looked at is taken out as well, while another one is left to look at.
      else if (run.length > 1) {
        const left = run.filter((other) => other !== one);
        change({ key: one === selectedKey ? (left.at(-1) ?? selectedKey) : selectedKey, also: left });
      }
    },
    tryEdit,
    edit: (value, what, goesOn) => {
      const refused = tryEdit(value, what, goesOn);
      if (refused !== undefined) notify(`Not changed: ${refused}`);
    },
  };
}
