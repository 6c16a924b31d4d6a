/** A line of text that is taken with Enter, or by leaving it, and given up with Escape; one that cannot be read stays. */
import { useState } from 'react';
import './travel.css';

type LineFieldProps = {
  label: string;
  value: string;
  className: string;
  /** What a line would be taken as, in the line's own words; nothing when it cannot be read. */
  reads: (line: string) => string | undefined;
  /** Takes the line; a message says why it cannot. */
  onTake: (line: string) => string | undefined;
};

export const LineField = ({ label, value, className, reads, onTake }: LineFieldProps) => {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const take = (): void => {
    const found = draft === null || draft.trim() === value ? undefined : onTake(draft);
    setProblem(found ?? '');
    if (found === undefined) setDraft(null);
  };
  const meant = draft === null || draft.trim() === value ? undefined : reads(draft);
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
      {meant !== undefined && meant !== draft?.trim() && (
        <p className="soft" role="status">
          Reads as <b className="mono">{meant}</b>
        </p>
      )}
      {problem !== '' && (
        <p className="travel-problem" role="alert">
          {problem}
        </p>
      )}
    </>
  );
};
