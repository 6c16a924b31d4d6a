/**
 * Reads a text: headings at the beginning of a line, what belongs to them indented below. Names may be used before they are made, so
 * all headings are read first. Whatever is wrong is said with its place, all of it in one go; the rest is read all the same.
 */
import { boardById, rowsOf, type Board, type BoardKey } from '../../board';
import { isCode } from '../../codes';
import {
  DEFAULT_ACTUATION,
  DEFAULT_TIMING,
  DYES,
  LIMITS,
  mergeTiming,
  readProfile,
  type Assignment,
  type Layer,
  type Macro,
  type PartialTiming,
  type Path,
  type Profile,
} from '../../profile';
import { foreign, listed, Unreadable } from '../../reading';
import { slips } from '../understand/spelling';
import { readingsOf } from '../understand/understand';
import { parseScoreLine } from '../scoreLine';
import { parseActuation } from '../travel';
import { closingQuote, keyPieces, type Piece } from './behind';
import { readBinding } from './bindingText';
import { Source, TEXT_LIMITS, type SourceLine, type TextProblem } from './source';
import { jointId } from './write';
import { keyOfWord, readTiming, roleOfWord, slugOf, unescaped } from './words';

/**
 * Where something is said: the line (from 1), columns from 1 to before `to`, and what it is about. `alone`: nothing else is said there.
 */
