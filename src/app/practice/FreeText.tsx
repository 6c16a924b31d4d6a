/** What is written freely, as it comes; when hands rest, a click on a wrong character says what was meant. */
import { useRef, useState } from 'react';
import type { ShownPiece } from '../../core/hosts';
import type { Writing } from './writing';
import './FreeText.css';

type Props = {
  writing: Writing;
  isListening: boolean;
  /** What was meant instead, by the piece that came: one that was taken back takes its mark along. */
  marks: ReadonlyMap<ShownPiece, string>;
  onMark: (piece: ShownPiece, meant: string) => void;
};

/** So much of the end is drawn. */
const SHOWN = 1500;

export const FreeText = ({ writing, isListening, marks, onMark }: Props) => {
  const { pieces } = writing.host;
  const [asked, setAsked] = useState<ShownPiece | null>(null);
  const shown = useRef<HTMLParagraphElement>(null);
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
      <p ref={shown} className="free-text" aria-label="What came">
        {pieces.slice(from).map((piece, n) => {
          const { text } = piece;
          const mark = marks.get(piece);
          return (
            <button
              key={from + n}
              type="button"
              className={mark === undefined ? 'free-piece' : 'free-piece free-marked'}
              onClick={() => setAsked(piece)}
            >
              {text}
              <span className="visually-hidden"> came{mark === undefined ? '; say that another was meant' : ', '}</span>
              {mark !== undefined && <span className="free-meant">{mark}</span>}
              {mark !== undefined && <span className="visually-hidden"> was meant</span>}
            </button>
          );
        })}
      </p>
      {asked !== null && pieces.includes(asked) && (
        <p className="free-ask">
          <label>
            Instead of <strong>{asked.text}</strong>{' '}
            <input
              key={pieces.indexOf(asked)}
              aria-label="What was meant"
              size={3}
              maxLength={2}
              autoFocus
              defaultValue={marks.get(asked) ?? ''}
              onKeyDown={(event) => {
                const place = pieces.indexOf(asked) - from;
                // Escape leaves it as it was.
                if (event.key === 'Escape') setAsked(null);
                else if (event.key === 'Enter') event.currentTarget.blur();
                else return;
                requestAnimationFrame(() => shown.current?.querySelectorAll('button')[place]?.focus());
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
