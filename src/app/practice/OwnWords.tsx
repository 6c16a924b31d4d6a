/** A field for a text, or a list, of one's own: what is pasted into it is there again on every part of the bench, and the next time. */
import { useEffect, useRef } from 'react';
import { LONGEST_OWN, useOwnWords, type OwnWordsKind } from '../state/ownWords';
import './OwnWords.css';

/** What is kept of a person's own words; undefined when there is none, or the store has not answered. */
export function useKeptWords(kind: OwnWordsKind): string | undefined {
  useEffect(() => void useOwnWords.getState().read(), []);
  return useOwnWords(({ words }) => words[kind]);
}

type OwnWordsProps = { kind: OwnWordsKind; label: string; rows: number; value: string; placeholder?: string };

export const OwnWords = ({ kind, label, rows, value, placeholder }: OwnWordsProps) => {
  const problem = useOwnWords((state) => state.problem);
  const field = useRef<HTMLTextAreaElement>(null);
  // It has come because somebody asked for it: it is seen, and can be pasted into at once.
  useEffect(() => {
    field.current?.scrollIntoView({ block: 'nearest' });
    if (field.current?.value === '') field.current.focus();
  }, []);
  return (
    <>
      <textarea
        ref={field}
        className={`own-words ${kind}`}
        aria-label={label}
        placeholder={placeholder}
        rows={rows}
        maxLength={LONGEST_OWN[kind]}
        value={value}
        onChange={({ target }) => useOwnWords.getState().write(kind, target.value)}
      />
      {problem !== '' && <p role="alert">Not kept yet: {problem}. It is tried again with what you write next.</p>}
    </>
  );
};
