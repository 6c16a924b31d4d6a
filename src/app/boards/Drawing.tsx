/** One own board at work: its name and where it is kept, the drawing with its tools, the controller, and the card of the selected keys. */
import { App as AntApp, Button, Input } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  addKey,
  checkBoard,
  fingersByColumn,
  inReadingOrder,
  mirrorHalf,
  setBoard,
  spaceEvenly,
  takeOut,
  turnKeys,
  type Drawn,
  type KeyId,
} from '../../core/board';
import { writeBoard } from '../../core/files';
import { foreign } from '../../core/reading';
import { letterOf } from '../shared/letterOf';
import { download, fileNameOf } from '../shared/download';
import { isTyping } from '../shared/isTyping';
import { useUndoNotice } from '../shared/useUndoNotice';
import { useBoards, type OwnBoard } from '../state/boards';
import { useShelf } from '../state/shelf';
import { BoardCanvas } from './BoardCanvas';
import { ControllerPanel } from './ControllerPanel';
import { Problems, UnderTheHands } from './Findings';
import { KeyPanel } from './KeyPanel';
import { PressIn } from './PressIn';
import './Drawing.css';
import '../shared/bar.css';

const KEEPING = { kept: 'kept in this browser', keeping: 'being kept …' } as const;

export const Drawing = ({ own }: { own: OwnBoard }) => {
  const { board, keeping, past, future } = own;
  const { message } = AntApp.useApp();
  const notice = useUndoNotice();
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
    notice({
      key: board.id,
      says: (
        <>
          <bdi>{board.name}</bdi> is gone.
        </>
      ),
      undo: () => {
        removed.putBack();
        void navigate(`/boards/${board.id}`);
      },
    });
  };

  return (
    <div
      className="boards-drawing"
      onKeyDown={(event) => {
        if (!(event.ctrlKey || event.metaKey) || isTyping(event.target)) return;
        const key = letterOf(event);
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
                  ? // From the first that has no code yet; when all have one, from the beginning.
                    (inReadingOrder(board).find((id) => board.keys.find((key) => key.id === id)?.code === undefined) ??
                      inReadingOrder(board)[0])
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
