/**
 * One drawn key. It is drawn again only when something about it has changed: a board has many keys, and an edit or a key
 * press concerns few of them.
 */
import { memo } from 'react';
import { outlineOf, type BoardKey } from '../../core/board';
import { sameData } from '../../core/profile';
import { CapFace, type CapLegend } from './CapFace';

/** Drawing units for one key unit. */
export const UNIT = 46;
/** Keys of a small board are not drawn larger than so many times that, however much room there is. */
export const LARGEST = 1.35;
const GAP = 3;

/** What a key shows and says. */
export type KeyFace = {
  /** What stands on the cap; nothing on a mere drawing of the board. */
  cap?: CapLegend;
  /** What the key is and does, for a screen reader. */
  label: string;
  className?: string;
};

/** The outline of a cap of two rectangles, with the gap to its neighbours taken off. */
export function capPath(key: BoardKey, unit = UNIT, gap = GAP): string {
  const taken = gap / unit;
  const { second } = key;
  const narrowed = {
    ...key,
    w: key.w - taken,
    h: key.h - taken,
    ...(second && { second: { ...second, w: second.w - taken, h: second.h - taken } }),
  };
  return outlineOf(narrowed)
    .map((loop) => `M${loop.map(({ x, y }) => `${(x * unit).toFixed(2)} ${(y * unit).toFixed(2)}`).join('L')}Z`)
    .join('');
}

type CapProps = { boardKey: BoardKey; face: KeyFace; isReachable: boolean; isPressed: boolean | undefined };

export const Cap = memo(
  ({ boardKey, face, isReachable, isPressed }: CapProps) => {
    const { id, x, y, w, h, angle } = boardKey;
    const width = w * UNIT - GAP;
    const height = h * UNIT - GAP;
    const turn = angle === 0 ? '' : ` rotate(${angle} ${(w * UNIT) / 2} ${(h * UNIT) / 2})`;
    return (
      <g
        data-key={id}
        className={`cap ${face.className ?? ''}`}
        transform={`translate(${x * UNIT} ${y * UNIT})${turn}`}
        role="button"
        aria-label={face.label}
        aria-pressed={isPressed}
        tabIndex={isReachable ? 0 : -1}
      >
        {boardKey.second ? (
          <path className="cap-body" d={capPath(boardKey)} strokeLinejoin="round" />
        ) : (
          <rect className="cap-body" width={width} height={height} rx={5} />
        )}
        {face.cap && <CapFace width={width} height={height} {...face.cap} />}
        <rect className="cap-focus" x={-2} y={-2} width={width + 4} height={height + 4} rx={6.5} />
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
