/** Lanes of bars over time: fingers, layers, decisions, host. The newest is at the right. */
import type { KeyboardEvent } from 'react';
import { barsWithin, rowsWithin, type Bar, type HostBar } from '../../core/analysis';
import type { Board } from '../../core/board';
import { legendOfCode } from '../../core/codes';
import { fit } from '../shared/CapFace';
import { keyLegend } from '../shared/keyNames';
import { threadOf } from '../theme/dyes';
import { DecisionLane } from './DecisionLane';
import type { TrialSession } from './session';

const WIDTH = 900;
const LABELS = 104;
/** How much time the lanes show. */
export const SPAN_US = 3_000_000;
const ROW = 19;
const GROUP_GAP = 9;
const TOP = 18;
const MOST_ROWS = { fingers: 7, host: 6 };

type Row = { label: string; bars: HostBar[]; fill: (bar: Bar) => string };
type Group = { title: string; rows: Row[] };

function groupsOf(
  session: TrialSession,
  keyLabel: (key: string) => string,
  fromUs: number,
  edgeUs: number,
  chosen: HostBar | null,
): Group[] {
  const { lanes, profile } = session;
  const newest = (rows: { name: string; bars: Bar[] }[], most: number) => rows.slice(-most);
  const fingers = newest(rowsWithin(lanes.fingers, fromUs, edgeUs), MOST_ROWS.fingers);
  const host = newest(rowsWithin(lanes.host, fromUs, edgeUs), MOST_ROWS.host);
  // The press that the chosen bar of the host came from stands out.
  const fingerFill = (name: string) => (bar: Bar) =>
    chosen?.origin?.from === name && chosen.origin.pressedUs === bar.fromUs ? 'var(--madder)' : 'var(--finger)';
  const layers = rowsWithin(lanes.layers, fromUs, edgeUs);
  return [
    {
      title: 'Fingers',
      rows: fingers.map(({ name, bars }) => ({ label: keyLabel(name), bars, fill: fingerFill(name) })),
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
    { title: 'Reports', rows: [] },
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

type LanesViewProps = {
  session: TrialSession;
  board: Board;
  edgeUs: number;
  /** The bar of the host whose story is told. */
  chosen: HostBar | null;
  onChoose: (bar: HostBar) => void;
};

export const LanesView = ({ session, board, edgeUs, chosen, onChoose }: LanesViewProps) => {
  const { lanes } = session;
  const fromUs = edgeUs - SPAN_US;
  const keyLabel = (key: string): string => keyLegend(board, session.profile, key);
  const x = (us: number): number => LABELS + Math.max(0, ((us - fromUs) / SPAN_US) * (WIDTH - LABELS));
  const groups = groupsOf(session, keyLabel, fromUs, edgeUs, chosen);
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
        preserveAspectRatio="xMinYMin meet"
        role="group"
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
                    {...(title === 'Host' && {
                      role: 'button',
                      tabIndex: 0,
                      className: bar === chosen ? 'host-bar chosen' : 'host-bar',
                      'aria-label': `Why ${row.label}?`,
                      onClick: () => onChoose(bar),
                      onKeyDown: (event: KeyboardEvent) => {
                        if (event.key === 'Enter' || event.key === ' ') onChoose(bar);
                      },
                    })}
                  />
                ))}
              </g>
            ))}
            {title === 'Reports' &&
              session.reports
                .filter(({ tUs }) => tUs >= fromUs && tUs <= edgeUs)
                .map(({ tUs, isRollover }) => (
                  <path
                    key={tUs}
                    d={isRollover ? `M${x(tUs)} ${top + 2}v15m-3 -12l6 6m0 -6l-6 6` : `M${x(tUs)} ${top + 4}v11`}
                    className={isRollover ? 'lane-report rollover' : 'lane-report'}
                  />
                ))}
            {title === 'Decisions' && (
              <DecisionLane
                profile={session.profile}
                decisions={barsWithin(lanes.decisions, fromUs, edgeUs)}
                x={x}
                left={LABELS}
                right={WIDTH}
                nowUs={edgeUs}
                top={top}
                height={groupHeight}
                keyLabel={keyLabel}
              />
            )}
          </g>
        ))}
      </svg>
    </section>
  );
};
