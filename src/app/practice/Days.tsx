/** The days as cloth: a thread a key, a row a day; darker is slower, a knot is an error. */
import { memo } from 'react';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { keyLegend } from '../shared/keyNames';
import type { Practised } from '../state/practice';
import './Days.css';

const CELL = 13;
const MOST_DAYS = 8;
const SLOWEST_MS = 1400;

type Cell = { count: number; wrong: number; sumMs: number };

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
  const cells = new Map<string, Cell>();
  for (const { day, key, count, wrong, sumMs } of rows) {
    const name = `${day} ${key}`;
    const one = cells.get(name) ?? { count: 0, wrong: 0, sumMs: 0 };
    cells.set(name, { count: one.count + count, wrong: one.wrong + wrong, sumMs: one.sumMs + sumMs });
  }
  const slowest = (day: string): string => {
    const all = keys.flatMap(({ id }) => {
      const cell = cells.get(`${day} ${id}`);
      return cell ? [{ id, ms: cell.sumMs / cell.count }] : [];
    });
    const last = all.sort((a, b) => b.ms - a.ms)[0];
    return last ? `slowest ${keyLegend(board, profile, last.id)}, ${Math.round(last.ms)} ms` : '';
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
              const cell = cells.get(`${day} ${id}`);
              return (
                <g key={id}>
                  <rect
                    x={column * CELL}
                    y={0}
                    width={CELL - 1.5}
                    height={CELL - 1.5}
                    className="days-cell"
                    style={cell && { fillOpacity: 0.15 + 0.75 * Math.min(1, cell.sumMs / cell.count / SLOWEST_MS) }}
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
