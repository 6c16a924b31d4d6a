/** A board for each profile, side by side, as one layer shows it; keys that differ are marked on each. */
import { contactOf, type Board, type BoardKey } from '../../core/board';
import type { SideLayer } from '../../core/compare';
import { legendOf, printActuation } from '../../core/notation';
import { actuationOf } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import type { KeyFace } from '../shared/Cap';
import { keyLegend, keyName } from '../shared/keyNames';
import { textOf } from '../theme/dyes';
import { DYES_OF, type Compared } from './useCompared';
import './BoardEach.css';

type BoardEachProps = {
  board: Board;
  compared: readonly Compared[];
  layer: SideLayer | undefined;
  differing: ReadonlySet<string>;
  showsDepths: boolean;
  chosen: string;
  onChoose: (key: string) => void;
};

export const BoardEach = ({ board, compared, layer, differing, showsDepths, chosen, onChoose }: BoardEachProps) => (
  <div className="board-each">
    {compared.map(({ word, profile, title }, n) => {
      if (profile.board !== board.id) return null;
      const face = (key: BoardKey): KeyFace => {
        const id = contactOf(board, key.id);
        const own = layer?.own[n]?.keys[id];
        const depth = printActuation(actuationOf(profile, id));
        const said = own ? legendOf(own, profile).main : '';
        return {
          label: `${keyName(board, key.id)}: ${said || 'pass'}, ${depth}${differing.has(id) ? '. Differs.' : ''}`,
          className: `${id === chosen ? 'selected' : ''} ${differing.has(id) ? 'differs' : ''}`,
          cap: {
            main: said || keyLegend(board, profile, id),
            below: !own,
            small: showsDepths && board.analog ? `${actuationOf(profile, id).pointUm / 1000} mm` : '',
          },
        };
      };
      return (
        <figure key={word}>
          <figcaption style={{ color: textOf(DYES_OF[n] ?? 'iron') }}>
            <bdi>{title}</bdi>
            {layer && !layer.own[n] && <span className="soft"> has no layer {layer.name}</span>}
          </figcaption>
          <BoardView
            board={board}
            face={face}
            label={`${board.name} as ${title} has it`}
            selected={chosen}
            onSelect={(key) => onChoose(contactOf(board, key))}
          />
        </figure>
      );
    })}
  </div>
);
