/** The keyboard itself: whether it is there, where it lives, and its shape. */
import type { Board } from '../../core/board';
import { BoardView } from '../shared/BoardView';
import { keyName } from '../shared/keyNames';
import type { KeyboardState } from '../state/keyboards';

const STATUS = { connecting: 'looking for it', connected: 'connected', lost: 'not connected, trying again' } as const;

export const KeyboardPanel = ({ board, keyboard }: { board: Board; keyboard: KeyboardState }) => {
  const { status, hello, home } = keyboard;
  return (
    <section className="panel" aria-label="Keyboard">
      <p className="section-line">
        <strong className="device-name">{board.name}</strong>
        <span className={`link-state ${status}`} role="status">
          {STATUS[status]}
        </span>
      </p>
      <div className="device-drawing" aria-hidden="true" inert>
        <BoardView board={board} label={board.name} face={(key) => ({ label: keyName(board, key.id) })} />
      </div>
      <p className="soft">
        {hello ? `firmware ${hello.firmware} · ${hello.pollHz} Hz · ` : ''}
        {home === 'page'
          ? 'simulated in this page, its memory kept in this browser'
          : 'simulated in the server, its memory kept in a file'}
      </p>
    </section>
  );
};
