/** What pages look like when there is something on them: small drawings in the house's own threads. */
import type { Dye } from '../../core/profile';
import { threadOf } from '../theme/dyes';
import './Empty.css';

type Stroke = readonly [lane: number, from: number, to: number, dye: Dye];

const Lanes = ({ names, bars, height }: { names: readonly string[]; bars: readonly Stroke[]; height: number }) => (
  <svg viewBox={`0 0 640 ${height}`}>
    {names.map((name, n) => (
      <g key={name}>
        <text className="sketch-word" x={0} y={n * 34 + 22}>
          {name}
        </text>
        <rect className="sketch-band" x={72} y={n * 34 + 6} width={560} height={26} rx={3} />
      </g>
    ))}
    {bars.map(([lane, from, to, dye], n) => (
      <rect key={n} x={72 + from} y={lane * 34 + 11} width={to - from} height={16} rx={2} fill={threadOf(dye)} />
    ))}
  </svg>
);

/** A score: a lane a key, a bar from down to up. */
export const ScoreSketch = () => (
  <Lanes
    names={['Ctrl', 'K', '“go”']}
    height={106}
    bars={[
      [0, 40, 330, 'indigo'],
      [1, 110, 180, 'madder'],
      [1, 240, 300, 'madder'],
      [2, 380, 470, 'verdigris'],
    ]}
  />
);

/** The lanes of a trial: fingers above, decisions between, the host below. */
export const TrialSketch = () => (
  <Lanes
    names={['Fingers', 'Decisions', 'Host']}
    height={106}
    bars={[
      [0, 40, 120, 'walnut'],
      [0, 220, 420, 'walnut'],
      [1, 40, 120, 'weld'],
      [1, 220, 340, 'weld'],
      [2, 120, 140, 'indigo'],
      [2, 340, 420, 'madder'],
    ]}
  />
);

const KEYS = Array.from({ length: 30 }, (_, n) => ({ x: (n % 10) * 62, y: Math.floor(n / 10) * 40 }));
const OTHER: ReadonlyMap<number, readonly Dye[]> = new Map([
  [3, ['indigo', 'madder']],
  [11, ['indigo', 'madder']],
  [12, ['indigo', 'madder', 'verdigris']],
  [17, ['indigo', 'verdigris']],
  [25, ['indigo', 'madder']],
]);

/** Profiles side by side: what is the same is pale, what differs shows a tooth for each profile. */
export const CompareSketch = () => (
  <svg viewBox="-2 -2 626 124">
    {KEYS.map(({ x, y }, n) => (
      <g key={n}>
        <rect
          className="sketch-key"
          x={x}
          y={y}
          width={56}
          height={34}
          rx={4}
          style={OTHER.has(n) ? { stroke: threadOf('iron') } : undefined}
        />
        {OTHER.get(n)?.map((dye, k) => (
          <rect key={dye} x={x + 8 + k * 12} y={y + 6} width={8} height={10 + k * 7} fill={threadOf(dye)} />
        ))}
      </g>
    ))}
  </svg>
);

const DYES_THEN: readonly (readonly Dye[])[] = [
  ['indigo'],
  ['indigo', 'madder'],
  ['indigo', 'madder', 'weld'],
  ['indigo', 'madder', 'weld', 'verdigris'],
];

/** A profile as it was, from then to now: a small cloth a moment. */
export const HistorySketch = () => (
  <svg viewBox="0 0 640 110">
    <path className="sketch-line" d="M20 96H620" />
    {DYES_THEN.map((dyes, n) => (
      <g key={n}>
        <rect className="sketch-key" x={20 + n * 155} y={8} width={130} height={70} rx={4} />
        {dyes.map((dye, k) => (
          <rect
            key={dye}
            x={28 + n * 155}
            y={64 - k * 15}
            width={114 - ((n * 3 + k * 17) % 40)}
            height={9}
            fill={threadOf(dye)}
          />
        ))}
        <circle cx={85 + n * 155} cy={96} r={4} fill={threadOf('indigo')} />
      </g>
    ))}
  </svg>
);

/** A keyboard with a profile in one of its slots. */
export const DeviceSketch = () => (
  <svg viewBox="0 0 640 96">
    {[0, 1, 2, 3].map((n) => (
      <g key={n}>
        <rect className="sketch-key" x={10 + n * 156} y={8} width={140} height={78} rx={5} />
        <text className="sketch-word" x={20 + n * 156} y={26}>
          {n + 1}
        </text>
        {n === 0 &&
          (['indigo', 'madder', 'weld'] as const).map((dye, k) => (
            <rect key={dye} x={40} y={66 - k * 17} width={100 - k * 22} height={10} fill={threadOf(dye)} />
          ))}
      </g>
    ))}
  </svg>
);

/** One's own board: keys with their fingers' colours. */
export const BoardSketch = () => (
  <svg viewBox="-2 -2 626 124">
    {KEYS.map(({ x, y }, n) => (
      <g key={n}>
        <rect className="sketch-key" x={x} y={y} width={56} height={34} rx={4} />
        <rect
          x={x + 6}
          y={y + 26}
          width={44}
          height={4}
          fill={threadOf(
            (['orchil', 'indigo', 'verdigris', 'weld', 'weld'] as const)[n % 10 < 5 ? n % 10 : 9 - (n % 10)] ?? 'iron',
          )}
        />
      </g>
    ))}
  </svg>
);
