/** Lanes of bars over time: fingers, layers, decisions, host. The newest is at the right. */
import { barsWithin, rowsWithin, shortReasonOf, type Bar, type DecisionBar } from '../../core/analysis';
import type { Board } from '../../core/board';
import { legendOfCode } from '../../core/codes';
import { actionLegend } from '../../core/notation';
import type { Profile } from '../../core/profile';
import { fit } from '../shared/CapFace';
import { keyName } from '../shared/keyNames';
import { textOf, threadOf } from '../theme/dyes';
import type { TrialSession } from './session';

const WIDTH = 900;
const LABELS = 104;
const SPAN_US = 3_000_000;
const ROW = 19;
const GROUP_GAP = 9;
const TOP = 18;
const MOST_ROWS = { fingers: 7, host: 6 };

type Row = { label: string; bars: Bar[]; fill: (bar: Bar) => string };
type Group = { title: string; rows: Row[] };

/** What a finger's row is called: the key, by the legend of its plain code where it has one. */
const fingerLabel = (board: Board, key: string): string => {
  const code = board.keys.find(({ id }) => id === key)?.code;
  return code === key ? legendOfCode(code) : keyName(board, key);
};

function groupsOf(session: TrialSession, board: Board, fromUs: number): Group[] {
  const { lanes, profile, edgeUs } = session;
  const newest = (rows: { name: string; bars: Bar[] }[], most: number) => rows.slice(-most);
  const fingers = newest(rowsWithin(lanes.fingers, fromUs, edgeUs), MOST_ROWS.fingers);
  const host = newest(rowsWithin(lanes.host, fromUs, edgeUs), MOST_ROWS.host);
  const layers = rowsWithin(lanes.layers, fromUs, edgeUs);
  return [
    {
      title: 'Fingers',
      rows: fingers.map(({ name, bars }) => ({ label: fingerLabel(board, name), bars, fill: () => 'var(--finger)' })),
    },
    {
      title: 'Layers',
      rows: layers.map(({ name, bars }) => {
        const layer = profile.layers.find(({ id }) => id === name);
        return { label: layer?.name ?? name, bars, fill: () => threadOf(layer?.dye ?? 'iron') };
      }),
    },
    { title: 'Decisions', rows: [] },
    {
      title: 'Host',
      rows: host.map(({ name, bars }) => ({ label: legendOfCode(name), bars, fill: () => 'var(--indigo)' })),
    },
  ];
}

/** Groups one below the other; the decisions have one tall row. */
function placeBelow(groups: readonly Group[]): (Group & { top: number; height: number })[] {
  const placed: (Group & { top: number; height: number })[] = [];
  let top = TOP;
  for (const group of groups) {
    const height = ROW * (group.title === 'Decisions' ? 1.5 : Math.max(1, group.rows.length));
    placed.push({ ...group, top, height });
    top += height + GROUP_GAP;
  }
  return placed;
}

/** What a key was decided to be, by the legend of its action. */
function decidedLegend(bar: DecisionBar, profile: Profile): string {
  const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does;
  const step = does?.kind === 'gesture' ? does.steps[bar.step - 1] : undefined;
  const action = bar.outcome === 'tap' ? step?.tap : bar.outcome === 'hold' ? step?.hold : undefined;
  return action ? actionLegend(action, profile) : 'nothing';
}

export const LanesView = ({ session, board }: { session: TrialSession; board: Board }) => {
  const { lanes, edgeUs } = session;
  const fromUs = edgeUs - SPAN_US;
  const x = (us: number): number => LABELS + Math.max(0, ((us - fromUs) / SPAN_US) * (WIDTH - LABELS));
  const groups = groupsOf(session, board, fromUs);
  const decisions = barsWithin(lanes.decisions, fromUs, edgeUs);
  const firstTick = Math.ceil(fromUs / 500_000) * 500_000;
  const ticks = Array.from({ length: SPAN_US / 500_000 + 1 }, (_, n) => firstTick + n * 500_000).filter(
    (us) => us >= 0 && us <= edgeUs,
  );

  const placed = placeBelow(groups);
  const last = placed.at(-1);
  const height = Math.max(300, last ? last.top + last.height + GROUP_GAP : 0);

  return (
    <section className="lanes" aria-label="Lanes">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={`The last three seconds: ${lanes.fingers.length} presses, ${lanes.decisions.length} decisions`}
      >
        {ticks.map((us) => (
          <g key={us}>
            <path d={`M${x(us)} ${TOP - 4}V${height}`} className="lane-tick" />
            <text x={x(us)} y={10} className="lane-figure" textAnchor="middle">
              {(us / 1_000_000).toFixed(1)} s
            </text>
          </g>
        ))}
        {placed.map(({ title, rows, top, height: groupHeight }) => (
          <g key={title}>
            <text x={0} y={top + 13} className="lane-title">
              {title}
            </text>
            <rect x={LABELS} y={top} width={WIDTH - LABELS} height={groupHeight} rx={3} className="lane-ground" />
            {rows.map((row, index) => (
              <g key={row.label}>
                <text x={LABELS - 6} y={top + index * ROW + 13.5} textAnchor="end" className="lane-label">
                  {fit(row.label, index === 0 && title !== 'Host' ? 50 : 98, 5.8)}
                </text>
                {row.bars.map((bar) => (
                  <rect
                    key={bar.fromUs}
                    x={x(bar.fromUs)}
                    y={top + index * ROW + 3}
                    width={Math.max(2.5, x(bar.toUs ?? edgeUs) - x(bar.fromUs))}
                    height={ROW - 6}
                    rx={2}
                    fill={row.fill(bar)}
                  />
                ))}
              </g>
            ))}
            {title === 'Decisions' &&
              decisions.map((bar, index) => {
                const end = x(bar.toUs ?? edgeUs);
                const next = decisions[index + 1];
                const room = (next ? x(next.fromUs) : WIDTH + 200) - end - 8;
                const dye = bar.outcome === 'hold' ? 'madder' : bar.outcome === 'tap' ? 'indigo' : 'iron';
                return (
                  <g key={`${bar.name}-${bar.fromUs}`}>
                    <rect
                      x={x(bar.fromUs)}
                      y={top + 3}
                      width={Math.max(2, end - x(bar.fromUs))}
                      height={groupHeight - 6}
                      fill="url(#hatch)"
                      stroke="var(--soft)"
                      strokeWidth={0.6}
                    />
                    {bar.toUs === null ? (
                      <text x={x(bar.fromUs) + 4} y={top + 18} className="lane-decision">
                        {fingerLabel(board, bar.name)}?
                      </text>
                    ) : (
                      <>
                        <path d={`M${end} ${top}V${top + groupHeight}`} stroke={threadOf(dye)} strokeWidth={2.4} />
                        {room > 24 && (
                          <text
                            x={end > WIDTH - 150 ? x(bar.fromUs) - 5 : end + 5}
                            y={top + 18}
                            textAnchor={end > WIDTH - 150 ? 'end' : 'start'}
                            className="lane-decision"
                            style={{ fill: textOf(dye) }}
                          >
                            {fit(
                              `${bar.outcome} ${decidedLegend(bar, session.profile)} · ${bar.why ? shortReasonOf(bar.why) : ''}`,
                              end > WIDTH - 150 ? 320 : room,
                              5.6,
                            )}
                          </text>
                        )}
                      </>
                    )}
                  </g>
                );
              })}
          </g>
        ))}
      </svg>
    </section>
  );
};
