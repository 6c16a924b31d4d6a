/**
 * A profile as a small piece of cloth: columns are keys, bands are layers with the base at the bottom, and a tile stands
 * where a layer assigns something, over and under like threads.
 */
import { rowsOf, type Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { threadOf } from '../theme/dyes';

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

export const WeavePicture = ({ profile, board, width = 198, height = 120 }: WeavePictureProps) => {
  const layers = board ? density(profile, board) : [];
  const step = width / COLUMNS;
  const band = height / Math.max(3, layers.length);
  return (
    <svg
      className="weave-picture"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${profile.name}: ${profile.layers.length} layers`}
    >
      <rect width={width} height={height} fill="var(--faint)" rx={2} />
      {Array.from({ length: COLUMNS }, (_, column) => (
        <rect
          key={column}
          x={column * step + step * 0.3}
          y={0}
          width={step * 0.4}
          height={height}
          fill="var(--hair)"
          opacity={0.6}
        />
      ))}
      {layers.map((columns, layer) =>
        columns.map((share, column) => {
          if (share === 0) return null;
          const over = (column + layer) % 2 === 0;
          const tile = band * (0.35 + 0.5 * share);
          const top = height - (layer + 1) * band + (over ? band * 0.08 : band * 0.9 - tile);
          return (
            <g key={`${layer}-${column}`} fill={threadOf(profile.layers[layer]?.dye ?? 'indigo')}>
              <rect
                x={column * step + 0.8}
                y={top}
                width={step - 1.6}
                height={tile}
                rx={1.2}
                opacity={over ? 1 : 0.78}
              />
            </g>
          );
        }),
      )}
    </svg>
  );
};
