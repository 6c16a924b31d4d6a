/** A score before and after a change, as two small pictures to one measure, with their figures. */
import { countsOf, pressesOf, sayCount, sayTime } from '../../core/macro';
import type { Score } from '../../core/profile';
import './ScorePreview.css';

const WIDTH = 300;
const HEIGHT = 26;
/** So many bars are enough to see what would happen. */
const MOST_BARS = 160;

const Picture = ({ score, spanUs }: { score: Score; spanUs: number }) => {
  const { presses } = pressesOf(score);
  const lanes = [...new Set(presses.map(({ code }) => code))];
  const lane = HEIGHT / Math.max(1, lanes.length);
  const x = (us: number): number => (us / Math.max(1, spanUs)) * WIDTH;
  return (
    <svg className="score-preview" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
      <rect width={Math.max(1, x(score.lengthUs))} height={HEIGHT} className="score-preview-ground" />
      {presses.slice(0, MOST_BARS).map(({ code, downUs, upUs }, n) => (
        <rect
          key={n}
          x={x(downUs)}
          y={lanes.indexOf(code) * lane + lane * 0.15}
          width={Math.max(1, x(upUs ?? score.lengthUs) - x(downUs))}
          height={lane * 0.7}
          className={upUs === null ? 'score-preview-open' : 'score-preview-bar'}
        />
      ))}
    </svg>
  );
};

const say = (score: Score): string => {
  const { presses, releases, lengthUs } = countsOf(score);
  return `${sayCount(presses, 'press', 'presses')}, ${sayCount(releases, 'release')}, ${sayTime(lengthUs)}`;
};

export const ScorePreview = ({ before, after }: { before: Score; after: Score }) => {
  const spanUs = Math.max(before.lengthUs, after.lengthUs);
  return (
    <div className="score-previews" role="status">
      <Picture score={before} spanUs={spanUs} />
      <span className="soft">now: {say(before)}</span>
      <Picture score={after} spanUs={spanUs} />
      <span>then: {say(after)}</span>
    </div>
  );
};
