/** Characters that the keys of a host do not make, and what can be done about each. */
import { HOST_IDS, hostName } from './list';
import { hostLayout, isHostHere } from './bring';
import type { HostLayoutData } from './layout';
import { strokesOf } from './strokes';

/** A character of a text that no keys make, and where it is first, counted in characters from 0. */
export type Lacking = { character: string; at: number };

/** Every character of a text that the layout lacks, each once. Half a surrogate pair and controls are characters, too. */
export function lackingIn(layout: HostLayoutData, text: string): Lacking[] {
  const found = new Map<string, Lacking>();
  let at = 0;
  for (const character of text) {
    if (!strokesOf(layout, character) && !found.has(character)) found.set(character, { character, at });
    at++;
  }
  return [...found.values()];
}

/** The number of a character as Unicode writes it: `U+00E9`. */
export const pointOf = (character: string): string =>
  `U+${(character.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`;

/** A character in a sentence: in quotes, or named where there is nothing to see. */
export function namedCharacter(character: string): string {
  const point = character.codePointAt(0) ?? 0;
  if (point >= 0xd800 && point <= 0xdfff) return `half a character (${pointOf(character)})`;
  if (point < 0x20 || (point >= 0x7f && point < 0xa0)) return `the control ${pointOf(character)}`;
  return /^[\p{L}\p{N}\p{P}\p{S}]$/u.test(character) ? `“${character}” (${pointOf(character)})` : pointOf(character);
}

/** The layouts that are here and make a character. */
export const hostsWith = (character: string): string[] =>
  HOST_IDS.filter((id) => isHostHere(id) && strokesOf(hostLayout(id), character) !== undefined).map(hostName);

/**
 * How a host lets any character be entered by its number, where it does: Windows by Alt and the number pad (code page 1252 with a
 * leading zero), GTK and others on Linux by Ctrl+Shift+U (ISO/IEC 14755), macOS by Option and the layout for hexadecimal input.
 */
export function codeEntriesOf(character: string): { system: 'Windows' | 'Linux' | 'macOS'; how: string }[] {
  const point = character.codePointAt(0) ?? 0;
  if (point < 0x20 || (point >= 0x7f && point < 0xa0) || (point >= 0xd800 && point <= 0xdfff)) return [];
  const hex = point.toString(16);
  const units = Array.from({ length: character.length }, (_, n) =>
    character.charCodeAt(n).toString(16).toUpperCase().padStart(4, '0'),
  );
  return [
    ...(point < 0x100 ? [{ system: 'Windows' as const, how: `hold Alt and press 0${point} on the number pad` }] : []),
    { system: 'Linux', how: `Ctrl+Shift+U, then ${hex}, then Space` },
    { system: 'macOS', how: `with the Unicode Hex Input layout, hold Option and press ${units.join(' ')}` },
  ];
}
