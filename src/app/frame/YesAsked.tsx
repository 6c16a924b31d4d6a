/** The keyboard asks for a yes before a page may write: which key says it, and, of a simulated keyboard, that key. */
import type { Board } from '../../core/board';
import { yesKeyOf } from '../../core/device';
import { keyName } from '../shared/keyNames';
import { useBodies } from '../state/bodies';
import { useKeyboard, useKeyboards } from '../state/keyboards';
import './YesAsked.css';

/** A key that is clicked goes down and up. */
const PRESS_MS = 60;

export const YesAsked = ({ board }: { board: Board }) => {
  const { isAsked } = useKeyboard(board.id);
  const callOff = useKeyboards((state) => state.callOff);
  const act = useBodies((state) => state.act);
  if (!isAsked) return null;
  const key = yesKeyOf(board);
  const name = keyName(board, board.keys[key]?.id ?? '');
  const press = (): void => {
    act(board.id, { do: 'finger', key, depthUm: board.travelUm });
    setTimeout(() => act(board.id, { do: 'finger', key, depthUm: 0 }), PRESS_MS);
  };
  return (
    <section className="yes-asked" role="alertdialog" aria-label="The keyboard asks" aria-live="assertive">
      <p>
        <strong>The {board.name} asks whether this page may write.</strong>
        <br />
        <span className="soft">
          Its lamp blinks at {name}: press that key on the keyboard. It holds until the cable is pulled.
        </span>
      </p>
      <button
        type="button"
        className="yes-key"
        onClick={press}
        autoFocus
        aria-label={`${name} on the simulated keyboard: yes`}
      >
        {name}
      </button>
      <button type="button" className="word" onClick={() => callOff(board.id)}>
        Call it off
      </button>
    </section>
  );
};
