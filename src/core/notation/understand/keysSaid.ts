/** Keys as people say them: one by any of its names, or several held together, joined by a space, `-`, `+` or a word. */
import { codeOfButton, codeOfWord, isModifier } from '../../codes';
import { codesOfStroke, hostLayout, strokeOf, type HostLayoutData } from '../../hosts';
import { LIMITS } from '../../profile';
import { IDIOMS } from './idioms';
import { keyNames, mostNameWords, namesOf, numberOfWord } from './keyNames';
import { withoutVerb, wordsOf } from './phrase';

const JOINERS = new Set(['+', '-', 'and', 'plus', 'with', '&', 'together']);
/** Words beside a key's name that name nothing. */
const BESIDE = new Set(['key', 'keys', 'press', 'chord', 'combination', 'shortcut', 'together', 'keystroke']);

const BUTTONS = new Map(
  Object.entries(IDIOMS).flatMap(([line, phrases]) => {
    const button = /^button (\d)$/.exec(line)?.[1];
    return button === undefined ? [] : namesOf(phrases).map((name) => [name, Number(button)] as const);
  }),
);

/** Which mouse button a phrase names. */
export function buttonSaid(said: string): number | undefined {
  const named = BUTTONS.get(said);
  if (named !== undefined) return named;
  const match =
    /^(?:mouse ?|mouse ?button ?|button ?|mouse ?key ?|click ?|mouse click ?|mouse btn ?|btn ?|mb ?)(\S+?)(?: (?:of|on) (?:my )?mouse)?$/.exec(
      said,
    ) ?? /^(\S+) (?:mouse ?button|button of mouse|button on mouse|button (?:of|on) my mouse)$/.exec(said);
  const number = match?.[1] === undefined ? undefined : (numberOfWord(match[1]) ?? ORDINALS[match[1]]);
  return number !== undefined &&
    number >= LIMITS.button.least &&
    number <= LIMITS.button.most &&
    Number.isInteger(number)
    ? number
    : undefined;
}

export const ORDINALS: Readonly<Record<string, number>> = {
  first: 1,
  '1st': 1,
  second: 2,
  '2nd': 2,
  third: 3,
  '3rd': 3,
  fourth: 4,
  '4th': 4,
  fifth: 5,
  '5th': 5,
  sixth: 6,
  '6th': 6,
  seventh: 7,
  '7th': 7,
  eighth: 8,
  '8th': 8,
};

/** Words on caps that mean something else in company: `next key`, `scroll up`. */
const ALONE = new Set([
  'next',
  'prev',
  'play',
  'stop',
  'scroll',
  'num',
  'print',
  'back',
  'search',
  'files',
  'power',
  'clear',
  'find',
]);

/** The codes that one name stands for; a character is the keys that make it on the host. */
function codesOfName(name: string, host: HostLayoutData): readonly string[] | undefined {
  const known = keyNames().get(name) ?? ([...name].length === 1 ? name : undefined);
  if (known !== undefined && [...known].length === 1) {
    const stroke = strokeOf(host, known);
    return stroke && codesOfStroke(stroke);
  }
  if (known !== undefined) return [known];
  const code = name.includes(' ') ? undefined : codeOfWord(name);
  if (code !== undefined) return [code];
  const button = buttonSaid(name);
  return button === undefined ? undefined : [codeOfButton(button)];
}

/** Keys that are called as what they do; beside other keys the words mean something else: `copy and paste`. */
const FUNCTIONS = new Set('Copy Cut Paste Undo Find Open Select Again Help Props Abort'.split(' '));

type Said = { codes: readonly string[]; joined: boolean };

/** The first way to read words as keys, longer names first. */
function readNames(
  words: readonly string[],
  at: number,
  host: HostLayoutData,
  budget: { tries: number },
): Said[] | undefined {
  if (at === words.length) return [];
  if (--budget.tries < 0) return undefined;
  const joined = at > 0 && at < words.length - 1 && JOINERS.has(words[at] ?? '');
  for (const skip of joined ? [1, 0] : [0]) {
    const from = at + skip;
    for (let length = Math.min(mostNameWords(), words.length - from); length >= 1; length--) {
      const name = words.slice(from, from + length).join(' ');
      const codes = words.length > 1 && ALONE.has(name) ? undefined : codesOfName(name, host);
      if (!codes) continue;
      const rest = readNames(words, from + length, host, budget);
      if (rest) return [{ codes, joined: skip === 1 }, ...rest];
    }
  }
  return undefined;
}

const SIGNS = /([+&]|(?<=[^\s-])-(?=\S)|(?<=\s)-(?=\s)|-$)/g;

/**
 * The codes of keys as people say them, modifiers first, or undefined when the words name no keys. Keys that are no modifiers are
 * a chord only when a `+` or a word joins them: `a b` is two presses, and no key does that.
 */
export function keysSaid(phrase: string, host: HostLayoutData = hostLayout('us')): string[] | undefined {
  const said = withoutVerb(phrase).replaceAll('"', '').trim();
  if (said === '') return undefined;
  const whole = codesOfName(said, host) ?? codesOfName(said.replace(/[-/]/g, ' ').replace(/\s+/g, ' '), host);
  if (whole) return [...whole];
  const words = said
    .replace(SIGNS, ' $1 ')
    .split(/[\s]+/)
    .filter((word, _, all) => word !== '' && !(BESIDE.has(word) && all.length > 1));
  // `ctrl + +`: a sign that joins and one that is the key. `ctrl+shift` written tight is the same.
  if (words.length === 0 || words.length > 24) return undefined;
  const parts = readNames(words, 0, host, { tries: 200 });
  if (!parts) return undefined;
  const codes: string[] = [];
  let others = 0;
  for (const { codes: some, joined } of parts) {
    const isOther = !some.every(isModifier);
    if (parts.length > 1 && some.some((code) => FUNCTIONS.has(code))) return undefined;
    if (isOther && others > 0 && !joined) return undefined;
    if (isOther) others++;
    for (const code of some)
      if (!codes.includes(code)) codes.push(code);
      else if (code !== 'ShiftLeft') return undefined;
  }
  if (codes.length > LIMITS.chordKeys) return undefined;
  return [...codes.filter(isModifier), ...codes.filter((code) => !isModifier(code))];
}

/** Modifiers as people say them; undefined when other keys are among them. */
export function modifiersSaid(phrase: string): string[] | undefined {
  const codes = keysSaid(phrase);
  return codes?.every(isModifier) ? codes : undefined;
}

/** The one key that words name, exactly or as people say it; undefined when they name none, or several. */
export function keySaid(phrase: string): string | undefined {
  const exact = codeOfWord(phrase);
  if (exact !== undefined) return exact;
  const codes = keysSaid(wordsOf(phrase));
  return codes?.length === 1 ? codes[0] : undefined;
}
