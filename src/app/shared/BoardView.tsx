/**
 * A board at true proportions. It knows where keys lie and how one moves between them; what a key shows is given by the
 * bench. One key at a time can be reached with Tab, the arrow keys move to the neighbour that lies in that direction.
 */
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { extentOf, neighbourOf, type Board, type BoardKey, type Direction, type KeyId } from '../../core/board';
import './board.css';

/** Drawing units for one key unit. */
export const UNIT = 46;
const GAP = 3;

const ARROWS: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

export type KeyFace = {
  /** What is drawn on the cap, in a space of `width` by `height` drawing units. */
  content: (width: number, height: number) => ReactNode;
  /** What the key is and does, for a screen reader. */
  label: string;
  className?: string;
};

type BoardViewProps = {
  board: Board;
  face: (key: BoardKey) => KeyFace;
  label: string;
  selected?: KeyId;
  onSelect?: (key: KeyId) => void;
  /** A key was clicked, or Space was pressed on it; without this, it is selected. */
  onChoose?: (key: KeyId) => void;
  /** Pressing and letting go of a drawn key, by pointer or with Space and Enter. */
  onPress?: (key: KeyId, down: boolean) => void;
  onKeyDown?: (event: KeyboardEvent<SVGSVGElement>) => void;
};

export const BoardView = ({ board, face, label, selected, onSelect, onChoose, onPress, onKeyDown }: BoardViewProps) => {
  const extent = extentOf(board);
  const root = useRef<SVGSVGElement>(null);
  const reachable =
    selected !== undefined && board.keys.some((key) => key.id === selected) ? selected : board.keys[0]?.id;

  // When the selection moves by keyboard, the focus goes with it; focus that is elsewhere stays there.
  useEffect(() => {
    if (root.current?.contains(document.activeElement))
      root.current.querySelector<SVGGElement>(`[data-key="${CSS.escape(selected ?? '')}"]`)?.focus();
  }, [selected]);

  const keyDown = (event: KeyboardEvent<SVGSVGElement>): void => {
    const direction = ARROWS[event.key];
    const from = (event.target as Element).getAttribute('data-key') ?? reachable;
    if (direction && from !== undefined && !event.ctrlKey && !event.altKey && !event.metaKey) {
      event.preventDefault();
      const next = neighbourOf(board, from, direction);
      if (onSelect) onSelect(next);
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

  const keyUp = (event: KeyboardEvent<SVGSVGElement>): void => {
    const key = (event.target as Element).getAttribute('data-key');
    if (onPress && key !== null && (event.key === ' ' || event.key === 'Enter')) onPress(key, false);
  };

  return (
    <svg
      ref={root}
      className="board"
      viewBox={`-3 -3 ${extent.width * UNIT + 6} ${extent.height * UNIT + 6}`}
      role="group"
      aria-label={label}
      onKeyDown={keyDown}
      onKeyUp={keyUp}
    >
      {board.keys.map((key) => {
        const { content, label: keyLabel, className } = face(key);
        const width = key.w * UNIT - GAP;
        const height = key.h * UNIT - GAP;
        const turn = key.angle === 0 ? '' : ` rotate(${key.angle} ${(key.w * UNIT) / 2} ${(key.h * UNIT) / 2})`;
        return (
          <g
            key={key.id}
            data-key={key.id}
            className={`cap ${className ?? ''}`}
            transform={`translate(${key.x * UNIT} ${key.y * UNIT})${turn}`}
            role="button"
            aria-label={keyLabel}
            aria-pressed={onSelect ? key.id === selected : undefined}
            tabIndex={key.id === reachable ? 0 : -1}
            onClick={() => (onChoose ?? onSelect)?.(key.id)}
            onPointerDown={(event) => {
              if (!onPress || event.button !== 0) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              onPress(key.id, true);
            }}
            onPointerUp={() => onPress?.(key.id, false)}
            onPointerCancel={() => onPress?.(key.id, false)}
          >
            <rect className="cap-body" width={width} height={height} rx={5} />
            {content(width, height)}
            <rect className="cap-focus" x={-2} y={-2} width={width + 4} height={height + 4} rx={6.5} />
          </g>
        );
      })}
    </svg>
  );
};
