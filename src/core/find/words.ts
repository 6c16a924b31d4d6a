/** Matching by words: each asked word is the beginning of a word of the thing. */

/** Words that only lead up to what is asked for. */
const LEADS =
  /^(?:where (?:is|are|was|were)|which keys? (?:is|are|does|do|has|have|sends?)|what (?:is|are|does|sends?|types?|makes?|plays?|leads to)|how (?:do|can|to)(?: i| you)?|show(?: me)?|find(?: me)?|search(?: for)?|look for|go to|open|all|every|each|any|keys? (?:that|which|with)|keys? for|the|a|an|my|is|does|that|which|sends?|i want|everything (?:that|with)|that sends?|types?|that types?|to)\s+(?=\S)/;

/** A question without what only leads up to it. */
export function askedFor(question: string): string {
  let rest = question
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/(?<=[\p{L}\p{N}])\s*[?!.]+$/u, '');
  for (let round = 0; round < 6; round++) {
    const shorter = rest.replace(new RegExp(LEADS.source, 'i'), '');
    if (shorter === rest) break;
    rest = shorter;
  }
  return rest;
}

/** A text as words with a space before each: letters and digits are words, and so is everything between spaces as it stands. */
export const asWords = (text: string): string => {
  const small = text.toLowerCase();
  return ` ${small.replace(/\s+/g, ' ')} ${small.replace(/[^\p{L}\p{N}]+/gu, ' ')} `;
};

export type Worded = { title: string; about: string; words: string };

/** What a thing says, ready to be searched. */
export type Searchable = { name: string; all: string };

export const searchable = ({ title, about, words }: Worded): Searchable => ({
  name: asWords(title),
  all: asWords(`${title} ${about} ${words}`),
});

/**
 * How well a thing answers words: the less the better, from 0 for its name to 4; Infinity when a word begins none of its words.
 * @param asked small letters
 */
export function distance({ name, all }: Searchable, asked: readonly string[]): number {
  if (!asked.every((word) => all.includes(` ${word}`))) return Infinity;
  const whole = asked.join(' ');
  if (name.startsWith(` ${whole} `) && name.trim().startsWith(whole) && asWords(whole) === name) return 0;
  if (name.startsWith(` ${whole}`)) return 1;
  if (asked.every((word) => name.includes(` ${word}`))) return 2;
  return asked.every((word) => all.includes(` ${word} `)) ? 3 : 4;
}

/** The words of a question. */
export const wordsOfQuestion = (question: string): string[] => question.toLowerCase().split(/\s+/).filter(Boolean);
