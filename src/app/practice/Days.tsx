/** The days as cloth: a thread a key, a row a day; darker is slower, a knot is an error. */
import { memo } from 'react';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { progressByKey, slowness } from '../../core/typing';
import { keyLegend } from '../shared/keyNames';
import type { Practised } from '../state/practice';
import './Days.css';

const CELL = 13;
const MOST_DAYS = 8;

type Props = { rows: readonly Practised[]; problem: string; profile: Profile; board: Board };

export const Days = memo(({ rows, problem, profile, board }: Props) => {
  const days = [...new Set(rows.map(({ day }) => day))].sort().slice(-MOST_DAYS);
  const keys = board.keys.filter(({ id }) => rows.some(({ key }) => key === id));
  if (days.length === 0)
    return (
      <section className="practise-days" aria-label="Days">
        {problem === '' ? (
          <p className="soft">Days become cloth here: a thread a key, a row a day.</p>
        ) : (
          <p role="alert">What was practised before cannot be read: {problem}.</p>
        )}
      </section>
    );
  const byDay = new Map(days.map((day) => [day, progressByKey(rows.filter((row) => row.day === day))]));
  const slowest = (day: string): string => {
    const [last] = [...(byDay.get(day) ?? [])].sort(([, a], [, b]) => b.meanMs - a.meanMs);
    return last ? `slowest ${keyLegend(board, profile, last[0])}, ${Math.round(last[1].meanMs)} ms` : '';
  };
  return (
    <section className="practise-days" aria-label="Days">
      <p>
        <strong>Days, key by key</strong>{' '}
        <span className="soft">a thread a key, a row a day; darker is slower, a knot is an error</span>
      </p>
      <svg
        viewBox={`-44 0 ${keys.length * CELL + 46} ${days.length * CELL}`}
        height={days.length * CELL * 1.15}
        role="img"
        aria-label={days.map((day) => `${day}: ${slowest(day)}`).join('; ')}
      >
        {days.map((day, row) => (
          <g key={day} transform={`translate(0 ${row * CELL})`}>
            <text x={-44} y={CELL - 3} className="days-name">
              {day.slice(5)}
            </text>
            {keys.map(({ id }, column) => {
              const cell = byDay.get(day)?.get(id);
              return (
                <g key={id}>
                  <rect
                    x={column * CELL}
                    y={0}
                    width={CELL - 1.5}
                    height={CELL - 1.5}
                    className="days-cell"
                    style={cell && { fillOpacity: 0.15 + 0.75 * slowness(cell) }}
                  />
                  {cell && cell.wrong > 0 && (
                    <circle
                      cx={column * CELL + CELL / 2 - 0.7}
                      cy={CELL / 2 - 0.7}
                      r={Math.min(4, 1.6 + cell.wrong * 0.4)}
                      className="days-knot"
                    />
                  )}
                </g>
              );
            })}
          </g>
        ))}
      </svg>
    </section>
  );
});
Days.displayName = 'Days';
