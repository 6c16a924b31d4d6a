/** When keys went down, as a row of bars: the higher one stands, the longer it was waited for. */
import { memo } from 'react';
import './Rhythm.css';

const BARS = 40;
const WIDTH = 160;
const HEIGHT = 28;
/** A wait that is a whole bar high, in µs. */
const LONGEST_US = 600_000;

export const Rhythm = memo(({ presses }: { presses: readonly number[] }) => {
  const step = Math.max(1, Math.floor(presses.length / BARS));
  const bars = Array.from({ length: Math.min(BARS, presses.length) }, (_, n) => {
    const at = n * step;
    const wait = (presses[at + 1] ?? presses[at] ?? 0) - (presses[at] ?? 0);
    const height = Math.max(3, Math.min(1, wait / LONGEST_US) * HEIGHT);
    return `M${n * (WIDTH / BARS) + 1.5} ${HEIGHT}v-${height.toFixed(1)}`;
  });
  return (
    <svg className="rhythm" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
      <path d={bars.join('')} />
    </svg>
  );
});
Rhythm.displayName = 'Rhythm';
