/** A line of text that is taken with Enter, or by leaving it, and given up with Escape; one that cannot be read stays. */
import { useState } from 'react';

type LineFieldProps = {
  label: string;
  value: string;
  className: string;
  /** Takes the line; a message says why it cannot. */
  onTake: (line: string) => string | undefined;
};

export const LineField = ({ label, value, className, onTake }: LineFieldProps) => {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const take = (): void => {
    const found = draft === null || draft.trim() === value ? undefined : onTake(draft);
    setProblem(found ?? '');
    if (found === undefined) setDraft(null);
  };
  return (
    <>
      <input
        className={`mono ${className}`}
        aria-label={label}
        aria-invalid={problem !== ''}
        value={draft ?? value}
        onChange={({ target }) => {
          setDraft(target.value);
          setProblem('');
        }}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key !== 'Escape') return;
          setDraft(null);
          setProblem('');
        }}
      />
      {problem !== '' && (
        <p className="travel-problem" role="alert">
          {problem}
        </p>
      )}
    </>
  );
};
