/**
 * A bench for what stands beside the board: after an edit it follows a frame later, so that the edit itself is painted first. Where
 * something else is looked at it follows at once, and before anything is done there: nobody ever acts on what is not there any more.
 */
import { useMemo } from 'react';
import type { Bench } from './useBench';
import { useSettled } from './useSettled';

const isSamePlace = (one: Bench, other: Bench): boolean =>
  one.profile.id === other.profile.id &&
  one.board === other.board &&
  one.layer.id === other.layer.id &&
  one.layerIndex === other.layerIndex &&
  one.selectedKeys.join() === other.selectedKeys.join() &&
  one.selectedKey === other.selectedKey;

/** What an element needs so that a person who does something in it does it to what is there now. */
type Hurrying = Record<
  'onKeyDownCapture' | 'onPointerDownCapture' | 'onClickCapture' | 'onInputCapture' | 'onFocusCapture',
  () => void
>;

export function useCalm(bench: Bench): { calm: Bench; hurrying: Hurrying } {
  // A bench is made for each drawing; what has changed is the profile, or what is looked at.
  const { profile, board, layer, selectedKeys } = bench;
  const keys = selectedKeys.join('\n');
  // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  const present = useMemo(() => bench, [profile, board, layer.id, bench.selectedKey, keys]);
  const [calm, hurry] = useSettled(present, isSamePlace);
  return {
    calm,
    hurrying: {
      onKeyDownCapture: hurry,
      onPointerDownCapture: hurry,
      onClickCapture: hurry,
      onInputCapture: hurry,
      onFocusCapture: hurry,
    },
  };
}
