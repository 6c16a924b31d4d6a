/**
 * A profile as a small piece of cloth: columns are keys, bands are layers with the base at the bottom, and a tile stands
 * where a layer assigns something, over and under like threads.
 */
import { sayCount } from '../../core/macro';
import { rowsOf, type Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { threadOf } from '../theme/dyes';
import './WeavePicture.css';

const COLUMNS = 22;

/** How much of each column's keys a layer assigns, 0 to 1. Columns gather keys from left to right over the whole board. */
function density(profile: Profile, board: Board): number[][] {
  const rows = rowsOf(board);
  return profile.layers.map((layer) =>
    Array.from({ length: COLUMNS }, (_, column) => {
      const keys = rows.map((row) => row[Math.floor((column / COLUMNS) * row.length)]?.id ?? '');
      return keys.filter((key) => (layer.keys[key]?.does.kind ?? 'pass') !== 'pass').length / keys.length;
    }),
  );
}

type WeavePictureProps = { profile: Profile; board: Board | undefined; width?: number; height?: number };

const box = (x: number, y: number, w: number, h: number): string =>
  `M${x.toFixed(1)} ${y.toFixed(1)}h${w.toFixed(1)}v${h.toFixed(1)}h-${w.toFixed(1)}z`;

/** A layer's tiles that lie over the others, and those that lie under them, as one path each: a long shelf has many pictures. */
function tilesOf(
  columns: readonly number[],
  layer: number,
  step: number,
  band: number,
  height: number,
): [over: string, under: string] {
  const paths: [string, string] = ['', ''];
  columns.forEach((share, column) => {
    if (share === 0) return;
    const over = (column + layer) % 2 === 0;
    const tile = band * (0.35 + 0.5 * share);
    const top = height - (layer + 1) * band + (over ? band * 0.08 : band * 0.9 - tile);
    paths[over ? 0 : 1] += box(column * step + 0.8, top, step - 1.6, tile);
  });
  return paths;
}

export const WeavePicture = ({ profile, board, width = 198, height = 120 }: WeavePictureProps) => {
  const layers = board ? density(profile, board) : [];
  const step = width / COLUMNS;
  const band = height / Math.max(3, layers.length);
  const warp = Array.from({ length: COLUMNS }, (_, column) =>
    box(column * step + step * 0.3, 0, step * 0.4, height),
  ).join('');
  return (
    <svg
      className="weave-picture"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${profile.name}: ${sayCount(profile.layers.length, 'layer')}`}
    >
      <rect width={width} height={height} fill="var(--faint)" rx={2} />
      <path d={warp} fill="var(--hair)" opacity={0.6} />
      {layers.map((columns, layer) => {
        const [over, under] = tilesOf(columns, layer, step, band, height);
        return (
          <g key={layer} fill={threadOf(profile.layers[layer]?.dye ?? 'indigo')} strokeLinejoin="round">
            <path d={over} />
            <path d={under} opacity={0.78} />
          </g>
        );
      })}
    </svg>
  );
};
