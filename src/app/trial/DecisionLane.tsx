/** The lane of decisions: hatched while a key is undecided, closed by a line with what it became and why. */
import { shortReasonOf, type DecisionBar } from '../../core/analysis';
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
};

/** What a key was decided to be, by the legend of its action. */
function decidedLegend(bar: DecisionBar, profile: Profile): string {
  const does = profile.layers.find(({ id }) => id === bar.layer)?.keys[bar.name]?.does;
  const step = does?.kind === 'gesture' ? does.steps[bar.step - 1] : undefined;
  const action = bar.outcome === 'tap' ? step?.tap : bar.outcome === 'hold' ? step?.hold : undefined;
  return action ? actionLegend(action, profile) : 'nothing';
}

/** Where the words of a decision fit: behind it, else before it, else nowhere. */
function placeWords(start: number, end: number, roomBehind: number, roomBefore: number) {
  if (roomBehind >= LEAST_ROOM) return { x: end + 5, anchor: 'start' as const, room: roomBehind };
  if (roomBefore >= LEAST_ROOM) return { x: start - 5, anchor: 'end' as const, room: roomBefore };
  return undefined;
}

export const DecisionLane = ({
  profile,
  decisions,
  x,
  left,
  right,
  nowUs,
  top,
  height,
  keyLabel,
}: DecisionLaneProps) => {
  const startOf = (bar: DecisionBar): number => x(bar.fromUs);
  const endOf = (bar: DecisionBar): number => x(bar.toUs ?? nowUs);
  return decisions.map((bar, index) => {
    const [start, end] = [startOf(bar), endOf(bar)];
    const [before, behind] = [decisions[index - 1], decisions[index + 1]];
    const dye = bar.outcome === 'hold' ? 'madder' : bar.outcome === 'tap' ? 'indigo' : 'iron';
    const roomBehind = (behind ? startOf(behind) : right) - end - 8;
    const words = placeWords(start, end, roomBehind, start - (before ? endOf(before) : left) - 8);
    return (
      <g key={`${bar.name}-${bar.fromUs}`}>
        <rect
          x={start}
          y={top + 3}
          width={Math.max(2, end - start)}
          height={height - 6}
          fill="url(#hatch)"
          stroke="var(--soft)"
          strokeWidth={0.6}
        />
        {bar.toUs === null ? (
          <text x={start + 4} y={top + 18} className="lane-decision">
            {keyLabel(bar.name)}?
          </text>
        ) : (
          <path d={`M${end} ${top}V${top + height}`} stroke={threadOf(dye)} strokeWidth={2.4} />
        )}
        {bar.why && words && (
          <text
            x={words.x}
            y={top + 18}
            textAnchor={words.anchor}
            className="lane-decision"
            style={{ fill: textOf(dye) }}
          >
            {fit(
              `${bar.outcome} ${decidedLegend(bar, profile)} · ${shortReasonOf(bar.why)}`,
              words.room,
              PER_CHARACTER,
            )}
          </text>
        )}
      </g>
    );
  });
};
