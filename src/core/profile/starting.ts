/** Starting layouts: profiles that are usable at once and have nothing clever in them yet. */
import type { Board, KeyId } from '../board';
import { isCode } from '../codes';
import { DEFAULT_ACTUATION, DEFAULT_TIMING, type Action, type Assignment, type Profile } from './schema';

const sends = (...codes: string[]): Action => ({ do: 'keys', codes });
const does = (action: Action): Assignment => ({ does: { kind: 'act', action } });

/** A profile in which every key does what an ordinary keyboard does in its place. A key without a code, or on another's contact, does nothing of its own. */
export function plainProfile(board: Board, id: string, name: string): Profile {
  const keys: Record<string, Assignment> = {};
  for (const key of board.keys)
    if (key.id !== 'Fn' && key.contact === undefined && key.code && isCode(key.code))
      keys[key.id] = does(sends(key.code));
  return {
    format: 'underloom-profile',
    version: 1,
    id,
    name,
    icon: 'spool',
    board: board.id,
    hostLayout: 'us',
    timing: DEFAULT_TIMING,
    layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys }],
    joinedLayers: [],
    lampLayers: [],
    joints: [],
    macros: [],
    travel: {
      board:
        DEFAULT_ACTUATION.pointUm <= board.travelUm
          ? DEFAULT_ACTUATION
          : { mode: 'fixed', pointUm: Math.round(board.travelUm / 2) },
      keys: {},
    },
    roles: [],
  };
}

/** What the home row holds, from the little finger inwards; the other hand has the right-hand twins. */
const HOLDS = ['Meta', 'Alt', 'Control', 'Shift'] as const;
const HOME_ROW = {
  Left: ['KeyA', 'KeyS', 'KeyD', 'KeyF'],
  Right: ['Semicolon', 'KeyL', 'KeyK', 'KeyJ'],
} as const;
/** What the layer under a held Space has: arrows where the right hand lies, figures where the left one does. */
const UNDER_SPACE: Readonly<Record<string, string>> = {
  KeyH: 'ArrowLeft',
  KeyJ: 'ArrowDown',
  KeyK: 'ArrowUp',
  KeyL: 'ArrowRight',
  KeyU: 'PageUp',
  KeyM: 'PageDown',
  KeyY: 'Home',
  KeyO: 'End',
  KeyQ: 'Digit1',
  KeyW: 'Digit2',
  KeyE: 'Digit3',
  KeyA: 'Digit4',
  KeyS: 'Digit5',
  KeyD: 'Digit6',
  KeyZ: 'Digit7',
  KeyX: 'Digit8',
  KeyC: 'Digit9',
  KeyV: 'Digit0',
};

/** The board's key that plays a key of an ordinary keyboard. */
const keyOf = (board: Board, code: string): KeyId | undefined =>
  board.keys.find((key) => key.code === code && key.contact === undefined)?.id;

/** Whether a board has the keys that a writing layout needs. */
export const canWrite = (board: Board): boolean =>
  [...HOME_ROW.Left, ...HOME_ROW.Right, 'Space'].every((code) => keyOf(board, code) !== undefined) &&
  board.device.layers > 1;

/** A layout for writing: modifiers under the fingers of the home row when they are held, arrows and figures under a held Space. */
export function writingProfile(board: Board, id: string, name: string): Profile {
  const plain = plainProfile(board, id, name);
  const [base] = plain.layers;
  const keys = { ...base?.keys };
  const hold = (code: string, action: Action): void => {
    const key = keyOf(board, code);
    if (key !== undefined) keys[key] = { does: { kind: 'gesture', steps: [{ tap: sends(code), hold: action }] } };
  };
  for (const side of ['Left', 'Right'] as const)
    HOME_ROW[side].forEach((code, n) => hold(code, sends(`${HOLDS[n] ?? ''}${side}`)));
  hold('Space', { do: 'layer', how: 'while', layer: 'moves' });
  const moves = Object.entries(UNDER_SPACE).flatMap(([code, made]): [KeyId, Assignment][] => {
    const key = keyOf(board, code);
    return key === undefined ? [] : [[key, does(sends(made))]];
  });
  return {
    ...plain,
    timing: { ...plain.timing, otherHandOnly: true, typingGuardMs: 120 },
    layers: [
      { id: 'base', name: 'Base', dye: 'indigo', keys },
      { id: 'moves', name: 'Moves and figures', dye: 'verdigris', keys: Object.fromEntries(moves) },
    ],
  };
}

/** So many keys can be told apart by keys that nobody types: twelve alone, and twelve with each of seven chords of modifiers. */
const PAD_CHORDS = [
  [],
  ['ControlLeft'],
  ['ShiftLeft'],
  ['AltLeft'],
  ['ControlLeft', 'ShiftLeft'],
  ['ControlLeft', 'AltLeft'],
  ['ShiftLeft', 'AltLeft'],
  ['ControlLeft', 'ShiftLeft', 'AltLeft'],
] as const;
const SPARE = 12;
export const canPad = (board: Board): boolean => board.keys.length <= 40;

/** What nobody types by accident, a key after the other. */
const spareKeys = (keys: readonly { id: KeyId }[]): Record<KeyId, Assignment> =>
  Object.fromEntries(
    keys.flatMap(({ id }, n): [KeyId, Assignment][] => {
      const chord = PAD_CHORDS[Math.floor(n / SPARE)];
      return chord ? [[id, does(sends(...chord, `F${13 + (n % SPARE)}`))]] : [];
    }),
  );

/** A pad: every key sends something that nobody types by accident, F13 to F24 and chords with them. */
export function padProfile(board: Board, id: string, name: string): Profile {
  const keys = spareKeys(board.keys.filter(({ contact }) => contact === undefined));
  return { ...plainProfile(board, id, name), layers: [{ id: 'base', name: 'Base', dye: 'orchil', keys }] };
}

/** Whether Num Lock can choose between two sets of a board's keys. */
export const canDouble = (board: Board): boolean =>
  canPad(board) && keyOf(board, 'NumLock') !== undefined && board.device.layers > 1;

/** A pad twice over: while Num Lock is lit, what the caps say; while it is dark, keys that nobody types by accident. */
export function doubledProfile(board: Board, id: string, name: string): Profile {
  const plain = plainProfile(board, id, name);
  const others = board.keys.filter(
    ({ id: key, code, contact }) => contact === undefined && code !== 'NumLock' && key !== 'Fn',
  );
  return {
    ...plain,
    layers: [...plain.layers, { id: 'second', name: 'Second set', dye: 'weld', keys: spareKeys(others) }],
    lampLayers: [{ lamp: 'NumLock', lit: false, shows: 'second' }],
  };
}
