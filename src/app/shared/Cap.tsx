/**
 * One drawn key. It is drawn again only when something about it has changed: a board has many keys, and an edit or a key
 * press concerns few of them.
 */
import { memo } from 'react';
import { outlineOf, type BoardKey } from '../../core/board';
import { sameData } from '../../core/profile';
import { paintOf } from '../theme/dyes';
import { CapFace, linesOf, type CapLegend } from './CapFace';
import './Cap.css';

/** Drawing units for one key unit. */
export const UNIT = 46;
/** Keys of a small board are not drawn larger than so many times that, however much room there is. */
export const LARGEST = 1.35;
/** So many stitches of light can be told apart; further colours begin anew. */
export const STITCHES = 8;
/** The same on a bench, whose heart the board is: keys of two centimetres. */
export const LARGEST_ON_BENCH = 2.4;
const GAP = 3;

/** What a key shows and says. */
export type KeyFace = {
  /** What stands on the cap; nothing on a mere drawing of the board. */
  cap?: CapLegend;
  /** What the key is and does, for a screen reader. */
  label: string;
  className?: string;
  /** The light of its lamp, where lamps are drawn; null when it is dark. */
  light?: CapLight | null;
};

/** A lamp's light around a cap: its colour (`#RRGGBB`), the stitch that stands for the colour too, how much of it, and whether it pulses. */
export type CapLight = { color: string; stitch: number; share?: number; pulses?: boolean };

/** The outline of a cap of two rectangles, with the gap to its neighbours taken off; at a place, in drawing units. */
export function capPath(key: BoardKey, unit = UNIT, gap = GAP, left = 0, top = 0): string {
  const taken = gap / unit;
  const { second } = key;
  const narrowed = {
    ...key,
    w: key.w - taken,
    h: key.h - taken,
    ...(second && { second: { ...second, w: second.w - taken, h: second.h - taken } }),
  };
  return outlineOf(narrowed)
    .map(
      (loop) =>
        `M${loop.map(({ x, y }) => `${(left + x * unit).toFixed(2)} ${(top + y * unit).toFixed(2)}`).join('L')}Z`,
    )
    .join('');
}

/** Where a cap is drawn, and how it is turned: a transform. */
export const placeOf = ({ x, y, w, h, angle }: BoardKey): string =>
  `translate(${x * UNIT} ${y * UNIT})${angle === 0 ? '' : ` rotate(${angle} ${(w * UNIT) / 2} ${(h * UNIT) / 2})`}`;

/** The view box of a board's drawing. */
export const boardBox = ({ width, height }: { width: number; height: number }): string =>
  `-3 -3 ${width * UNIT + 6} ${height * UNIT + 6}`;

/** What a cap is called: what one reads on it, then what it is. Who speaks to the page says what is to be read. */
function nameOf({ cap, label }: KeyFace, width: number): string {
  const shown = cap ? linesOf(cap, width).filter(Boolean).join(' ') : '';
  return shown === '' || label.startsWith(`${shown}:`) || label.startsWith(`${shown} `) ? label : `${shown}: ${label}`;
}

type LightProps = CapLight & { boardKey: BoardKey; x: number; y: number; width: number; height: number };

/** The light that shines out below a cap, in the stitch of its colour. */
const Light = ({ boardKey, x, y, width, height, color, stitch, share = 1, pulses = false }: LightProps) => {
  const dressed = {
    className: `cap-light cap-light-${stitch % STITCHES}${pulses ? ' cap-light-pulses' : ''}`,
    style: { stroke: paintOf(color), strokeOpacity: 0.25 + 0.75 * share },
  };
  return boardKey.second ? (
    <path d={capPath(boardKey, UNIT, GAP, x, y)} strokeLinejoin="round" {...dressed} />
  ) : (
    <rect x={x - 0.5} y={y - 0.5} width={width + 1} height={height + 1} rx={5.5} {...dressed} />
  );
};

type CapProps = { boardKey: BoardKey; face: KeyFace; isReachable: boolean; isPressed: boolean | undefined };

export const Cap = memo(
  ({ boardKey, face, isReachable, isPressed }: CapProps) => {
    const { id, w, h, angle } = boardKey;
    // A place is written into each shape, and only a turned key has a transform: the browser keeps a layer of its books for each one.
    const isTurned = angle !== 0;
    const x = isTurned ? 0 : boardKey.x * UNIT;
    const y = isTurned ? 0 : boardKey.y * UNIT;
    const width = w * UNIT - GAP;
    const height = h * UNIT - GAP;
    return (
      <g
        data-key={id}
        className={`cap ${face.className ?? ''}`}
        transform={isTurned ? placeOf(boardKey) : undefined}
        role="button"
        aria-label={nameOf(face, width)}
        aria-pressed={isPressed}
        tabIndex={isReachable ? 0 : -1}
      >
        {face.light && <Light boardKey={boardKey} x={x} y={y} width={width} height={height} {...face.light} />}
        {boardKey.second ? (
          <path className="cap-body" d={capPath(boardKey, UNIT, GAP, x, y)} strokeLinejoin="round" />
        ) : (
          <rect className="cap-body" x={x} y={y} width={width} height={height} rx={5} />
        )}
        {face.cap && <CapFace x={x} y={y} width={width} height={height} {...face.cap} />}
        <rect className="cap-focus" x={x - 2} y={y - 2} width={width + 4} height={height + 4} rx={6.5} />
      </g>
    );
  },
  (before, after) =>
    before.boardKey === after.boardKey &&
    before.isReachable === after.isReachable &&
    before.isPressed === after.isPressed &&
    sameData(before.face, after.face),
);
Cap.displayName = 'Cap';
