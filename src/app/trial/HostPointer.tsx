/** Where the host's pointer is, over a page that the wheel scrolls. Shown for a profile that moves or turns anything. */
import { SCREEN } from './pointer';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './HostPointer.css';

/** How the screen is drawn: all of the arrow is seen wherever it is. */
const ARROW = { width: 10, height: 15 };
const LINE_PX = 9;
const SIZE = { width: 168, height: 60 };
/** Widths of the lines of the page, over and over. */
const LINES = [96, 120, 84, 0, 110, 70, 124, 90, 0];

export const HostPointer = ({ session }: { session: TrialSession }) => {
  useSessionVersion(session);
  const { x, y, line, across } = session.pointer;
  const first = Math.floor(line);
  const shown = Array.from({ length: Math.ceil(SIZE.height / LINE_PX) + 1 }, (_, n) => first + n);
  const left = (x / SCREEN.width) * (SIZE.width - ARROW.width);
  const top = (y / SCREEN.height) * (SIZE.height - ARROW.height);
  return (
    <svg
      className="host-pointer"
      width={SIZE.width}
      height={SIZE.height}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      role="img"
      aria-label={`Pointer at ${Math.round(x)} across and ${Math.round(y)} down; the page begins with line ${first + 1}`}
      data-testid="host-pointer"
    >
      {shown.map((number, n) => (
        <rect
          key={number}
          className="host-page-line"
          x={16 - across * 6}
          y={4 + n * LINE_PX}
          width={LINES[number % LINES.length]}
          height={3}
        />
      ))}
      <path className="host-pointer-arrow" d={`M ${left} ${top} v 13 l 3.4 -3.2 h 5.2 z`} />
    </svg>
  );
};
