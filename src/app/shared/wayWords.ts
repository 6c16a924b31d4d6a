/** A chain of presses, said: which key, how, and with which finger. */
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import type { ReachStep, Way } from '../../core/typing';
import { fingerName, keyLegend } from './keyNames';

/** One step in pieces: what is done, the key, the finger. */
export type SaidStep = { does: string; key: string; finger: string };

const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

function doesOf({ presses, isLong, isHeld, keys }: ReachStep): string {
  if (isHeld) return presses > 1 ? 'press again and hold' : 'hold';
  if (isLong) return presses > 1 ? 'tap, then hold for long' : 'hold for long';
  if (presses === 2) return 'tap twice';
  if (presses > 2) return `tap ${presses} times`;
  return keys.length > 1 ? 'press together' : 'press';
}

export const saidSteps = ({ steps }: Way, board: Board, profile: Profile): SaidStep[] =>
  steps.map((step) => {
    const own = step.keys.map((id) => board.keys.find((key) => key.id === id));
    return {
      does: doesOf(step),
      key: listed(step.keys.map((id) => keyLegend(board, profile, id))),
      finger: listed(own.map((key) => (key ? `the ${fingerName(key)}` : ''))),
    };
  });

/** The whole chain as a sentence without its full stop. */
export const waySentence = (way: Way, board: Board, profile: Profile): string =>
  saidSteps(way, board, profile)
    .map(({ does, key, finger }) => `${does} ${key} with ${finger}`)
    .join(', then ');
