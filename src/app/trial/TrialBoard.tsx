/** The board as it is now: what each key would do at this moment, which keys are down, and which one is undecided. */
import { memo } from 'react';
import type { Board, BoardKey, KeyId } from '../../core/board';
import { legendOf } from '../../core/notation';
import { answerAmong } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import { LARGEST_ON_BENCH, type KeyFace } from '../shared/Cap';
import { keyTitle } from '../shared/keyNames';
import { HostLampRow } from './HostLampRow';
import { Lamps } from './Lamps';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './TrialBoard.css';

type TrialBoardProps = {
  session: TrialSession;
  board: Board;
  /** A drawn key was pressed: the gamepad's trigger pulls that one from now on. */
  onTouch: (key: KeyId) => void;
};

export const TrialBoard = memo(({ session, board, onTouch }: TrialBoardProps) => {
  useSessionVersion(session);
  const { profile, lanes } = session;
  const order = lanes.askOrder(profile.layers.map(({ id }) => id));
  const pending = lanes.pending?.name;

  const face = (key: BoardKey): KeyFace => {
    const answer = answerAmong(profile, order, key.id);
    const legend = answer ? legendOf(answer.assignment, profile) : { main: '', held: '', how: '' };
    const state = key.id === pending ? ', undecided' : session.isDown(key.id) ? ', down' : '';
    return {
      label: `${keyTitle(board, profile, key.id)}: ${legend.main || 'nothing'}${legend.held ? `, held ${legend.held}` : ''}${state}`,
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
        largest={LARGEST_ON_BENCH}
        label={`${board.name}: press keys with the pointer, or with Space${board.analog ? '; with Alt, lightly, and deeper as you drag down' : ''}`}
        {...(board.analog && {
          onPull: (key: string, share: number) => {
            session.depth(key, Math.round(share * board.travelUm), performance.now());
            if (share > 0) onTouch(key);
          },
        })}
        onPress={(key, down) => {
          session.finger(key, down, performance.now());
          if (down) onTouch(key);
        }}
      />
      <Lamps session={session} board={board} />
      <HostLampRow session={session} />
    </section>
  );
});
TrialBoard.displayName = 'TrialBoard';
