/** The board as it is now: what each key would do at this moment, which keys are down, and which one is undecided. */
import { memo, useEffect } from 'react';
import type { Board, BoardKey, KeyId } from '../../core/board';
import { legendOf } from '../../core/notation';
import { answerAmong } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import { LARGEST_ON_BENCH, type KeyFace } from '../shared/Cap';
import { keyTitle } from '../shared/keyNames';
import { lightSaid, lightsOf, planOf } from '../shared/lights';
import { useGlowing } from '../state/glowing';
import { lampArray } from '../state/lampArray';
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

  const isGlowing = useGlowing((state) => state.isOn);
  const turnGlow = useGlowing((state) => state.turn);
  const hasLamps = lampArray() !== undefined;
  const shown = isGlowing || hasLamps ? session.shown : null;
  const lights = isGlowing && shown ? lightsOf(shown, planOf(profile, board).palette) : null;

  const colors = hasLamps ? shown?.colors : undefined;
  // A board with lamps of its own shows what is tried here, and afterwards does again as it likes.
  const said = colors?.join() ?? '';
  useEffect(() => {
    if (said !== '') lampArray()?.show(said.split(',').map(Number), board);
  }, [said, board]);
  useEffect(() => () => lampArray()?.end(), []);

  const face = (key: BoardKey): KeyFace => {
    const answer = answerAmong(profile, order, key.id);
    const legend = answer ? legendOf(answer.assignment, profile) : { main: '', held: '', how: '' };
    const state = key.id === pending ? ', undecided' : session.isDown(key.id) ? ', down' : '';
    const light = lights?.[board.keys.indexOf(key)] ?? null;
    return {
      ...(lights && { light, className: light ? 'lit' : 'unlit' }),
      label: `${keyTitle(board, profile, key.id)}: ${legend.main || 'nothing'}${legend.held ? `, held ${legend.held}` : ''}${state}${lights ? `. ${lightSaid(light)}` : ''}`,
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
      <div className="trial-glow">
        <HostLampRow session={session} />
        <button type="button" className="word trial-glows" aria-pressed={isGlowing} onClick={turnGlow}>
          as it glows
        </button>
      </div>
    </section>
  );
});
TrialBoard.displayName = 'TrialBoard';
