/** Ways to go on in a text: headings, keys of the board, dyes, and behind a key's colon what the assign line offers. */
import type { Board } from '../../board';
import { DYES } from '../../profile';
import { completeLine, type CompletionContext } from '../complete';
import { closingQuote } from './behind';
import { wordOfKey } from './words';

/** What to put in place of the line from `from` (counted from 0) on. */
export type TextCompletion = { from: number; insert: string; meaning: string };

const HEADINGS: Readonly<Record<string, string>> = {
  layer: 'a layer: layer NAME, DYE',
  macro: 'a macro: macro NAME, and below it press, repeat, release',
  role: 'a role: role NAME, #A63D40',
  depths: 'how deep keys fire, below it KEY: at 1.5 mm',
  joint: 'keys pressed together: joint J + K, within 40 ms: Esc',
  joined: 'layers that bring another along: joined Move, Signs: Far',
  lamp: 'a layer while a lamp of the host is lit: lamp NumLock lit: Numbers',
  on: 'the same keys for several layers: on Cues, Rig',
  let: 'a value with a name: let dim = Ctrl+Alt+Left; $dim stands for it',
  profile: 'a profile: profile NAME',
};
const INNER: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  profile: {
    board: 'the board',
    timing: 'figures that are not as usual',
    icon: 'its picture',
    host: 'the host layout',
  },
  macro: { press: 'what it plays when pressed', repeat: 'what it repeats', release: 'what it plays when let go' },
};

/** Where the binding of a key's line begins, behind the colon and the label; -1 before it. */
function bindingAt(line: string): number {
  const colon = /:(?=\s|$)/.exec(line)?.index ?? -1;
  if (colon < 0) return -1;
  const from = colon + 1 + (/^\s*/.exec(line.slice(colon + 1))?.[0].length ?? 0);
  return line[from] === '"' ? closingQuote(line, from) : from;
}

/**
 * Ways to go on from a line up to the cursor.
 * @param heading the word of the heading that the line belongs to; empty for a line that is one itself
 */
export function completeText(
  beforeCursor: string,
  heading: string,
  context: CompletionContext,
  board: Board | undefined,
  most = 10,
): TextCompletion[] {
  const offers = (words: Readonly<Record<string, string>>, typed: string, from: number): TextCompletion[] =>
    Object.entries(words)
      .filter(([word]) => word.toLowerCase().startsWith(typed.toLowerCase()))
      .slice(0, most)
      .map(([insert, meaning]) => ({ from, insert, meaning }));
  const isInner = /^\s/.test(beforeCursor);
  if (!isInner) {
    if (/^\S*$/.test(beforeCursor)) return offers(HEADINGS, beforeCursor, 0);
    const dye = /^layer\s[^,]*,(?:.*,)?\s*(\w*)$/.exec(beforeCursor);
    return dye
      ? offers(
          Object.fromEntries(DYES.map((one) => [one, 'a dye'])),
          dye[1] ?? '',
          beforeCursor.length - (dye[1] ?? '').length,
        )
      : [];
  }
  const from = bindingAt(beforeCursor);
  if (from >= 0 && (heading === 'layer' || heading === 'on'))
    return /\s(?:\(|\{|--)/.test(beforeCursor.slice(from))
      ? []
      : completeLine(beforeCursor.slice(from).trimStart(), context, most).map((one) => ({
          ...one,
          from: one.from + from + (/^\s*/.exec(beforeCursor.slice(from))?.[0].length ?? 0),
        }));
  const typed = /\S*$/.exec(beforeCursor)?.[0] ?? '';
  const at = beforeCursor.length - typed.length;
  const words = INNER[heading];
  if (words) return beforeCursor.slice(0, at).trim() === '' ? offers(words, typed, at) : [];
  if (typed === '' || beforeCursor.trimStart().startsWith('|')) return [];
  const keys = Object.fromEntries(
    (board?.keys ?? []).map(({ id }) => [`${wordOfKey(id, board)}:`, 'a key of the board']),
  );
  return offers(
    heading === 'depths' ? { 'board:': 'all keys without a depth of their own', ...keys } : keys,
    typed,
    at,
  );
}
