/** Copying a key's binding to others, and letting two keys change places. */
import { useState } from 'react';
import { actionsOf, changeKeys, namedBy, PASS, swapKeys, type Assignment, type Profile } from '../../core/profile';
import { foreign } from '../../core/reading';
import { keysTitle, keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { useClipboard } from '../state/clipboard';
import { SwapDialog } from './SwapDialog';
import './KeyMoves.css';

/** The layers and macros a binding refers to that a profile does not have, in words. */
const missingIn = (assignment: Assignment, profile: Profile): string[] =>
  actionsOf(assignment.does).flatMap(({ action }) => {
    const named = namedBy(action);
    if (!named || profile[`${named.what}s`].some(({ id }) => id === named.id)) return [];
    return [`${named.what === 'layer' ? 'leads to the layer' : 'plays the macro'} “${foreign(named.id)}”`];
  });

type KeyMovesState = {
  copy(): void;
  paste(): void;
  /** Why what was copied cannot be put here; empty when it can. */
  whyNoPaste: string;
  swap(a: string, b: string): void;
};

/** What can be done with the selected key and another. */
export function useKeyMoves(bench: Bench): KeyMovesState {
  const { profile, board, layer, selectedKey, selectedKeys, edit } = bench;
  const { assignment, copy } = useClipboard();
  const missing = assignment ? missingIn(assignment, profile) : [];
  const whyNoPaste = !assignment
    ? 'nothing was copied yet'
    : missing.length > 0
      ? `it ${missing[0] ?? ''}, which is not in this profile`
      : '';
  return {
    copy: () =>
      copy(layer.keys[selectedKey] ?? { does: PASS }, `${keyTitle(board, profile, selectedKey)} on ${layer.name}`),
    paste: () => {
      if (!assignment || whyNoPaste !== '') return;
      // A role belongs to its profile; another one may not have it.
      const { role, ...rest } = assignment;
      const kept = role !== undefined && profile.roles.some(({ id }) => id === role) ? assignment : rest;
      const to = kept.does.kind === 'pass' ? null : kept;
      edit(
        changeKeys(profile, layer.id, selectedKeys, () => to),
        `pasting on ${keysTitle(board, profile, selectedKeys)}`,
      );
    },
    whyNoPaste,
    swap: (a, b) => edit(swapKeys(profile, layer.id, a, b), `swapping ${a} and ${b}`),
  };
}

type KeyMovesProps = { bench: Bench; swapsFrom: string | null; onSwap: (from: string | null) => void };

export const KeyMoves = ({ bench, swapsFrom, onSwap }: KeyMovesProps) => {
  const moves = useKeyMoves(bench);
  const from = useClipboard((state) => state.from);
  const [isSwapping, setIsSwapping] = useState(false);
  return (
    <p className="key-moves">
      <button type="button" className="word" title="Ctrl+C" onClick={moves.copy}>
        Copy
      </button>
      <button
        type="button"
        className="word"
        title={moves.whyNoPaste === '' ? `from ${from} (Ctrl+V)` : moves.whyNoPaste}
        disabled={moves.whyNoPaste !== ''}
        onClick={moves.paste}
      >
        Paste
      </button>
      <button
        type="button"
        className="word"
        aria-pressed={swapsFrom !== null}
        onClick={() => onSwap(swapsFrom === null ? bench.selectedKey : null)}
      >
        {swapsFrom === null ? 'Swap with …' : 'with which key? Click it, or Space on it'}
      </button>
      <button
        type="button"
        className="word"
        title="Two keys, or two modifiers, on every layer"
        onClick={() => setIsSwapping(true)}
      >
        Everywhere …
      </button>
      {isSwapping && <SwapDialog bench={bench} onClose={() => setIsSwapping(false)} />}
    </p>
  );
};
