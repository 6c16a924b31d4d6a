/** Where the bars of a trial lie: lanes of fingers, layers, decisions and the host over time, the newest at the right. Nothing here draws. */
import type { Board } from '../../core/board';
import { hostLayout, legendOnHost } from '../../core/hosts';
import { actionLegend } from '../../core/notation';
import type { Dye, Profile } from '../../core/profile';
import {
  barsWithin,
  rowsWithin,
  shortReasonOf,
  type Bar,
  type Chosen,
  type DecisionBar,
  type HostBar,
  type LayerBar,
} from '../../core/trial';
import { fit } from '../shared/CapFace';
import { keyLegend } from '../shared/keyNames';
import { threadOf } from '../theme/dyes';
import type { TrialSession } from './session';

/** Drawing units. Within these widths a unit is a pixel, so that words have their size; wider lanes are drawn larger. */
const LEAST_WIDTH = 560;
const MOST_WIDTH = 1300;
export const LABELS = 104;
export const TOP = 18;
/** How much time the lanes show. */
export const SPAN_US = 3_000_000;
const ROW = 19;
const GROUP_GAP = 9;
const TICK_US = 500_000;
const MOST_ROWS = 7;
/** Rows are lower when there are many, so that the lanes keep their width. */
const LOW_ROW = 16;
const MANY_ROWS = 12;
const LEAST_HEIGHT = 270;
const PER_CHARACTER = 5.6;
/** The least room in which a shortened reason still says something. */
const LEAST_ROOM = 52;

type Drawn = { x: number; width: number; chosen: Chosen };
type Row = { label: string; shown: string; y: number; fill: string; bars: Drawn[] };
type DrawnDecision = Drawn & {
  bar: DecisionBar;
  dye: Dye;
  /** While it is undecided, its key; then, where they fit, what it became and why. */
  words?: { x: number; anchor: 'start' | 'end'; text: string; dye?: Dye };
};
export type Group = {
  title: string;
  top: number;
  height: number;
  rows: Row[];
  decisions: DrawnDecision[];
  reports: { x: number; isRollover: boolean }[];
};
export type LanesPlan = {
  width: number;
  height: number;
  row: number;
  ticks: { x: number; label: string }[];
  groups: Group[];
};

type Lane = { label: string; bars: readonly Bar[]; fill: string; choose: (bar: Bar) => Chosen };

function lanesOf(session: TrialSession, keyLabel: (key: string) => string, fromUs: number, edgeUs: number) {
  const { lanes, profile, changes } = session;
  const fingers = rowsWithin(lanes.fingers, fromUs, edgeUs).slice(-MOST_ROWS);
  // What the host no longer gets keeps a row, so that it can be seen.
  const gone = changes?.gone ?? [];
  const rows = rowsWithin(gone.length > 0 ? [...lanes.host, ...gone] : lanes.host, fromUs, edgeUs);
  const differs = (bar: Bar): boolean =>
    (gone as Bar[]).includes(bar) || ((changes?.came ?? []) as Bar[]).includes(bar);
  const host = rows
    .toSorted((a, b) => Number(a.bars.some(differs)) - Number(b.bars.some(differs)))
    .slice(-MOST_ROWS)
    .sort((a, b) => (a.bars[0]?.fromUs ?? 0) - (b.bars[0]?.fromUs ?? 0));
  const layout = hostLayout(profile.hostLayout);
  return {
    fingers: fingers.map(({ name, bars }): Lane => ({
      label: keyLabel(name),
      bars,
      fill: 'var(--finger)',
      choose: (bar) => ({ lane: 'fingers', bar }),
    })),
    layers: rowsWithin(lanes.layers, fromUs, edgeUs).map(({ name, bars }): Lane => {
      const layer = profile.layers.find(({ id }) => id === name);
      return {
        label: layer?.name ?? name,
        bars,
        fill: threadOf(layer?.dye ?? 'iron'),
        choose: (bar) => ({ lane: 'layers', bar: bar as LayerBar }),
      };
    }),
    host: host.map(({ name, bars }): Lane => ({
      label: legendOnHost(layout, name),
      bars,
      fill: 'var(--indigo)',
      choose: (bar) => ({ lane: 'host', bar: bar as HostBar }),
    })),
    computer: rowsWithin(session.computer.arrivals.bars, fromUs, edgeUs)
      .slice(-MOST_ROWS)
      .map(({ name, bars }): Lane => ({
        label: legendOnHost(layout, name),
        bars,
        fill: 'var(--verdigris)',
        // Of what arrived the story is that of what was sent.
        choose: (bar) => ({ lane: 'host', bar: sentBefore(lanes.host, bar) ?? bar }),
      })),
  };
}

/** What was sent as it arrived: the last of that name before it. */
const sentBefore = (host: readonly HostBar[], { name, fromUs }: Bar): HostBar | undefined =>
  host.findLast((bar) => bar.name === name && bar.fromUs <= fromUs);

/** What a key was decided to be, by the legend of its action. */
function decidedLegend(bar: DecisionBar, profile: Profile): string {
  const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does;
  const step = does?.kind === 'gesture' ? does.steps[bar.step - 1] : undefined;
  const action = bar.outcome === 'tap' ? step?.tap : bar.outcome === 'hold' ? step?.hold : undefined;
  return action ? actionLegend(action, profile) : 'nothing';
}

