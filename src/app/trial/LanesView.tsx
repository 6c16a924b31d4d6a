/** Lanes of bars over time: fingers, layers, decisions, host. The newest is at the right. Any bar can be asked why it is there. */
import type { KeyboardEvent } from 'react';
import {
  barsWithin,
  relatedTo,
  rowsWithin,
  type Bar,
  type Chosen,
  type DecisionBar,
  type HostBar,
  type LayerBar,
} from '../../core/trial';
import type { Board } from '../../core/board';
import { hostLayout, legendOnHost } from '../../core/hosts';
import { fit } from '../shared/CapFace';
import { keyLegend } from '../shared/keyNames';
import { threadOf } from '../theme/dyes';
import type { BarProps } from './barProps';
import { DecisionLane } from './DecisionLane';
import type { TrialSession } from './session';

const WIDTH = 900;
const LABELS = 104;
/** How much time the lanes show. */
export const SPAN_US = 3_000_000;
const ROW = 19;
const GROUP_GAP = 9;
const TOP = 18;
const MOST_ROWS = { fingers: 7, host: 7 };
/** Rows are lower when there are many, so that the lanes keep their width. */
const LOW_ROW = 16;
const MANY_ROWS = 12;

type Row = { label: string; bars: Bar[]; fill: string; choose: (bar: Bar) => Chosen };
type Group = { title: string; lane: Chosen['lane'] | 'reports'; rows: Row[] };

function groupsOf(session: TrialSession, keyLabel: (key: string) => string, fromUs: number, edgeUs: number): Group[] {
  const { lanes, profile } = session;
  const fingers = rowsWithin(lanes.fingers, fromUs, edgeUs).slice(-MOST_ROWS.fingers);
  // What the host no longer gets keeps a row, so that it can be seen.
  const gone = session.changes?.gone ?? [];
  const rows = rowsWithin([...lanes.host, ...gone], fromUs, edgeUs);
  const differs = (bar: Bar): boolean =>
    (gone as Bar[]).includes(bar) || ((session.changes?.came ?? []) as Bar[]).includes(bar);
  const host = rows
    .toSorted((a, b) => Number(a.bars.some(differs)) - Number(b.bars.some(differs)))
    .slice(-MOST_ROWS.host)
    .sort((a, b) => (a.bars[0]?.fromUs ?? 0) - (b.bars[0]?.fromUs ?? 0));
  return [
    {
      title: 'Fingers',
      lane: 'fingers',
      rows: fingers.map(({ name, bars }) => ({
        label: keyLabel(name),
        bars,
        fill: 'var(--finger)',
        choose: (bar) => ({ lane: 'fingers', bar }),
      })),
    },
    {
      title: 'Layers',
      lane: 'layers',
      rows: rowsWithin(lanes.layers, fromUs, edgeUs).map(({ name, bars }) => {
        const layer = profile.layers.find(({ id }) => id === name);
        return {
          label: layer?.name ?? name,
          bars,
          fill: threadOf(layer?.dye ?? 'iron'),
          choose: (bar) => ({ lane: 'layers', bar: bar as LayerBar }),
        };
      }),
    },
    { title: 'Decisions', lane: 'decisions', rows: [] },
    {
      title: 'Host',
      lane: 'host',
      rows: host.map(({ name, bars }) => ({
        label: legendOnHost(hostLayout(profile.hostLayout), name),
        bars,
        fill: 'var(--indigo)',
        choose: (bar) => ({ lane: 'host', bar: bar as HostBar }),
      })),
    },
    { title: 'Reports', lane: 'reports', rows: [] },
  ];
}

/** Groups one below the other; the decisions have one tall row. */
function placeBelow(groups: readonly Group[], row: number): (Group & { top: number; height: number })[] {
  const placed: (Group & { top: number; height: number })[] = [];
  let top = TOP;
  for (const group of groups) {
    const height = row * (group.lane === 'decisions' ? 1.5 : Math.max(1, group.rows.length));
    placed.push({ ...group, top, height });
    top += height + GROUP_GAP;
  }
  return placed;
}

/** The arrow keys walk over the bars: along a lane in time, up and down to what is nearest in time in the next lane. */
function walk(event: KeyboardEvent<SVGSVGElement>): void {
  const here = (event.target as Element).closest<SVGElement>('[data-lane]');
  const bars = [...event.currentTarget.querySelectorAll<SVGElement>('[data-lane]')];
  if (!here) return;
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    here.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    return;
  }
  const at = (bar: SVGElement): number => Number(bar.getAttribute('data-from'));
  const laneOf = (bar: SVGElement): string => bar.getAttribute('data-lane') ?? '';
  const nearest = (candidates: SVGElement[]): SVGElement | undefined =>
    candidates.sort((a, b) => Math.abs(at(a) - at(here)) - Math.abs(at(b) - at(here)))[0];
  const along = bars.filter((bar) => laneOf(bar) === laneOf(here) && bar !== here);
  const lanes = [...new Set(bars.map(laneOf))];
  const inLane = (step: number): SVGElement[] => {
    const lane = lanes[lanes.indexOf(laneOf(here)) + step];
    return bars.filter((bar) => laneOf(bar) === lane);
  };
  const goTo = {
    ArrowLeft: () => nearest(along.filter((bar) => at(bar) < at(here))),
    ArrowRight: () => nearest(along.filter((bar) => at(bar) > at(here))),
    ArrowUp: () => nearest(inLane(-1)),
    ArrowDown: () => nearest(inLane(1)),
  }[event.key];
  if (!goTo) return;
  event.preventDefault();
  goTo()?.focus();
}

