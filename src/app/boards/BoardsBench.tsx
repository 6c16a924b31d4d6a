/** The boards bench: what is on the desk. Starting boards at the left, one's own board in the middle, what a key is at the right. */
import { App as AntApp } from 'antd';
import { useRef } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { boardById, type Board } from '../../core/board';
import { parseBoardDraft } from '../../core/files';
import { foreign, READING_BUDGET, Unreadable } from '../../core/reading';
import { BoardPicture } from '../shared/BoardPicture';
import { fileText } from '../shared/fileText';
import { BoardSketch } from '../shared/sketches';
import { ShelfBar } from '../shared/ShelfBar';
import { Waiting } from '../shared/Waiting';
import { useBoards, useBoardsReady } from '../state/boards';
import { newBoardId } from '../state/ids';
import { BeginWith } from './BeginWith';
import { Drawing } from './Drawing';
import './BoardsBench.css';

/** What the board of a bench was made from goes to a new id, so that nothing is replaced. */
const asOwn = (board: Board): Board => ({ ...board, id: newBoardId() });

const Empty = () => (
  <div className="boards-empty panel">
    <h1>Boards</h1>
    <div className="empty-sketch" aria-hidden="true">
      <BoardSketch />
    </div>
    <p>Draw the board that is on your desk: begin with one at the left that is like it, or with a file.</p>
    <p className="soft">
      Move, add and take out keys until it looks like yours, then press each key once on your real keyboard, so that
      Underloom knows which is which. Every board of your own gets a simulated keyboard, as soon as a profile is saved
      to it.
    </p>
  </div>
);

const BoardsBench = () => {
  const { boardId } = useParams();
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const own = useBoards((state) => state.own);
  const unreadable = useBoards((state) => state.unreadable);
  const add = useBoards((state) => state.add);
  const input = useRef<HTMLInputElement>(null);
  const areBoardsHere = useBoardsReady();
  const shown = own.find(({ board }) => board.id === boardId);

  const begin = (board: Board): void => {
    const made = asOwn(board);
    add(made);
    void navigate(`/boards/${made.id}`);
  };

  const openFile = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const fail = (reason: string): void =>
      void message.error({ content: `${foreign(file.name)}: ${reason}. Nothing was changed.`, duration: 10 });
    try {
      const board = parseBoardDraft(await fileText(file, READING_BUDGET.json.bytes));
      // The same id again is a second board, unless it is the very same.
      const isTaken = boardById(board.id) !== undefined || own.some((one) => one.board.id === board.id);
      const put = isTaken ? asOwn(board) : board;
      add(put);
      void navigate(`/boards/${put.id}`);
    } catch (error) {
      fail(error instanceof Unreadable ? error.message : 'it cannot be read');
    }
  };

  return (
    <div className="boards">
      <ShelfBar />
      <main className="bench boards-main">
        {shown && <h1 className="visually-hidden">The board {shown.board.name}</h1>}
        <div className="boards-left">
          {own.length > 0 && (
            <nav className="panel own-boards" aria-label="Your boards">
              <h2>Your boards</h2>
              <ul>
                {own.map(({ board }) => (
                  <li key={board.id}>
                    <Link to={`/boards/${board.id}`} aria-current={board.id === boardId ? 'page' : undefined}>
                      <BoardPicture board={board} />
                      <bdi>{board.name}</bdi>
                    </Link>
                  </li>
                ))}
              </ul>
            </nav>
          )}
          <BeginWith onBegin={begin} onFile={() => input.current?.click()} />
          <input
            ref={input}
            className="visually-hidden"
            type="file"
            accept=".json,application/json"
            tabIndex={-1}
            aria-label="Board file"
            onChange={({ target }) => {
              void openFile(target.files?.[0]);
              target.value = '';
            }}
          />
          {unreadable.length > 0 && (
            <p className="not-kept" role="alert">
              {unreadable.length} stored {unreadable.length > 1 ? 'boards' : 'board'} cannot be read by this version,
              and stay as they are: {unreadable[0]?.reason}
            </p>
          )}
        </div>
        {!areBoardsHere ? (
          <Waiting what="Reading your boards" />
        ) : shown ? (
          <Drawing key={shown.board.id} own={shown} />
        ) : boardId === undefined ? (
          <Empty />
        ) : (
          <div className="boards-empty panel">
            <h1>That board is not here</h1>
            <p>It may have been taken away, or it lives in another browser.</p>
          </div>
        )}
      </main>
    </div>
  );
};

export default BoardsBench;
