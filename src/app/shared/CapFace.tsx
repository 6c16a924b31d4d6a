/** What stands on a keycap: a role's strip on the left edge, the legend, what holding does, and a tick for each layer. */
import type { Dye, Layer } from '../../core/profile';
import { textOf, threadOf } from '../theme/dyes';

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
};

type CapFaceProps = CapLegend & { width: number; height: number };

const TICK_WIDTH = 5.4;
const TICK_GAP = 1.4;

/** The row of ticks: one path for the empty ones, one for each dye, so that many layers stay cheap to draw. */
const TickRow = ({ ticks, width, y }: { ticks: NonNullable<CapLegend['ticks']>; width: number; y: number }) => {
  const step = Math.min(TICK_WIDTH + TICK_GAP, (width - 14) / Math.max(1, ticks.length));
  const tick = step * (TICK_WIDTH / (TICK_WIDTH + TICK_GAP));
  const paths = new Map<string, string>();
  ticks.forEach(({ dye, assigned }, index) => {
    const color = assigned ? threadOf(dye) : 'var(--hair)';
    const box = `M${(8 + index * step).toFixed(1)} ${y}h${tick.toFixed(1)}v${assigned ? 3.4 : 1}h-${tick.toFixed(1)}z`;
    paths.set(color, (paths.get(color) ?? '') + box);
  });
  return [...paths].map(([color, path]) => <path key={color} d={path} fill={color} />);
};

/** Text that fits: cut with an ellipsis by a rough width of characters, since SVG does not wrap. */
export const fit = (text: string, width: number, perCharacter: number): string => {
  const most = Math.max(1, Math.floor(width / perCharacter));
  return [...text].length <= most ? text : `${[...text].slice(0, most - 1).join('')}…`;
};

export const CapFace = ({
  width,
  height,
  main,
  held = '',
  small = '',
  heldDye,
  below = false,
  roleColor,
  ticks = [],
  isMarked = false,
}: CapFaceProps) => (
  <g className={below ? 'cap-below' : undefined} aria-hidden="true">
    {roleColor !== undefined && <rect x={0.6} y={4} width={3.6} height={height - 8} rx={1.2} fill={roleColor} />}
    <text className="cap-main" x={8} y={held || small ? 15 : 17}>
      {fit(main, width - 9, main.length > 5 ? 5.9 : 6.4)}
    </text>
    {held !== '' ? (
      <text className="cap-small cap-held" x={8} y={28.5} style={heldDye && { fill: textOf(heldDye) }}>
        {fit(`hold ${held}`, width - 6, 4.7).endsWith('…') ? fit(held, width - 6, 4.7) : `hold ${held}`}
      </text>
    ) : (
      small !== '' && (
        <text className="cap-small" x={8} y={28.5}>
          {fit(small, width - 6, 4.5)}
        </text>
      )
    )}
    {isMarked && <path d={`M${width - 12} 0.6H${width - 0.6}V12Z`} fill="var(--madder)" />}
    <TickRow ticks={ticks} width={width} y={height - 7} />
  </g>
);

/** The ticks of one key. */
export const ticksOf = (layers: readonly Layer[], key: string): { dye: Dye; assigned: boolean }[] =>
  layers.map((layer) => ({ dye: layer.dye, assigned: (layer.keys[key]?.does.kind ?? 'pass') !== 'pass' }));
