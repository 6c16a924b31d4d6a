/** A typed line as plain words: small letters, one kind of quote and dash, signs of keys set apart, nothing that only makes it polite. */

/** Signs that stand for keys on caps and in menus; each is a word of its own, however tightly it is written. */
const KEY_SIGNS = /[⌘⌥⇧⌃⎋⏎↵↩⌫⌦⇥⇪⎇⊞❖←→↑↓⇞⇟↖↘␣⏯⏭⏮⏹🔇🔉🔊🔆🔅]/gu;

const FILLER =
  /^(?:please|kindly|i(?: would|'d)? (?:want|like|need)(?: it| this| this key)?(?: to)?|make (?:it|this one|this key|this|the key)|let (?:it|this key)|this key(?: is| does| should| sends)?|the key|it(?: should| is|'s| must| will)?|should|must|to be|be|acts? (?:as|like)|acting as|works? (?:as|like)|becomes?|just|simply|only|set (?:it |this |this key )?to|use (?:it |this )?as|same as|like|an?(?= [a-z]{3}))\s+/;
const VERB =
  /^(?:press(?:es)?|hit(?:s)?|push(?:es)?|sends?|emits?|strikes?|outputs?|does|perform|do|press down|press the|pressing)\s+/;

/** The words of a line, small and one space apart. */
export function wordsOf(line: string): string {
  const plain = line
    .normalize('NFC')
    .replace(/[‘’]/g, "'")
    .replace(/[“”„«»]/g, '"')
    .replace(/[‐‑‒–—−]/g, '-')
    .replace(KEY_SIGNS, ' $& ')
    .toLowerCase()
    .replace(/\b(?:don't|doesn't)\b/g, 'do not')
    .replace(/\b(it|that|what)'s\b/g, '$1 is')
    .replace(/\bi'm\b/g, 'i am')
    .replace(/\bi'd\b/g, 'i would')
    .replace(/\b(?!let)(\p{L}{3,})'s\b/gu, '$1')
    .replace(/\b(the|any|teh|hte)\b(?= \S)/g, '')
    .replace(/(?<=\p{L}{2})\.(?= )/gu, '')
    .replace(/\s+/g, ' ')
    .trim();
  return plain.length > 2 ? plain.replace(/(?<=[\p{L}\p{N}]{2})\s*[.!?]+$/u, '') : plain;
}

/** The phrase without what only leads up to it; itself when there is nothing of the kind. */
export function withoutFiller(said: string): string {
  let rest = said;
  rest = rest.replace(/(?:,? (?:please|thanks|thank you|instead|for me|here|a bit|a little|slightly|once more))+$/, '');
  for (let round = 0; round < 4; round++) {
    const shorter = rest.replace(FILLER, '');
    if (shorter === rest) break;
    rest = shorter;
  }
  return rest;
}

/** A phrase about keys without the verb that presses them. */
export const withoutVerb = (said: string): string => said.replace(VERB, '');

/** `right-click` as two words. */
export const withoutHyphens = (said: string): string => said.replace(/(?<=[\p{L}\d])-(?=\p{L})/gu, ' ');
