import './StretchChart.css';
/**
 * How likely all arrives, against how much the score is stretched. A drawing of our own: the chart library's first chart takes the page
 * a tenth of a second, and this one stands beside every score.
 */

export type StretchChartProps = {
  stretches: readonly number[];
  chances: readonly number[];
  /** The chance as the score is now. */
  now: number;
  /** The least stretch that makes it sure. */
  stretch?: number;
};

const TICKS = 7;
const CHANCES = [0, 0.25, 0.5, 0.75, 1];
/** So far a chance stands from the top before its word has room over it. */
const WORD_ABOVE = 0.85;

const percent = (part: number): string => `${(part * 100).toFixed(2)}%`;

export const StretchChart = ({ stretches, chances, now, stretch }: StretchChartProps) => {
  const least = stretches[0] ?? 0;
  const most = stretches.at(-1) ?? 2;
  const xOf = (factor: number): number => (factor - least) / (most - least);
  const line = stretches.map((factor, n) => `${n === 0 ? 'M' : 'L'}${xOf(factor)} ${1 - (chances[n] ?? 0)}`).join('');
  const isSureInSight = stretch !== undefined && stretch <= most;
  const label = `All arrives in ${Math.round(now * 100)} % of runs; the line shows it for other speeds`;
  return (
    <div className="stretch-chart">
      <svg width="100%" height="100%" role="img" aria-label={label}>
        {CHANCES.map((chance) => (
          <g key={chance}>
            <line className="stretch-grid" x2="100%" y1={percent(1 - chance)} y2={percent(1 - chance)} />
            <text x="-8" y={percent(1 - chance)} dy="4" textAnchor="end">
              {Math.round(chance * 100)} %
            </text>
          </g>
        ))}
        {Array.from({ length: TICKS + 1 }, (_, n) => (
          <text key={n} x={percent(n / TICKS)} y="100%" dy="18" textAnchor="middle">
            {(least + ((most - least) * n) / TICKS).toFixed(2)}×
          </text>
        ))}
        <svg width="100%" height="100%" viewBox="0 0 1 1" preserveAspectRatio="none" overflow="visible">
          <path className="stretch-line" d={line} vectorEffect="non-scaling-stroke" />
        </svg>
        {isSureInSight && (
          <g className="stretch-sure">
            <circle cx={percent(xOf(stretch))} r="5" />
            <text x={percent(xOf(stretch))} dy="20" textAnchor="middle">
              {stretch}×
            </text>
          </g>
        )}
        <g className="stretch-now">
          <circle cx={percent(xOf(1))} cy={percent(1 - now)} r="5" />
          <text x={percent(xOf(1))} y={percent(1 - now)} dy={now > WORD_ABOVE ? 20 : -10} textAnchor="middle">
            now
          </text>
        </g>
      </svg>
    </div>
  );
};
