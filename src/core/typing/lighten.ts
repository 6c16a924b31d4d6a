/**
 * "Is a thumb doing too much?" If so, what could move where: each key of the busiest thumb changes places with keys of other fingers, the text is counted
 * anew, and what helps is said with its figures. Nothing is moved by itself.
 */
import type { KeyId } from '../board';
import type { Sound } from '../check';
import { applyEdit, swapKeysEverywhere, type Edit } from '../profile';
import { type FingerId, type Load, loadOfText, runsOf, shareOf, travelOf } from './load';

/** A thumb with more than this of all presses is called busy: a fifth is what the space alone comes to. */
export const BUSY_SHARE = 0.25;
/** So many keys of a finger are tried against so many others. */
const MOST_FROM = 3;
const MOST_TO = 14;
const MOST_SAID = 3;

export type Move = {
  from: KeyId;
  to: KeyId;
  edit: Edit;
  share: readonly [before: number, after: number];
  travelMm: readonly [before: number, after: number];
  runs: readonly [before: number, after: number];
};

/** The thumb that presses most; undefined on a board with none. */
export function busiestThumb(load: Load): FingerId | undefined {
  const thumbs = [...load.fingers.keys()].filter((finger) => finger.endsWith(' thumb'));
  return thumbs.sort((a, b) => shareOf(load, b) - shareOf(load, a))[0];
}

/** Changes of places that take work from a finger, the best first: those that lower its share, and make fingers go less far or less often twice. */
export function* lighten(
  { profile, board }: Pick<Sound, 'profile' | 'board'>,
  text: string,
  finger: FingerId,
): Generator<number, Move[]> {
  const { load } = loadOfText({ profile, board }, text);
  const isOf = (id: KeyId): boolean => {
    const key = board.keys.find((one) => one.id === id);
    return key !== undefined && `${key.hand} ${key.finger}` === finger;
  };
  const often = [...load.keys].sort((a, b) => b[1] - a[1]);
  const from = often.filter(([key]) => isOf(key)).slice(0, MOST_FROM);
  // What is pressed least, and lies under a thumb or the index or middle finger, is what a busy key can change places with.
  const near = board.keys
    .filter(({ id, finger: other, contact }) => !isOf(id) && !contact && ['thumb', 'index', 'middle'].includes(other))
    .sort(
      (a, b) =>
        Number(b.finger === 'thumb') - Number(a.finger === 'thumb') ||
        (load.keys.get(a.id) ?? 0) - (load.keys.get(b.id) ?? 0),
    )
    .slice(0, MOST_TO);
  const found: Move[] = [];
  let done = 0;
  for (const [busy] of from)
    for (const { id } of near) {
      yield ++done / (from.length * near.length);
      const edit = swapKeysEverywhere(profile, busy, id);
      const changed = edit && applyEdit(profile, edit);
      if (!edit || !changed?.ok) continue;
      const after = loadOfText({ profile: changed.profile, board }, text).load;
      const move: Move = {
        from: busy,
        to: id,
        edit,
        share: [shareOf(load, finger), shareOf(after, finger)],
        travelMm: [travelOf(load), travelOf(after)],
        runs: [runsOf(load), runsOf(after)],
      };
      if (move.share[1] < move.share[0] && costOf(move, 1) < costOf(move, 0)) found.push(move);
    }
  return found.sort((a, b) => costOf(a, 1) - costOf(b, 1)).slice(0, MOST_SAID);
}

/** What is weighed: a finger that does two things in a row is slower than one that goes two centimetres. */
const RUN_MM = 20;
const costOf = ({ travelMm, runs }: Move, when: 0 | 1): number => travelMm[when] + runs[when] * RUN_MM;
