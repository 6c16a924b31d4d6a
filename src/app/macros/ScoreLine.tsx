/** A short score as a line of text, to be typed straight in. */
import { Input } from 'antd';
import { useState } from 'react';
import { parseScoreLine, printScoreLine } from '../../core/notation';
import { Unreadable } from '../../core/reading';
import type { Score } from '../../core/profile';

/** Longer scores are not shown as a line, but one can still be typed in their place. */
const LONGEST = 60;

export const ScoreLine = ({ score, onTake }: { score: Score; onTake: (score: Score) => string | undefined }) => {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const isLong = score.events.length > LONGEST;
  const printed = isLong ? '' : printScoreLine(score);
  const take = (): void => {
    if (draft === null || draft.trim() === printed) {
      setDraft(null);
      return;
    }
    try {
      const refused = onTake(parseScoreLine(draft));
      if (refused === undefined) setDraft(null);
      setProblem(refused ?? '');
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      setProblem(error.message);
    }
  };
  return (
    <div className="score-line">
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
      {problem !== '' && (
        <p className="assign-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
};
