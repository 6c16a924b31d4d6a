/** What the engine does not run yet. A profile that uses any of it is refused by name and place, never run in part. */
import { allActions, type Action, type Problem, type Profile } from '../profile';

/** The kinds of action the engine runs. */
const RUNS: ReadonlySet<Action['do']> = new Set<Action['do']>([
  'keys',
  'holdFor',
  'latch',
  'latchNext',
  'once',
  'capitals',
  'layer',
  'button',
  'wheel',
  'text',
  'macro',
  'many',
]);

const WHAT: Readonly<Record<Action['do'], string>> = {
  keys: 'keys',
  holdFor: 'holding keys for a time (holdFor)',
  latch: 'latches (latch)',
  latchNext: 'latching the next key (latchNext)',
  once: 'modifiers for the next key (once)',
  capitals: 'capitals until the word ends (capitals)',
  layer: 'layers',
  button: 'mouse buttons (button)',
  wheel: 'the mouse wheel (wheel)',
  text: 'typing text (text)',
  macro: 'macros (macro)',
  slot: 'changing the slot (slot)',
  device: 'device functions (device)',
  many: 'several actions at once',
};

/** Everything in a profile that the engine does not run yet, each with its JSON path. Empty when it runs all of it. */
export function unsupportedIn(profile: Profile): Problem[] {
  const found: Problem[] = [];
  const refuse = (path: Problem['path'], what: string) =>
    found.push({ path, message: `the engine does not run ${what} yet` });
  for (const { action, path } of allActions(profile)) if (!RUNS.has(action.do)) refuse(path, WHAT[action.do]);
  return found;
}
