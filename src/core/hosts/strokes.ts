/**
 * Text to keys: the shortest strokes that make each character on a host layout, dead keys included. Fewest strokes go first, then
 * fewest modifiers, Shift before AltGr; a key that many boards lack (the extra ones of ISO and JIS boards) counts as a little more
 * than Shift.
 */
import type { Code } from '../codes';
import { LEVELS, deadOf, type Compose, type HostLayoutData, type Made } from './layout';

/** Modifiers that go down, in this order, around a key. */
export type Stroke = { readonly modifiers: readonly Code[]; readonly code: Code };

/** Keys that not every board has, so that what other keys make as well is taken from those. */
const RARE: ReadonlySet<Code> = new Set(['IntlBackslash', 'IntlRo', 'IntlYen']);
const STROKE = 100;

const MODIFIERS: readonly (readonly Code[])[] = LEVELS.map(({ shift, altGr }) => [
  ...(shift ? ['ShiftLeft'] : []),
  ...(altGr ? ['AltRight'] : []),
]);

type Way = { strokes: readonly Stroke[]; cost: number };

/** Whether a text is one code point. */
const isOne = (text: string): boolean =>
  text.length > 0 && text.length === String.fromCodePoint(text.codePointAt(0) ?? 0).length;

function waysOf(layout: HostLayoutData): Map<string, readonly Stroke[]> {
  const direct = new Map<Made, Way>();
  const offer = (ways: Map<Made, Way>, made: Made, way: Way): void => {
    const known = ways.get(made);
    if (!known || way.cost < known.cost) ways.set(made, way);
  };
  for (const [code, levels] of Object.entries(layout.keys))
    levels.forEach((made, level) => {
      if (made === '') return;
      const modifiers = MODIFIERS[level] ?? [];
      const cost = STROKE + modifiers.length * 2 + (level > 1 ? 0.5 : 0) + (RARE.has(code) ? 2.2 : 0);
      offer(direct, made, { strokes: [{ modifiers, code }], cost });
    });
  for (const [made, code] of [
    ['\n', 'Enter'],
    ['\t', 'Tab'],
  ] as const)
    offer(direct, made, { strokes: [{ modifiers: [], code }], cost: STROKE });
  const all = new Map([...direct].filter(([made]) => deadOf(made) === undefined));
  const walk = (from: Compose, before: Way): void => {
    for (const [made, next] of Object.entries(from)) {
      const way = direct.get(made);
      if (!way) continue;
      const whole = { strokes: [...before.strokes, ...way.strokes], cost: before.cost + way.cost };
      if (typeof next === 'object') walk(next, whole);
      else if (isOne(next)) offer(all, next, whole);
    }
  };
  walk(layout.compose, { strokes: [], cost: 0 });
  return new Map([...all].map(([made, { strokes }]) => [made, strokes]));
}

/** The ways of each layout, found once: long texts ask often. */
const waysByLayout = new WeakMap<HostLayoutData, Map<string, readonly Stroke[]>>();

function waysIn(layout: HostLayoutData): Map<string, readonly Stroke[]> {
  const known = waysByLayout.get(layout);
  if (known) return known;
  const found = waysOf(layout);
  waysByLayout.set(layout, found);
  return found;
}

/** The strokes that make a character; `undefined` when no keys of the layout do. */
export const strokesOf = (layout: HostLayoutData, character: string): readonly Stroke[] | undefined =>
  waysIn(layout).get(character);

/** The one stroke that makes a character; `undefined` when it takes several, or none do. */
export function strokeOf(layout: HostLayoutData, character: string): Stroke | undefined {
  const [only, second] = strokesOf(layout, character) ?? [];
  return second ? undefined : only;
}

/** Every character that the layout's keys make, without Caps Lock. */
export const charactersOf = (layout: HostLayoutData): string[] => [...waysIn(layout).keys()];

/** The codes of a stroke, modifiers first, as a chord holds them. */
export const codesOfStroke = ({ modifiers, code }: Stroke): Code[] => [...modifiers, code];

const SHIFT = /^Shift(Left|Right)$/;

/**
 * The character that a chord is on a host: exactly one key that makes it, and of modifiers only those that lead to its level.
 * Nothing for a key alone or with Shift that makes a letter in its two cases, for chords with Control, Alt or Meta, and for dead keys.
 */
export function signOfChord(layout: HostLayoutData, codes: readonly Code[]): string | undefined {
  const code = codes.at(-1);
  const modifiers = codes.slice(0, -1);
  if (code === undefined || modifiers.length === 0) return undefined;
  const shifts = modifiers.filter((modifier) => SHIFT.test(modifier)).length;
  const altGrs = layout.altGr ? modifiers.filter((modifier) => modifier === 'AltRight').length : 0;
  if (shifts > 1 || shifts + altGrs !== modifiers.length) return undefined;
  const levels = layout.keys[code] ?? [];
  const made = levels[shifts + altGrs * 2] ?? '';
  const plain = levels[0];
  if (made === '' || made === plain || deadOf(made) !== undefined || /^\s$/.test(made)) return undefined;
  return altGrs === 0 && made.toLowerCase() === plain ? undefined : made;
}
