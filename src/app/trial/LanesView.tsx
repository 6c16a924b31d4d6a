/**
 * The lanes at rest: bars over time for fingers, layers, decisions and the host, each of which can be asked why it is there. While time
 * runs, a canvas lies over them.
 */
import { useRef, type KeyboardEvent } from 'react';
import type { Board } from '../../core/board';
import { relatedTo, type Bar, type Chosen } from '../../core/trial';
import { keyLegend } from '../shared/keyNames';
import { useWidth } from '../shared/useWidth';
import { textOf, threadOf } from '../theme/dyes';
import { LanesRunning } from './LanesRunning';
import { LABELS, planLanes, TOP, type Group } from './lanesPlan';
import type { TrialSession } from './session';
import { useSessionAtRest } from './useTrialSession';
import './LanesView.css';
import './trial.css';

/** In CSS pixels, until the place has been measured. */
const USUAL_WIDTH = 900;

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

/** What every bar that can be chosen has, so that a pointer, a screen reader and the arrow keys find it. */
type BarProps = {
  role: 'button';
  tabIndex: number;
  className: string;
  'aria-label': string;
  'data-from': number;
  'data-lane': string;
  onClick: () => void;
};

type Naming = (chosen: Chosen, label: string) => BarProps;

const Decisions = ({ group, barProps }: { group: Group; barProps: Naming }) =>
  group.decisions.map(({ x, width, bar, dye, words, chosen }) => (
    <g key={`${bar.name}-${bar.fromUs}`}>
      <rect
        x={x}
        y={group.top + 3}
        width={width}
        height={group.height - 6}
        fill="url(#hatch)"
        {...barProps(chosen, bar.name)}
      />
      {bar.toUs !== null && (
        <path d={`M${x + width} ${group.top}V${group.top + group.height}`} stroke={threadOf(dye)} strokeWidth={2.4} />
      )}
      {words && (
        <text
          x={words.x}
          y={group.top + 18}
          textAnchor={words.anchor}
          className="lane-decision"
          style={words.dye && { fill: textOf(words.dye) }}
        >
          {words.text}
        </text>
      )}
    </g>
  ));

const Reports = ({ group: { top, reports } }: { group: Group }) =>
  reports.map(({ x, isRollover }, index) => (
    <path
      key={index}
      d={isRollover ? `M${x} ${top + 2}v15m-3 -12l6 6m0 -6l-6 6` : `M${x} ${top + 4}v11`}
      className={isRollover ? 'lane-report rollover' : 'lane-report'}
    />
  ));

type LanesViewProps = {
  session: TrialSession;
  board: Board;
  /** The moment that is looked at; null when it is now. */
  lookUs: number | null;
  /** The bar whose story is told. */
  chosen: Chosen | null;
  onChoose: (chosen: Chosen) => void;
};

export const LanesView = ({ session, board, lookUs, chosen, onChoose }: LanesViewProps) => {
  useSessionAtRest(session);
  const { lanes, profile, changes } = session;
  const place = useRef<HTMLElement>(null);
  const px = useWidth(place, USUAL_WIDTH);
  const { width, height, row, ticks, groups } = planLanes(session, board, lookUs ?? session.edgeUs, px);
  const related = chosen ? relatedTo(chosen, lanes, profile) : null;
  const isRelated = (bar: Bar): boolean =>
    bar === chosen?.bar || (related !== null && Object.values(related).some((bars) => (bars as Bar[]).includes(bar)));
  // One bar is reached with Tab: the chosen one, else the newest; the arrow keys go on from there.
  const reachable = chosen?.bar ?? lanes.host.at(-1) ?? lanes.fingers.at(-1);
  const barProps: Naming = (what, label) => {
    const { bar, lane } = what;
    const isGone = changes?.gone.some((gone) => gone === bar);
    const isNew = changes?.came.some((came) => came === bar);
    const classes = [
      `lane-bar on-${lane}`,
      isRelated(bar) && 'related',
      bar === chosen?.bar && 'chosen',
      isGone && 'gone',
      isNew && 'came',
    ];
    return {
      role: 'button',
      tabIndex: bar === reachable ? 0 : -1,
      className: classes.filter(Boolean).join(' '),
      'aria-label': `${label}${isGone ? ', no longer sent' : isNew ? ', new' : ''}: why?`,
      'data-from': bar.fromUs,
      'data-lane': lane,
      onClick: () => onChoose(what),
    };
  };

  return (
    <section ref={place} className="lanes" aria-label="Lanes">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        preserveAspectRatio="xMinYMin meet"
        role="group"
        aria-label={`The last three seconds: ${lanes.fingers.length} presses, ${lanes.decisions.length} decisions; the arrow keys walk over them`}
        onKeyDown={walk}
      >
        {ticks.map(({ x, label }) => (
          <g key={label}>
            <path d={`M${x} ${TOP - 4}V${height}`} className="lane-tick" />
            <text x={x} y={10} className="lane-figure" textAnchor="middle">
              {label}
            </text>
          </g>
        ))}
        {groups.map((group) => (
          <g key={group.title}>
            <text x={0} y={group.top + 13} className="lane-title">
              {group.title}
            </text>
            <rect
              x={LABELS}
              y={group.top}
              width={width - LABELS}
              height={group.height}
              rx={3}
              className="lane-ground"
            />
            {group.rows.map(({ label, shown, y, fill, bars }) => (
              <g key={label}>
                <text x={LABELS - 6} y={y + 0.71 * row} textAnchor="end" className="lane-label">
                  {shown}
                </text>
                {bars.map((bar, index) => (
                  <rect
                    key={index}
                    x={bar.x}
                    y={y + 3}
                    width={bar.width}
                    height={row - 6}
                    rx={2}
                    fill={fill}
                    {...barProps(bar.chosen, label)}
                  />
                ))}
              </g>
            ))}
            <Reports group={group} />
            <Decisions
              group={group}
              barProps={(what) => barProps(what, `${keyLegend(board, profile, what.bar.name)} decided`)}
            />
          </g>
        ))}
      </svg>
      {lookUs === null && <LanesRunning session={session} board={board} onChoose={onChoose} />}
    </section>
  );
};
