/** The words of a take that come out otherwise under another setting. */
import { align } from './distance';
import { TokenNumbers } from './tokens';

/** A word as it came, and as it would come; empty where there is none. Where several words became one, each side has all of its own. */
export type OtherWord = { was: string; is: string };

/**
 * @param before what came, as a line
 * @param after what would come
 */
export function otherWords(before: string, after: string): OtherWord[] {
  const numbers = new TokenNumbers();
  const [was, is] = [before, after].map((line) => line.split(/(?<=\s)(?=\S)/)) as [string[], string[]];
  const found: { was: string[]; is: string[] }[] = [];
  let open: { was: string[]; is: string[] } | null = null;
  for (const step of align(numbers.rowOf(was), numbers.rowOf(is))) {
    if (step.is === 'same') {
      open = null;
      continue;
    }
    if (!open) found.push((open = { was: [], is: [] }));
    const wide = step.is === 'swapped' ? 2 : 1;
    if (step.is !== 'extra') open.was.push(...was.slice(step.meant, step.meant + wide));
    if (step.is !== 'lacking') open.is.push(...is.slice(step.came, step.came + wide));
  }
  return found.map((one) => ({ was: one.was.join('').trim(), is: one.is.join('').trim() }));
}
