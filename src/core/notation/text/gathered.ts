/**
 * What reading a text has found so far: the profiles, what is wrong, and where everything is said. The parts of the format, headings,
 * keys, the rest, add to it.
 */
import type { Board } from '../../board';
import type { Layer, Profile } from '../../profile';
import { foreign, listed } from '../../reading';
import { slips } from '../understand/spelling';
import { closingQuote, type Piece } from './behind';
import type { Source, SourceLine, TextProblem } from './source';
import { keyOfWord, unescaped } from './words';

/**
 * Where something is said: the line (from 1), columns from 1 to before `to`, and what it is about. `alone`: nothing else is said there.
 */
export type Site = {
  line: number;
  from: number;
  to: number;
  profile: number;
  is:
    | 'profile'
    | 'role'
    | 'depth'
    | 'macro'
    | 'score'
    | 'layer'
    | 'key'
    | 'cell'
    | 'joint'
    | 'joined'
    | 'lamp'
    | 'walk'
    | 'step'
    | 'glow'
    | 'glowLine';
  layer?: string;
  key?: string;
  id?: string;
  alone: boolean;
};

/**
 * One profile of a text: what it says when all of it is right, and as far as it could be read. `line` is that of its heading; a `base` is
 * not given out, only built on.
 */
export type TextProfile = {
  profile: Profile | undefined;
  draft: Profile;
  board: Board | undefined;
  line: number;
  isBase: boolean;
  /** Whether the text says its id; without one it is made from the name. */
  hasId: boolean;
  /** Which profile of the text it begins from. */
  from: number | undefined;
};

/** A heading and what belongs to it: from its line to its last inner one. `about`: the id of what it makes or changes. */
export type TextBlock = { word: string; line: number; last: number; profile: number; about: string | undefined };

export type ReadText = {
  /** Each profile of the text in turn; one that is not right is undefined, and its problems are among `problems`. */
  profiles: readonly TextProfile[];
  problems: readonly TextProblem[];
  sites: readonly Site[];
  blocks: readonly TextBlock[];
};

export type Block = { head: SourceLine; word: string; rest: Piece; inner: SourceLine[] };
export type Draft = {
  hasId: boolean;
  profile: Profile;
  block: Block;
  blocks: Block[];
  isBase: boolean;
  board: Board | undefined;
  like: Piece | undefined;
  from: number | undefined;
};
export type Named = { id: string; name: string };

export const HEADS = [
  'profile',
  'base',
  'role',
  'depths',
  'macro',
  'layer',
  'on',
  'joint',
  'joined',
  'lamp',
  'walk',
  'glow',
  'without',
  'let',
] as const;
export const HEAD_HELP =
  'A line that is not indented begins with profile, base, role, depths, macro, layer, on, joint, joined, lamp, walk, glow, without or let';

/** Parts of a heading: what stands between commas, quotes kept together. */
export function partsOf({ text, at }: Piece, separator = ','): Piece[] {
  const parts: Piece[] = [];
  let from = 0;
  const add = (to: number): void => {
    const part = text.slice(from, to);
    parts.push({ text: part.trim(), at: at + from + part.length - part.trimStart().length });
    from = to + 1;
  };
  for (let n = 0; n < text.length; n++) {
    if (text[n] === '"') n = closingQuote(text, n) - 1;
    else if (text[n] === separator) add(n);
  }
  add(text.length);
  return parts;
}

export const nameIn = (piece: Piece): string =>
  piece.text.startsWith('"')
    ? unescaped(piece.text.slice(1, piece.text.endsWith('"') && piece.text.length > 1 ? -1 : undefined))
    : piece.text;

export class Gathered {
  readonly sites: Site[] = [];
  readonly drafts: Draft[] = [];
  /** Layers that begin as another one is by then. */
  readonly likes = new Map<Layer, Layer>();
  /** Which of the profiles is being read. */
  at = 0;

  constructor(
    readonly source: Source,
    readonly boards: readonly Board[],
  ) {}

  fail(line: SourceLine, piece: Piece, message: string, instead?: { piece: Piece; text: string }): void {
    this.source.fail(
      line,
      piece.at,
      Math.max(1, piece.text.length),
      message,
      instead && { ...instead.piece, insert: instead.text },
    );
  }

  /** A copy that shares nothing, paid for. */
  copyOf<T>(data: T, things: number): T {
    this.source.spend(4 * things);
    return copied(data);
  }

  site(line: SourceLine, piece: Piece | undefined, is: Site['is'], more: Partial<Site> = {}): void {
    const from = piece ? (line.columns[piece.at] ?? 1) : (line.columns[0] ?? 1);
    const end = piece ? piece.at + piece.text.length : line.text.length;
    this.sites.push({
      line: line.number,
      from,
      to: line.columns[Math.min(end, line.columns.length - 1)] ?? from,
      profile: this.at,
      is,
      alone: true,
      ...more,
    });
  }

  failName(line: SourceLine, piece: Piece, what: string, there: readonly Named[]): void {
    this.fail(
      line,
      piece,
      `There is no ${what} “${foreign(nameIn(piece))}” here${there.length > 0 ? `; there is ${listed(there.map(({ name }) => name))}` : ''}.`,
    );
  }

  layerNamed(draft: Draft, piece: Piece): Layer | undefined {
    this.source.spend(draft.profile.layers.length / 20);
    const name = nameIn(piece);
    return name.startsWith('#')
      ? draft.profile.layers.find(({ id }) => `#${id}` === name)
      : draft.profile.layers.find((layer) => layer.name.toLowerCase() === name.toLowerCase());
  }

  boardOf(draft: Draft, line: SourceLine): Board | undefined {
    if (!draft.board)
      this.fail(
        line,
        { text: line.text, at: 0 },
        `The board “${foreign(draft.profile.board)}” is not known here, so its rows are not; write a line for each key instead, with its id.`,
      );
    return draft.board;
  }

  key(draft: Draft, line: SourceLine, piece: Piece): string | undefined {
    const { board } = draft;
    this.source.spend(5);
    // A key that this board does not have is named by its id: the profile may come from another one.
    const id = /^#([\p{L}\p{N}][\p{L}\p{N}_.-]{0,23})$/u.exec(piece.text)?.[1];
    if (id !== undefined && !(id in {})) return id;
    if (!board)
      return /^[\p{L}\p{N}][\p{L}\p{N}_.-]{0,23}$/u.test(piece.text) && !(piece.text in {}) ? piece.text : undefined;
    const key = keyOfWord(piece.text, board);
    if (key) return key.id;
    const near = board.keys
      .map(({ id }) => id)
      .filter((id) => slips(id.toLowerCase(), piece.text.toLowerCase(), 2) <= 2);
    this.fail(
      line,
      piece,
      `The ${board.name} has no key “${foreign(piece.text)}”${near.length > 0 ? `; did you mean ${listed(near, 3)}?` : '.'}`,
    );
    return undefined;
  }
}

/** Plain data again, so that what is like another shares nothing with it. */
export const copied = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T;
