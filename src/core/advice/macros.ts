/** Found on macros: what stays down and cannot be let go of, what does nothing, what the device cannot send. */
import { titleOfCode, pageOf, usageOfCode, KEYBOARD_PAGE, CONSUMER_PAGE, DESKTOP_PAGE, BUTTON_PAGE } from '../codes';
import { heldBy, leftDownBy, openKeys, operations, partsOf, pressesOf, sayTime } from '../macro';
import { replaceMacro, type Macro, type Profile } from '../profile';
import { foreign } from '../reading';
import { whatLetsGoOf } from './letGo';
import type { Found } from './advice';

const SENT_PAGES = [KEYBOARD_PAGE, CONSUMER_PAGE, DESKTOP_PAGE, BUTTON_PAGE];
const PART_NAMES = { onPress: 'on press', repeat: 'repeated', onRelease: 'on release' } as const;

const list = (codes: readonly string[]): string => codes.map(titleOfCode).join(', ');

function adviceOnOne(profile: Profile, macro: Macro, index: number): Found[] {
  const found: Found[] = [];
  const advise = (part: readonly (string | number)[], message: string, to?: Macro, fixName?: string): void => {
    const fix = to && fixName !== undefined ? { fix: replaceMacro(to), fixName } : {};
    found.push({
      path: ['macros', index, ...part],
      layer: '',
      message: `${foreign(macro.name)}: ${message}`,
      macro: macro.id,
      ...fix,
    });
  };
  const parts = partsOf(macro);
  if (parts.every(({ score }) => score.events.length === 0)) advise([], 'it plays nothing.');
  for (const { name, score } of parts) {
    const { strayUps } = pressesOf(score);
    // Ups of what another part pressed are meant so; those of nothing may be, too, but should be looked at.
    const unsent = score.events.filter(
      (event) => 'code' in event && !SENT_PAGES.includes(pageOf(usageOfCode(event.code) ?? 0)),
    );
    const [first] = unsent;
    if (first && 'code' in first) {
      const places = new Set(unsent.map((event) => score.events.indexOf(event)));
      advise(
        [name, 'events', score.events.indexOf(first)],
        `${first.code} at ${sayTime(first.atUs)} has no report on this device and is never sent.`,
        { ...macro, [name]: operations.takeOut(score, places) },
        'Take it out',
      );
    }
    const doubled = strayUps.filter((place) => {
      const event = score.events[place];
      return (
        event &&
        'code' in event &&
        score.events.some((other) => 'code' in other && other.code === event.code && other.edge === 'down')
      );
    });
    const [double] = doubled.map((place) => score.events[place]);
    if (double && 'code' in double)
      advise(
        [name, 'events', doubled[0] ?? 0],
        `${titleOfCode(double.code)} goes up at ${sayTime(double.atUs)} without being down.`,
        { ...macro, [name]: operations.takeOut(score, new Set(doubled)) },
        doubled.length === 1 ? 'Take that out' : `Take ${doubled.length} such out`,
      );
  }
  const { open } = heldBy(macro);
  const lastPart = parts.findLast(({ score }) => openKeys(score).some((code) => open.includes(code)));
  if (open.length > 0 && !macro.leavesHeld && lastPart) {
    advise(
      [lastPart.name],
      `${list(open)} ${open.length === 1 ? 'is' : 'are'} still down when the part “${PART_NAMES[lastPart.name]}” ends, and ${open.length === 1 ? 'is' : 'are'} let go of when the macro finishes.`,
      { ...macro, [lastPart.name]: operations.closeOpen(lastPart.score) },
      'Close it there',
    );
  }
  for (const code of leftDownBy(macro)) {
    const { macros, keys, joints } = whatLetsGoOf(code, profile);
    if (macros.length > 0 || keys.length > 0 || joints.length > 0) continue;
    advise(
      [],
      `it leaves ${titleOfCode(code)} down, and nothing lets go of that.`,
      { ...macro, leavesHeld: false },
      'Let go at its end',
    );
  }
  if (macro.run.kind !== 'times' && !macro.repeat)
    advise(
      ['run'],
      'it has no repeated part, so nothing is repeated.',
      { ...macro, run: { kind: 'times', times: 1 } },
      'Play it once',
    );
  return found;
}

export const macroAdvice = (profile: Profile): Found[] =>
  profile.macros.flatMap((macro, index) => adviceOnOne(profile, macro, index));