const dyeOf = ({ outcome }: DecisionBar): Dye =>
  outcome === 'hold' ? 'madder' : outcome === 'tap' ? 'indigo' : 'iron';

/** Where the words of each decision fit: behind it, else before it, else nowhere; they never run into each other. */
function placeDecisions(
  { profile, lanes }: TrialSession,
  keyLabel: (key: string) => string,
  [fromUs, edgeUs]: readonly [number, number],
  x: (us: number) => number,
): DrawnDecision[] {
  let takenUntil = LABELS;
  const decisions = barsWithin(lanes.decisions, fromUs, edgeUs);
  return decisions.map((bar, index): DrawnDecision => {
    const start = x(bar.fromUs);
    const end = x(bar.toUs ?? edgeUs);
    const dye = dyeOf(bar);
    const drawn: DrawnDecision = {
      bar,
      dye,
      x: start,
      width: Math.max(2, end - start),
      chosen: { lane: 'decisions', bar },
    };
    if (bar.toUs === null)
      return { ...drawn, words: { x: start + 4, anchor: 'start', text: `${keyLabel(bar.name)}?` } };
    const next = decisions[index + 1];
    const roomBehind = (next ? x(next.fromUs) : x(edgeUs)) - end - 8;
    const roomBefore = start - takenUntil - 10;
    takenUntil = Math.max(takenUntil, end);
    if (!bar.why || Math.max(roomBehind, roomBefore) < LEAST_ROOM) return drawn;
    const isBehind = roomBehind >= LEAST_ROOM;
    const whole = `${bar.outcome} ${decidedLegend(bar, profile)} · ${shortReasonOf(bar.why)}`;
    const text = fit(whole, isBehind ? roomBehind : roomBefore, PER_CHARACTER);
    if (isBehind) takenUntil = end + 5 + text.length * PER_CHARACTER;
    return {
      ...drawn,
      words: isBehind ? { x: end + 5, anchor: 'start', text, dye } : { x: start - 5, anchor: 'end', text, dye },
    };
  });
}

/**
 * @param edgeUs the moment at the right edge
 * @param px how wide the place is
 */
export function planLanes(session: TrialSession, board: Board, edgeUs: number, px: number): LanesPlan {
  const width = Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, px));
  const fromUs = edgeUs - SPAN_US;
  const keyLabel = (key: string): string => keyLegend(board, session.profile, key);
  const x = (us: number): number => LABELS + Math.max(0, ((us - fromUs) / SPAN_US) * (width - LABELS));
  const { fingers, layers, host, computer } = lanesOf(session, keyLabel, fromUs, edgeUs);
  const row = fingers.length + layers.length + host.length + computer.length > MANY_ROWS ? LOW_ROW : ROW;
  let top = TOP;
  const group = (title: string, lanes: readonly Lane[], rest: Partial<Group> = {}): Group => {
    const placed: Group = {
      title,
      top,
      height: row * (rest.decisions ? 1.5 : Math.max(1, lanes.length)),
      rows: lanes.map(({ label, bars, fill, choose }, index) => ({
        label,
        shown: fit(label, index === 0 && title !== 'Host' ? 50 : 98, 5.8),
        y: top + index * row,
        fill,
        bars: bars.map((bar) => ({
          x: x(bar.fromUs),
          width: Math.max(2.5, x(bar.toUs ?? edgeUs) - x(bar.fromUs)),
          chosen: choose(bar),
        })),
      })),
      decisions: [],
      reports: [],
      ...rest,
    };
    top += placed.height + GROUP_GAP;
    return placed;
  };
  const groups = [
    // A keyboard that is watched does not tell of the fingers on it.
    ...(session.isWatched && fingers.length === 0 ? [] : [group('Fingers', fingers)]),
    group('Layers', layers),
    group('Decisions', [], { decisions: placeDecisions(session, keyLabel, [fromUs, edgeUs], x) }),
    group('Host', host),
    ...(computer.length > 0 ? [group('Computer', computer)] : []),
    group('Reports', [], {
      reports: session.reports
        .filter(({ tUs }) => tUs >= fromUs && tUs <= edgeUs)
        .map(({ tUs, isRollover }) => ({ x: x(tUs), isRollover })),
    }),
  ];
  const firstTick = Math.max(0, Math.ceil(fromUs / TICK_US) * TICK_US);
  const ticks: LanesPlan['ticks'] = [];
  for (let us = firstTick; us <= edgeUs; us += TICK_US) ticks.push({ x: x(us), label: `${(us / 1e6).toFixed(1)} s` });
  return { width, height: Math.max(LEAST_HEIGHT, top), row, ticks, groups };
}

/** The bar at a place of the drawing. */
export function barAt({ groups, row }: LanesPlan, x: number, y: number): Chosen | undefined {
  const isAcross = (bar: Drawn): boolean => x >= bar.x - 2 && x <= bar.x + bar.width + 2;
  for (const { top, height, rows, decisions } of groups) {
    if (y < top || y > top + height) continue;
    const bars = decisions.length > 0 ? decisions : (rows.find((one) => y >= one.y && y < one.y + row)?.bars ?? []);
    return bars.findLast(isAcross)?.chosen;
  }
  return undefined;
}
