/** The words of the text that the assign line does not have: names of things, keys of a board, figures of timing, what stands behind a binding. */
import type { Board, BoardKey } from '../../board';
import { codeOfWord, isCode, wordOfCode } from '../../codes';
import { DEFAULT_TIMING, LIMITS, type GestureTiming, type PartialTiming, type Profile, type Role } from '../../profile';

/** A name as an id: what is written for it when nothing else is said. Empty when nothing of it can stand in one. */
export const slugOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, LIMITS.idLength)
    .replace(/-+$/, '');

/** What a name may not hold without quotes: what ends it where it stands. */
const NEEDS_QUOTES = /[,&":+#\\()[\]$]|--|\/\/|^\s|\s$|\s\s|^(?:keys|like|id)\b/i;

export const quotedText = (text: string): string =>
  `"${text.replace(/["\\]/g, '\\$&').replaceAll('\n', '\\n').replaceAll('\t', '\\t').replaceAll('\r', '\\r')}"`;

/** A name as it stands in a heading. */
export const printHeadName = (name: string): string =>
  NEEDS_QUOTES.test(name) || name === '' ? quotedText(name) : name;

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r' };
export const unescaped = (inside: string): string =>
  inside.replace(/\\(.)/gs, (_, letter: string) => ESCAPES[letter] ?? letter);

/** A layer by its name, or by its id where the name is not its alone. */
export function printLayerName(id: string, { layers }: Pick<Profile, 'layers'>): string {
  const layer = layers.find((one) => one.id === id);
  const isAlone = layer && layers.filter(({ name }) => name.toLowerCase() === layer.name.toLowerCase()).length === 1;
  return layer && isAlone && !layer.name.startsWith('#') ? printHeadName(layer.name) : `#${id}`;
}

// ---- keys of a board

/**
 * The word for a key: of its own code when it is called so and the word leads back to it, else its id; `#id` for one that the board
 * does not have.
 */
export function wordOfKey(id: string, board: Board | undefined): string {
  if (!board) return id;
  if (!board.keys.some((key) => key.id === id)) return `#${id}`;
  if (!isCode(id)) return id;
  const word = wordOfCode(id) === '.' ? 'Period' : wordOfCode(id);
  return keyOfWord(word, board)?.id === id ? word : id;
}

/** The key of a board that a word names: its id, or what its id or the key in its place is called. */
export function keyOfWord(word: string, board: Board): BoardKey | undefined {
  const exact = board.keys.find(({ id }) => id === word);
  if (exact) return exact;
  const code = codeOfWord(word);
  const small = word.toLowerCase();
  return (
    board.keys.find(({ id }) => id === code) ??
    board.keys.find((key) => code !== undefined && key.code === code) ??
    board.keys.find(({ id }) => id.toLowerCase() === small)
  );
}

// ---- timing

type Figure = Exclude<keyof GestureTiming, 'interrupt' | 'otherHandOnly'>;

/** Figures of timing by their words, in the order in which they are written. */
export const FIGURES: Readonly<Record<string, Figure>> = {
  'hold after': 'holdAfterMs',
  'tap gap': 'tapGapMs',
  retap: 'retapMs',
  'typing guard': 'typingGuardMs',
  'tap length': 'tapMs',
};
export const INTERRUPTS: readonly GestureTiming['interrupt'][] = ['nested', 'any', 'wait'];

/** Timing as it is written: the figures that are given. */
export function printTiming(timing: PartialTiming): string {
  const words = Object.entries(FIGURES).flatMap(([word, name]) => {
    const ms = timing[name];
    return ms === undefined ? [] : [`${word} ${ms} ms`];
  });
  if (timing.interrupt !== undefined) words.push(`interrupt ${timing.interrupt}`);
  if (timing.otherHandOnly !== undefined) words.push(timing.otherHandOnly ? 'other hand only' : 'either hand');
  return words.join(', ');
}

/** The figures that are not as usual. */
export function ownTiming(timing: GestureTiming): PartialTiming {
  return Object.fromEntries(
    Object.entries(timing).filter(([name, value]) => DEFAULT_TIMING[name as keyof GestureTiming] !== value),
  );
}

/** What figures of timing say, or the word that cannot be read and why. */
export function readTiming(text: string): { timing: PartialTiming } | { at: number; length: number; message: string } {
  const timing: Record<string, unknown> = {};
  let from = 0;
  for (const part of text.split(',')) {
    const said = part.trim().toLowerCase().replace(/\s+/g, ' ');
    const at = from + part.length - part.trimStart().length;
    from += part.length + 1;
    if (said === '') continue;
    const fail = (message: string) => ({ at, length: part.trim().length, message });
    const figure = /^(.+?) (\d{1,5})(?: ?ms)?$/.exec(said);
    const name = FIGURES[figure?.[1] ?? ''];
    const interrupt = /^interrupt (\w+)$/.exec(said)?.[1] as GestureTiming['interrupt'] | undefined;
    if (name !== undefined) {
      const ms = Number(figure?.[2]);
      const { most } = name === 'tapMs' ? LIMITS.tapMs : LIMITS.gestureMs;
      if (ms > most) return fail(`A figure of timing is ${most} ms at the most.`);
      timing[name] = ms;
    } else if (interrupt !== undefined && INTERRUPTS.includes(interrupt)) timing['interrupt'] = interrupt;
    else if (said === 'other hand only') timing['otherHandOnly'] = true;
    else if (said === 'either hand') timing['otherHandOnly'] = false;
    else
      return fail(
        `Here could stand ${Object.keys(FIGURES).join(' 180 ms, ')} 180 ms, interrupt ${INTERRUPTS.join(' or ')}, other hand only, or either hand.`,
      );
  }
  return { timing: timing as PartialTiming };
}

// ---- roles

/** A role as it stands in brackets behind a binding: its name when that is its alone, else its id. */
export function printRole(id: string, roles: readonly Role[]): string {
  const role = roles.find((one) => one.id === id);
  const isAlone = role && roles.filter(({ name }) => name.toLowerCase() === role.name.toLowerCase()).length === 1;
  return role && isAlone && /^[\p{L}\p{N}][\p{L}\p{N} _-]*$/u.test(role.name) && role.name === role.name.trim()
    ? role.name
    : `#${id}`;
}

export function roleOfWord(word: string, roles: readonly Role[]): string | undefined {
  if (word.startsWith('#')) return word.slice(1);
  const small = word.trim().toLowerCase();
  return (roles.find(({ name }) => name.toLowerCase() === small) ?? roles.find(({ id }) => id === word.trim()))?.id;
}
