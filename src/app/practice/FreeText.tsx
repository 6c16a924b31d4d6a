/** What is written freely, as it comes; when hands rest, a click on a wrong character says what was meant. */
import { useState } from 'react';
import type { Writing } from './writing';
import './FreeText.css';

type Props = {
  writing: Writing;
  isListening: boolean;
  /** What was meant instead, by the place in the text. */
  marks: ReadonlyMap<number, string>;
  onMark: (place: number, meant: string) => void;
};

/** So much of the end is drawn. */
const SHOWN = 1500;

export const FreeText = ({ writing, isListening, marks, onMark }: Props) => {
  const { pieces } = writing.host;
  const [asked, setAsked] = useState<number | null>(null);
  const from = Math.max(0, pieces.length - SHOWN);
  if (pieces.length === 0)
    return (
      <p className="free-text soft">
        Write what comes to mind, or what you have to write anyway. Take back what is wrong as you always do: what you
        take back, and what you type instead, says what was meant.
      </p>
    );
  if (isListening)
    return (
      <p className="free-text" aria-label="What came">
        {pieces
          .slice(from)
          .map(({ text }) => text)
          .join('')}
        <span className="free-cursor" aria-hidden="true" />
      </p>
    );
  return (
    <>
      <p className="free-text" aria-label="What came">
        {pieces.slice(from).map(({ text }, n) => {
          const place = from + n;
          const mark = marks.get(place);
          return (
            <button
              key={place}
              type="button"
              className={mark === undefined ? 'free-piece' : 'free-piece free-marked'}
              aria-label={
                mark === undefined ? `${text} came; say that another was meant` : `${text} came, ${mark} was meant`
              }
              onClick={() => setAsked(place)}
            >
              {text}
              {mark !== undefined && <span className="free-meant">{mark}</span>}
            </button>
          );
        })}
      </p>
      {asked !== null && pieces[asked] && (
        <p className="free-ask">
          <label>
            Instead of <strong>{pieces[asked].text}</strong>{' '}
            <input
              key={asked}
              aria-label="What was meant"
              size={3}
              maxLength={2}
              autoFocus
              defaultValue={marks.get(asked) ?? ''}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
              }}
              onBlur={(event) => {
                onMark(asked, [...event.target.value].at(0) ?? '');
                setAsked(null);
              }}
            />{' '}
            was meant
          </label>
        </p>
      )}
    </>
  );
};
