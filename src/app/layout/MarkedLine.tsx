/** A line that was not understood, with the words that were set apart from those that were not. */
import type { Stretch } from '../../core/notation';
import './MarkedLine.css';

/** The line in stretches, each known or not; `at` is the place of the error, when it has one. */
export const MarkedLine = ({
  line,
  known,
  at,
}: {
  line: string;
  known: readonly Stretch[];
  at?: Stretch | undefined;
}) => {
  const cuts = [...new Set([0, line.length, ...[...known, ...(at ? [at] : [])].flatMap(({ from, to }) => [from, to])])]
    .filter((cut) => cut <= line.length)
    .sort((a, b) => a - b);
  const within = (stretch: Stretch | undefined, from: number): boolean =>
    stretch !== undefined && from >= stretch.from && from < stretch.to;
  return (
    <p className="marked-line mono" aria-hidden="true">
      {cuts.slice(0, -1).map((from, n) => {
        const text = line.slice(from, cuts[n + 1]);
        if (within(at, from)) return <mark key={from}>{text}</mark>;
        return known.some((stretch) => within(stretch, from)) ? (
          <b key={from}>{text}</b>
        ) : (
          <span key={from}>{text}</span>
        );
      })}
    </p>
  );
};
