/** The boards bench: what is on the desk. Starting boards at the left, one's own board in the middle, what a key is at the right. */
import { App as AntApp, Button, Input } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  addKey,
  checkBoard,
  fingersByColumn,
  inReadingOrder,
  keysByFinger,
  mirrorHalf,
  setBoard,
  spaceEvenly,
  takeOut,
  turnKeys,
  type Board,
  type BoardProblem,
  type Drawn,
  type KeyId,
} from '../../core/board';
import { boardById } from '../../core/board';
import { parseBoardDraft, writeBoard } from '../../core/files';
import { foreign, READING_BUDGET, textOfFile, Unreadable } from '../../core/reading';
import { BoardPicture } from '../shared/BoardPicture';
import { download, fileNameOf } from '../shared/download';
import { isTyping } from '../shared/isTyping';
import { ShelfBar } from '../shared/ShelfBar';
import { Waiting } from '../shared/Waiting';
import { useBoards, useBoardsReady, type OwnBoard } from '../state/boards';
import { newBoardId } from '../state/ids';
import { useShelf } from '../state/shelf';
import { threadOf } from '../theme/dyes';
import { BeginWith } from './BeginWith';
import { BoardCanvas, FINGER_DYES } from './BoardCanvas';
import { ControllerPanel } from './ControllerPanel';
import { KeyPanel } from './KeyPanel';
import { PressIn } from './PressIn';
import './boards.css';

const KEEPING = { kept: 'kept in this browser', keeping: 'being kept …' } as const;
const MOST_PROBLEMS = 6;

/** What the board of a bench was made from goes to a new id, so that nothing is replaced. */
const asOwn = (board: Board): Board => ({ ...board, id: newBoardId() });

const Problems = ({
  problems,
  onShow,
}: {
  problems: readonly BoardProblem[];
  onShow: (keys: readonly KeyId[]) => void;
}) => (
  <section aria-labelledby="board-problems">
    <h2 id="board-problems">To look at</h2>
    {problems.length === 0 && <p className="soft">Nothing: every key lies by itself and has a code.</p>}
    <ul className="board-problems">
      {problems.slice(0, MOST_PROBLEMS).map(({ weight, keys, message }) => (
        <li key={`${keys.join()} ${message}`} className={weight}>
          <button type="button" className="word" onClick={() => onShow(keys)}>
            <bdi>{keys[0]}</bdi>
          </button>{' '}
          {message}
        </li>
      ))}
      {problems.length > MOST_PROBLEMS && <li className="soft">and {problems.length - MOST_PROBLEMS} more</li>}
    </ul>
  </section>
);

