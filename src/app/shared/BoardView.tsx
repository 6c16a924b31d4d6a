/**
 * A board at true proportions. It knows where keys lie and how one moves between them; what a key shows is given by the
 * bench. One key at a time can be reached with Tab, the arrow keys move to the neighbour that lies in that direction.
 */
import {
  Fragment,
  memo,
  useEffect,
  useMemo,
  useRef,
  useState,
  type CSSProperties,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type SyntheticEvent,
} from 'react';
import { extentOf, neighbourOf, type Board, type BoardKey, type Direction, type KeyId } from '../../core/board';
import { boardBox, Cap, LARGEST, UNIT, type KeyFace } from './Cap';
import { Later } from './Later';
import { useDragRun } from './useDragRun';
import './BoardView.css';

/** The drawn key that an event is about. */
const capOf = (event: SyntheticEvent): SVGGElement | null =>
  (event.target as Element).closest<SVGGElement>('[data-key]');

const keyOf = (event: SyntheticEvent): KeyId | null => capOf(event)?.getAttribute('data-key') ?? null;

const ARROWS: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

/** How far a light press goes, and the least that is a press at all, as shares of the travel. */
const LIGHT = 0.4;
const LEAST = 0.05;

/** So many keys, about a row, are one drawing: an edit or a press lays out and paints the one it is about. */
const KEYS_OF_A_PART = 16;
/** More of them than this are no single frame's work; the rest comes in the next ones. */
const PARTS_AT_ONCE = 4;

type PartProps = {
  box: string;
  keys: readonly BoardKey[];
  faces: readonly KeyFace[];
  /** The key of this part that can be reached with Tab, and the one that is pressed; where keys cannot be pressed, undefined. */
  reachable: KeyId | undefined;
  pressed: KeyId | null | undefined;
};

/** Some keys of the board, drawn over the others' place. */
const Part = memo(
  ({ box, keys, faces, reachable, pressed }: PartProps) => (
    <svg className="board-part" preserveAspectRatio="xMinYMin meet" viewBox={box}>
      {keys.map((key, n) => (
        <Cap
          key={key.id}
          boardKey={key}
          face={faces[n] ?? NO_FACE}
          isReachable={key.id === reachable}
          isPressed={pressed === undefined ? undefined : key.id === pressed}
        />
      ))}
    </svg>
  ),
  (before, after) =>
    before.keys === after.keys &&
    before.reachable === after.reachable &&
    before.pressed === after.pressed &&
    before.faces.every((face, n) => face === after.faces[n]),
);
Part.displayName = 'Part';
const NO_FACE: KeyFace = { label: '' };
const NO_RUN: readonly KeyId[] = [];

type BoardViewProps = {
  board: Board;
  face: (key: BoardKey) => KeyFace;
  label: string;
  selected?: KeyId;
  onSelect?: (key: KeyId) => void;
  /** A key is added to those selected, or taken out: Shift with an arrow key, Shift or Ctrl with a click. */
  onSelectAlso?: (key: KeyId) => void;
  /** Keys were dragged over, in this order; and, where several were selected, they were dragged onto a layer of the ladder. */
  onRun?: (keys: readonly KeyId[]) => void;
  onCarried?: ((layer: string) => void) | undefined;
  /** All keys that are selected; needed to drag them. */
  run?: readonly KeyId[];
  /** A key was clicked, or Space was pressed on it; without this, it is selected. */
  onChoose?: (key: KeyId) => void;
  /** Pressing and letting go of a drawn key, by pointer or with Space and Enter. */
  onPress?: (key: KeyId, down: boolean) => void;
  /** A drawn key is pulled down with Alt and the pointer, by a share of its travel; 0 lets it up. */
  onPull?: (key: KeyId, share: number) => void;
  onKeyDown?: (event: KeyboardEvent<HTMLDivElement>) => void;
  /** How many times its own size it is drawn at the most; without it as large as its place is. */
  largest?: number;
};

