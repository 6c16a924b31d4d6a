/** Fingers to begin with: what shows best what a profile does with time. A key of two meanings tapped, held and overlapped; else a few letters. */
import type { Board, KeyId } from '../board';
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

/** Keys that simply send a letter, those of the other hand first. */
function letterKeys(profile: Profile, board: Board, without: KeyId): KeyId[] {
  const [base] = profile.layers;
  const hand = board.keys.find(({ id }) => id === without)?.hand;
  const letters = board.keys.filter(({ id }) => {
    const does = base && id !== without ? bindingOn(base, id) : undefined;
    return does?.kind === 'act' && does.action.do === 'keys' && /^(Key|Digit|Numpad)/.test(does.action.codes.join(' '));
  });
  return letters.toSorted((a, b) => Number(a.hand === hand) - Number(b.hand === hand)).map(({ id }) => id);
}

/** A few seconds of fingers on a board, with times from 0 in µs; empty for a profile without any key. */
export function exampleFingers(profile: Profile, board: Board): Sample[] {
  const [two] = gestureKeys(profile, board);
  const [one, other, third] = letterKeys(profile, board, two ?? '');
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
