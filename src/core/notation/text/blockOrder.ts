/** The order in which the blocks of a text stand, of those kinds whose order means something. */
import { idIn, type Profile } from '../../profile';
import type { ReadText, TextBlock } from './read';

const ids = (things: readonly { id: string }[]): string[] => things.map(({ id }) => id);

/** The things that stand in an order, by the words of their headings. */
export const ORDERS: Readonly<Record<string, (profile: Profile) => string[]>> = {
  role: ({ roles }) => ids(roles),
  macro: ({ macros }) => ids(macros),
  layer: ({ layers }) => ids(layers),
  joint: ({ joints }) => ids(joints),
  joined: ({ joinedLayers }) => joinedLayers.map(idIn),
  lamp: ({ lampLayers }) => lampLayers.map(idIn),
};

/** Puts the blocks of a kind into the order of ids; the text as it was when they are in it. */
export function ordered(text: string, read: ReadText, index: number, word: string, ids: readonly string[]): string {
  const blocks = read.blocks.filter(
    (block) => block.profile === index && block.word === word && ids.includes(block.about ?? ''),
  );
  const wanted = blocks.toSorted((a, b) => ids.indexOf(a.about ?? '') - ids.indexOf(b.about ?? ''));
  if (wanted.every((block, n) => block === blocks[n])) return text;
  const raw = text.split(/\r\n|\n|\r/);
  const next = (block: TextBlock): string[] => raw.slice(block.line - 1, block.last);
  const lines: string[] = [];
  let at = 0;
  blocks.forEach((block, n) => {
    lines.push(...raw.slice(at, block.line - 1), ...next(wanted[n] ?? block));
    at = block.last;
  });
  return [...lines, ...raw.slice(at)].join('\n');
}