const UnderTheHands = ({ board }: { board: Board }) => {
  const counts = keysByFinger(board);
  const most = Math.max(1, ...Object.values(counts));
  return (
    <section aria-labelledby="under-hands">
      <h2 id="under-hands">How it lies under the hands</h2>
      <dl className="under-hands">
        {(Object.keys(FINGER_DYES) as (keyof typeof FINGER_DYES)[]).map((finger) => (
          <div key={finger}>
            <dt>{finger}</dt>
            <dd>
              <span style={{ width: `${(counts[finger] / most) * 75}%`, background: threadOf(FINGER_DYES[finger]) }} />
              {counts[finger]}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
};

const Drawing = ({ own }: { own: OwnBoard }) => {
  const { board, keeping, past, future } = own;
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const draw = useBoards((state) => state.draw);
  const undo = useBoards((state) => state.undo);
  const redo = useBoards((state) => state.redo);
  const remove = useBoards((state) => state.remove);
  const users = useShelf((state) => state.entries).filter(({ profile }) => profile.board === board.id);
  const [chosen, setSelected] = useState<readonly KeyId[]>([]);
  const [asked, setAsked] = useState<KeyId>();
  const [name, setName] = useState<string | null>(null);
  const selected = chosen.filter((id) => board.keys.some((key) => key.id === id));
  const problems = checkBoard(board);
  const isSound = problems.every(({ weight }) => weight === 'note');
  const wrong = new Set(problems.flatMap((problem) => (problem.weight === 'wrong' ? problem.keys : [])));

  const apply = (result: Drawn, row?: string): void => {
    if ('refused' in result) void message.info({ key: 'board', content: result.refused });
    else draw(board.id, result.board, row);
  };
  const add = (): void => {
    const result = addKey(board, selected.at(-1));
    apply(result);
    if ('id' in result) setSelected([result.id]);
  };
  const out = (): void => {
    if (selected.length === 0) return;
    const places = selected.map((id) => board.keys.findIndex((key) => key.id === id));
    const result = takeOut(board, selected);
    apply(result);
    if ('board' in result) {
      const next = result.board.keys[Math.min(Math.min(...places), result.board.keys.length - 1)];
      setSelected(next ? [next.id] : []);
    }
  };
  const takeName = (): void => {
    if (name !== null && name.trim() !== board.name) apply(setBoard(board, { name: name.trim() }));
    setName(null);
  };
  const handOfSelected = board.keys.find(({ id }) => id === selected.at(-1))?.hand;
  const mirrored = handOfSelected === 'right' ? 'right' : 'left';
  const takeAway = async (): Promise<void> => {
    const removed = await remove(board.id);
    if ('because' in removed) {
      void message.error(`“${foreign(board.name)}” stays: ${removed.because}.`);
      return;
    }
    void navigate('/boards');
    message.open({
      key: board.id,
      type: 'info',
      duration: 12,
      content: (
        <span>
          <bdi>{board.name}</bdi> is gone.{' '}
          <button
            type="button"
            className="word"
            onClick={() => {
              message.destroy(board.id);
              removed.putBack();
              void navigate(`/boards/${board.id}`);
            }}
          >
            Undo
          </button>
        </span>
      ),
    });
  };

  return (
    <div
      className="boards-drawing"
      onKeyDown={(event) => {
        if (!(event.ctrlKey || event.metaKey) || isTyping(event.target)) return;
        const key = event.key.toLowerCase();
        if (key === 'z' && !event.shiftKey) undo(board.id);
        else if (key === 'y' || key === 'z') redo(board.id);
        else return;
        event.preventDefault();
      }}
    >
      <div className="boards-head">
        <Input
          className="board-name"
          aria-label="Name of the board"
          maxLength={60}
          value={name ?? board.name}
          onChange={({ target }) => setName(target.value)}
          onBlur={takeName}
          onPressEnter={takeName}
        />
        <span className="soft" role="status" data-board-keeping={keeping.state}>
          your own board · {board.keys.length} keys ·{' '}
          {users.length === 0
            ? 'no profile uses it yet'
            : users.length === 1
              ? 'one profile uses it'
              : `${users.length} profiles use it`}{' '}
          ·{' '}
          {keeping.state === 'notKept' ? (
            <span className="not-kept">not kept: {keeping.because}</span>
          ) : (
            KEEPING[keeping.state]
          )}
        </span>
        <span className="boards-head-tools">
          <Button
            className="bar-icon"
            aria-label="Undo"
            title="Undo (Ctrl+Z)"
            disabled={past.length === 0}
            onClick={() => undo(board.id)}
          >
            ↶
          </Button>
          <Button
            className="bar-icon"
            aria-label="Redo"
            title="Redo (Ctrl+Y)"
            disabled={future.length === 0}
            onClick={() => redo(board.id)}
          >
            ↷
          </Button>
          <button
            type="button"
            className="word madder"
            disabled={users.length > 0}
            title={users.length > 0 ? 'Profiles use it; take those off the shelf first' : undefined}
            onClick={() => void takeAway()}
          >
            Take away
          </button>
        </span>
      </div>
      <section className="panel drawing-panel" aria-label="Drawing">
        <p className="drawing-tools">
          <strong>{board.keys.length} keys</strong>
          <button type="button" className="word" onClick={add}>
            add
          </button>
          <button
            type="button"
            className="word"
            disabled={selected.length === 0}
            onClick={() => apply(turnKeys(board, selected, 5))}
          >
            turn
          </button>
          <button type="button" className="word" onClick={() => apply(mirrorHalf(board, mirrored))}>
            mirror the {mirrored} half
          </button>
          <button type="button" className="word" onClick={() => apply(spaceEvenly(board, selected))}>
            space evenly
          </button>
          <button type="button" className="word" onClick={() => apply(fingersByColumn(board))}>
            fingers by column
          </button>
          <button type="button" className="word" disabled={selected.length === 0} onClick={out}>
            take out
          </button>
          <button
            type="button"
            className="word press-in"
            onClick={() =>
              setAsked(
                asked === undefined
                  ? (inReadingOrder(board).find((id) => id === selected.at(-1)) ?? inReadingOrder(board)[0])
                  : undefined,
              )
            }
          >
            {asked === undefined ? 'press each key in' : 'stop pressing in'}
          </button>
        </p>
        <BoardCanvas
          board={board}
          host="us"
          selected={asked === undefined ? selected : [asked]}
          wrong={wrong}
          asked={asked}
          onSelect={(keys) =>
            asked === undefined ? setSelected(keys) : keys[0] !== undefined && setAsked(keys.at(-1))
          }
          onDraw={apply}
          onAdd={add}
          onTakeOut={out}
        />
        {asked !== undefined && (
          <PressIn
            board={board}
            asked={asked}
            onAsk={setAsked}
            onDraw={apply}
            onEnd={() => {
              setSelected([asked]);
              setAsked(undefined);
            }}
          />
        )}
        <p className="soft drawing-hint">
          ¼ unit snapping, neighbours catch · <kbd>Ctrl</kbd>+arrows move, <kbd>,</kbd> <kbd>.</kbd> turn, <kbd>+</kbd>{' '}
          adds, <kbd>Del</kbd> takes out
        </p>
      </section>
      <ControllerPanel board={board} onDraw={apply} />
      <aside className="panel boards-side">
        <KeyPanel
          key={selected.join()}
          board={board}
          selected={selected}
          onDraw={apply}
          onRenamed={(to) => setSelected([to])}
        />
        <Problems problems={problems} onShow={setSelected} />
        <UnderTheHands board={board} />
        <p className="boards-out">
          <Button
            type="primary"
            disabled={!isSound}
            title={isSound ? undefined : 'Keys lie one upon another; move them apart first'}
            onClick={() => void navigate(`/new?board=${board.id}`)}
          >
            New profile on it
          </Button>
          <button
            type="button"
            className="word"
            onClick={() => download(fileNameOf(board.name, 'json'), writeBoard(board))}
          >
            Save as a board file
          </button>
        </p>
      </aside>
    </div>
  );
};

const Empty = () => (
  <div className="boards-empty panel">
    <h1>Boards</h1>
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
    if (file.size > READING_BUDGET.json.bytes) {
      fail('it is too large for a board');
      return;
    }
    try {
      const board = parseBoardDraft(textOfFile(new Uint8Array(await file.arrayBuffer())));
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
