/** Fingers to begin with: what shows best what a profile does with time. A key of two meanings tapped, held and overlapped; else a few letters. */
import { rowsOf, type Board, type KeyId } from '../board';
import type { Sample } from '../engine';
import { bindingOn, type Profile } from '../profile';

type Finger = readonly [key: KeyId, downMs: number, upMs: number];

/** How long a hold is held beyond its moment, in ms. */
const BEYOND_MS = 160;

function gestureKeys(profile: Profile, board: Board): KeyId[] {
  const [base] = profile.layers;
  if (!base) return [];
  return board.keys.flatMap(({ id }) => {
    const does = bindingOn(base, id);
    return does.kind === 'gesture' && does.steps[0]?.tap && does.steps[0].hold ? [id] : [];
  });
}

/** Some keys in the middle of the board that simply send something. */
function plainKeys(profile: Profile, board: Board, without: KeyId): KeyId[] {
  const [base] = profile.layers;
  const rows = rowsOf(board);
  const middle = rows[Math.floor(rows.length / 2)] ?? [];
  return middle.flatMap(({ id }) => (base && id !== without && bindingOn(base, id).kind === 'act' ? [id] : []));
}

/** A few seconds of fingers on a board, with times from 0 in µs; empty for a profile without any key. */
export function exampleFingers(profile: Profile, board: Board): Sample[] {
  const [two] = gestureKeys(profile, board);
  const [one, other, third] = plainKeys(profile, board, two ?? '');
  const holdMs = profile.timing.holdAfterMs + BEYOND_MS;
  const fingers: Finger[] =
    two === undefined
      ? [one, other, third].flatMap((key, n): Finger[] => (key === undefined ? [] : [[key, n * 180, n * 180 + 90]]))
      : [
          [two, 0, 80],
          [two, 500, 500 + holdMs],
          ...(one === undefined
            ? []
            : ([
                [two, 1200, 1420],
                [one, 1270, 1330],
              ] as Finger[])),
          ...(other === undefined ? [] : ([[other, 1800, 1880]] as Finger[])),
        ];
  return fingers
    .flatMap(([key, downMs, upMs]): Sample[] => [
      { tUs: downMs * 1000, key, depthUm: board.travelUm },
      { tUs: upMs * 1000, key, depthUm: 0 },
    ])
    .sort((a, b) => a.tUs - b.tUs);
}