type LanesViewProps = {
  session: TrialSession;
  board: Board;
  edgeUs: number;
  /** The bar whose story is told. */
  chosen: Chosen | null;
  onChoose: (chosen: Chosen) => void;
};

export const LanesView = ({ session, board, edgeUs, chosen, onChoose }: LanesViewProps) => {
  const { lanes, profile, changes } = session;
  const fromUs = edgeUs - SPAN_US;
  const keyLabel = (key: string): string => keyLegend(board, profile, key);
  const x = (us: number): number => LABELS + Math.max(0, ((us - fromUs) / SPAN_US) * (WIDTH - LABELS));
  const groups = groupsOf(session, keyLabel, fromUs, edgeUs);
  const firstTick = Math.ceil(fromUs / 500_000) * 500_000;
  const ticks = Array.from({ length: SPAN_US / 500_000 + 1 }, (_, n) => firstTick + n * 500_000).filter(
    (us) => us >= 0 && us <= edgeUs,
  );

  const row = groups.reduce((count, { rows }) => count + rows.length, 0) > MANY_ROWS ? LOW_ROW : ROW;
  const placed = placeBelow(groups, row);
  const last = placed.at(-1);
  const height = Math.max(300, last ? last.top + last.height + GROUP_GAP : 0);

  const related = chosen ? relatedTo(chosen, lanes, profile) : null;
  const isRelated = (bar: Bar): boolean =>
    bar === chosen?.bar || (related !== null && Object.values(related).some((bars) => (bars as Bar[]).includes(bar)));
  // One bar is reached with Tab: the chosen one, else the newest; the arrow keys go on from there.
  const reachable = chosen?.bar ?? lanes.host.at(-1) ?? lanes.fingers.at(-1);
  const barProps = (what: Chosen, label: string): BarProps => {
    const { bar, lane } = what;
    const isGone = changes?.gone.some((gone) => gone === bar);
    const isNew = changes?.came.some((came) => came === bar);
    const how = [
      `lane-bar on-${lane}`,
      isRelated(bar) && 'related',
      bar === chosen?.bar && 'chosen',
      isGone && 'gone',
      isNew && 'came',
    ];
    return {
      role: 'button',
      tabIndex: bar === reachable ? 0 : -1,
      className: how.filter(Boolean).join(' '),
      'aria-label': `${label}${isGone ? ', no longer sent' : isNew ? ', new' : ''}: why?`,
      'data-from': bar.fromUs,
      'data-lane': lane,
      onPointerDown: () => onChoose(what),
      onClick: () => onChoose(what),
    };
  };

  return (
    <section className="lanes" aria-label="Lanes">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        preserveAspectRatio="xMinYMin meet"
        role="group"
        aria-label={`The last three seconds: ${lanes.fingers.length} presses, ${lanes.decisions.length} decisions; the arrow keys walk over them`}
        onKeyDown={walk}
      >
        {ticks.map((us) => (
          <g key={us}>
            <path d={`M${x(us)} ${TOP - 4}V${height}`} className="lane-tick" />
            <text x={x(us)} y={10} className="lane-figure" textAnchor="middle">
              {(us / 1_000_000).toFixed(1)} s
            </text>
          </g>
        ))}
        {placed.map(({ title, lane, rows, top, height: groupHeight }) => (
          <g key={title}>
            <text x={0} y={top + 13} className="lane-title">
              {title}
            </text>
            <rect x={LABELS} y={top} width={WIDTH - LABELS} height={groupHeight} rx={3} className="lane-ground" />
            {rows.map((line, index) => (
              <g key={line.label}>
                <text x={LABELS - 6} y={top + (index + 0.71) * row} textAnchor="end" className="lane-label">
                  {fit(line.label, index === 0 && title !== 'Host' ? 50 : 98, 5.8)}
                </text>
                {line.bars.map((bar) => (
                  <rect
                    key={`${bar.fromUs}-${(changes?.gone as Bar[] | undefined)?.includes(bar) ?? false}`}
                    x={x(bar.fromUs)}
                    y={top + index * row + 3}
                    width={Math.max(2.5, x(bar.toUs ?? edgeUs) - x(bar.fromUs))}
                    height={row - 6}
                    rx={2}
                    fill={line.fill}
                    {...barProps(line.choose(bar), line.label)}
                  />
                ))}
              </g>
            ))}
            {lane === 'reports' &&
              session.reports
                .filter(({ tUs }) => tUs >= fromUs && tUs <= edgeUs)
                .map(({ tUs, isRollover }) => (
                  <path
                    key={tUs}
                    d={isRollover ? `M${x(tUs)} ${top + 2}v15m-3 -12l6 6m0 -6l-6 6` : `M${x(tUs)} ${top + 4}v11`}
                    className={isRollover ? 'lane-report rollover' : 'lane-report'}
                  />
                ))}
            {lane === 'decisions' && (
              <DecisionLane
                profile={profile}
                decisions={barsWithin(lanes.decisions, fromUs, edgeUs)}
                x={x}
                left={LABELS}
                right={WIDTH}
                nowUs={edgeUs}
                top={top}
                height={groupHeight}
                keyLabel={keyLabel}
                barProps={(bar: DecisionBar) => barProps({ lane: 'decisions', bar }, `${keyLabel(bar.name)} decided`)}
              />
            )}
          </g>
        ))}
      </svg>
    </section>
  );
};
