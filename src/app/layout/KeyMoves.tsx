/** Copying what keys do to others, putting it on another layer, and letting two keys change places. */
import { Select } from 'antd';
import { useState } from 'react';
import type { Bench } from '../shared/useBench';
import { useClipboard } from '../state/clipboard';
import { useShelf } from '../state/shelf';
import { SwapDialog } from './SwapDialog';
import { useKeyMoves } from './useKeyMoves';
import './KeyMoves.css';

type KeyMovesProps = { bench: Bench; swapsFrom: string | null; onSwap: (from: string | null) => void };

export const KeyMoves = ({ bench, swapsFrom, onSwap }: KeyMovesProps) => {
  const moves = useKeyMoves(bench);
  const notify = useShelf((state) => state.notify);
  const from = useClipboard((state) => state.from);
  const copy = async (): Promise<void> => {
    const text = moves.copy();
    try {
      // Ctrl+V asks the system's clipboard first: nothing older may lie there.
      await navigator.clipboard.writeText(text);
    } catch {
      notify('It is copied for Paste. The browser does not let this page fill the clipboard of Ctrl+V; Ctrl+C does.');
    }
  };
  const [isSwapping, setIsSwapping] = useState(false);
  const others = bench.profile.layers.filter(({ id }) => id !== bench.layer.id).toReversed();
  return (
    <p className="key-moves">
      <button type="button" className="word" title="Ctrl+C" onClick={() => void copy()}>
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
      {others.length > 0 && (
        <Select
          size="small"
          className="key-to-layer"
          aria-label="Put the same on another layer"
          placeholder="On a layer …"
          popupMatchSelectWidth={false}
          value={null}
          onChange={(layer) => layer !== null && moves.putOn(layer)}
          options={others.map(({ id, name }) => ({ value: id, label: `the same on ${name}` }))}
        />
      )}
      {isSwapping && <SwapDialog bench={bench} onClose={() => setIsSwapping(false)} />}
    </p>
  );
};
