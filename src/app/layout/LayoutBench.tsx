/** The layout bench: ladder, board, weave and key card. */
import { lazy, Suspense, useCallback, useRef, useState, type CSSProperties, type KeyboardEvent } from 'react';
import { contactOf, extentOf, rowsOf } from '../../core/board';
import { bindKeys } from '../../core/profile';
import { letterOf } from '../shared/letterOf';
import { UNIT } from '../shared/Cap';
import { keysTitle } from '../shared/keyNames';
import { LookAtList } from '../shared/LookAtList';
import { useLookAt } from '../shared/useLookAt';
import { useBench } from '../shared/useBench';
import { OverLayers } from '../shared/OverLayers';
import { useCalm } from '../shared/useCalm';
import { useFinder } from '../state/finder';
import { useFirstMinutes } from '../state/firstMinutes';
import { KeyCard } from './KeyCard';
import { usePointing } from './usePointing';
import { useCopying } from './useCopying';
import { useKeyMoves } from './useKeyMoves';
import { Ladder } from './Ladder';
import { LayerBoard } from '../shared/LayerBoard';
import { Later } from '../shared/Later';
import { RestsOn } from './RestsOn';
import { Together } from './Together';
import { OneLayer } from './OneLayer';
import { Weave, weaveHeight } from './Weave';
import './LayoutBench.css';

const FirstMinutes = lazy(() => import('./FirstMinutes').then((module) => ({ default: module.FirstMinutes })));

const LayoutBench = () => {
  const bench = useBench();
  const { profile, board, layer, layerIndex, selectedKey, selectedKeys, select, edit } = bench;
  const items = useLookAt(profile, board);
  const assignLine = useRef<HTMLInputElement>(null);
  const boardArea = useRef<HTMLDivElement>(null);

  const { calm, hurrying } = useCalm(bench);
  const moves = useKeyMoves(bench);
  const isNew = useFirstMinutes((state) => state.isOn);
  const begin = useFinder((state) => state.begin);
  const copying = useCopying(bench, moves);
  const [swapsFrom, setSwapsFrom] = useState<string | null>(null);

  /** A key is chosen: to look at, or, when that was asked for, to change places with. */
  const choose = (key: string): void => {
    if (swapsFrom !== null && key !== swapsFrom) moves.swap(swapsFrom, key);
    setSwapsFrom(null);
    select({ key });
  };

  /** The cursor goes into the line of the key that is looked at next. */
  const isAwaited = useRef(false);
  const next = (by: 1 | -1): void => {
    const keys = [...new Set(rowsOf(board).flatMap((row) => row.map(({ id }) => contactOf(board, id))))];
    const to = keys[(keys.indexOf(selectedKey) + by + keys.length) % keys.length];
    if (to === undefined) return;
    isAwaited.current = true;
    select({ key: to });
  };

  const focusBoard = useCallback(
    (): void => boardArea.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(selectedKey)}"]`)?.focus(),
    [selectedKey],
  );
  const point = useCallback((key: string): void => select({ key }), [select]);
  const write = useCallback((): void => {
    assignLine.current?.focus();
    assignLine.current?.select();
  }, []);
  const pointing = usePointing(board, selectedKey, point, write);
  const swap = useCallback(
    (from: string | null): void => {
      setSwapsFrom(from);
      if (from !== null) focusBoard();
    },
    [focusBoard],
  );

  const boardKeyDown = (event: KeyboardEvent): void => {
    if ((event.ctrlKey || event.metaKey) && letterOf(event) === 'a') {
      event.preventDefault();
      select({ key: selectedKey, also: board.keys.map(({ id }) => id) });
    }
    if (event.ctrlKey || event.altKey || event.metaKey) return;
    // Who just types means the line: the letter lands in it, in place of what stood there.
    if (/^[\p{L}\p{N}"+]$/u.test(event.key)) {
      assignLine.current?.focus();
      assignLine.current?.select();
      return;
    }
    if (event.key === 'Escape') {
      setSwapsFrom(null);
      select({ key: selectedKey });
    }
    const assign = (kind: 'pass' | 'none'): void => {
      event.preventDefault();
      edit(
        bindKeys(profile, layer.id, selectedKeys, { kind }),
        `${keysTitle(board, profile, selectedKeys)} on ${layer.name}`,
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

  // Board and weave are drawn to one measure, as large as there is room for both.
  const extent = extentOf(board);
  const sizes = {
    '--across': extent.width * UNIT + 6,
    '--down': extent.height * UNIT + 6 + weaveHeight(profile.layers.length),
    '--beside': `${(profile.layers.length === 1 ? 260 : 178) + (isNew ? 110 : 0)}px`,
  } as CSSProperties;

  return (
    <div className="layout-bench" {...copying}>
      <div className="layout-left" {...hurrying}>
        <Ladder bench={calm} />
        <Together bench={calm} />
      </div>
      <div className="layout-centre" style={sizes}>
        {isNew && (
          <Suspense fallback={null}>
            <FirstMinutes
              bench={bench}
              onLine={(key, line) => {
                select({ key, layer: profile.layers[0]?.id ?? '' });
                begin({ line, own: [0, line.length], key });
              }}
            />
          </Suspense>
        )}
        <div ref={boardArea}>
          <LayerBoard bench={bench} items={items} onChoose={choose} onCarried={moves.putOn} onKeyDown={boardKeyDown} />
        </div>
        <RestsOn bench={calm} />
        <Later>
          <Weave bench={calm} />
        </Later>
        {profile.layers.length === 1 && <OneLayer bench={calm} />}
        {items.length > 0 && (
          <section className="layout-look-at" aria-label="To look at">
            <h2>To look at</h2>
            <LookAtList items={items} profile={profile} board={board} />
          </section>
        )}
        {profile.layers.length > 1 && (
          <Later>
            <OverLayers
              profile={calm.profile}
              keyId={selectedKey}
              title={keysTitle(board, profile, [selectedKey])}
              layer={layer.id}
              onChoose={(id) => select({ layer: id })}
              isShort
            />
          </Later>
        )}
        {pointing.isPointing ? (
          <p className="layout-hints layout-pointing" role="status">
            <strong>Press any key of your keyboard: it is gone to here.</strong> Press it again to write its line.{' '}
            {pointing.waysOut[0] !== undefined && (
              <>
                <kbd>{pointing.waysOut[0]}</kbd> ends it, or{' '}
              </>
            )}
            <button type="button" className="word" onClick={pointing.toggle}>
              Stop
            </button>
          </p>
        ) : (
          <p className="soft layout-hints">
            {pointing.isPossible && (
              <>
                <button type="button" className="word" onClick={pointing.toggle}>
                  Press a key to go to it
                </button>{' '}
                ·{' '}
              </>
            )}
            <kbd>← → ↑ ↓</kbd> move · <kbd>Enter</kbd> or type: assign · drag, <kbd>Shift</kbd>+arrows: many ·{' '}
            <kbd>Page Up/Down</kbd> layer · <kbd>Del</kbd> pass · <kbd>?</kbd> keys
          </p>
        )}
      </div>
      <div className="layout-card" {...hurrying}>
        <KeyCard
          key={`${board.id}/${layer.id}/${selectedKey}`}
          bench={calm}
          inputRef={assignLine}
          onDone={focusBoard}
          swapsFrom={swapsFrom}
          onSwap={swap}
          onNext={next}
          isAwaited={isAwaited}
        />
      </div>
    </div>
  );
};

export default LayoutBench;
