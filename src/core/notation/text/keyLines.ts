/** The keys of layers in a text: lines for keys, rows of the board, what is as on the board, what changes places. */
import { rowsOf, type BoardKey } from '../../board';
import { isCode } from '../../codes';
import type { Assignment, Layer, PartialTiming } from '../../profile';
import { foreign } from '../../reading';
import { readingsOf } from '../understand/understand';
import { closingQuote, keyPieces, type Piece } from './behind';
import { readBinding } from './bindingText';
import { copied, type Draft, type Gathered } from './gathered';
import type { SourceLine } from './source';
import { readTiming, roleOfWord } from './words';

export function keyLines(
  reading: Gathered,
  draft: Draft,
  lines: readonly SourceLine[],
  layers: readonly Layer[],
): void {
  let row = 0;
  for (const line of lines) {
    const swap = /^swap\s+(.+?)\s+with\s+(.+)$/i.exec(line.text);
    if (line.text.startsWith('|')) rowOfKeys(reading, draft, line, row++, layers);
    else if (/^like\s+the\s+board$/i.test(line.text)) likeTheBoard(reading, draft, line, layers);
    else if (swap?.[1] !== undefined && swap[2] !== undefined) swapKeys(reading, draft, line, swap[1], swap[2], layers);
    else keyLine(reading, draft, line, layers);
  }
}

function likeTheBoard(reading: Gathered, draft: Draft, line: SourceLine, layers: readonly Layer[]): void {
  reading.source.spend(layers.length * 50);
  for (const { id, code } of reading.boardOf(draft, line)?.keys ?? [])
    if (code !== undefined && isCode(code))
      for (const layer of layers) layer.keys[id] = { does: { kind: 'act', action: { do: 'keys', codes: [code] } } };
}

function swapKeys(
  reading: Gathered,
  draft: Draft,
  line: SourceLine,
  a: string,
  b: string,
  layers: readonly Layer[],
): void {
  const one = reading.key(draft, line, { text: a, at: line.text.indexOf(a, 4) });
  const other = reading.key(draft, line, { text: b, at: line.text.length - b.length });
  if (one === undefined || other === undefined) return;
  for (const layer of layers) {
    reading.source.spend(5 + Object.keys(layer.keys).length / 5);
    const [first, second] = [layer.keys[one], layer.keys[other]];
    for (const [key, said] of [
      [one, second],
      [other, first],
    ] as const) {
      if (said) layer.keys[key] = said;
      else layer.keys = withoutKey(layer.keys, key);
      reading.site(line, undefined, 'key', { layer: layer.id, key, alone: false });
    }
  }
}

/** What a line that cannot be read may have meant; only a text's first few are worth the time. */
function lineMeant(reading: Gathered, text: string, draft: Draft): string | undefined {
  if (reading.source.problems.length > 20 || text.length > 200) return undefined;
  return readingsOf(text, draft.profile)[0]?.line;
}

/** Gives keys what a line says; labels, roles and notes alone are added to what is there. */
function give(
  reading: Gathered,
  draft: Draft,
  line: SourceLine,
  text: Piece,
  keys: readonly string[],
  layers: readonly Layer[],
): void {
  reading.source.spend(20 + text.text.length / 2);
  const pieces = keyPieces(text.text);
  const shift = (piece: Piece): Piece => ({ text: piece.text, at: piece.at + text.at });
  const { label, binding, role, timing, note } = pieces;
  let does: Assignment['does'] | undefined;
  let takesOut = false;
  if (binding.text === '.' && !label && !role && !note && !timing) takesOut = true;
  else if (binding.text !== '') {
    const read = readBinding(binding.text, draft.profile);
    if (!read.ok) {
      const meant = lineMeant(reading, binding.text, draft);
      reading.fail(
        line,
        shift({ text: binding.text.slice(read.at, read.at + read.length), at: binding.at + read.at }),
        meant === undefined ? read.message : `${read.message} Did you mean ${meant}?`,
        meant === undefined ? undefined : { piece: shift(binding), text: meant },
      );
      return;
    }
    does = read.binding;
  } else if (!label && !role && !note && !timing) {
    reading.fail(
      line,
      shift(binding),
      'What the key does is missing, such as Esc, or tap Esc, hold Ctrl; a dot takes the key out of the layer.',
    );
    return;
  }
  let own: PartialTiming | undefined;
  if (timing) {
    const read = readTiming(timing.text);
    if ('timing' in read) own = read.timing;
    else {
      reading.fail(
        line,
        shift({ text: timing.text.slice(read.at, read.at + read.length), at: timing.at + read.at }),
        read.message,
      );
      return;
    }
  }
  const roleId = role && roleOfWord(role.text, draft.profile.roles);
  if (role && roleId === undefined) {
    reading.failName(line, shift(role), 'role', draft.profile.roles);
    return;
  }
  for (const layer of layers)
    for (const key of keys) {
      reading.source.spend(takesOut ? 2 + Object.keys(layer.keys).length / 10 : 5);
      if (takesOut) {
        layer.keys = withoutKey(layer.keys, key);
        continue;
      }
      const before = does ? undefined : layer.keys[key];
      const binds = does ?? before?.does;
      if (!binds) {
        reading.fail(
          line,
          text,
          `On ${foreign(layer.name)} nothing is said yet of what this key does; write it before its role, timing or note.`,
        );
        return;
      }
      if (own && binds.kind !== 'gesture') {
        reading.fail(
          line,
          timing ? shift(timing) : text,
          'Only a key with a tap, a hold or several presses has a timing of its own.',
        );
        return;
      }
      layer.keys[key] = {
        ...before,
        does: binds.kind === 'gesture' && own ? { ...binds, timing: own as never } : copied(binds),
        ...(label && { label: label.text }),
        ...(roleId !== undefined && { role: roleId }),
        ...(note && { note: note.text }),
      };
    }
}

