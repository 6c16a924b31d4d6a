/** The layout bench: ladder, board, weave and key card. */
import { useRef, useState, type KeyboardEvent } from 'react';
import { bindKeys } from '../../core/profile';
import { keysName } from '../shared/keyNames';
import { LookAtList } from '../shared/LookAtList';
import { toLookAt } from '../shared/problems';
import { useBench } from '../shared/useBench';
import { KeyCard } from './KeyCard';
import { useKeyMoves } from './KeyMoves';
import { Ladder } from './Ladder';
import { LayerBoard } from '../shared/LayerBoard';
import { RestsOn } from './RestsOn';
import { Together } from './Together';
import { Weave } from './Weave';
import './layout.css';

const LayoutBench = () => {
  const bench = useBench();
  const { profile, board, layer, layerIndex, selectedKey, selectedKeys, select, edit } = bench;
  const items = toLookAt(profile, board);
  const assignLine = useRef<HTMLInputElement>(null);
  const boardArea = useRef<HTMLDivElement>(null);

  const moves = useKeyMoves(bench);
  const [swapsFrom, setSwapsFrom] = useState<string | null>(null);

  /** A key is chosen: to look at, or, when that was asked for, to change places with. */
  const choose = (key: string): void => {
    if (swapsFrom !== null && key !== swapsFrom) moves.swap(swapsFrom, key);
    setSwapsFrom(null);
    select({ key });
  };

  const focusBoard = (): void =>
    boardArea.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(selectedKey)}"]`)?.focus();

  const boardKeyDown = (event: KeyboardEvent): void => {
    if ((event.ctrlKey || event.metaKey) && event.code === 'KeyC') moves.copy();
    if ((event.ctrlKey || event.metaKey) && event.code === 'KeyV') moves.paste();
    if ((event.ctrlKey || event.metaKey) && event.code === 'KeyA') {
      event.preventDefault();
      select({ key: selectedKey, also: board.keys.map(({ id }) => id) });
    }
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    if (event.key === 'Escape') {
      setSwapsFrom(null);
      select({ key: selectedKey });
    }
    const assign = (kind: 'pass' | 'none'): void => {
      event.preventDefault();
      edit(bindKeys(profile, layer.id, selectedKeys, { kind }), `${keysName(board, selectedKeys)} on ${layer.name}`);
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
      <div className="layout-left">
        <Ladder bench={bench} />
        <Together bench={bench} />
      </div>
      <div className="layout-centre">
        <div ref={boardArea}>
          <LayerBoard bench={bench} items={items} onChoose={choose} onKeyDown={boardKeyDown} />
        </div>
        <RestsOn bench={bench} />
        <Weave bench={bench} />
        {items.length > 0 && (
          <section className="layout-look-at" aria-label="To look at">
            <h2>To look at</h2>
            <LookAtList items={items} profile={profile} board={board} />
          </section>
        )}
        <p className="soft layout-hints">
          <kbd>← → ↑ ↓</kbd> move · <kbd>Enter</kbd> assign · <kbd>Page Up/Down</kbd> layer · <kbd>Delete</kbd> pass ·{' '}
          <kbd>?</kbd> keys
        </p>
      </div>
      <KeyCard
        key={`${board.id}/${layer.id}/${selectedKey}`}
        bench={bench}
        inputRef={assignLine}
        onDone={focusBoard}
        swapsFrom={swapsFrom}
        onSwap={(from) => {
          setSwapsFrom(from);
          if (from !== null) focusBoard();
        }}
      />
    </div>
  );
};

export default LayoutBench;
