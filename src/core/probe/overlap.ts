/**
 * What two overlapping presses would send under each interrupt rule: a key with a hold goes down, another key goes down
 * and up inside it, then the first comes up. Computed by the engine, so that the little pictures cannot be wrong.
 */
import { sameHand, type Board, type BoardKey, type KeyId } from '../board';
import { isLetter, type Code } from '../codes';
import { check, isSound, type Sound } from '../check';
import { isEdgeLine, replay } from '../engine';
import { type Assignment, type Gesture, type Interrupt, type Layer, type LayerId } from '../profile';

type Overlap = { interrupt: Interrupt; other: KeyId; sent: Code[] };

/** When the four edges happen, as parts of the hold-after time: all before it is over. */
const EDGES = { otherDown: 0.3, otherUp: 0.6, up: 0.85 };

/** The base as it is with a layer shown on top of it. */
function flatten(base: Layer, top: Layer): Layer {
  const own = Object.entries(top.keys).filter(([, { does }]) => does.kind !== 'pass');
  return { ...base, keys: { ...base.keys, ...Object.fromEntries(own) } };
}

const isPlainLetter = ({ does }: Assignment): boolean =>
  does.kind === 'act' &&
  does.action.do === 'keys' &&
  does.action.codes.length === 1 &&
  does.action.codes.every(isLetter);

/** So many neighbours are tried for one on which the rules differ. */
const MOST_TRIED = 4;

/** Letters to overlap with: of the other hand first, and as near to the same row as can be. */
function otherKeys(board: Board, base: Layer, key: KeyId): KeyId[] {
  const own = board.keys.find(({ id }) => id === key);
  const letters = board.keys.filter(({ id }) => id !== key && base.keys[id] && isPlainLetter(base.keys[id]));
  const cost = (other: BoardKey): number =>
    (own && (sameHand(own, other) || other.hand === 'either') ? 100 : 0) +
    Math.abs(other.y - (own?.y ?? 0)) +
    (other.finger === 'index' ? 0 : 0.2);
  return letters.sort((a, b) => cost(a) - cost(b)).map(({ id }) => id);
}

/** The outcome of the overlap under each rule, with the nearest key on which the rules differ; empty when there is no other key. */
export function overlapsOf(
  { profile, board }: Sound,
  layerId: LayerId,
  key: KeyId,
  gesture: Gesture,
  holdAfterMs: number,
): Overlap[] {
  const [base] = profile.layers;
  const layer = profile.layers.find(({ id }) => id === layerId);
  if (!base || !layer) return [];
  const flat = flatten(base, layer);
  const at = (part: number): number => Math.round(holdAfterMs * part * 1000);
  const programs = (['nested', 'any', 'wait'] as const).flatMap((interrupt) => {
    const does: Gesture = { ...gesture, timing: { ...gesture.timing, interrupt } };
    const layers = [{ ...flat, keys: { ...flat.keys, [key]: { does } } }, ...profile.layers.slice(1)];
    const checked = check({ ...profile, layers }, board);
    return isSound(checked) ? [{ interrupt, program: checked.program }] : [];
  });
  const overlapsWith = (other: KeyId): Overlap[] => {
    const samples = [
      { tUs: 0, key, depthUm: board.travelUm },
      { tUs: at(EDGES.otherDown), key: other, depthUm: board.travelUm },
      { tUs: at(EDGES.otherUp), key: other, depthUm: 0 },
      { tUs: at(EDGES.up), key, depthUm: 0 },
    ];
    return programs.map(({ interrupt, program }) => ({
      interrupt,
      other,
      sent: replay(program, samples)
        .filter(isEdgeLine)
        .flatMap((line) => (line.edge === 'down' ? [line.code] : [])),
    }));
  };
  const tried = otherKeys(board, flat, key).slice(0, MOST_TRIED).map(overlapsWith);
  const differs = (overlaps: readonly Overlap[]): boolean => new Set(overlaps.map(({ sent }) => sent.join())).size > 1;
  return tried.find(differs) ?? tried[0] ?? [];
}
