/** A slip of paper that asks for one key after the other: the person presses each on their real keyboard, which gives the drawn key its code. */
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { inReadingOrder, pressIn, type Board, type Drawn, type KeyId } from '../../core/board';
import { isCode, titleOfCode } from '../../core/codes';
import './PressIn.css';

/** Escape is a key like any other; held for so long, in ms, it ends the asking. */
const ENDS_AFTER_MS = 700;

type PressInProps = {
  board: Board;
  /** The key that is asked for. */
  asked: KeyId;
  onAsk: (key: KeyId) => void;
  onDraw: (result: Drawn, row?: string) => void;
  onEnd: () => void;
};

export const PressIn = ({ board, asked, onAsk, onDraw, onEnd }: PressInProps) => {
  const [said, setSaid] = useState('');
  const order = inReadingOrder(board);
  const at = Math.max(0, order.indexOf(asked));
  const code = board.keys.find(({ id }) => id === asked)?.code;
  const escape = useRef<ReturnType<typeof setTimeout> | null>(null);

  const goTo = (place: number): void => {
    const next = order[place];
    if (next === undefined) onEnd();
    else onAsk(next);
  };

  const take = (code: string): void => {
    if (!isCode(code)) {
      setSaid(
        code === ''
          ? 'The browser does not say which key that was. Skip it, or type its code at the right.'
          : `“${code}” is no code that is known.`,
      );
      return;
    }
    const before = board.keys.find((key) => key.code === code && key.id !== asked);
    setSaid(before ? `${titleOfCode(code)} is the code of another key, ${before.id}, as well.` : '');
    onDraw(pressIn(board, asked, code));
    goTo(at + 1);
  };

  const down = useEffectEvent((event: KeyboardEvent): void => {
    event.preventDefault();
    event.stopPropagation();
    if (event.repeat) return;
    if (event.code === 'Escape') escape.current = setTimeout(onEnd, ENDS_AFTER_MS);
    else take(event.code);
  });
  const up = useEffectEvent((event: KeyboardEvent): void => {
    event.preventDefault();
    event.stopPropagation();
    if (event.code !== 'Escape' || escape.current === null) return;
    clearTimeout(escape.current);
    escape.current = null;
    take('Escape');
  });
  useEffect(() => {
    const [downs, ups] = [(event: KeyboardEvent) => down(event), (event: KeyboardEvent) => up(event)];
    addEventListener('keydown', downs, true);
    addEventListener('keyup', ups, true);
    return () => {
      removeEventListener('keydown', downs, true);
      removeEventListener('keyup', ups, true);
      if (escape.current) clearTimeout(escape.current);
    };
  }, []);

  return (
    <div className="slip" role="status">
      <strong>Press the key that is marked</strong>
      <p className="soft">
        {at + 1} of {order.length} · {code === undefined ? 'no code yet' : `now ${titleOfCode(code)}`} · hold Esc to
        stop
      </p>
      {said !== '' && <p className="weld">{said}</p>}
      <p>
        <button type="button" className="word" onClick={() => goTo(at - 1 < 0 ? 0 : at - 1)}>
          Back one
        </button>{' '}
        <button type="button" className="word" onClick={() => goTo(at + 1)}>
          Skip it
        </button>{' '}
        <button type="button" className="word" onClick={onEnd}>
          Stop
        </button>
      </p>
    </div>
  );
};
