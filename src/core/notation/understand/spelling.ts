/** Slips of the fingers: the words of the line's own vocabulary that a mistyped word may have been. */
import { IDIOMS, LIKELIER_IDIOMS, SILENCE, TIME_UNITS } from './idioms';
import { once } from '../../profile';
import { keyNames } from './keyNames';
import { ACTION_WORDS } from '../actionWords';

const RULE_WORDS =
  'when tapped held pressed tap hold double twice triple scroll wheel mouse button click layer switch toggle play macro type write for seconds until again next key once only while back stay keep lock latch down profile slot record capitals press holding nothing'.split(
    ' ',
  );

/** Every word that means something, the more usual ones first. */
const allWords = once((): readonly string[] => [
  ...new Set(
    [
      ...RULE_WORDS,
      ...Object.keys(ACTION_WORDS),
      ...keyNames().keys(),
      ...[IDIOMS, LIKELIER_IDIOMS, SILENCE].flatMap((table) =>
        Object.values(table).flatMap((list) => list.split(', ')),
      ),
      ...Object.keys(TIME_UNITS),
    ].flatMap((phrase) => phrase.split(' ')),
  ),
]);
const known = once((): ReadonlySet<string> => new Set(allWords()));

/** A word and every word that it becomes by leaving out one letter. */
const shorter = (word: string): string[] => [word, ...Array.from(word, (_, n) => word.slice(0, n) + word.slice(n + 1))];

/** The words that a form with a letter less may come from. */
const byForm = once((): ReadonlyMap<string, string[]> => {
  const index = new Map<string, string[]>();
  for (const word of allWords())
    if (word.length >= 4)
      for (const form of shorter(word)) {
        const there = index.get(form);
        if (there) there.push(word);
        else index.set(form, [word]);
      }
  return index;
});

/**
 * The number of slips between two words: letters left out, put in, put in another's place, or two that changed places (the
 * distance of Damerau and Levenshtein); Infinity when there are more than `most`.
 */
export function slips(a: string, b: string, most = 2): number {
  if (Math.abs(a.length - b.length) > most) return Infinity;
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, n) => n);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let cost = Math.min((last[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (last[j - 1] ?? 0) + (same ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        cost = Math.min(cost, (before[j - 2] ?? 0) + 1);
      row.push(cost);
    }
    before = last;
    last = row;
  }
  const count = last[b.length] ?? Infinity;
  return count <= most ? count : Infinity;
}

export const isKnownWord = (word: string, own: ReadonlySet<string>): boolean =>
  known().has(word) || own.has(word) || /^[\d.,]+$/.test(word) || !/\p{L}/u.test(word);

/** The known words that are nearest to a word that is not known, by one slip. */
export function corrected(word: string, own: ReadonlySet<string>): string[] {
  if (word.length < 4) return [];
  const found = new Set<string>();
  // Hardly anybody slips on the first letter, and words that differ there mean other things: `bright` is not `right`.
  const isNear = (known: string): boolean => known[0] === word[0] && slips(word, known, 1) <= 1;
  for (const name of own) if (name.length >= 4 && isNear(name)) found.add(name);
  for (const form of shorter(word)) for (const near of byForm().get(form) ?? []) if (isNear(near)) found.add(near);
  return [...found].sort((a, b) => allWords().indexOf(a) - allWords().indexOf(b)).slice(0, 3);
}
