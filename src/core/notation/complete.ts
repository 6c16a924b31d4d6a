/** Completing the assign line as it is typed. */
import { CODE_TABLE, titleOfCode, wordOfCode } from '../codes';
import { ACTION_WORDS } from './actionWords';
import { printLayer, printMacro, type NotationContext } from './names';
import { GESTURE_WORDS, LAYER_WORDS } from './parse';
import { allActions, type Profile } from '../profile';
import { nameCompletions } from './understand/nameCompletions';

/** What names in a line refer to, and the codes that the profile uses, the most used first. */
export type CompletionContext = NotationContext & { used?: readonly string[] };

/** One way to go on: what to put in place of the line from `from` (counted from 0) on, and what it means. */
type Completion = { from: number; insert: string; meaning: string };

const WORD_MEANINGS: Readonly<Record<string, string>> = {
  pass: 'the next active layer below answers',
  none: 'does nothing, and nothing below is asked',
  tap: 'what a short press does',
  hold: 'what holding the key does',
  twice: 'what a second quick press does',
  ...ACTION_WORDS,
  under: 'what it is while modifiers are held',
  down: 'a depth passed on the way down, such as down 0.6 mm',
  up: 'a depth passed on the way back up',
  to: 'where what is held ends; without it, it is over at once',
};

/** What can stand before the colon of a part of a stroke plan. */
const CROSSING_WORDS = ['down', 'up', 'to'];

const KEYS: readonly { word: string; meaning: string }[] = Object.values(CODE_TABLE)
  .flat()
  .map(([code]) => ({ word: wordOfCode(code), meaning: `the key ${titleOfCode(code)}` }));

/** A line that begins as a stroke plan. */
const PLAN = /^\s*(down|up)\s+[\d.]/i;

/** Which kinds of word can stand at the end of a beginning of a line. */
function placeOf(before: string): 'start' | 'part' | 'crossing' | 'action' | 'layer' {
  const part = before.split(',').pop() ?? '';
  if (PLAN.test(before) && !part.includes(':')) return 'crossing';
  const words =
    part
      .split(/[+&:[]/)
      .pop()
      ?.trim()
      .toLowerCase()
      .split(/\s+/) ?? [];
  const last = words.at(-1) ?? '';
  if ((LAYER_WORDS as readonly string[]).includes(last)) return 'layer';
  if (before.trim() === '') return 'start';
  if (part.trim() === '') return 'part';
  return 'action';
}

/**
 * Ways to go on from a line up to the cursor, the most likely first.
 * @param most how many to give
 */
export function completeLine(beforeCursor: string, context: CompletionContext, most = 8): Completion[] {
  const layerMatch = /(?:^|[\s,&])(?:while|flip|go|once)\s+([^,&]*)$/i.exec(beforeCursor);
  if (layerMatch) {
    const typed = (layerMatch[1] ?? '').toLowerCase();
    const from = beforeCursor.length - (layerMatch[1] ?? '').length;
    return context.layers
      .filter(({ name }) => name.toLowerCase().startsWith(typed))
      .slice(0, most)
      .map(({ id, name }) => ({ from, insert: printLayer(id, context), meaning: `the layer ${name}` }));
  }
  const macroMatch = /(?:^|[\s,&])play\s+([^,&]*)$/i.exec(beforeCursor);
  if (macroMatch) {
    const typed = (macroMatch[1] ?? '').toLowerCase();
    const from = beforeCursor.length - (macroMatch[1] ?? '').length;
    return (context.macros ?? [])
      .filter(({ name }) => name.toLowerCase().startsWith(typed))
      .slice(0, most)
      .map(({ id, name }) => ({ from, insert: printMacro(id, context), meaning: `the macro ${name}` }));
  }
  const modifier = /(?:^|[\s,&[])under\s+(?:[^\s,&]+\+)*([^\s,+&]*)$/i.exec(beforeCursor)?.[1];
  if (modifier !== undefined)
    return ['Shift', 'Ctrl', 'Alt', 'Meta']
      .filter((word) => word.toLowerCase().startsWith(modifier.toLowerCase()))
      .map((word) => ({ from: beforeCursor.length - modifier.length, insert: word, meaning: `while ${word} is held` }));
  const typed = /[^\s,+&]*$/.exec(beforeCursor)?.[0] ?? '';
  const from = beforeCursor.length - typed.length;
  const place = placeOf(beforeCursor.slice(0, from));
  const joinsKeys = /[+]\s*$/.test(beforeCursor.slice(0, from));
  const wanted = typed.toLowerCase();
  const words: string[] = [];
  if (place === 'start') words.push('tap', 'hold', ...Object.keys(ACTION_WORDS), 'pass', 'none');
  if (place === 'part') words.push(...GESTURE_WORDS, 'under');
  if (place === 'crossing') words.push(...CROSSING_WORDS);
  if (place === 'action' && !joinsKeys) words.push(...Object.keys(ACTION_WORDS));
  const isAction = place === 'start' || place === 'action';
  const found: { word: string; meaning: string }[] = [];
  const add = (word: string, meaning: string): void => {
    if (!found.some((one) => one.word === word)) found.push({ word, meaning });
  };
  const takesKeys = isAction || place === 'layer';
  if (takesKeys && wanted !== '')
    for (const key of KEYS) if (key.word.toLowerCase() === wanted) add(key.word, key.meaning);
  if (isAction && !joinsKeys && wanted !== '') for (const own of ownThings(wanted, context)) add(own.word, own.meaning);
  for (const word of words) if (word.startsWith(wanted)) add(word, WORD_MEANINGS[word] ?? '');
  if (takesKeys) {
    const used = new Map((context.used ?? []).map((code, rank) => [wordOfCode(code), rank]));
    const rank = (word: string): number => used.get(word) ?? Infinity;
    for (const key of KEYS.filter(({ word }) => word.toLowerCase().startsWith(wanted)).sort(
      (a, b) => rank(a.word) - rank(b.word) || 0,
    ))
      add(key.word, key.meaning);
    // What people call a key leads to it as well: `ret` to Enter.
    if (wanted.length >= 2)
      for (const { word, code, name } of nameCompletions(wanted, most))
        add(word, `the key ${titleOfCode(code)}, also called ${name}`);
  }
  return found.slice(0, most).map(({ word, meaning }) => ({ from, insert: word, meaning }));
}

/** One's own layers and macros whose names begin so, each as the line that is wanted most often. */
function ownThings(wanted: string, context: CompletionContext): { word: string; meaning: string }[] {
  const begins = ({ name }: { name: string }): boolean => name.toLowerCase().startsWith(wanted);
  return [
    ...context.layers
      .slice(1)
      .filter(begins)
      .map(({ id, name }) => ({
        word: `while ${printLayer(id, context)}`,
        meaning: `the layer ${name}, as long as the key is down`,
      })),
    ...(context.macros ?? []).filter(begins).map(({ id, name }) => ({
      word: `play ${printMacro(id, context)}`,
      meaning: `the macro ${name}`,
    })),
  ];
}

/** The codes that a profile sends, the most used first. */
export function usedCodes(profile: Profile): string[] {
  const counts = new Map<string, number>();
  for (const { action } of allActions(profile))
    if ('codes' in action) for (const code of action.codes) counts.set(code, (counts.get(code) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1]).map(([code]) => code);
}