export type Site = {
  line: number;
  from: number;
  to: number;
  profile: number;
  is: 'profile' | 'role' | 'depth' | 'macro' | 'score' | 'layer' | 'key' | 'cell' | 'joint' | 'joined';
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

type Block = { head: SourceLine; word: string; rest: Piece; inner: SourceLine[] };
type Draft = {
  hasId: boolean;
  profile: Profile;
  block: Block;
  blocks: Block[];
  isBase: boolean;
  board: Board | undefined;
  like: Piece | undefined;
};
type Named = { id: string; name: string };

const HEADS = [
  'profile',
  'base',
  'role',
  'depths',
  'macro',
  'layer',
  'on',
  'joint',
  'joined',
  'without',
  'let',
] as const;
const HEAD_HELP =
  'A line that is not indented begins with profile, base, role, depths, macro, layer, on, joint, joined, without or let';

/** Parts of a heading: what stands between commas, quotes kept together. */
function partsOf({ text, at }: Piece, separator = ','): Piece[] {
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

const nameIn = (piece: Piece): string =>
  piece.text.startsWith('"')
    ? unescaped(piece.text.slice(1, piece.text.endsWith('"') && piece.text.length > 1 ? -1 : undefined))
    : piece.text;

class TextReader {
  readonly sites: Site[] = [];
  readonly drafts: Draft[] = [];
  readonly source: Source;
  private at = 0;

  constructor(
    text: string,
    private readonly boards: readonly Board[],
  ) {
    this.source = new Source(text.split(/\r\n|\n|\r/));
  }

  private fail(line: SourceLine, piece: Piece, message: string, instead?: { piece: Piece; text: string }): void {
    this.source.fail(
      line,
      piece.at,
      Math.max(1, piece.text.length),
      message,
      instead && { ...instead.piece, insert: instead.text },
    );
  }

  private site(line: SourceLine, piece: Piece | undefined, is: Site['is'], more: Partial<Site> = {}): void {
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

  private blocks(): Block[] {
    const blocks: Block[] = [];
    for (const line of this.source.lines) {
      if (line.isInner) {
        const block = blocks.at(-1);
        if (block) block.inner.push(line);
        else
          this.fail(
            line,
            { text: line.text, at: 0 },
            'An indented line belongs to the heading above it, and there is none.',
          );
        continue;
      }
      const word = /^\S+/.exec(line.text)?.[0] ?? '';
      const known = HEADS.find((head) => head === word.toLowerCase());
      const rest = line.text.slice(word.length);
      if (!known) {
        const near = HEADS.find((head) => slips(word.toLowerCase(), head, 1) <= 1);
        const hint = near ? ` Did you mean ${near}?` : ` A key’s line is indented.`;
        this.fail(line, { text: word, at: 0 }, `${HEAD_HELP}; this one begins with “${foreign(word)}”.${hint}`);
      }
      blocks.push({
        head: line,
        word: known ?? '',
        rest: { text: rest.trim(), at: word.length + rest.length - rest.trimStart().length },
        inner: [],
      });
    }
    return blocks;
  }

  read(): ReadText {
    for (const block of this.blocks()) {
      if (block.word === 'profile' || block.word === 'base') this.begin(block);
      else {
        const draft = this.drafts.at(-1);
        if (draft) draft.blocks.push(block);
        else if (block.word !== '')
          this.fail(block.head, { text: block.word, at: 0 }, 'Before this there must be a heading: profile NAME.');
      }
    }
    if (this.drafts.length === 0 && this.source.problems.length === 0)
      this.source.problems.push({
        line: 1,
        column: 1,
        length: 1,
        message: 'A text begins with a heading: profile NAME.',
      });
    const profiles = this.drafts.map((draft, index): TextProfile => {
      this.at = index;
      const before = this.source.problems.length;
      this.fill(draft);
      const line = draft.block.head.number;
      const result = readProfile(draft.profile);
      const isRight = this.source.problems.length === before && 'profile' in result;
      if ('problems' in result && this.source.problems.length === before)
        for (const { path, message } of result.problems) this.failAt(draft, path, message);
      return {
        profile: isRight ? result.profile : undefined,
        draft: draft.profile,
        board: draft.board,
        line,
        isBase: draft.isBase,
        hasId: draft.hasId,
      };
    });
    this.uniqueIds(profiles);
    this.source.problems.sort((a, b) => a.line - b.line || a.column - b.column);
    return { profiles, problems: this.source.problems, sites: this.sites, blocks: this.textBlocks() };
  }

  private textBlocks(): TextBlock[] {
    return this.drafts.flatMap(({ block, blocks }, profile) =>
      [block, ...blocks].map((one): TextBlock => {
        const { number } = one.head;
        const site = this.sites.find(
          ({ line, is }) => line === number && ['layer', 'macro', 'role', 'joint', 'joined'].includes(is),
        );
        return {
          word: one.word,
          line: number,
          last: one.inner.at(-1)?.number ?? number,
          profile,
          about: site?.layer ?? site?.id,
        };
      }),
    );
  }

  private uniqueIds(profiles: readonly TextProfile[]): void {
    const seen = new Map<string, number>();
    for (const { profile, line, isBase } of profiles) {
      if (!profile || isBase) continue;
      const first = seen.get(profile.id);
      if (first !== undefined)
        this.source.problems.push({
          line,
          column: 1,
          length: 7,
          message: `The profile in line ${first} has the id ${profile.id} as well; write another id behind the name: id ${profile.id}-2.`,
        });
      else seen.set(profile.id, line);
    }
  }

  /** Says a problem of the finished document at the line that caused it. */
  private failAt(draft: Draft, path: Path, message: string): void {
    const [part, index, , key] = path;
    const layer = part === 'layers' && typeof index === 'number' ? draft.profile.layers[index]?.id : undefined;
    const mine = this.sites.filter((site) => site.profile === this.at);
    const site =
      mine.findLast((one) => one.layer === layer && layer !== undefined && one.key === key) ??
      mine.find((one) => one.is === 'layer' && one.layer === layer && layer !== undefined) ??
      (part === 'macros' && typeof index === 'number'
        ? mine.find((one) => one.is === 'macro' && one.id === draft.profile.macros[index]?.id)
        : undefined) ??
      mine.find((one) => one.is === 'profile');
    const sentence = /^[a-z]/.test(message) ? `It ${message}.` : message;
    this.source.problems.push({
      line: site?.line ?? 1,
      column: site?.from ?? 1,
      length: Math.max(1, (site?.to ?? 2) - (site?.from ?? 1)),
      message: sentence,
    });
  }

  // ---- headings

  /** The name of a heading and what stands behind it, `id` taken out; reports what is not known. */
  private head(
    block: Block,
    rest: Piece,
    knows: (part: Piece) => boolean,
  ): { name: string; id: string | undefined; like: Piece | undefined } {
    const [first, ...others] = partsOf(rest);
    let name = first ?? { text: '', at: rest.at };
    let like: Piece | undefined;
    // `profile Night like Show desk` reads better without a comma, and is read so, too.
    const liked = /^("(?:[^"\\]|\\.)*"|.*?)\s+like\s+(.+)$/.exec(name.text);
    if (liked?.[1] !== undefined && liked[2] !== undefined) {
      like = { text: liked[2], at: name.at + name.text.length - liked[2].length };
      name = { text: liked[1], at: name.at };
    }
    if (name.text === '')
      this.fail(block.head, { text: block.word, at: 0 }, `The name is missing: ${block.word} NAME.`);
    let id: string | undefined;
    for (const part of others) {
      const own = /^id\s+(\S+)$/.exec(part.text)?.[1];
      const other = /^like\s+(.+)$/.exec(part.text)?.[1];
      if (own !== undefined) id = own;
      else if (other !== undefined) like = { text: other, at: part.at + part.text.length - other.length };
      else if (!knows(part)) this.fail(block.head, part, this.unknownPart(block.word, part));
    }
    return { name: nameIn(name), id, like };
  }

  private unknownPart(word: string, { text }: Piece): string {
    const could: Readonly<Record<string, string>> = {
      layer: `a dye (${DYES.join(', ')}), id NAME or like LAYER`,
      macro:
        'id NAME, 3 times, while held, until pressed again, gap 20 ms, finishes, leaves keys down or lifts modifiers',
      role: 'a colour such as #A63D40, or id NAME',
      joint: 'within 40 ms, or id NAME',
    };
    return `“${foreign(text)}” cannot stand in this heading. There could be ${could[word] ?? 'id NAME or like PROFILE'}.`;
  }

  private idFor(name: string, taken: readonly Named[], otherwise: string): string {
    const slug = slugOf(name);
    if (slug !== '') return slug;
    let n = taken.length + 1;
    while (taken.some(({ id }) => id === `${otherwise}-${n}`)) n++;
    return `${otherwise}-${n}`;
  }

  private begin(block: Block): void {
    this.at = this.drafts.length;
    const { name, id, like } = this.head(block, block.rest, () => false);
    this.site(block.head, undefined, 'profile');
    const from =
      like &&
      this.drafts.find((draft) =>
        [draft.profile.name.toLowerCase(), `#${draft.profile.id}`].includes(nameIn(like).toLowerCase()),
      );
    if (like && !from)
      this.fail(
        block.head,
        like,
        `There is no profile “${foreign(nameIn(like))}” above this one${this.drafts.length > 0 ? `; there is ${listed(this.drafts.map(({ profile }) => profile.name))}` : ''}.`,
      );
    const plain: Profile = {
      format: 'underloom-profile',
      version: 1,
      id: id ?? this.idFor(name, [], 'profile'),
      name,
      icon: 'spool',
      board: from?.profile.board ?? '',
      hostLayout: 'us',
      timing: DEFAULT_TIMING,
      layers: [],
      joinedLayers: [],
      joints: [],
      macros: [],
      travel: { board: DEFAULT_ACTUATION, keys: {} },
      roles: [],
    };
    this.drafts.push({
      profile: plain,
      block,
      blocks: [],
      isBase: block.word === 'base',
      hasId: id !== undefined,
      board: undefined,
      like,
    });
  }

  // ---- one profile

  private fill(draft: Draft): void {
    const { like } = draft;
    const from =
      like &&
      this.drafts
        .slice(0, this.at)
        .find(({ profile }) => [profile.name.toLowerCase(), `#${profile.id}`].includes(nameIn(like).toLowerCase()));
    if (from) draft.profile = { ...structuredCopy(from.profile), id: draft.profile.id, name: draft.profile.name };
    this.describe(draft, from);
    for (const block of draft.blocks) if (block.word === 'role') this.role(draft, block);
    const layers: [Block, Layer | undefined][] = [];
    const macros: [Block, Macro | undefined][] = [];
    for (const block of draft.blocks) {
      if (block.word === 'layer') layers.push([block, this.layerHead(draft, block, from !== undefined)]);
      else if (block.word === 'macro') macros.push([block, this.macroHead(draft, block, from !== undefined)]);
      else if (block.word === 'without') this.without(draft, block);
    }
    for (const [block, macro] of macros) if (macro) this.scores(block, macro);
    for (const block of draft.blocks) {
      if (block.word === 'layer') {
        const layer = layers.find(([one]) => one === block)?.[1];
        if (layer) this.layerBody(draft, block, layer);
      } else if (block.word === 'on') this.several(draft, block);
      else if (block.word === 'depths') this.depths(draft, block);
      else if (block.word === 'joint') this.joint(draft, block);
      else if (block.word === 'joined') this.joined(draft, block);
      if (['role', 'joint', 'joined', 'without'].includes(block.word))
        for (const line of block.inner)
          this.fail(line, { text: line.text, at: 0 }, `Nothing can stand below ${block.word}.`);
    }
  }

  private describe(draft: Draft, from: Draft | undefined): void {
    let timing: PartialTiming = {};
    for (const line of draft.block.inner) {
      const [, word = '', space = '', rest = ''] = /^(\S+)(\s*)(.*)$/s.exec(line.text) ?? [];
      const piece = { text: rest, at: word.length + space.length };
      this.site(line, undefined, 'profile');
      const value = nameIn(piece);
      switch (word.toLowerCase()) {
        case 'board':
          draft.profile.board = value;
          break;
        case 'host':
          if (value === 'us') draft.profile.hostLayout = value;
          else this.fail(line, piece, `“${foreign(value)}” is not a host layout that is known here; there is us.`);
          break;
        case 'icon':
          draft.profile.icon = value;
          break;
        case 'timing': {
          const read = readTiming(rest);
          if ('timing' in read) timing = { ...timing, ...read.timing };
          else
            this.fail(line, { text: rest.slice(read.at, read.at + read.length), at: piece.at + read.at }, read.message);
          break;
        }
        default:
          this.fail(
            line,
            { text: word, at: 0 },
            `“${foreign(word)}” cannot stand here. A profile has lines for board, host, icon and timing.`,
          );
      }
    }
    draft.profile.timing = mergeTiming(draft.profile.timing, timing);
    draft.board =
      this.boards.find(({ id }) => id === draft.profile.board) ?? boardById(draft.profile.board) ?? from?.board;
    if (draft.profile.board === '')
      this.fail(
        draft.block.head,
        { text: draft.block.word, at: 0 },
        `The board is missing: below this, write board ${this.boards[0]?.id ?? 'harrow-64'}.`,
      );
  }

  private role(draft: Draft, block: Block): void {
    let color = '#A63D40';
    const { name, id } = this.head(block, block.rest, ({ text }) => {
      if (!/^#[0-9A-Fa-f]{6}$/.test(text)) return false;
      color = text;
      return true;
    });
    const role = { id: id ?? this.idFor(name, draft.profile.roles, 'role'), name, color };
    this.site(block.head, undefined, 'role', { id: role.id });
    const there = draft.profile.roles.findIndex((one) => one.id === role.id);
    if (there >= 0 && !draft.like)
      this.fail(
        block.head,
        block.rest,
        `There is a role with the id ${role.id} already; write another behind the name: id ${role.id}-2.`,
      );
    if (there >= 0) draft.profile.roles[there] = role;
    else draft.profile.roles.push(role);
  }

  /** The thing of a list that a heading is about: one that is there already, in a profile that is like another, or a new one. */
  private place<T extends Named>(
    block: Block,
    list: T[],
    name: string,
    id: string | undefined,
    otherwise: string,
    changes: boolean,
  ): { own: string; there: T | undefined } {
    const own =
      id ??
      (changes ? list.find((one) => one.name.toLowerCase() === name.toLowerCase())?.id : undefined) ??
      this.idFor(name, list, otherwise);
    const there = list.find((one) => one.id === own);
    if (there && !changes)
      this.fail(
        block.head,
        block.rest,
        `There is a ${otherwise} “${foreign(there.name)}” with the id ${own} already; write another behind the name: id ${own}-2.`,
      );
    return { own, there };
  }

  private layerHead(draft: Draft, block: Block, changes: boolean): Layer | undefined {
    const { layers } = draft.profile;
    let dye: Layer['dye'] | undefined;
    const { name, id, like } = this.head(block, block.rest, ({ text }) => {
      const found = DYES.find((one) => one === text.toLowerCase());
      if (found) dye = found;
      return found !== undefined;
    });
    const { own, there } = this.place(block, layers, name, id, 'layer', changes);
    this.site(block.head, undefined, 'layer', { layer: own });
    if (there) {
      if (!changes) return undefined;
      if (dye) there.dye = dye;
      return there;
    }
    const source = like && this.layerNamed(draft, like);
    if (like && !source) this.failName(block.head, like, 'layer', layers);
    const layer: Layer = {
      id: own,
      name,
      dye: dye ?? source?.dye ?? dyeFor(own),
      keys: {},
    };
    if (source) this.likes.set(layer, source);
    layers.push(layer);
    return layer;
  }

  /** Layers that begin as another one is by then. */
  private readonly likes = new Map<Layer, Layer>();

  private layerNamed(draft: Draft, piece: Piece): Layer | undefined {
    const name = nameIn(piece);
    return name.startsWith('#')
      ? draft.profile.layers.find(({ id }) => `#${id}` === name)
      : draft.profile.layers.find((layer) => layer.name.toLowerCase() === name.toLowerCase());
  }

  private failName(line: SourceLine, piece: Piece, what: string, there: readonly Named[]): void {
    this.fail(
      line,
      piece,
      `There is no ${what} “${foreign(nameIn(piece))}” here${there.length > 0 ? `; there is ${listed(there.map(({ name }) => name))}` : ''}.`,
    );
  }

  private macroHead(draft: Draft, block: Block, changes: boolean): Macro | undefined {
    const { macros } = draft.profile;
    const said: Partial<Macro> = {};
    const { name, id } = this.head(block, block.rest, ({ text }) => {
      const words = text.toLowerCase().replace(/\s+/g, ' ');
      const times = /^(\d{1,6}) times?$/.exec(words)?.[1];
      const gap = /^gap (\d{1,5}) ?ms$/.exec(words)?.[1];
      if (times !== undefined) said.run = { kind: 'times', times: Number(times) };
      else if (words === 'while held') said.run = { kind: 'whileHeld' };
      else if (words === 'until pressed again') said.run = { kind: 'untilPressedAgain' };
      else if (gap !== undefined) said.gapMs = Number(gap);
      else if (words === 'finishes') said.stop = 'finish';
      else if (words === 'stops at once') said.stop = 'now';
      else if (words === 'leaves keys down') said.leavesHeld = true;
      else if (words === 'lifts modifiers') said.liftModifiers = true;
      else return false;
      return true;
    });
    const { own, there } = this.place(block, macros, name, id, 'macro', changes);
    this.site(block.head, undefined, 'macro', { id: own });
    if (there && !changes) return undefined;
    const macro: Macro = {
      ...(there ?? {
        run: { kind: 'times', times: 1 },
        gapMs: 0,
        stop: 'now',
        leavesHeld: false,
        liftModifiers: false,
      }),
      id: own,
      name,
      ...said,
    };
    if (there) macros[macros.indexOf(there)] = macro;
    else macros.push(macro);
    return macro;
  }

  private scores(block: Block, macro: Macro): void {
    const parts = { press: 'onPress', repeat: 'repeat', release: 'onRelease' } as const;
    for (const line of block.inner) {
      const [, word = '', space = '', rest = ''] = /^(\S+)(\s*)(.*)$/s.exec(line.text) ?? [];
      const part = parts[word.toLowerCase() as keyof typeof parts];
      this.site(line, undefined, 'score', { id: macro.id });
      if (!part) {
        this.fail(
          line,
          { text: word, at: 0 },
          `“${foreign(word)}” cannot stand here. A macro has lines for press, repeat and release.`,
        );
        continue;
      }
      try {
        macro[part] = parseScoreLine(rest);
      } catch (error) {
        if (!(error instanceof Unreadable)) throw error;
        const column = Number(/^Column (\d+)$/.exec(error.place)?.[1] ?? 1) - 1;
        const at = word.length + space.length + column;
        const said = /^\S+/.exec(rest.slice(column))?.[0] ?? rest;
        this.fail(line, { text: said, at }, `${error.reason.charAt(0).toUpperCase()}${error.reason.slice(1)}.`);
      }
    }
  }

  private without(draft: Draft, block: Block): void {
    const [, what = '', space = '', rest = ''] = /^(\S+)(\s*)(.*)$/s.exec(block.rest.text) ?? [];
    const piece = { text: rest, at: block.rest.at + what.length + space.length };
    const name = nameIn(piece).toLowerCase();
    const { profile } = draft;
    const takeOut = <T extends Named>(list: T[]): boolean => {
      const at = list.findIndex((one) => one.name.toLowerCase() === name || `#${one.id}` === name);
      if (at >= 0) list.splice(at, 1);
      return at >= 0;
    };
    if (what === 'layer' || what === 'macro' || what === 'role') {
      const list: Named[] = what === 'layer' ? profile.layers : what === 'macro' ? profile.macros : profile.roles;
      if (!takeOut(list)) this.failName(block.head, piece, what, list);
    } else this.fail(block.head, block.rest, 'What is left out is a layer, a macro or a role: without layer NAME.');
  }

  // ---- keys

  private layerBody(draft: Draft, block: Block, layer: Layer): void {
    const source = this.likes.get(layer);
    if (source) layer.keys = structuredCopy(source.keys);
    this.keyLines(draft, block.inner, [layer]);
  }

  private several(draft: Draft, block: Block): void {
    const layers = partsOf(block.rest).flatMap((piece) => {
      const layer = this.layerNamed(draft, piece);
      if (!layer) this.failName(block.head, piece, 'layer', draft.profile.layers);
      return layer ? [layer] : [];
    });
    this.keyLines(draft, block.inner, layers);
  }

  private keyLines(draft: Draft, lines: readonly SourceLine[], layers: readonly Layer[]): void {
    let row = 0;
    for (const line of lines) {
      const swap = /^swap\s+(.+?)\s+with\s+(.+)$/i.exec(line.text);
      if (line.text.startsWith('|')) this.row(draft, line, row++, layers);
      else if (/^like\s+the\s+board$/i.test(line.text)) this.likeTheBoard(draft, line, layers);
      else if (swap?.[1] !== undefined && swap[2] !== undefined) this.swap(draft, line, swap[1], swap[2], layers);
      else this.keyLine(draft, line, layers);
    }
  }

  private boardOf(draft: Draft, line: SourceLine): Board | undefined {
    if (!draft.board)
      this.fail(
        line,
        { text: line.text, at: 0 },
        `The board “${foreign(draft.profile.board)}” is not known here, so its rows are not; write a line for each key instead, with its id.`,
      );
    return draft.board;
  }

  private likeTheBoard(draft: Draft, line: SourceLine, layers: readonly Layer[]): void {
    for (const { id, code } of this.boardOf(draft, line)?.keys ?? [])
      if (code !== undefined && isCode(code))
        for (const layer of layers) layer.keys[id] = { does: { kind: 'act', action: { do: 'keys', codes: [code] } } };
  }

  private key(draft: Draft, line: SourceLine, piece: Piece): string | undefined {
    const { board } = draft;
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

  private swap(draft: Draft, line: SourceLine, a: string, b: string, layers: readonly Layer[]): void {
    const one = this.key(draft, line, { text: a, at: line.text.indexOf(a, 4) });
    const other = this.key(draft, line, { text: b, at: line.text.length - b.length });
    if (one === undefined || other === undefined) return;
    for (const layer of layers) {
      const [first, second] = [layer.keys[one], layer.keys[other]];
      for (const [key, said] of [
        [one, second],
        [other, first],
      ] as const) {
        if (said) layer.keys[key] = said;
        else layer.keys = withoutKey(layer.keys, key);
        this.site(line, undefined, 'key', { layer: layer.id, key, alone: false });
      }
    }
  }

  /** What a line that cannot be read may have meant; only a text's first few are worth the time. */
  private meant(text: string, draft: Draft): string | undefined {
    if (this.source.problems.length > 20 || text.length > 200) return undefined;
    return readingsOf(text, draft.profile)[0]?.line;
  }

  /** Gives keys what a line says; labels, roles and notes alone are added to what is there. */
  private give(draft: Draft, line: SourceLine, text: Piece, keys: readonly string[], layers: readonly Layer[]): void {
    const pieces = keyPieces(text.text);
    const shift = (piece: Piece): Piece => ({ text: piece.text, at: piece.at + text.at });
    const { label, binding, role, timing, note } = pieces;
    let does: Assignment['does'] | undefined;
    let takesOut = false;
    if (binding.text === '.' && !label && !role && !note && !timing) takesOut = true;
    else if (binding.text !== '') {
      const read = readBinding(binding.text, draft.profile);
      if (!read.ok) {
        const meant = this.meant(binding.text, draft);
        this.fail(
          line,
          shift({ text: binding.text.slice(read.at, read.at + read.length), at: binding.at + read.at }),
          meant === undefined ? read.message : `${read.message} Did you mean ${meant}?`,
          meant === undefined ? undefined : { piece: shift(binding), text: meant },
        );
        return;
      }
      does = read.binding;
    } else if (!label && !role && !note && !timing) {
      this.fail(
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
        this.fail(
          line,
          shift({ text: timing.text.slice(read.at, read.at + read.length), at: timing.at + read.at }),
          read.message,
        );
        return;
      }
    }
    const roleId = role && roleOfWord(role.text, draft.profile.roles);
    if (role && roleId === undefined) {
      this.failName(line, shift(role), 'role', draft.profile.roles);
      return;
    }
    for (const layer of layers)
      for (const key of keys) {
        if (takesOut) {
          layer.keys = withoutKey(layer.keys, key);
          continue;
        }
        const before = does ? undefined : layer.keys[key];
        const binds = does ?? before?.does;
        if (!binds) {
          this.fail(
            line,
            text,
            `On ${foreign(layer.name)} nothing is said yet of what this key does; write it before its role, timing or note.`,
          );
          return;
        }
        if (own && binds.kind !== 'gesture') {
          this.fail(
            line,
            timing ? shift(timing) : text,
            'Only a key with a tap, a hold or several presses has a timing of its own.',
          );
          return;
        }
        layer.keys[key] = {
          ...before,
          does: binds.kind === 'gesture' && own ? { ...binds, timing: own as never } : structuredCopy(binds),
          ...(label && { label: label.text }),
          ...(roleId !== undefined && { role: roleId }),
          ...(note && { note: note.text }),
        };
      }
  }

  private keyLine(draft: Draft, line: SourceLine, layers: readonly Layer[]): void {
    // The colon that ends the keys has a space or the end behind it; a key may be called by a word with one in it.
    const colon = /:(?=\s|$)/.exec(line.text)?.index ?? -1;
    if (colon <= 0) {
      this.fail(
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
    const keys = words.flatMap((piece) => this.key(draft, line, piece) ?? []);
    for (const layer of layers)
      for (const key of keys)
        this.site(line, undefined, 'key', { layer: layer.id, key, alone: keys.length === 1 && layers.length === 1 });
    if (keys.length < words.length) return;
    this.give(draft, line, { text: line.text.slice(colon + 1), at: colon + 1 }, keys, layers);
  }

  private row(draft: Draft, line: SourceLine, index: number, layers: readonly Layer[]): void {
    const board = this.boardOf(draft, line);
    if (!board) return;
    const rows = rowsOf(board);
    const keys: readonly BoardKey[] | undefined = rows[index];
    if (!keys) {
      this.fail(line, { text: line.text, at: 0 }, `The ${board.name} has ${rows.length} rows; this is one too many.`);
      return;
    }
    const cells = cellsOf(line.text);
    if (cells.length !== keys.length) {
      this.fail(
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
        this.site(line, cell, 'cell', { layer: layer.id, key: id, alone: layers.length === 1 });
      if (cell.text === '.') return;
      const inside =
        cell.text.startsWith('(') && cell.text.length > 1 ? { text: cell.text.slice(1, -1), at: cell.at + 1 } : cell;
      this.give(draft, line, inside, [id], layers);
    });
  }

  // ---- the rest

  private depths(draft: Draft, block: Block): void {
    for (const line of block.inner) {
      const colon = /:(?=\s|$)/.exec(line.text)?.index ?? -1;
      if (colon <= 0) {
        this.fail(line, { text: line.text, at: 0 }, 'A depth is KEY: at 1.5 mm, or board: at 1.5 mm.');
        continue;
      }
      const said = line.text.slice(colon + 1);
      const parsed = parseActuation(said);
      if (!parsed.ok) {
        this.fail(line, { text: said.trim(), at: colon + 1 + said.length - said.trimStart().length }, parsed.message);
        continue;
      }
      const words = [...line.text.slice(0, colon).matchAll(/\S+/g)].map(({ 0: text, index }): Piece => ({
        text,
        at: index,
      }));
      for (const piece of words) {
        if (piece.text.toLowerCase() === 'board') {
          draft.profile.travel.board = parsed.actuation;
          this.site(line, undefined, 'depth', { alone: words.length === 1 });
          continue;
        }
        const key = this.key(draft, line, piece);
        if (key === undefined) continue;
        draft.profile.travel.keys[key] = parsed.actuation;
        this.site(line, undefined, 'depth', { key, alone: words.length === 1 });
      }
    }
  }

  private joint(draft: Draft, block: Block): void {
    const colon = /:(?=\s|$)/.exec(block.rest.text)?.index ?? -1;
    if (colon < 0) {
      this.fail(block.head, block.rest, 'A joint press is: joint J + K, within 40 ms: what it does.');
      return;
    }
    let withinMs = 40;
    let id: string | undefined;
    const [first, ...others] = partsOf({ text: block.rest.text.slice(0, colon), at: block.rest.at });
    for (const part of others) {
      const within = /^within (\d{1,4}) ?ms$/i.exec(part.text)?.[1];
      const own = /^id (\S+)$/i.exec(part.text)?.[1];
      if (within !== undefined) withinMs = Number(within);
      else if (own !== undefined) id = own;
      else this.fail(block.head, part, this.unknownPart('joint', part));
    }
    const words = first
      ? [...first.text.matchAll(/(?:^|\s)(?!\+\s)(\S+)/g)].map(({ 1: text = '', index, 0: whole }): Piece => ({
          text,
          at: first.at + index + whole.length - text.length,
        }))
      : [];
    const keys = words.flatMap((piece) => this.key(draft, block.head, piece) ?? []);
    if (keys.length < words.length) return;
    if (keys.length < LIMITS.jointKeys.least || keys.length > LIMITS.jointKeys.most) {
      this.fail(
        block.head,
        first ?? block.rest,
        `A joint press has ${LIMITS.jointKeys.least} to ${LIMITS.jointKeys.most} keys, with a + between them.`,
      );
      return;
    }
    const said = block.rest.text.slice(colon + 1);
    const at = block.rest.at + colon + 1 + said.length - said.trimStart().length;
    const read = readBinding(said.trim(), draft.profile);
    if (!read.ok) {
      this.fail(
        block.head,
        { text: said.trim().slice(read.at, read.at + read.length), at: at + read.at },
        read.message,
      );
      return;
    }
    if (read.binding.kind !== 'act') {
      this.fail(block.head, { text: said.trim(), at }, 'A joint press does one action, without tap and hold.');
      return;
    }
    const joint = { id: id ?? jointId(keys), keys, withinMs, action: read.binding.action };
    this.site(block.head, undefined, 'joint', { id: joint.id });
    const there = draft.profile.joints.findIndex((one) => one.id === joint.id);
    if (there >= 0) draft.profile.joints[there] = joint;
    else draft.profile.joints.push(joint);
  }

  private joined(draft: Draft, block: Block): void {
    const parts = partsOf(block.rest, ':');
    const [when, also, more] = parts;
    if (!when || !also || more) {
      this.fail(block.head, block.rest, 'Joined layers are: joined Move, Signs: Far.');
      return;
    }
    const idOf = (piece: Piece): string | undefined => {
      const layer = this.layerNamed(draft, piece);
      if (!layer && piece.text.startsWith('#')) return piece.text.slice(1);
      if (!layer) this.failName(block.head, piece, 'layer', draft.profile.layers);
      return layer?.id;
    };
    const ids = partsOf(when).map(idOf);
    const to = idOf(also);
    if (to === undefined || ids.some((id) => id === undefined)) return;
    draft.profile.joinedLayers.push({ when: ids as string[], also: to });
    this.site(block.head, undefined, 'joined', { id: `${ids.join('+')} > ${to}` });
  }
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

/** The dye of a layer for which none is written: always the same for the same id, wherever the layer stands. */
const dyeFor = (id: string): Layer['dye'] =>
  DYES[[...id].reduce((sum, letter) => sum + (letter.codePointAt(0) ?? 0), 5) % DYES.length] ?? 'indigo';

/** The keys of a layer without one. */
function withoutKey(keys: Layer['keys'], key: string): Layer['keys'] {
  const { [key]: _gone, ...others } = keys;
  return others;
}

/** Plain data again, so that what is like another shares nothing with it. */
const structuredCopy = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T;

/**
 * Reads a text.
 * @param boards boards besides those that ship with us
 */
export function readText(text: string, boards: readonly Board[] = []): ReadText {
  const tooLong =
    text.length > TEXT_LIMITS.characters || text.split('\n', TEXT_LIMITS.lines + 1).length > TEXT_LIMITS.lines;
  if (tooLong)
    return {
      profiles: [],
      problems: [
        {
          line: 1,
          column: 1,
          length: 1,
          message: `A text has ${TEXT_LIMITS.characters} characters and ${TEXT_LIMITS.lines} lines at the most.`,
        },
      ],
      sites: [],
      blocks: [],
    };
  return new TextReader(text, boards).read();
}
