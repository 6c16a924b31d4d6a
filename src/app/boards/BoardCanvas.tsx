/**
 * A board as it is drawn: keys with the colour of their finger on a grid of quarter units. Keys are dragged, stretched at their lower right
 * corner and turned at the knob above; the arrow keys go from key to key, with Ctrl they move what is selected.
 */
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import {
  cornersOf,
  extentOf,
  GRID,
  middleOf,
  moveKeys,
  neighbourOf,
  setKeys,
  snapMove,
  stretchKeys,
  turnKeys,
  type Board,
  type BoardKey,
  type Direction,
  type Drawn,
  type KeyId,
} from '../../core/board';
import { legendOfCode } from '../../core/codes';
import { hostLayout, legendOnHost, type HostLayoutId } from '../../core/hosts';
import type { Dye } from '../../core/profile';
import { threadOf } from '../theme/dyes';
import { letterOf } from '../shared/letterOf';
import { capPath } from '../shared/Cap';
import './BoardCanvas.css';

/** Drawing units for one key unit. */
const UNIT = 46;
const TURN_STEP = 5;
const ARROWS: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

export const FINGER_DYES = {
  little: 'iron',
  ring: 'walnut',
  middle: 'orchil',
  index: 'woad',
  thumb: 'verdigris',
} as const satisfies Record<BoardKey['finger'], Dye>;

type Drag =
  | { what: 'move'; fromX: number; fromY: number; dx: number; dy: number }
  | { what: 'stretch'; fromX: number; fromY: number; dx: number; dy: number }
  | { what: 'turn'; angle: number }
  | { what: 'band'; fromX: number; fromY: number; toX: number; toY: number };

type BoardCanvasProps = {
  board: Board;
  host: HostLayoutId;
  selected: readonly KeyId[];
  /** Keys that something is wrong with. */
  wrong: ReadonlySet<KeyId>;
  /** The key that is asked for. */
  asked: KeyId | undefined;
  onSelect: (keys: readonly KeyId[]) => void;
  onDraw: (result: Drawn, row?: string) => void;
  onAdd: () => void;
  onTakeOut: () => void;
};

/** What a key is called on the drawing. */
function legendOf(key: BoardKey, host: HostLayoutId): string {
  if (key.code === undefined) return key.contact === undefined ? '' : '=';
  return key.code === 'ContextMenu' && key.id === 'Fn' ? 'Fn' : legendOnHost(hostLayout(host), key.code);
}

/** As much of it as fits. */
const shownLegend = (key: BoardKey, host: HostLayoutId): string => legendOf(key, host).slice(0, 6);

/** The bar of a key's finger: at the left for the left hand, at the right for the right one, along the whole key for either. */
function fingerBar({ w, hand }: BoardKey): { x: number; width: number } {
  const whole = Math.max(8, w * UNIT - 15);
  const width = hand === 'either' ? whole : whole * 0.62;
  return { x: hand === 'right' ? 6 + whole - width : 6, width };
}

const labelOf = (key: BoardKey, host: HostLayoutId, isWrong: boolean): string =>
  [
    // What is seen comes first, so that it can be said to the computer.
    ...(legendOf(key, host) === '' ? [] : [shownLegend(key, host)]),
    key.id,
    key.code === undefined ? 'no code yet' : legendOfCode(key.code),
    key.hand === 'either' ? `either ${key.finger}` : `${key.hand} ${key.finger}`,
    ...(isWrong ? ['lies on another key'] : []),
  ].join(', ');

