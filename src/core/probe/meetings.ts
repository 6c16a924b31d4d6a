/**
 * Where hands meet macros: what the host gets when a person presses a key that a macro holds, or the macro's own key again. Both are
 * played by the engine, so that what is said is what happens.
 */
import { titleOfCode, type Code } from '../codes';
import { isEdgeLine, replay, type EdgeLine } from '../engine';
import { heldBy } from '../macro';
import type { MacroStage } from './macroRun';

type Meeting = { what: string; outcome: string };

const FINGER_US = 60_000;
const MOST_EDGES = 6;

const say = (lines: readonly EdgeLine[], code: Code): string => {
  const own = lines.filter((line) => line.code === code);
  const shown = own.slice(0, MOST_EDGES).map(({ edge, t }) => `${edge === 'down' ? '↓' : '↑'} ${Math.round(t / 1000)}`);
  return `${titleOfCode(code)} ${shown.join('  ')}${own.length > MOST_EDGES ? ' …' : ''} ms`;
};

/** What happens when hands come in between. Empty when the macro holds nothing. */
export function meetingsOf({ sound, macro, plays, sends, hold }: MacroStage): Meeting[] {
  if (!hold) return [];
  const { board, program } = sound;
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