export const BoardView = ({
  board,
  face,
  label,
  selected,
  onSelect,
  onSelectAlso,
  onRun,
  onCarried,
  run = NO_RUN,
  onChoose,
  onPress,
  onPull,
  onKeyDown,
  largest = LARGEST,
}: BoardViewProps) => {
  const extent = useMemo(() => extentOf(board), [board]);
  const parts = useMemo(
    () =>
      Array.from({ length: Math.ceil(board.keys.length / KEYS_OF_A_PART) }, (_, n) =>
        board.keys.slice(n * KEYS_OF_A_PART, (n + 1) * KEYS_OF_A_PART),
      ),
    [board],
  );
  const root = useRef<HTMLDivElement>(null);
  /** The key that is pulled, and where that began. */
  const dragRun = useDragRun({ selected: run, onRun, onCarried });
  const pulled = useRef<{ key: KeyId; fromY: number; height: number } | null>(null);
  const reachable =
    selected !== undefined && board.keys.some((key) => key.id === selected) ? selected : board.keys[0]?.id;

  /** The key that was reachable first: it may get the focus as soon as the board is there. */
  const [first] = useState(reachable);

  // When the selection moves by keyboard, the focus goes with it; focus that is elsewhere stays there.
  useEffect(() => {
    if (root.current?.contains(document.activeElement))
      root.current.querySelector<SVGGElement>(`[data-key="${CSS.escape(selected ?? '')}"]`)?.focus();
  }, [selected]);

  const keyDown = (event: KeyboardEvent<HTMLDivElement>): void => {
    const direction = ARROWS[event.key];
    const from = keyOf(event) ?? reachable;
    if (direction && from !== undefined && !event.ctrlKey && !event.altKey && !event.metaKey) {
      event.preventDefault();
      const next = neighbourOf(board, from, direction);
      // Back over the last one takes it out, as dragging does.
      if (event.shiftKey && onSelectAlso) onSelectAlso(run.length > 1 && run.at(-2) === next ? from : next);
      else if (onSelect) onSelect(next);
      root.current?.querySelector<SVGGElement>(`[data-key="${CSS.escape(next)}"]`)?.focus();
    } else if (onPress && from !== undefined && (event.key === ' ' || event.key === 'Enter')) {
      event.preventDefault();
      if (!event.repeat) onPress(from, true);
    } else if (onChoose && from !== undefined && event.key === ' ') {
      event.preventDefault();
      onChoose(from);
    } else {
      onKeyDown?.(event);
    }
  };

  const keyUp = (event: KeyboardEvent<HTMLDivElement>): void => {
    const key = keyOf(event);
    if (onPress && key !== null && (event.key === ' ' || event.key === 'Enter')) onPress(key, false);
  };

  const click = (event: MouseEvent): void => {
    if (dragRun.wasDrag()) return;
    const key = keyOf(event);
    if (key === null) return;
    if (onSelectAlso && (event.shiftKey || event.ctrlKey || event.metaKey)) onSelectAlso(key);
    else (onChoose ?? onSelect)?.(key);
  };

  const pointerDown = (event: PointerEvent): void => {
    dragRun.down(event);
    const cap = capOf(event);
    if (!onPress || !cap || event.button !== 0) return;
    cap.setPointerCapture(event.pointerId);
    const key = cap.getAttribute('data-key') ?? '';
    if (onPull && event.altKey) {
      pulled.current = { key, fromY: event.clientY, height: cap.getBoundingClientRect().height };
      onPull(key, LIGHT);
    } else onPress(key, true);
  };

  const pointerMove = (event: PointerEvent): void => {
    dragRun.move(event);
    if (!pulled.current || !onPull) return;
    const { key, fromY, height } = pulled.current;
    // A cap's height is the whole travel, from the light press on.
    onPull(key, Math.min(1, Math.max(LEAST, LIGHT + ((event.clientY - fromY) / height) * (1 - LIGHT))));
  };

  const pointerUp = (event: PointerEvent): void => {
    dragRun.up(event);
    if (pulled.current) {
      onPull?.(pulled.current.key, 0);
      pulled.current = null;
      return;
    }
    const key = keyOf(event);
    if (onPress && key !== null) onPress(key, false);
  };

  const box = boardBox(extent);
  const { height } = extent;
  return (
    <div
      ref={root}
      className="board"
      style={
        {
          maxWidth: extent.width * UNIT * largest,
          aspectRatio: `${extent.width * UNIT + 6} / ${height * UNIT + 6}`,
          '--board-ratio': (extent.width * UNIT + 6) / (height * UNIT + 6),
        } as CSSProperties
      }
      role="group"
      aria-label={label}
      onKeyDown={keyDown}
      onKeyUp={keyUp}
      onClick={click}
      onPointerDown={pointerDown}
      onPointerMove={pointerMove}
      onPointerUp={pointerUp}
      onPointerCancel={pointerUp}
    >
      {parts.map((keys, n) => {
        const own = (id: KeyId | undefined): KeyId | undefined => (keys.some((key) => key.id === id) ? id : undefined);
        const part = (
          <Part
            box={box}
            keys={keys}
            faces={keys.map(face)}
            reachable={own(reachable)}
            pressed={onSelect ? (own(selected) ?? null) : undefined}
          />
        );
        const isAtOnce = n < PARTS_AT_ONCE || own(first) !== undefined;
        return <Fragment key={keys[0]?.id}>{isAtOnce ? part : <Later>{part}</Later>}</Fragment>;
      })}
    </div>
  );
};
