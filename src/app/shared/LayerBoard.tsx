/** The board as the selected layer shows it: what it assigns in full ink, what shines through from the base in faint. */
import { lazy, Suspense, useMemo, useState, type KeyboardEvent } from 'react';
import { contactOf, sharersOf, type BoardKey } from '../../core/board';
import { altGrOnHost, hostLayout, hostName } from '../../core/hosts';
import { legendOf, sentencesOf } from '../../core/notation';
import { actionsOf, answerFrom, ownKeysOf, timingOf, type Binding, type Profile } from '../../core/profile';
import { BoardView } from './BoardView';
import type { KeyFace } from './Cap';
import { ticksOf } from './CapFace';
import { keyName } from './keyNames';
import type { ToLookAt } from './problems';
import type { Bench } from './useBench';
import { useHiddenRoles } from '../state/hiddenRoles';
import { useEntry } from '../state/shelf';
import { paintOf, textOf, threadOf } from '../theme/dyes';

/** The dye of the layer that an assignment's hold leads to, when it leads to one. */
function heldLayerDye(profile: Profile, keys: Profile['layers'][number]['keys'], key: string) {
  const does = keys[key]?.does;
  if (does?.kind !== 'gesture') return undefined;
  const way = actionsOf(does).find(({ action, path }) => action.do === 'layer' && path.at(-1) === 'hold');
  return way?.action.do === 'layer'
    ? profile.layers.find(({ id }) => id === (way.action.do === 'layer' ? way.action.layer : ''))?.dye
    : undefined;
}

const NO_KEYS: ReadonlySet<string> = new Set();

const HostEyes = lazy(() => import('./HostEyes').then((module) => ({ default: module.HostEyes })));

/** What AltGr makes of a key that does nothing but send its code. */
function altGrOf({ hostLayout: host }: Profile, does: Binding | undefined): string {
  const [only, second] = does?.kind === 'act' && does.action.do === 'keys' ? does.action.codes : [];
  const made = only === undefined || second !== undefined ? '' : altGrOnHost(hostLayout(host), only);
  return made === '' ? '' : `AltGr ${made}`;
}

type LayerBoardProps = {
  bench: Bench;
  items: readonly ToLookAt[];
  onKeyDown: (event: KeyboardEvent) => void;
  onChoose: (key: string) => void;
};

export const LayerBoard = ({ bench, items, onChoose, onKeyDown }: LayerBoardProps) => {
  const { profile, board, layer, layerIndex, selectedKey, selectedKeys, select, selectAlso } = bench;
  const base = profile.layers[0];
  const [isLooking, setIsLooking] = useState(false);
  const hidden = useHiddenRoles((state) => state.byProfile.get(profile.id)) ?? NO_KEYS;
  const rest = useEntry(profile.id)?.document.base;
  const changed = useMemo(
    () => (rest && profile.restsOn === rest.id ? ownKeysOf(profile, rest, layer.id) : NO_KEYS),
    [rest, profile, layer.id],
  );

  const face = (key: BoardKey): KeyFace => {
    const id = contactOf(board, key.id);
    const answer = answerFrom(profile, layerIndex, id);
    const own = answer?.layerIndex === layerIndex;
    const legend = answer ? legendOf(answer.assignment, profile) : { main: '', held: '', how: '' };
    const plain =
      own && layerIndex > 0 && base?.keys[id]
        ? legendOf(base.keys[id] ?? { does: { kind: 'pass' } }, profile).main
        : '';
    const role = profile.roles.find(
      (one) => one.id === (own ? answer.assignment.role : undefined) && !hidden.has(one.id),
    );
    const held = own ? legend.held : '';
    const sentence = answer
      ? sentencesOf(answer.assignment.does, timingOf(profile, answer.assignment.does), profile).join(' ')
      : 'No layer answers.';
    return {
      className: `${id === selectedKey ? 'selected' : selectedKeys.includes(id) ? 'selected-also' : ''}${changed.has(id) ? ' own-change' : ''}`,
      label: `${keyName(board, key.id)} on ${layer.name}${own ? '' : answer ? ', passes to the base' : ''}: ${sentence}${sharersOf(board, key.id).length > 0 ? ' It shares its contact.' : ''}${changed.has(id) ? ' Changed by this variant.' : ''}`,
      cap: {
        main: legend.main,
        held,
        small: legend.how || plain || altGrOf(profile, answer?.assignment.does),
        heldDye: held ? heldLayerDye(profile, profile.layers[answer?.layerIndex ?? 0]?.keys ?? {}, id) : undefined,
        below: !own,
        roleColor: role && paintOf(role.color),
        ticks: ticksOf(profile.layers, id),
        isMarked: items.some((item) => item.layer === layer.id && item.key === id),
      },
    };
  };

  return (
    <section aria-label="Board" style={{ '--mark': threadOf(layer.dye) } as React.CSSProperties}>
      <p className="board-title">
        <strong style={{ color: textOf(layer.dye) }}>
          <bdi>{layer.name}</bdi>
        </strong>
        <span className="soft">
          {layerIndex === 0 ? 'always there, under everything' : `on top of ${base?.name ?? 'the base'}`}
        </span>
        <button
          type="button"
          className="word board-host"
          title="The host layout: look through another host’s eyes, or change it"
          onClick={() => setIsLooking(true)}
        >
          as a host with {hostName(profile.hostLayout)} shows it
        </button>
      </p>
      <BoardView
        board={board}
        face={face}
        label={`${board.name}, layer ${layer.name}`}
        selected={selectedKey}
        onSelect={(key) => select({ key })}
        onSelectAlso={selectAlso}
        onChoose={onChoose}
        onKeyDown={onKeyDown}
      />
      {isLooking && (
        <Suspense fallback={null}>
          <HostEyes bench={bench} onClose={() => setIsLooking(false)} />
        </Suspense>
      )}
    </section>
  );
};
