/** What a macro does, in plain sentences that are true of what the engine will do. */
import { titleOfCode } from '../codes';
import { foreign, shortened } from '../reading';
import type { AskedOf, Macro, Score } from '../profile';
import { overUs } from './duration';
import { heldBy } from './held';
import { countsOf } from './presses';

/** A time as people say it: `80 ms`, `1.90 s`. */
export const sayTime = (us: number): string =>
  us < 1_000_000 ? `${Number((us / 1000).toFixed(1))} ms` : `${(us / 1_000_000).toFixed(2)} s`;

/** A count with its word: `1 press`, `2 presses`. */
export const sayCount = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;

/** Texts are told by their beginnings, and so many of them. */
const TOLD_CHARACTERS = 40;
const TOLD_TEXTS = 2;

function contents(score: Score): string {
  const { presses, releases } = countsOf(score);
  const texts = score.events.flatMap((event) => ('text' in event ? [event.text] : []));
  const turns = score.events.filter((event) => 'wheel' in event).length;
  const said = [
    presses > 0 && sayCount(presses, 'press', 'presses'),
    releases > 0 && sayCount(releases, 'release'),
    ...texts.slice(0, TOLD_TEXTS).map((text) => `the text “${shortened(text, TOLD_CHARACTERS)}”`),
    texts.length > TOLD_TEXTS && sayCount(texts.length - TOLD_TEXTS, 'more text'),
    turns > 0 && sayCount(turns, 'turn of the wheel', 'turns of the wheel'),
  ].filter((part) => part !== false);
  return `${said.length > 0 ? listed(said) : 'nothing'} in ${sayTime(overUs(score))}`;
}

function repeating(macro: Macro, score: Score): string {
  const gap = macro.gapMs > 0 ? `, with ${macro.gapMs} ms between` : '';
  switch (macro.run.kind) {
    case 'times':
      return `${macro.onPress ? 'Then it' : 'Pressed, it'} plays ${contents(score)}${macro.run.times === 1 ? '' : `, ${macro.run.times} times${gap}`}.`;
    case 'whileHeld':
      return `${macro.onPress ? 'Then, as' : 'As'} long as the key is held, it plays ${contents(score)} again and again${gap}.`;
    case 'untilPressedAgain':
      return `${macro.onPress ? 'Then it' : 'Pressed, it'} plays ${contents(score)} again and again${gap}, until it is pressed again.`;
  }
}

const asking = ({ what, name }: AskedOf): string =>
  what === 'program' ? `to start “${foreign(name)}”` : `for the sound “${foreign(name)}”`;

/** What a macro does, sentence by sentence. */
export function macroSentences(macro: Macro): string[] {
  const { onPress, repeat, onRelease, run } = macro;
  const said: string[] = [];
  if (macro.asksFirst) said.push(`First it asks the computer ${asking(macro.asksFirst)}.`);
  if (!onPress && !repeat && !onRelease) said.push('It plays nothing yet.');
  if (onPress) said.push(`Pressed, it plays ${contents(onPress)}.`);
  if (repeat) said.push(repeating(macro, repeat));
  if (repeat && run.kind !== 'times') {
    said.push(
      macro.stop === 'now'
        ? 'Stopped, it breaks off at once, and lets go of what that round pressed.'
        : 'Stopped, it plays the round it is in to its end.',
    );
  }
  if (onRelease) said.push(`When the key is up and that is over, it plays ${contents(onRelease)}.`);
  if (macro.liftModifiers) said.push('Modifiers that you hold go up before its first event and come back at its end.');
  const { open, letsGo } = heldBy(macro);
  const names = listed(open.map(titleOfCode));
  if (open.length > 0)
    said.push(
      macro.leavesHeld
        ? `When it is over, ${names} ${open.length === 1 ? 'stays' : 'stay'} down.`
        : `What it holds at its end, ${names}, is let go of then.`,
    );
  if (macro.asksLast) said.push(`When it is over, it asks the computer ${asking(macro.asksLast)}.`);
  if (letsGo.length > 0)
    said.push(`It lets go of ${listed(letsGo.map(titleOfCode))} if a macro or a latch left that down.`);
  return said;
}
