/** Texts come with signs of print that few keyboards make; people who type them write plain ones. */
import { type HostLayoutData, strokesOf } from '../hosts';

/** What is typed for a sign where no key makes it. */
const PLAIN: Readonly<Record<string, string>> = {
  '‘': "'",
  '’': "'",
  '‚': ',',
  '“': '"',
  '”': '"',
  '„': '"',
  '«': '"',
  '»': '"',
  '‐': '-',
  '‑': '-',
  '–': '-',
  '—': '-',
  '−': '-',
  '…': '...',
  '•': '-',
  '×': 'x',
};

/** Letters without what stands over or under them, where no key makes that. */
const bare = (character: string): string => character.normalize('NFD').replace(/\p{M}/gu, '');

/** A text of which every character can be typed: plain signs and letters in the place of others, and nothing where there is none. Spaces stay. */
export function plainly(text: string, layout: HostLayoutData): string {
  const isTyped = (character: string): boolean => /\s/.test(character) || strokesOf(layout, character) !== undefined;
  return [...text.normalize('NFC')]
    .map((character) => {
      if (isTyped(character)) return character;
      const instead = PLAIN[character] ?? bare(character);
      return [...instead].every(isTyped) ? instead : '';
    })
    .join('');
}
