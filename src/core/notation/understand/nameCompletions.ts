/** Names of keys that begin as a word does, by everything that they are called: `ret` leads to Enter. */
import { wordOfCode } from '../../codes';
import { once } from '../../profile';
import { keyNames } from './keyNames';

/** Codes by name, the names in order, for looking up what begins with some letters. */
const namesInOrder = once((): readonly (readonly [name: string, code: string])[] =>
  [...keyNames()]
    .filter(([name, code]) => name.length > 1 && code.length > 1 && !/\d/.test(name))
    .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)),
);

/** Keys with a name that begins so, each once: its word in the line, its code and the name that led there. */
export function nameCompletions(typed: string, most: number): { word: string; code: string; name: string }[] {
  const names = namesInOrder();
  let [low, high] = [0, names.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((names[middle]?.[0] ?? '') < typed) low = middle + 1;
    else high = middle;
  }
  const found = new Map<string, { word: string; code: string; name: string }>();
  for (let n = low; n < names.length && found.size < most; n++) {
    const [name, code] = names[n] ?? ['', ''];
    if (!name.startsWith(typed)) break;
    if (!found.has(code)) found.set(code, { word: wordOfCode(code), code, name });
  }
  return [...found.values()];
}
