/** How long each key of a gesture was down: a tick a press, taps above the thread, holds below, and where the present setting cuts. */
import type { BoardKey } from '../../core/board';
import { legendOf } from '../../core/notation';
import { timingOf } from '../../core/profile';
import type { Held } from '../../core/typing';
import { keyLegend } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import type { LookedAt } from '../../workers/tuneOrder';
import { msOf } from './tuneWords';
import './Threads.css';

const WIDTH = 210;
const HEIGHT = 46;
const LONGEST_MS = 440;
const TICKS_MS = [0, 100, 200, 300, 400];
const AXIS_HEIGHT = 17;
const xOf = (ms: number): number => (Math.min(ms, LONGEST_MS) / LONGEST_MS) * WIDTH;
const MOST_TICKS = 160;

/** Where taps and holds both happen: from the shortest hold to the longest tap, in ms; none when they lie apart. */
function mixed(held: readonly Held[]): [number, number] | null {
  const of = (outcome: Held['outcome']): number[] =>
    held.filter((one) => one.outcome === outcome).map(({ downUs }) => downUs / 1000);
  const [taps, holds] = [of('tap'), of('hold')];
  if (taps.length === 0 || holds.length === 0) return null;
  const [from, to] = [Math.min(...holds), Math.max(...taps)];
  return from < to ? [from, to] : null;
}

type ThreadProps = {
  name: string;
  holds: string;
  held: readonly Held[];
  cutMs: number;
  isChosen: boolean;
  onChoose: () => void;
};

const Thread = ({ name, holds, held, cutMs, isChosen, onChoose }: ThreadProps) => {
  const shown = held.slice(-MOST_TICKS);
  const both = mixed(held);
  const middle = HEIGHT / 2;
  const slips = held.filter(({ isSlip }) => isSlip).length;
  const outcomes = (wanted: Held['outcome']): number => held.filter(({ outcome }) => outcome === wanted).length;
  return (
    <button type="button" className="thread-row" aria-pressed={isChosen} onClick={onChoose}>
      <span className="thread-name">
        <strong>{name}</strong>
        <span className="soft">{holds}</span>
        <span className="visually-hidden">
          : {outcomes('tap')} taps, {outcomes('hold')} holds, {slips} wrong; cut at {cutMs} ms
        </span>
      </span>
      <svg viewBox={`-2 0 ${WIDTH + 4} ${HEIGHT}`} aria-hidden="true">
        {both && (
          <rect
            x={xOf(both[0])}
            y={4}
            width={Math.max(1, xOf(both[1]) - xOf(both[0]))}
            height={HEIGHT - 8}
            className="thread-mixed"
          />
        )}
        <path d={`M0 ${middle}H${WIDTH}`} className="thread-line" />
        {shown.map(({ downUs, outcome, isSlip }, n) => {
          const lane = ((n * 7) % 5) * 2.6;
          const y = outcome === 'tap' ? middle - 7 - lane : middle + 3 + lane;
          return (
            <path
              key={n}
              d={`M${xOf(downUs / 1000).toFixed(1)} ${y}v${isSlip ? 7 : 4}`}
              className={`thread-tick thread-${outcome} ${isSlip ? 'thread-slip' : ''}`}
            />
          );
        })}
        <path d={`M${xOf(cutMs)} 3V${HEIGHT - 3}`} className="thread-cut" />
        <circle cx={xOf(cutMs)} cy={3.5} r={3} className="thread-cut" />
      </svg>
    </button>
  );
};

export const Threads = ({ looked, bench }: { looked: LookedAt | null; bench: Bench }) => {
  const { profile, board, selectedKey, select } = bench;
  const threads = new Map(looked?.threads);
  const rows = board.keys.flatMap((key: BoardKey) => {
    const held = threads.get(key.id);
    const assignment = profile.layers[0]?.keys[key.id];
    if (!held || !assignment) return [];
    return [
      {
        key: key.id,
        held,
        legend: legendOf(assignment, profile),
        cutMs: timingOf(profile, assignment.does).holdAfterMs,
      },
    ];
  });
  const late = looked?.lateness.toSorted((a, b) => b[2] - a[2]).slice(0, 3) ?? [];
  return (
    <section className="panel threads" aria-label="Where each key is cut">
      <p>
        <strong>Where each key is cut</strong>
      </p>
      <p className="soft threads-how">
        Above the thread how long taps were, below it holds; hatched: where both happen. Longer ticks went wrong.
      </p>
      <div className="threads-rows">
        {rows.map(({ key, held, legend, cutMs }) => (
          <Thread
            key={key}
            name={legend.main}
            holds={legend.held}
            held={held}
            cutMs={cutMs}
            isChosen={key === selectedKey}
            onChoose={() => select({ key })}
          />
        ))}
        {looked && rows.length === 0 && <p className="soft">No key of a gesture was pressed in this take.</p>}
      </div>
      {rows.length > 0 && (
        <div className="threads-axis" aria-hidden="true">
          <svg viewBox={`-2 0 ${WIDTH + 4} ${AXIS_HEIGHT}`}>
            {TICKS_MS.map((ms) => (
              <g key={ms} transform={`translate(${xOf(ms)} 0)`}>
                <path d="M0 0V3" className="thread-line" />
                <text y={AXIS_HEIGHT - 3} textAnchor={ms === 0 ? 'start' : 'middle'}>
                  {ms === TICKS_MS.at(-1) ? `${ms} ms` : ms}
                </text>
              </g>
            ))}
          </svg>
        </div>
      )}
      {looked && (
        <p className="soft threads-delay">
          Keys come {msOf(looked.delayMeanUs)} after the finger on average, 95 of 100 within {msOf(looked.delay95Us)}
          {late.length > 0 &&
            `; latest ${late.map(([key, , us]) => `${keyLegend(board, profile, key)} ${msOf(us)}`).join(', ')}`}
          .
        </p>
      )}
    </section>
  );
};
