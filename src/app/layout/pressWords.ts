/** What the presses of a key are called, and where their words stand in its line. */

export const NAMES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
export const partWord = (step: number, what: 'tap' | 'hold'): string => {
  const nth = step === 0 ? '' : step === 1 ? 'twice' : `${step + 1} times`;
  return [nth, step > 0 && what === 'tap' ? '' : what].filter(Boolean).join(' ');
};

/** Where in a line the words stand that say what a part of it does. */
export function wordsOf(line: string, part: string, words: string): [from: number, to: number] | undefined {
  const at = line.indexOf(`${part} ${words}`);
  return at < 0 ? undefined : [at + part.length + 1, at + part.length + 1 + words.length];
}
