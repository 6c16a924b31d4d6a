/** Puts what a key does on that key of every profile of this board: one edit in each, taken back as one. */
import {
  actionsOf,
  DYE_COLORS,
  linesEdit,
  namedBy,
  ROLE_COLORS,
  shownBy,
  together,
  withShownBy,
  type Assignment,
  type Edit,
  type Profile,
} from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { useUndoNotice } from '../shared/useUndoNotice';
import { useShelf } from '../state/shelf';

export const EveryProfile = ({ bench }: { bench: Bench }) => {
  const { profile, board, layer, layerIndex, selectedKey } = bench;
  const notice = useUndoNotice();
  const entries = useShelf((state) => state.entries);
  const edit = useShelf((state) => state.edit);
  const undo = useShelf((state) => state.undo);
  const assignment = layer.keys[selectedKey];
  const others = entries.filter((entry) => entry.profile.id !== profile.id && entry.profile.board === board.id);
  if (layerIndex !== 0 || others.length === 0 || assignment?.does.kind !== 'act') return null;
  // A layer or a macro is its profile's own; what means the same everywhere can be put everywhere.
  if (actionsOf(assignment.does).some(({ action }) => namedBy(action) !== undefined)) return null;

  const name = keyTitle(board, profile, selectedKey);
  const what = `${name} as in “${profile.name}”`;
  const put = (): void => {
    const to: Assignment = {
      does: assignment.does,
      ...(assignment.label !== undefined && { label: assignment.label }),
    };
    // A key that changes the slot shows by its lamp which profile is in use: each gets a colour of its own there.
    const isSwitch = actionsOf(assignment.does).some(({ action }) => action.do === 'slot');
    const glowing = (one: Profile, n: number): Edit[] => {
      const layerId = one.layers[0]?.id;
      const lines = one.glow ?? [];
      if (!isSwitch || shownBy(lines, layerId, selectedKey) !== undefined) return [];
      const color = ROLE_COLORS[n % ROLE_COLORS.length] ?? DYE_COLORS.indigo;
      return [linesEdit('glow', lines, withShownBy(lines, layerId, [selectedKey], color))];
    };
    const done: string[] = [];
    const refused: string[] = [];
    const [ownGlow] = glowing(profile, 0);
    if (ownGlow && edit(profile.id, ownGlow, what) === undefined) done.push(profile.id);
    for (const [n, { profile: other }] of others.entries()) {
      const base = other.layers[0]?.id ?? '';
      const parts: Edit[] = [{ edit: 'assign', layer: base, key: selectedKey, to }, ...glowing(other, n + 1)];
      const problem = edit(other.id, together(parts), what);
      if (problem === undefined) done.push(other.id);
      else refused.push(`${other.name}: ${problem}`);
    }
    const takeBack = (): void => {
      // Only where it is still the last step: what came after it is somebody's work.
      for (const id of done)
        if (
          useShelf
            .getState()
            .entries.find((entry) => entry.profile.id === id)
            ?.document.past.at(-1)?.what === what
        )
          undo(id);
    };
    notice({
      key: 'every',
      says: (
        <>
          {name} does this in {others.length - refused.length} other profile
          {others.length - refused.length === 1 ? '' : 's'} too{isSwitch ? ', and its lamp shows which is in use' : ''}.
          {refused.length > 0 ? ` Not in ${refused.join('; ')}.` : ''}
        </>
      ),
      undo: takeBack,
      isPartial: refused.length > 0,
      back: 'Take it back in all',
    });
  };
  return (
    <button
      type="button"
      className="word"
      title={`${others.length} other profile${others.length === 1 ? '' : 's'} of the ${board.name} on the shelf`}
      onClick={put}
    >
      On every profile
    </button>
  );
};
