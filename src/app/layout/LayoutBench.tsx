/** The layout bench: ladder, board, weave and key card. */
import { useRef, type KeyboardEvent } from 'react';
import { useBench } from '../shared/useBench';
import { KeyCard } from './KeyCard';
import { Ladder } from './Ladder';
import { LayerBoard } from './LayerBoard';
import { Weave } from './Weave';
import './layout.css';

const LayoutBench = () => {
  const bench = useBench();
  const { profile, board, layer, layerIndex, selectedKey, select, edit } = bench;
  const assignLine = useRef<HTMLInputElement>(null);
  const boardArea = useRef<HTMLDivElement>(null);

  const focusBoard = (): void =>
    boardArea.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(selectedKey)}"]`)?.focus();

  const boardKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    const assign = (kind: 'pass' | 'none'): void => {
      event.preventDefault();
      const old = layer.keys[selectedKey];
      edit(
        { edit: 'assign', layer: layer.id, key: selectedKey, to: kind === 'pass' ? null : { ...old, does: { kind } } },
        `${selectedKey} on ${layer.name}`,
      );
    };
    const climb = (by: number): void => {
      event.preventDefault();
      const next = profile.layers[layerIndex + by];
      if (next) select({ layer: next.id });
    };
    switch (event.key) {
      case 'Enter':
        event.preventDefault();
        assignLine.current?.focus();
        assignLine.current?.select();
        break;
      case 'PageUp':
        climb(1);
        break;
      case 'PageDown':
        climb(-1);
        break;
      case 'Delete':
        assign('pass');
        break;
      case 'Backspace':
        assign('none');
        break;
    }
  };

  return (
    <div className="layout-bench">
      <Ladder bench={bench} />
      <div className="layout-centre">
        <div ref={boardArea}>
          <LayerBoard bench={bench} onKeyDown={boardKeyDown} />
        </div>
        <Weave bench={bench} />
        <p className="soft layout-hints">
          <kbd>← → ↑ ↓</kbd> move · <kbd>Enter</kbd> assign · <kbd>Page Up/Down</kbd> layer · <kbd>Delete</kbd> pass ·{' '}
          <kbd>?</kbd> keys
        </p>
      </div>
      <KeyCard key={`${board.id}/${layer.id}/${selectedKey}`} bench={bench} inputRef={assignLine} onDone={focusBoard} />
    </div>
  );
};

export default LayoutBench;
