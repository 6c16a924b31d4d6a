/** A board for each profile, side by side, as one layer shows it; keys that differ are marked on each. */
import { contactOf, type Board, type BoardKey } from '../../core/board';
import type { SideLayer } from '../../core/compare';
import { legendOf, printActuation } from '../../core/notation';
import { actuationOf, type Layer, type Profile } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import type { CapLight, KeyFace } from '../shared/Cap';
import { keyLegend, keyName } from '../shared/keyNames';
import { lightSaid, lightsOfLayer } from '../shared/lights';
import { useGlowing } from '../state/glowing';
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

/** What lamps show on a layer of one of the profiles. */
const lightsAs = (profile: Profile, board: Board, own: Layer | undefined): (CapLight | null)[] =>
  lightsOfLayer(
    profile,
    board,
    Math.max(
      0,
      profile.layers.findIndex(({ id }) => id === own?.id),
    ),
  );

export const BoardEach = ({ board, compared, layer, differing, showsDepths, chosen, onChoose }: BoardEachProps) => {
  const isGlowing = useGlowing((state) => state.isOn);
  const turnGlow = useGlowing((state) => state.turn);
  return (
    <>
      <button type="button" className="word" aria-pressed={isGlowing} onClick={turnGlow}>
        as it glows
      </button>
      <div className="board-each">
        {compared.map(({ word, profile, title }, n) => {
          if (profile.board !== board.id) return null;
          const lights = isGlowing ? lightsAs(profile, board, layer?.own[n]) : null;
          const face = (key: BoardKey): KeyFace => {
            const id = contactOf(board, key.id);
            const own = layer?.own[n]?.keys[id];
            const depth = printActuation(actuationOf(profile, id));
            const said = own ? legendOf(own, profile).main : '';
            const light = lights?.[board.keys.indexOf(key)] ?? null;
            return {
              ...(lights && { light }),
              label: `${keyName(board, key.id)}: ${said || 'pass'}, ${depth}${differing.has(id) ? '. Differs.' : ''}${lights ? ` ${lightSaid(light)}` : ''}`,
              className: `${id === chosen ? 'selected' : ''} ${differing.has(id) ? 'differs' : ''} ${lights ? (light ? 'lit' : 'unlit') : ''}`,
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
    </>
  );
};
