/** The board as it is now: what each key would do at this moment, which keys are down, and which one is undecided. */
import type { Board, BoardKey, KeyId } from '../../core/board';
import { legendOf } from '../../core/notation';
import { answerAmong } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import type { KeyFace } from '../shared/Cap';
import { keyName } from '../shared/keyNames';
import type { TrialSession } from './session';

type TrialBoardProps = {
  session: TrialSession;
  board: Board;
  /** A drawn key was pressed: the gamepad's trigger pulls that one from now on. */
  onTouch: (key: KeyId) => void;
};

export const TrialBoard = ({ session, board, onTouch }: TrialBoardProps) => {
  const { profile, lanes } = session;
  const order = lanes.askOrder(profile.layers.map(({ id }) => id));
  const pending = lanes.pending?.name;

  const face = (key: BoardKey): KeyFace => {
    const answer = answerAmong(profile, order, key.id);
    const legend = answer ? legendOf(answer.assignment, profile) : { main: '', held: '', how: '' };
    const isDown = session.isDown(key.id);
    const state = key.id === pending ? 'pending' : isDown ? 'down' : '';
    return {
      className: state,
      label: `${keyName(board, key.id)}: ${legend.main || 'nothing'}${legend.held ? `, held ${legend.held}` : ''}${isDown ? ', down' : ''}`,
      cap: {
        main: legend.main,
        held: legend.held,
        small: legend.how,
        below: answer?.layerIndex === 0 && order.length > 1,
      },
    };
  };

  return (
    <section className="trial-board" aria-label="Board">
      <BoardView
        board={board}
        face={face}
        label={`${board.name}: press keys with the pointer, or with Space`}
        onPress={(key, down) => {
          session.finger(key, down, performance.now());
          if (down) onTouch(key);
        }}
      />
    </section>
  );
};
