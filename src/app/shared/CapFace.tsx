/** What stands on a keycap: a role's strip on the left edge, the legend, what holding does, and a tick for each layer. */
import type { Dye, Layer } from '../../core/profile';
import { textOf, threadOf } from '../theme/dyes';
import './CapFace.css';

/** What stands on a keycap. */
export type CapLegend = {
  main: string;
  /** What a hold does; takes the second line. */
  held?: string | undefined;
  /** The second line otherwise: how a way between layers works, or the plain key underneath. */
  small?: string | undefined;
  /** The dye of what a hold leads to, when it is a layer. */
  heldDye?: Dye | undefined;
  /** The legend comes from a layer below. */
  below?: boolean;
  roleColor?: string | undefined;
  /** One tick a layer, lowest first; filled where that layer assigns something. */
  ticks?: readonly { dye: Dye; assigned: boolean }[];
  /** There is something to look at here: a corner is folded. */
  isMarked?: boolean;
  /** A thread along the lower edge, as long as this share of it; with a knot. */
  thread?: { share: number; hasKnot: boolean };
};

/** Where the cap lies and how large it is, in drawing units. */
type CapFaceProps = CapLegend & { x: number; y: number; width: number; height: number };

const TICK_WIDTH = 5.4;
const TICK_GAP = 1.4;

/** The row of ticks: one path for the empty ones, one for each dye, so that many layers stay cheap to draw. */
type TickRowProps = { ticks: NonNullable<CapLegend['ticks']>; x: number; y: number; width: number };

const TickRow = ({ ticks, x, y, width }: TickRowProps) => {
  const step = Math.min(TICK_WIDTH + TICK_GAP, (width - 14) / Math.max(1, ticks.length));
  const tick = step * (TICK_WIDTH / (TICK_WIDTH + TICK_GAP));
  const paths = new Map<string, string>();
  ticks.forEach(({ dye, assigned }, index) => {
    const color = assigned ? threadOf(dye) : 'var(--hair)';
    const box = `M${(x + 8 + index * step).toFixed(1)} ${y}h${tick.toFixed(1)}v${assigned ? 3.4 : 1}h-${tick.toFixed(1)}z`;
    paths.set(color, (paths.get(color) ?? '') + box);
  });
  return [...paths].map(([color, path]) => <path key={color} d={path} fill={color} />);
};

/** Text that fits: cut with an ellipsis by a rough width of characters, since SVG does not wrap. */
export const fit = (text: string, width: number, perCharacter: number): string => {
  const most = Math.max(1, Math.floor(width / perCharacter));
  return [...text].length <= most ? text : `${[...text].slice(0, most - 1).join('')}…`;
};

/** The two lines of a cap as they are drawn, cut to its width. */
export function linesOf({ main, held = '', small = '' }: CapLegend, width: number): readonly [string, string] {
  const hold = `hold ${held}`;
  return [
    fit(main, width - 9, main.length > 5 ? 5.9 : 6.4),
    held === ''
      ? small === ''
        ? ''
        : fit(small, width - 6, 4.5)
      : fit(hold, width - 6, 4.7) === hold
        ? hold
        : fit(held, width - 6, 4.7),
  ];
}

export const CapFace = ({ x, y, width, height, ...legend }: CapFaceProps) => {
  const { held = '', heldDye, below = false, roleColor, ticks = [], isMarked = false, thread } = legend;
  const [first, second] = linesOf(legend, width);
  return (
    <g className={below ? 'cap-below' : undefined} aria-hidden="true">
      {roleColor !== undefined && (
        <rect x={x + 0.6} y={y + 4} width={3.6} height={height - 8} rx={1.2} fill={roleColor} />
      )}
      <text className="cap-main" x={x + 8} y={y + (second === '' ? 17 : 15)}>
        {first}
      </text>{' '}
      {second !== '' && (
        <text
          className={held === '' ? 'cap-small' : 'cap-small cap-held'}
          x={x + 8}
          y={y + 28.5}
          style={heldDye && { fill: textOf(heldDye) }}
        >
          {second}
        </text>
      )}
      {isMarked && <path d={`M${x + width - 12} ${y + 0.6}H${x + width - 0.6}V${y + 12}Z`} fill="var(--madder)" />}
      {thread && (
        <>
          <path className="cap-thread-ground" d={`M${x + 6} ${y + height - 6}h${width - 12}`} />
          <path className="cap-thread" d={`M${x + 6} ${y + height - 6}h${((width - 12) * thread.share).toFixed(1)}`} />
          {thread.hasKnot && <circle className="cap-knot" cx={x + width - 8} cy={y + height - 13} r={2.6} />}
        </>
      )}
      <TickRow ticks={ticks} x={x} y={y + height - 7} width={width} />
    </g>
  );
};

/** The ticks of one key. */
export const ticksOf = (layers: readonly Layer[], key: string): { dye: Dye; assigned: boolean }[] =>
  layers.map((layer) => ({ dye: layer.dye, assigned: (layer.keys[key]?.does.kind ?? 'pass') !== 'pass' }));