function keyLine(reading: Gathered, draft: Draft, line: SourceLine, layers: readonly Layer[]): void {
  // The colon that ends the keys has a space or the end behind it; a key may be called by a word with one in it.
  const colon = /:(?=\s|$)/.exec(line.text)?.index ?? -1;
  if (colon <= 0) {
    reading.fail(
      line,
      { text: line.text, at: 0 },
      'A key’s line is KEY: what it does, such as CapsLock: tap Esc, hold Ctrl. A row of the board begins with |.',
    );
    return;
  }
  const words = [...line.text.slice(0, colon).matchAll(/\S+/g)].map(({ 0: text, index }): Piece => ({
    text,
    at: index,
  }));
  const keys = words.flatMap((piece) => reading.key(draft, line, piece) ?? []);
  for (const layer of layers)
    for (const key of keys)
      reading.site(line, undefined, 'key', { layer: layer.id, key, alone: keys.length === 1 && layers.length === 1 });
  reading.source.spend((layers.length * keys.length) / 3);
  if (keys.length < words.length) return;
  give(reading, draft, line, { text: line.text.slice(colon + 1), at: colon + 1 }, keys, layers);
}

function rowOfKeys(reading: Gathered, draft: Draft, line: SourceLine, index: number, layers: readonly Layer[]): void {
  const board = reading.boardOf(draft, line);
  if (!board) return;
  const rows = rowsOf(board);
  const keys: readonly BoardKey[] | undefined = rows[index];
  if (!keys) {
    reading.fail(line, { text: line.text, at: 0 }, `The ${board.name} has ${rows.length} rows; this is one too many.`);
    return;
  }
  const cells = cellsOf(line.text);
  if (cells.length !== keys.length) {
    reading.fail(
      line,
      { text: line.text, at: 0 },
      `Row ${index + 1} of the ${board.name} has ${keys.length} keys, from ${keys[0]?.id ?? ''} to ${keys.at(-1)?.id ?? ''}; this line has ${cells.length}.`,
    );
    return;
  }
  keys.forEach(({ id }, n) => {
    const cell = cells[n];
    if (!cell) return;
    for (const layer of layers)
      reading.site(line, cell, 'cell', { layer: layer.id, key: id, alone: layers.length === 1 });
    if (cell.text === '.') return;
    const inside =
      cell.text.startsWith('(') && cell.text.length > 1 ? { text: cell.text.slice(1, -1), at: cell.at + 1 } : cell;
    give(reading, draft, line, inside, [id], layers);
  });
}

/** The keys of a layer without one. */
function withoutKey(keys: Layer['keys'], key: string): Layer['keys'] {
  const { [key]: _gone, ...others } = keys;
  return others;
}

/** The cells of a row: words, or more in brackets; a `|` is only for the eye. */
export function cellsOf(text: string): Piece[] {
  const cells: Piece[] = [];
  for (let at = 0; at < text.length;) {
    const character = text[at] ?? '';
    if (/\s/.test(character) || (character === '|' && /\s|^$/.test(text[at + 1] ?? ''))) {
      at++;
      continue;
    }
    let end = at;
    if (character === '(' && /[^\s]/.test(text[at + 1] ?? '')) {
      let depth = 0;
      for (; end < text.length; end++) {
        if (text[end] === '"') end = closingQuote(text, end) - 1;
        else if (text[end] === '(') depth++;
        else if (text[end] === ')' && --depth === 0) break;
      }
      end = Math.min(text.length, end + 1);
    } else
      while (end < text.length && !/\s/.test(text[end] ?? ''))
        end = text[end] === '"' ? closingQuote(text, end) : end + 1;
    cells.push({ text: text.slice(at, end), at });
    at = end;
  }
  return cells;
}
