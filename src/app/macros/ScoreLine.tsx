/** A short score as a line of text, to be typed straight in. */
import { Input } from 'antd';
import { useState } from 'react';
import { printScoreLine, scoreSaid } from '../../core/notation';
import { Unreadable } from '../../core/reading';
import type { Score } from '../../core/profile';
import '../shared/reasons.css';
import './ScoreLine.css';

/** Longer scores are not shown as a line, but one can still be typed in their place. */
const LONGEST = 60;

/** What a line would be taken as, in the score's own words; nothing when it cannot be read. */
function meantBy(line: string): string | undefined {
  try {
    return printScoreLine(scoreSaid(line));
  } catch (error) {
    if (error instanceof Unreadable) return undefined;
    throw error;
  }
}

type ScoreLineProps = {
  score: Score;
  onTake: (score: Score) => string | undefined;
  /** The line was taken: the focus goes back to what it is about. */
  onDone: () => void;
};

export const ScoreLine = ({ score, onTake, onDone }: ScoreLineProps) => {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const isLong = score.events.length > LONGEST;
  const printed = isLong ? '' : printScoreLine(score);
  const take = (): void => {
    if (draft === null || draft.trim() === printed) {
      setDraft(null);
      onDone();
      return;
    }
    try {
      const refused = onTake(scoreSaid(draft));
      if (refused === undefined) {
        setDraft(null);
        onDone();
      }
      setProblem(refused ?? '');
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      setProblem(error.message);
    }
  };
  const meant = draft === null || draft.trim() === printed ? undefined : meantBy(draft);
  return (
    <div className="score-line" data-half={draft === null || draft.trim() === printed ? 'no' : 'yes'}>
      <Input
        className="mono"
        aria-label="The score as a line"
        aria-invalid={problem !== ''}
        placeholder={
          isLong
            ? `${score.events.length} events; type a line to replace them`
            : '+Ctrl 40 D:60 40 -Ctrl   or   A:80 120 A:80   or   "Scene 3"'
        }
        value={draft ?? printed}
        status={problem === '' ? '' : 'error'}
        onChange={({ target }) => {
          setDraft(target.value);
          setProblem('');
        }}
        onPressEnter={take}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            setDraft(null);
            setProblem('');
          }
        }}
      />
      {meant !== undefined && meant !== draft?.trim() && (
        <p className="soft" role="status">
          Reads as <b className="mono">{meant}</b>; <kbd>Enter</kbd> takes it.
        </p>
      )}
      {problem !== '' && (
        <p className="assign-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
};