export const BoardCanvas = ({
  board,
  host,
  selected,
  wrong,
  asked,
  onSelect,
  onDraw,
  onAdd,
  onTakeOut,
}: BoardCanvasProps) => {
  const root = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const moves = useRef(0);
  const [last = board.keys[0]?.id ?? ''] = selected.slice(-1);

  // When keys come and go, the focus that was among them stays among them.
  const wasInside = useRef(false);
  useEffect(() => {
    if (wasInside.current) root.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(last)}"]`)?.focus();
  }, [last]);

  const snapped = drag?.what === 'move' ? snapMove(board, selected, drag.dx, drag.dy) : { dx: 0, dy: 0 };
  const hasMoved = drag?.what === 'move' && (Math.abs(drag.dx) > 0.08 || Math.abs(drag.dy) > 0.08);
  const preview = ((): Board => {
    if (!drag || drag.what === 'band' || (drag.what === 'move' && !hasMoved)) return board;
    const result =
      drag.what === 'move'
        ? {
            board: {
              ...board,
              keys: board.keys.map((key) =>
                selected.includes(key.id) ? { ...key, x: key.x + snapped.dx, y: key.y + snapped.dy } : key,
              ),
            },
          }
        : drag.what === 'stretch'
          ? stretchKeys(board, selected, drag.dx, drag.dy)
          : setKeys(board, [last], { angle: drag.angle });
    return 'board' in result ? result.board : board;
  })();
  const extent = extentOf(board);
  const width = Math.max(extent.width + 1.5, 14);
  const height = Math.max(extent.height + 1.25, 6);

  /** Where a pointer is on the board, in key units. */
  const placeOf = (event: PointerEvent): { x: number; y: number } => {
    const matrix = root.current?.getScreenCTM()?.inverse();
    if (!matrix) return { x: 0, y: 0 };
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { x: point.x / UNIT, y: point.y / UNIT };
  };

  const pointerDown = (event: PointerEvent): void => {
    if (event.button !== 0) return;
    const target = event.target as Element;
    const handle = target.closest('[data-handle]')?.getAttribute('data-handle');
    const id = target.closest('[data-key]')?.getAttribute('data-key');
    const { x, y } = placeOf(event);
    root.current?.setPointerCapture(event.pointerId);
    if (handle === 'stretch') setDrag({ what: 'stretch', fromX: x, fromY: y, dx: 0, dy: 0 });
    else if (handle === 'turn') setDrag({ what: 'turn', angle: board.keys.find((key) => key.id === last)?.angle ?? 0 });
    else if (id !== null && id !== undefined) {
      const isAlso = event.shiftKey || event.ctrlKey || event.metaKey;
      if (isAlso) onSelect(selected.includes(id) ? selected.filter((one) => one !== id) : [...selected, id]);
      else if (!selected.includes(id)) onSelect([id]);
      else onSelect([...selected.filter((one) => one !== id), id]);
      if (!isAlso) setDrag({ what: 'move', fromX: x, fromY: y, dx: 0, dy: 0 });
      root.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(id)}"]`)?.focus();
    } else setDrag({ what: 'band', fromX: x, fromY: y, toX: x, toY: y });
  };

  const pointerMove = (event: PointerEvent): void => {
    if (!drag) return;
    const { x, y } = placeOf(event);
    if (drag.what === 'band') setDrag({ ...drag, toX: x, toY: y });
    else if (drag.what === 'turn') {
      const key = board.keys.find(({ id }) => id === last);
      if (!key) return;
      const middle = middleOf(key);
      const angle = (Math.atan2(y - middle.y, x - middle.x) * 180) / Math.PI + 90;
      setDrag({ what: 'turn', angle: Math.round(angle / TURN_STEP) * TURN_STEP });
    } else setDrag({ ...drag, dx: x - drag.fromX, dy: y - drag.fromY });
  };

  const pointerUp = (): void => {
    if (!drag) return;
    setDrag(null);
    if (drag.what === 'band') {
      const [left, right] = [Math.min(drag.fromX, drag.toX), Math.max(drag.fromX, drag.toX)];
      const [top, bottom] = [Math.min(drag.fromY, drag.toY), Math.max(drag.fromY, drag.toY)];
      const inside = board.keys.filter((key) => {
        const { x, y } = middleOf(key);
        return x >= left && x <= right && y >= top && y <= bottom;
      });
      onSelect(inside.map(({ id }) => id));
      // The keyboard goes on with what was drawn around: Del takes it out.
      const held = inside.at(-1)?.id ?? last;
      root.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(held)}"]`)?.focus();
    } else if (drag.what === 'move') {
      if (hasMoved && (snapped.dx !== 0 || snapped.dy !== 0)) onDraw(moveKeys(board, selected, snapped.dx, snapped.dy));
    } else if (drag.what === 'stretch') onDraw(stretchKeys(board, selected, drag.dx, drag.dy));
    else onDraw(setKeys(board, [last], { angle: drag.angle }));
  };

  const keyDown = (event: KeyboardEvent): void => {
    const direction = ARROWS[event.key];
    if (direction) {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) {
        const by = event.shiftKey ? GRID / 5 : GRID;
        const dx = direction === 'left' ? -by : direction === 'right' ? by : 0;
        const dy = direction === 'up' ? -by : direction === 'down' ? by : 0;
        onDraw(moveKeys(board, selected, dx, dy), `moves-${moves.current}`);
        return;
      }
      moves.current++;
      const next = neighbourOf(board, last, direction);
      onSelect(event.shiftKey ? [...selected.filter((id) => id !== next), next] : [next]);
      root.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(next)}"]`)?.focus();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      onTakeOut();
    } else if (event.key === 'Insert' || event.key === '+') {
      event.preventDefault();
      onAdd();
    } else if (event.key === ',' || event.key === '.') {
      event.preventDefault();
      onDraw(turnKeys(board, selected, event.key === ',' ? -TURN_STEP : TURN_STEP), `turns-${moves.current}`);
    } else if (letterOf(event) === 'a' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      onSelect(board.keys.map(({ id }) => id));
    }
  };

  const single = selected.length === 1 ? preview.keys.find(({ id }) => id === last) : undefined;
  const askedKey = board.keys.find(({ id }) => id === asked);
  return (
    <svg
      ref={root}
      className="drawing"
      viewBox={`${-0.6 * UNIT} ${-0.6 * UNIT} ${width * UNIT} ${height * UNIT}`}
      role="group"
      aria-label="The board’s keys"
      onPointerDown={pointerDown}
      onPointerMove={pointerMove}
      onPointerUp={pointerUp}
      onPointerCancel={() => setDrag(null)}
      onKeyDown={keyDown}
      onFocus={() => {
        wasInside.current = true;
      }}
      onBlur={({ relatedTarget }) => {
        // A key that is taken out loses the focus to nothing.
        wasInside.current = relatedTarget === null || root.current?.contains(relatedTarget) === true;
      }}
    >
      <g className="drawing-grid" aria-hidden="true">
        {Array.from({ length: Math.ceil(width) }, (_, n) => (
          <line key={`x${n}`} x1={n * UNIT} x2={n * UNIT} y1={-0.5 * UNIT} y2={(height - 0.75) * UNIT} />
        ))}
        {Array.from({ length: Math.ceil(height) }, (_, n) => (
          <line key={`y${n}`} y1={n * UNIT} y2={n * UNIT} x1={-0.5 * UNIT} x2={(width - 0.75) * UNIT} />
        ))}
      </g>
      {preview.keys.map((key) => {
        const isSelected = selected.includes(key.id);
        const turn = key.angle === 0 ? '' : ` rotate(${key.angle} ${(key.w * UNIT) / 2} ${(key.h * UNIT) / 2})`;
        return (
          <g
            key={key.id}
            data-key={key.id}
            className={`drawn-key ${isSelected ? 'selected' : ''} ${wrong.has(key.id) ? 'wrong' : ''} ${key.id === asked ? 'asked' : ''}`}
            transform={`translate(${key.x * UNIT} ${key.y * UNIT})${turn}`}
            role="button"
            aria-label={labelOf(key, host, wrong.has(key.id))}
            aria-pressed={isSelected}
            tabIndex={key.id === last ? 0 : -1}
            onFocus={() => selected.length === 0 && onSelect([key.id])}
          >
            <path className="drawn-body" d={capPath(key)} strokeLinejoin="round" />
            <text x={7} y={17}>
              {shownLegend(key, host)}
            </text>
            <rect
              {...fingerBar(key)}
              y={key.h * UNIT - 11}
              height={3}
              rx={1.5}
              fill={threadOf(FINGER_DYES[key.finger])}
            />
          </g>
        );
      })}
      {single && !asked && (
        <g
          className="drawing-handles"
          transform={`translate(${single.x * UNIT} ${single.y * UNIT}) rotate(${single.angle} ${(single.w * UNIT) / 2} ${(single.h * UNIT) / 2})`}
          aria-hidden="true"
        >
          <rect data-handle="stretch" x={single.w * UNIT - 10} y={single.h * UNIT - 10} width={11} height={11} rx={2} />
          <line x1={(single.w * UNIT) / 2} x2={(single.w * UNIT) / 2} y1={-9} y2={0} />
          <circle data-handle="turn" cx={(single.w * UNIT) / 2} cy={-14} r={6} />
        </g>
      )}
      {askedKey && (
        <line
          className="asked-line"
          x1={middleOf(askedKey).x * UNIT}
          y1={(cornersOf(askedKey)[0]?.[2]?.y ?? middleOf(askedKey).y) * UNIT}
          x2={(width / 2 - 0.6) * UNIT}
          y2={(height - 0.6) * UNIT}
        />
      )}
      {drag?.what === 'band' && (
        <rect
          className="drawing-band"
          x={Math.min(drag.fromX, drag.toX) * UNIT}
          y={Math.min(drag.fromY, drag.toY) * UNIT}
          width={Math.abs(drag.toX - drag.fromX) * UNIT}
          height={Math.abs(drag.toY - drag.fromY) * UNIT}
        />
      )}
    </svg>
  );
};
