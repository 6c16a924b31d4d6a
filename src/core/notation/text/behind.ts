/**
 * What a key's line says around its binding: the label before it, in quotes, and behind it the role in round brackets, the timing of
 * its gesture in curly ones, and a note after two dashes:
 *
 *     G: "Ready" tap F21, twice Ctrl+F21 (Cues) {tap gap 200 ms} -- Once: stand by. Twice: hold the house.
 */
import type { Assignment, Role } from '../../profile';
import { commentAt } from './source';
import { printRole, printTiming, quotedText, unescaped } from './words';

/** A piece of a line, and where it begins in it, counted from 0. */
export type Piece = { text: string; at: number };

type KeyPieces = { label?: Piece; binding: Piece; role?: Piece; timing?: Piece; note?: Piece };

/** The place behind a text in quotes that begins at a place. */
export function closingQuote(text: string, from: number): number {
  const match = /^"(?:[^"\\]|\\.)*"/s.exec(text.slice(from));
  return match ? from + match[0].length : text.length;
}

const trimmed = (text: string, from: number, to: number): Piece => {
  const piece = text.slice(from, to);
  return { text: piece.trim(), at: from + piece.length - piece.trimStart().length };
};

/** A key's line behind its colon, taken to pieces. */
export function keyPieces(text: string, start = 0): KeyPieces {
  let at = start + text.slice(start).length - text.slice(start).trimStart().length;
  const pieces: KeyPieces = { binding: { text: '', at } };
  if (text[at] === '"') {
    const end = closingQuote(text, at);
    pieces.label = { text: unescaped(text.slice(at + 1, end - 1)), at };
    at = end;
  }
  const from = at;
  for (; at < text.length; at++) {
    if (text[at] === '"') at = closingQuote(text, at) - 1;
    else if (at === from || /\s/.test(text[at - 1] ?? '')) {
      if (/^(?:\((?=[#\p{L}\p{N}])|\{(?=\s*[a-z}])|--(?=\s|$))/u.test(text.slice(at, at + 40))) break;
    }
  }
  pieces.binding = trimmed(text, from, at);
  while (at < text.length) {
    if (/\s/.test(text[at] ?? '')) at++;
    else if (text[at] === '(' && !pieces.role) {
      const close = text.indexOf(')', at);
      const to = close < 0 ? text.length : close;
      pieces.role = trimmed(text, at + 1, to);
      at = to + 1;
    } else if (text[at] === '{' && !pieces.timing) {
      const close = text.indexOf('}', at);
      const to = close < 0 ? text.length : close;
      pieces.timing = { text: text.slice(at + 1, to), at: at + 1 };
      at = to + 1;
    } else if (text.startsWith('--', at) && !pieces.note) {
      const note = trimmed(text, at + 2, text.length);
      pieces.note = note.text.startsWith('"')
        ? { text: unescaped(note.text.slice(1, closingQuote(note.text, 0) - 1)), at: note.at }
        : note;
      at = text.length;
    } else {
      // Something else stands here; the binding takes it, and says what is wrong with it.
      pieces.binding = trimmed(text, from, text.length);
      break;
    }
  }
  return pieces;
}

/** Whether a note can stand without quotes: a comment behind it, which may be written later, is none of it. */
const isPlainNote = (note: string): boolean =>
  note !== '' &&
  note === note.trim() &&
  !/\p{Cc}|\/\/|\$|^"/u.test(note) &&
  commentAt(`${note} // behind it`) === note.length;

/** What stands behind a binding, with a space before it; empty when there is nothing. */
export function printBehind({ does, role, note }: Assignment, roles: readonly Role[]): string {
  const said = [
    ...(role === undefined ? [] : [`(${printRole(role, roles)})`]),
    ...(does.kind === 'gesture' && does.timing ? [`{${printTiming(does.timing)}}`] : []),
    ...(note === undefined ? [] : [`-- ${isPlainNote(note) ? note : quotedText(note)}`]),
  ];
  return said.map((one) => ` ${one}`).join('');
}
