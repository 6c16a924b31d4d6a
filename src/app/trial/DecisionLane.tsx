/** The lane of decisions: hatched while a key is undecided, closed by a line with what it became and why. */
import { shortReasonOf, type DecisionBar } from '../../core/trial';
import type { BarProps } from './barProps';
import { actionLegend } from '../../core/notation';
import type { Profile } from '../../core/profile';
import { fit } from '../shared/CapFace';
import { textOf, threadOf } from '../theme/dyes';

const PER_CHARACTER = 5.6;
/** The least room in which a shortened reason still says something. */
const LEAST_ROOM = 52;

type DecisionLaneProps = {
  profile: Profile;
  decisions: readonly DecisionBar[];
  /** Where a time lies, and where the lane ends, in drawing units. */
  x: (us: number) => number;
  left: number;
  right: number;
  nowUs: number;
  top: number;
  height: number;
  keyLabel: (key: string) => string;
  /** What makes a bar one that can be chosen. */
  barProps: (bar: DecisionBar) => BarProps;
};

/** What a key was decided to be, by the legend of its action. */
function decidedLegend(bar: DecisionBar, profile: Profile): string {
  const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does;
  const step = does?.kind === 'gesture' ? does.steps[bar.step - 1] : undefined;
  const action = bar.outcome === 'tap' ? step?.tap : bar.outcome === 'hold' ? step?.hold : undefined;
  return action ? actionLegend(action, profile) : 'nothing';
}

type Placed = {
  bar: DecisionBar;
  start: number;
  end: number;
  words?: { x: number; anchor: 'start' | 'end'; text: string };
};

/** Where the words of each decision fit: behind it, else before it, else nowhere; they never run into each other. */
function placeAll({ profile, decisions, x, left, right, nowUs }: DecisionLaneProps): Placed[] {
  const placed: Placed[] = [];
  let takenUntil = left;
  decisions.forEach((bar, index) => {
    const start = x(bar.fromUs);
    const end = x(bar.toUs ?? nowUs);
    const next = decisions[index + 1];
    const roomBehind = (next ? x(next.fromUs) : right) - end - 8;
    const roomBefore = start - takenUntil - 10;
    takenUntil = Math.max(takenUntil, end);
    if (!bar.why || Math.max(roomBehind, roomBefore) < LEAST_ROOM) {
      placed.push({ bar, start, end });
      return;
    }
    const isBehind = roomBehind >= LEAST_ROOM;
    const whole = `${bar.outcome} ${decidedLegend(bar, profile)} · ${shortReasonOf(bar.why)}`;
    const text = fit(whole, isBehind ? roomBehind : roomBefore, PER_CHARACTER);
    if (isBehind) takenUntil = end + 5 + text.length * PER_CHARACTER;
    placed.push({
      bar,
      start,
      end,
      words: isBehind ? { x: end + 5, anchor: 'start', text } : { x: start - 5, anchor: 'end', text },
    });
  });
  return placed;
}

export const DecisionLane = (props: DecisionLaneProps) => {
  const { top, height, keyLabel, barProps } = props;
  return placeAll(props).map(({ bar, start, end, words }) => {
    const dye = bar.outcome === 'hold' ? 'madder' : bar.outcome === 'tap' ? 'indigo' : 'iron';
    return (
      <g key={`${bar.name}-${bar.fromUs}`}>
        <rect
          x={start}
          y={top + 3}
          width={Math.max(2, end - start)}
          height={height - 6}
          fill="url(#hatch)"
          {...barProps(bar)}
        />
        {bar.toUs === null ? (
          <text x={start + 4} y={top + 18} className="lane-decision">
            {keyLabel(bar.name)}?
          </text>
        ) : (
          <path d={`M${end} ${top}V${top + height}`} stroke={threadOf(dye)} strokeWidth={2.4} />
        )}
        {words && (
          <text
            x={words.x}
            y={top + 18}
            textAnchor={words.anchor}
            className="lane-decision"
            style={{ fill: textOf(dye) }}
          >
            {words.text}
          </text>
        )}
      </g>
    );
  });
};
