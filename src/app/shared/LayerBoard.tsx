/** The board as the selected layer shows it: what it assigns in full ink, what shines through from the base in faint. */
import { lazy, Suspense, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { BoardKey } from '../../core/board';
import { hostName } from '../../core/hosts';
import { legendOf } from '../../core/notation';
import { ownKeysOf } from '../../core/profile';
import { BoardView } from './BoardView';
import { LARGEST_ON_BENCH, type KeyFace } from './Cap';
import { lightSaid, lightsOfLayer } from './lights';
import type { ToLookAt } from './problems';
import type { Bench } from './useBench';
import { useFaces } from './useFaces';
import { useGlowing } from '../state/glowing';
import { useHiddenRoles } from '../state/hiddenRoles';
import { usePendingOn } from '../state/pending';
import { useDocument } from '../state/shelf';
import { paintOf, textOf, threadOf } from '../theme/dyes';
import './LayerBoard.css';

const NO_KEYS: ReadonlySet<string> = new Set();

const LampLine = lazy(() => import('../lamps/LampLine').then((module) => ({ default: module.LampLine })));
const HostEyes = lazy(() => import('./HostEyes').then((module) => ({ default: module.HostEyes })));

type LayerBoardProps = {
  bench: Bench;
  items: readonly ToLookAt[];
  onKeyDown: (event: KeyboardEvent) => void;
  onChoose: (key: string) => void;
  /** Keys were dragged onto another layer. */
  onCarried?: (layer: string) => void;
};

export const LayerBoard = ({ bench, items, onChoose, onCarried, onKeyDown }: LayerBoardProps) => {
  const { profile, board, layer, layerIndex, selectedKey, selectedKeys, run, select, selectAlso } = bench;
  const pending = usePendingOn(profile.id, layer.id);
  const base = profile.layers[0];
  const [isLooking, setIsLooking] = useState(false);
  const hidden = useHiddenRoles((state) => state.byProfile.get(profile.id)) ?? NO_KEYS;
  const rest = useDocument(profile.id)?.base;
  const changed = useMemo(
    () => (rest && profile.restsOn === rest.id ? ownKeysOf(profile, rest, layer.id) : NO_KEYS),
    [rest, profile, layer.id],
  );

  const marked = useMemo(
    () => new Set(items.flatMap((item) => (item.layer === layer.id && item.key !== undefined ? [item.key] : []))),
    [items, layer.id],
  );
  const decorated = useRef(new Map<string, { known: KeyFace; how: string; face: KeyFace }>());
  const faceOf = useFaces(profile, board, layerIndex);
  const isGlowing = useGlowing((state) => state.isOn);
  const turnGlow = useGlowing((state) => state.turn);
  const lights = useMemo(
    () => (isGlowing ? lightsOfLayer(profile, board, layerIndex) : null),
    [isGlowing, profile, board, layerIndex],
  );
  /** Of a key whose light is that of another cap it is said once. */
  const glowing = useRef(new Map<string, { known: KeyFace; light: string; face: KeyFace }>());

  const face = (key: BoardKey): KeyFace => {
    const plain = plainFace(key);
    if (!lights) return plain;
    const light = lights[board.keys.indexOf(key)] ?? null;
    const how = JSON.stringify(light);
    const before = glowing.current.get(key.id);
    if (before?.known === plain && before.light === how) return before.face;
    const face: KeyFace = {
      ...plain,
      label: `${plain.label} ${lightSaid(light)}`,
      className: `${plain.className ?? ''} ${light ? 'lit' : 'unlit'}`,
      light,
    };
    glowing.current.set(key.id, { known: plain, light: how, face });
    return face;
  };

  const plainFace = (key: BoardKey): KeyFace => {
    const id = key.contact ?? key.id;
    const { face: known, role } = faceOf(key);
    const isSelected = id === selectedKey;
    const isAlso = !isSelected && selectedKeys.includes(id);
    const isChanged = changed.has(id);
    const paint = role && !hidden.has(role.id) ? paintOf(role.color) : undefined;
    const coming = pending.get(id);
    if (!isSelected && !isAlso && !isChanged && !marked.has(id) && paint === undefined && !coming) return known;
    const would = coming && legendOf({ does: coming }, profile);
    const how = `${isSelected} ${isAlso} ${isChanged} ${marked.has(id)} ${paint} ${would?.main} ${would?.held}`;
    const before = decorated.current.get(key.id);
    if (before?.known === known && before.how === how) return before.face;
    const face: KeyFace = {
      className: `${isSelected ? 'selected' : isAlso ? 'selected-also' : ''}${isChanged ? ' own-change' : ''}${would ? ' pending' : ''}`,
      label: `${known.label}${isChanged ? ' Changed by this variant.' : ''}`,
      cap: {
        ...known.cap,
        ...(would && {
          main: coming?.kind === 'pass' ? 'pass' : would.main,
          held: would.held,
          small: would.how,
          heldDye: undefined,
          below: false,
        }),
        roleColor: paint,
        isMarked: marked.has(id),
      },
    };
    decorated.current.set(key.id, { known, how, face });
    return face;
  };

  return (
    <section
      className="layer-board"
      aria-label="Board"
      style={{ '--mark': threadOf(layer.dye) } as React.CSSProperties}
    >
      <p className="board-title">
        <strong style={{ color: textOf(layer.dye) }}>
          <bdi>{layer.name}</bdi>
        </strong>
        <span className="soft">
          {layerIndex === 0 ? 'always there, under everything' : `on top of ${base?.name ?? 'the base'}`}
        </span>
        <button type="button" className="word board-glows" aria-pressed={isGlowing} onClick={turnGlow}>
          as it glows
        </button>
        <button
          type="button"
          className="word board-host"
          title="The host layout: look through another host’s eyes, or change it"
          onClick={() => setIsLooking(true)}
        >
          as a host with {hostName(profile.hostLayout)} shows it
        </button>
      </p>
      {isGlowing && (
        <Suspense fallback={null}>
          <LampLine bench={bench} />
        </Suspense>
      )}
      <BoardView
        board={board}
        face={face}
        label={`${board.name}, layer ${layer.name}`}
        selected={selectedKey}
        onSelect={(key) => select({ key })}
        onSelectAlso={selectAlso}
        run={run}
        onRun={(keys) => select({ key: keys.at(-1) ?? selectedKey, also: keys })}
        onCarried={onCarried}
        onChoose={onChoose}
        onKeyDown={onKeyDown}
        largest={LARGEST_ON_BENCH}
      />
      {isLooking && (
        <Suspense fallback={null}>
          <HostEyes bench={bench} onClose={() => setIsLooking(false)} />
        </Suspense>
      )}
    </section>
  );
};
