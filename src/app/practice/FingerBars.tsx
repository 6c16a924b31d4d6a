/** Presses by finger, as the hands lie: left little to left index, the thumbs, right index to right little; beside those of another profile. */
import { shareOf, type FingerId, type Load } from '../../core/typing';
import './FingerBars.css';

const ORDER: readonly FingerId[] = [
  'left little',
  'left ring',
  'left middle',
  'left index',
  'left thumb',
  'either thumb',
  'right thumb',
  'right index',
  'right middle',
  'right ring',
  'right little',
];

const WIDTH = 660;
const HEIGHT = 150;
const MOST_SHARE = 0.32;

export const FingerBars = ({ load, other }: { load: Load; other: Load | null }) => {
  const fingers = ORDER.filter(
    (finger) => load.fingers.has(finger) || (other?.fingers.has(finger) ?? false) || finger !== 'either thumb',
  );
  const step = WIDTH / fingers.length;
  const high = (share: number): number => Math.min(1, share / MOST_SHARE) * HEIGHT;
  return (
    <svg
      className="finger-bars"
      viewBox={`0 -16 ${WIDTH} ${HEIGHT + 66}`}
      role="img"
      aria-label={fingers.map((finger) => `${finger} ${(100 * shareOf(load, finger)).toFixed(1)} %`).join(', ')}
    >
      {fingers.map((finger, n) => {
        const one = load.fingers.get(finger);
        const share = shareOf(load, finger);
        const [hand = '', name = ''] = finger.split(' ');
        const isThumb = name === 'thumb';
        return (
          <g key={finger} transform={`translate(${n * step} 0)`}>
            <rect
              x={8}
              y={HEIGHT - high(share)}
              width={step - (other ? step / 2 + 4 : 16)}
              height={high(share)}
              className={isThumb ? 'finger-thumb' : 'finger-bar'}
            />
            {other && (
              <rect
                x={step / 2 + 6}
                y={HEIGHT - high(shareOf(other, finger))}
                width={step / 2 - 14}
                height={high(shareOf(other, finger))}
                className="finger-other"
              />
            )}
            <text x={8} y={HEIGHT - high(share) - 4} className="finger-share">
              {(100 * share).toFixed(1)} %
            </text>
            <text x={8} y={HEIGHT + 15} className="finger-name">
              {name}
            </text>
            <text x={8} y={HEIGHT + 29} className="finger-soft">
              {hand}
            </text>
            {one && (one.runs > 0 || one.holding > 0) && (
              <text x={8} y={HEIGHT + 43} className="finger-soft">
                {one.runs > 0 ? `${one.runs} in a row` : `holds ${one.holding}`}
              </text>
            )}
          </g>
        );
      })}
      <path d={`M0 ${HEIGHT}H${WIDTH}`} className="finger-line" />
    </svg>
  );
};
