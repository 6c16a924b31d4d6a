/** Every keyboard that is plugged in: what is in its slots, which of them runs, and what two of them send in common. */
import { Select } from 'antd';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { BOARDS, boardById, type Board } from '../../core/board';
import { titleOfCode } from '../../core/codes';
import { commonOf, type Plugged } from '../../core/inspect';
import { useBoards } from '../state/boards';
import { useKeyboards, type KeyboardState } from '../state/keyboards';
import { useShelf } from '../state/shelf';
import { Named } from './named';
import './PluggedIn.css';

/** The keyboards whose cable is in, with their boards. */
function usePlugged(): { board: Board; keyboard: KeyboardState }[] {
  const byBoard = useKeyboards((state) => state.byBoard);
  const own = useBoards((state) => state.own);
  return useMemo(
    () =>
      [...byBoard].flatMap(([id, keyboard]) => {
        const board = boardById(id) ?? own.find((one) => one.board.id === id)?.board;
        return board && keyboard.status === 'connected' ? [{ board, keyboard }] : [];
      }),
    [byBoard, own],
  );
}

/** What runs on each of them: the profile in the slot that is chosen there. */
const running = (plugged: ReturnType<typeof usePlugged>): Plugged[] =>
  plugged.flatMap(({ board, keyboard: { slots, hello } }) => {
    const slot = slots[hello?.selected ?? 0];
    return slot?.state === 'profile' ? [{ name: board.name, profile: slot.profile }] : [];
  });

export const PluggedIn = () => {
  const plugged = usePlugged();
  const own = useBoards((state) => state.own);
  const connect = useKeyboards((state) => state.connect);
  const entries = useShelf((state) => state.entries);
  const common = useMemo(() => commonOf(running(plugged)), [plugged]);
  const others = [...own.map(({ board }) => board), ...BOARDS].filter(
    ({ id }) => !plugged.some(({ board }) => board.id === id),
  );
  return (
    <div className="plugged-in">
      <ul>
        {plugged.map(({ board, keyboard: { slots, hello } }) => (
          <li key={board.id}>
            <strong>
              <bdi>{board.name}</bdi>
            </strong>
            <ol>
              {slots.map((slot, n) => (
                <li key={n} className={n === hello?.selected ? 'runs' : ''}>
                  <span className="soft">{n + 1}</span>{' '}
                  {slot.state === 'profile' ? (
                    entries.some(({ profile }) => profile.id === slot.profile.id) ? (
                      <Link to={`/profile/${slot.profile.id}/device`}>
                        <bdi>{slot.profile.name}</bdi>
                      </Link>
                    ) : (
                      <Named name={slot.profile.name} />
                    )
                  ) : (
                    <span className="soft">{slot.state}</span>
                  )}
                  {n === hello?.selected && <span className="soft"> in use</span>}
                </li>
              ))}
            </ol>
          </li>
        ))}
      </ul>
      {common.length > 0 && (
        <ul className="in-common" aria-label="Sent by two of them">
          {common.slice(0, 6).map(({ said, codes, instead }) => (
            <li key={codes.join()}>
              <strong>{said}</strong>: a program cannot tell which it was.{' '}
              {instead.length > 0
                ? `Nobody sends ${instead.map(titleOfCode).join(', ')}.`
                : 'Every one of F13 to F24 is sent; add a modifier on one of them.'}
            </li>
          ))}
          {common.length > 6 && <li>and {common.length - 6} more</li>}
        </ul>
      )}
      {plugged.length > 1 && common.length === 0 && (
        <p className="soft">They send nothing in common that was meant to be one’s alone.</p>
      )}
      {others.length > 0 && (
        <Select
          size="small"
          aria-label="Plug in another keyboard"
          placeholder="plug in another …"
          value={null}
          options={others.map((board) => ({ value: board.id, label: board.name }))}
          onChange={(id: string | null) => {
            const board = others.find((one) => one.id === id);
            if (board) void connect(board);
          }}
        />
      )}
    </div>
  );
};
