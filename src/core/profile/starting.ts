/** Starting layouts: profiles that are usable at once and have nothing clever in them yet. */
import type { Board } from '../board';
import { isCode } from '../codes';
import { DEFAULT_ACTUATION, DEFAULT_TIMING, type Assignment, type Profile } from './schema';

const sends = (...codes: string[]): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes } } });

/** A profile in which every key does what an ordinary keyboard does in its place. A key without a code, or on another's contact, does nothing of its own. */
export function plainProfile(board: Board, id: string, name: string): Profile {
  const keys: Record<string, Assignment> = {};
  for (const key of board.keys)
    if (key.id !== 'Fn' && key.contact === undefined && key.code && isCode(key.code)) keys[key.id] = sends(key.code);
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
