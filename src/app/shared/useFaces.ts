/**
 * What stands on each key of a layer. A board has many keys and an edit is about few of them: a face is kept until something that it is made
 * of has changed, which is the key's own assignments, or what all words are about.
 */
import { useMemo, useRef } from 'react';
import { sharersOf, type Board, type BoardKey, type KeyId } from '../../core/board';
import { altGrOnHost, hostLayout } from '../../core/hosts';
import { legendOf, sentencesOf } from '../../core/notation';
import { actionsOf, answerFrom, timingOf, type Assignment, type Binding, type Profile } from '../../core/profile';
import type { CapLegend } from './CapFace';
import { ticksOf } from './CapFace';
import { keyTitle } from './keyNames';

type Role = Profile['roles'][number];
/** A face without what is only about the moment: what is selected, marked, or hidden. */
type Face = { label: string; cap: CapLegend & { main: string } };
type Known = { of: readonly (Assignment | undefined)[]; face: Face; role: Role | undefined };

type Memory = {
  words: object;
  board: Board;
  layerIndex: number;
  byKey: Map<KeyId, Known>;
  /** The layers that were looked at last, and the places of those that have changed since the faces were kept. */
  layers: Profile['layers'];
  changed: readonly number[];
};

/** The dye of the layer that an assignment's hold leads to, when it leads to one. */
function heldLayerDye(profile: Profile, does: Binding | undefined) {
  if (does?.kind !== 'gesture') return undefined;
  const way = actionsOf(does).find(({ action, path }) => action.do === 'layer' && path.at(-1) === 'hold');
  return way?.action.do === 'layer'
    ? profile.layers.find(({ id }) => id === (way.action.do === 'layer' ? way.action.layer : ''))?.dye
    : undefined;
}

/** What AltGr makes of a key that does nothing but send its code. */
function altGrOf({ hostLayout: host }: Profile, does: Binding | undefined): string {
  const [only, second] = does?.kind === 'act' && does.action.do === 'keys' ? does.action.codes : [];
  const made = only === undefined || second !== undefined ? '' : altGrOnHost(hostLayout(host), only);
  return made === '' ? '' : `AltGr ${made}`;
}

function make(profile: Profile, board: Board, layerIndex: number, key: BoardKey): Omit<Known, 'of'> {
  const layer = profile.layers[layerIndex];
  const base = profile.layers[0];
  const id = key.contact ?? key.id;
  const answer = answerFrom(profile, layerIndex, id);
  const own = answer?.layerIndex === layerIndex;
  const legend = answer ? legendOf(answer.assignment, profile) : { main: '', held: '', how: '' };
  const plain =
    own && layerIndex > 0 && base?.keys[id] ? legendOf(base.keys[id] ?? { does: { kind: 'pass' } }, profile).main : '';
  const held = own ? legend.held : '';
  const sentence = answer
    ? sentencesOf(answer.assignment.does, timingOf(profile, answer.assignment.does), profile).join(' ')
    : 'No layer answers.';
  return {
    role: own ? profile.roles.find((one) => one.id === answer.assignment.role) : undefined,
    face: {
      label: `${keyTitle(board, profile, key.id)} on ${layer?.name}${own ? '' : answer ? ', passes to the base' : ''}: ${sentence}${sharersOf(board, key.id).length > 0 ? ' It shares its contact.' : ''}`,
      cap: {
        main: legend.main,
        held,
        small: legend.how || plain || altGrOf(profile, answer?.assignment.does),
        heldDye: held ? heldLayerDye(profile, answer?.assignment.does) : undefined,
        below: !own,
        ticks: ticksOf(profile.layers, id),
      },
    },
  };
}

/** Everything that words about a key may be about besides its own assignments: the same object as long as none of it has changed. */
export function useProfileWords(profile: Profile): object {
  const { hostLayout: host, timing, macros, roles, joints, joinedLayers, lampLayers, layers } = profile;
  const names = layers.map(({ id, name, dye }) => `${id} ${name} ${dye}`).join('\n');
  // eslint-disable-next-line react-hooks/exhaustive-deps -- a new object whenever one of them is another
  return useMemo(() => ({}), [host, timing, macros, roles, joints, joinedLayers, lampLayers, names]);
}

export function useFaces(profile: Profile, board: Board, layerIndex: number): (key: BoardKey) => Known {
  const words = useProfileWords(profile);
  const kept = useRef<Memory | null>(null);
  return (key) => {
    let memory = kept.current;
    if (memory?.words !== words || memory.board !== board || memory.layerIndex !== layerIndex) {
      memory = { words, board, layerIndex, byKey: new Map(), layers: profile.layers, changed: [] };
      kept.current = memory;
    }
    if (memory.layers !== profile.layers) {
      // Of many layers an edit changes one: only what that says is compared, and what was found before is found again.
      const { layers, changed } = memory;
      const now = profile.layers.flatMap((layer, n) => (layer.keys === layers[n]?.keys ? [] : [n]));
      memory.changed = [...new Set([...changed, ...now])];
      memory.layers = profile.layers;
    }
    const id = key.contact ?? key.id;
    const known = memory.byKey.get(key.id);
    if (known && memory.changed.every((n) => profile.layers[n]?.keys[id] === known.of[n])) return known;
    const made = { of: profile.layers.map((layer) => layer.keys[id]), ...make(profile, board, layerIndex, key) };
    memory.byKey.set(key.id, made);
    return made;
  };
}
