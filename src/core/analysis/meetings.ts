/**
 * Where hands meet macros: what the host gets when a person presses a key that a macro holds, or the macro's own key again. Both are
 * played by the engine, so that what is said is what happens.
 */
import { boardById } from '../board';
import { titleOfCode, type Code } from '../codes';
import { compile, isEdgeLine, replay, type EdgeLine } from '../engine';
import { heldBy, partsOf, pressesOf } from '../macro';
import type { Macro, Profile } from '../profile';
import { aloneWith } from './alone';

export type Meeting = { what: string; outcome: string };

const FINGER_US = 60_000;
const MOST_EDGES = 6;

/** A moment while the macro holds a key, and which key that is: the middle of its longest press. */
function longestHold(macro: Macro): { code: Code; atUs: number } | undefined {
  let fromUs = 0;
  let best: { code: Code; atUs: number; lengthUs: number } | undefined;
  for (const { score } of partsOf(macro)) {
    for (const { code, downUs, upUs } of pressesOf(score).presses) {
      const lengthUs = (upUs ?? score.lengthUs) - downUs;
      if (!best || lengthUs > best.lengthUs)
        best = { code, atUs: fromUs + downUs + Math.floor(lengthUs / 2), lengthUs };
    }
    fromUs += score.lengthUs;
  }
  return best;
}

const say = (lines: readonly EdgeLine[], code: Code): string => {
  const own = lines.filter((line) => line.code === code);
  const shown = own.slice(0, MOST_EDGES).map(({ edge, t }) => `${edge === 'down' ? '↓' : '↑'} ${Math.round(t / 1000)}`);
  return `${titleOfCode(code)} ${shown.join('  ')}${own.length > MOST_EDGES ? ' …' : ''} ms`;
};

/** What happens when hands come in between. Empty when the macro holds nothing, or cannot run. */
export function meetingsOf(profile: Profile, macro: Macro): Meeting[] {
  const board = boardById(profile.board);
  const hold = longestHold(macro);
  if (!board || !hold) return [];
  const [plays = '', sends = ''] = board.keys.map(({ id }) => id);
  const does = {
    [plays]: { do: 'macro' as const, macro: macro.id },
    [sends]: { do: 'keys' as const, codes: [hold.code] },
  };
  const program = compile(aloneWith(profile, does, [macro]), board);
  const press = (key: string, fromUs: number, lengthUs: number) => [
    { tUs: fromUs, key, depthUm: board.travelUm },
    { tUs: fromUs + lengthUs, key, depthUm: 0 },
  ];
  const run = (...samples: { tUs: number; key: string; depthUm: number }[]): EdgeLine[] =>
    replay(
      program,
      samples.toSorted((a, b) => a.tUs - b.tUs),
      { settleMs: 3000 },
    ).filter(isEdgeLine);
  const heldUs = hold.atUs + 4 * FINGER_US;
  const name = titleOfCode(hold.code);
  const again = run(...press(plays, 0, FINGER_US / 2), ...press(plays, hold.atUs, FINGER_US));
  const found: Meeting[] = [
    {
      what: `You press ${name} while it holds ${name}`,
      outcome: say(run(...press(plays, 0, heldUs), ...press(sends, hold.atUs, FINGER_US)), hold.code),
    },
    {
      what: `You press its key again after ${Math.round(hold.atUs / 1000)} ms`,
      outcome: `${again.length} edges; ${say(again, hold.code)}`,
    },
  ];
  if (macro.leavesHeld && heldBy(macro).open.includes(hold.code)) {
    const after =
      (macro.onPress?.lengthUs ?? 0) +
      (macro.repeat?.lengthUs ?? 0) +
      (macro.onRelease?.lengthUs ?? 0) +
      heldUs +
      FINGER_US;
    found.push({
      what: `You press ${name} when it is over`,
      outcome: say(run(...press(plays, 0, FINGER_US), ...press(sends, after, FINGER_US)), hold.code),
    });
  }
  return found;
}
