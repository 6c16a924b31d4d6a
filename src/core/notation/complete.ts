/** Completing the assign line as it is typed, and the list of everything it can say, by meaning. */
import { CODE_TABLE, titleOfCode, wordOfCode, type CodeGroup } from '../codes';
import { ACTION_WORDS, OFFERS, type Meaning } from './actionWords';
import { printLayer, printMacro, type NotationContext } from './names';
import { GESTURE_WORDS, LAYER_WORDS } from './parse';
import type { LayerHow } from '../profile';

/** One way to go on: what to put in place of the line from `from` (counted from 0) on, and what it means. */
export type Completion = { from: number; insert: string; meaning: string };

const WORD_MEANINGS: Readonly<Record<string, string>> = {
  pass: 'the next active layer below answers',
  none: 'does nothing, and nothing below is asked',
  tap: 'what a short press does',
  hold: 'what holding the key does',
  twice: 'what a second quick press does',
  ...ACTION_WORDS,
  down: 'a depth passed on the way down, such as down 0.6 mm',
  up: 'a depth passed on the way back up',
  to: 'where what is held ends; without it, it is over at once',
};

/** What can stand before the colon of a part of a stroke plan. */
const CROSSING_WORDS = ['down', 'up', 'to'];

const WAY_MEANINGS: Readonly<Record<LayerHow, string>> = {
  while: 'as long as it is held',
  flip: 'on and off',
  go: 'and stay there',
  once: 'for the next key',
};

const KEYS: readonly { word: string; meaning: string }[] = Object.values(CODE_TABLE)
  .flat()
  .map(([code]) => ({ word: wordOfCode(code), meaning: `the key ${titleOfCode(code)}` }));

/** A line that begins as a stroke plan. */
const PLAN = /^\s*(down|up)\s+[\d.]/i;

/** Which kinds of word can stand at the end of a beginning of a line. */
function placeOf(before: string): 'start' | 'part' | 'crossing' | 'action' | 'layer' {
  const part = before.split(',').pop() ?? '';
  if (PLAN.test(before) && !part.includes(':')) return 'crossing';
  const words = part.split(/[+&:]/).pop()?.trim().toLowerCase().split(/\s+/) ?? [];
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
export function completeLine(beforeCursor: string, context: NotationContext, most = 8): Completion[] {
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
  const typed = /[^\s,+&]*$/.exec(beforeCursor)?.[0] ?? '';
  const from = beforeCursor.length - typed.length;
  const place = placeOf(beforeCursor.slice(0, from));
  const words: string[] = [];
  if (place === 'start') words.push('tap', 'hold', ...Object.keys(ACTION_WORDS), 'pass', 'none');
  if (place === 'part') words.push(...GESTURE_WORDS);
  if (place === 'crossing') words.push(...CROSSING_WORDS);
  if (place === 'action' && !/[+]\s*$/.test(beforeCursor.slice(0, from))) words.push(...Object.keys(ACTION_WORDS));
  const wanted = typed.toLowerCase();
  const spoken = words
    .filter((word) => word.startsWith(wanted))
    .map((word) => ({ word, meaning: WORD_MEANINGS[word] ?? '' }));
  const keys =
    place === 'part' || place === 'crossing' ? [] : KEYS.filter(({ word }) => word.toLowerCase().startsWith(wanted));
  const exactFirst =
    wanted === ''
      ? [...spoken, ...keys]
      : [
          ...keys.filter(({ word }) => word.toLowerCase() === wanted),
          ...spoken,
          ...keys.filter(({ word }) => word.toLowerCase() !== wanted),
        ];
  return exactFirst.slice(0, most).map(({ word, meaning }) => ({ from, insert: word, meaning }));
}

const GROUP_NAMES: Readonly<Record<CodeGroup, string>> = {
  writing: 'Letters, digits and signs',
  modifier: 'Modifiers',
  editing: 'Editing',
  arrow: 'Moving about',
  function: 'Function keys',
  keypad: 'Keypad',
  international: 'Other scripts',
  media: 'Sound and media',
  system: 'System',
};

/** Everything one line can say without a gesture, by meaning: ways between layers first, then keys by group. */
export function allMeanings(context: NotationContext): Meaning[] {
  const layers = context.layers.slice(1).flatMap(({ id }) =>
    LAYER_WORDS.map((how) => ({
      group: 'Ways between layers',
      line: `${how} ${printLayer(id, context)}`,
      meaning: WAY_MEANINGS[how],
    })),
  );
  const base = context.layers[0];
  const back = base
    ? [
        {
          group: 'Ways between layers',
          line: `go ${printLayer(base.id, context)}`,
          meaning: `back to ${base.name} alone`,
        },
      ]
    : [];
  const silence = ['pass', 'none'].map((word) => ({
    group: 'Nothing here',
    line: word,
    meaning: WORD_MEANINGS[word] ?? '',
  }));
  const keys = (Object.keys(GROUP_NAMES) as CodeGroup[]).flatMap((group) =>
    CODE_TABLE[group].map(([code]) => ({
      group: GROUP_NAMES[group],
      line: wordOfCode(code),
      meaning: titleOfCode(code),
    })),
  );
  const macros = (context.macros ?? []).map(({ id, name }) => ({
    group: 'Macros',
    line: `play ${printMacro(id, context)}`,
    meaning: `plays ${name}`,
  }));
  return [...layers, ...back, ...macros, ...OFFERS, ...silence, ...keys];
}
