/**
 * Reads a text: headings at the beginning of a line, what belongs to them indented below. Names may be used before they are made, so
 * all headings are read first. Whatever is wrong is said with its place, all of it in one go; the rest is read all the same.
 */
import type { Board } from '../../board';
import {
  DEFAULT_ACTUATION,
  DEFAULT_TIMING,
  readProfile,
  type Layer,
  type Macro,
  type Path,
  type Profile,
  sayWrong,
} from '../../profile';
import { foreign, listed } from '../../reading';
import { slips } from '../understand/spelling';
import { describe, head, idFor, layerHead, macroHead, role, scores, without } from './headings';
import { keyLines } from './keyLines';
import { depths, joined, joint, lamp } from './otherLines';
import { glow } from './glowLines';
import { walk } from './walkLines';
import {
  HEAD_HELP,
  HEADS,
  nameIn,
  partsOf,
  Gathered,
  type Block,
  type Draft,
  type ReadText,
  type Site,
  type TextBlock,
  type TextProfile,
} from './gathered';
import { Enough, Source, TEXT_LIMITS } from './source';

export type { ReadText, Site, TextBlock, TextProfile } from './gathered';

/** How many things a profile holds: what copying and checking it costs grows with them. */
const thingsIn = ({ layers, macros, joints, roles }: Profile): number =>
  layers.reduce((sum, { keys }) => sum + 1 + Object.keys(keys).length, joints.length + roles.length) +
  macros.reduce(
    (sum, { onPress, repeat, onRelease }) =>
      sum + 1 + ((onPress?.events.length ?? 0) + (repeat?.events.length ?? 0) + (onRelease?.events.length ?? 0)) / 4,
    0,
  );

class TextReader {
  private readonly reading: Gathered;

  constructor(text: string, boards: readonly Board[]) {
    this.reading = new Gathered(new Source(text.split(/\r\n|\n|\r/)), boards);
  }

  private blocks(): Block[] {
    const blocks: Block[] = [];
    for (const line of this.reading.source.lines) {
      if (line.isInner) {
        const block = blocks.at(-1);
        if (block) block.inner.push(line);
        else
          this.reading.fail(
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
        this.reading.fail(line, { text: word, at: 0 }, `${HEAD_HELP}; this one begins with “${foreign(word)}”.${hint}`);
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

  /** Reads as far as it is worth reading. */
  read(): ReadText {
    const profiles: TextProfile[] = [];
    const { source } = this.reading;
    try {
      source.begin();
      this.readAll(profiles);
    } catch (error) {
      if (!(error instanceof Enough)) throw error;
      const { line = 1 } = source.problems.at(-1) ?? {};
      source.problems.push({ line, column: 1, length: 1, message: error.message });
      // What was not read on may say more of each of them.
      for (const [n, one] of profiles.entries()) profiles[n] = { ...one, profile: undefined };
    }
    source.problems.sort((a, b) => a.line - b.line || a.column - b.column);
    const { problems } = source;
    return { profiles, problems, sites: this.reading.sites, blocks: this.textBlocks() };
  }

  private readAll(profiles: TextProfile[]): void {
    for (const block of this.blocks()) {
      if (block.word === 'profile' || block.word === 'base') this.begin(block);
      else {
        const draft = this.reading.drafts.at(-1);
        if (draft) draft.blocks.push(block);
        else if (block.word !== '')
          this.reading.fail(
            block.head,
            { text: block.word, at: 0 },
            'Before this there must be a heading: profile NAME.',
          );
      }
    }
    if (this.reading.drafts.length === 0 && this.reading.source.problems.length === 0)
      this.reading.source.report({
        line: 1,
        column: 1,
        length: 1,
        message: 'A text begins with a heading: profile NAME.',
      });
    this.reading.drafts.forEach((draft, index) => {
      this.reading.at = index;
      const before = this.reading.source.problems.length;
      this.fill(draft);
      const line = draft.block.head.number;
      this.reading.source.spend(50 + 5 * thingsIn(draft.profile));
      const result = readProfile(draft.profile);
      const isRight = this.reading.source.problems.length === before && 'profile' in result;
      if ('problems' in result && this.reading.source.problems.length === before)
        for (const { path, wrong } of result.problems) this.failAt(draft, path, sayWrong(wrong));
      profiles.push({
        profile: isRight ? result.profile : undefined,
        draft: isRight ? result.profile : draft.profile,
        board: draft.board,
        line,
        isBase: draft.isBase,
        hasId: draft.hasId,
        from: draft.from,
      });
    });
    this.uniqueIds(profiles);
  }

  private textBlocks(): TextBlock[] {
    const heads = new Map<number, Site>();
    for (const site of this.reading.sites)
      if (['layer', 'macro', 'role', 'joint', 'joined', 'lamp'].includes(site.is) && !heads.has(site.line))
        heads.set(site.line, site);
    return this.reading.drafts.flatMap(({ block, blocks }, profile) =>
      [block, ...blocks].map((one): TextBlock => {
        const { number } = one.head;
        const site = heads.get(number);
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
        this.reading.source.report({
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
    this.reading.source.spend(this.reading.sites.length / 50);
    const mine = this.reading.sites.filter((site) => site.profile === this.reading.at);
    const site =
      mine.findLast((one) => one.layer === layer && layer !== undefined && one.key === key) ??
      mine.find((one) => one.is === 'layer' && one.layer === layer && layer !== undefined) ??
      (part === 'macros' && typeof index === 'number'
        ? mine.find((one) => one.is === 'macro' && one.id === draft.profile.macros[index]?.id)
        : undefined) ??
      mine.find((one) => one.is === 'profile');
    const sentence = /^[a-z]/.test(message) ? `It ${message}.` : message;
    this.reading.source.report({
      line: site?.line ?? 1,
      column: site?.from ?? 1,
      length: Math.max(1, (site?.to ?? 2) - (site?.from ?? 1)),
      message: sentence,
    });
  }

  private begin(block: Block): void {
    this.reading.at = this.reading.drafts.length;
    const { name, id, like } = head(this.reading, block, block.rest, () => false);
    this.reading.site(block.head, undefined, 'profile');
    this.reading.source.spend(20 + (like ? this.reading.drafts.length / 5 : 0));
    const from =
      like &&
      this.reading.drafts.find((draft) =>
        [draft.profile.name.toLowerCase(), `#${draft.profile.id}`].includes(nameIn(like).toLowerCase()),
      );
    if (like && !from)
      this.reading.fail(
        block.head,
        like,
        `There is no profile “${foreign(nameIn(like))}” above this one${this.reading.drafts.length > 0 ? `; there is ${listed(this.reading.drafts.map(({ profile }) => profile.name))}` : ''}.`,
      );
    const plain: Profile = {
      format: 'underloom-profile',
      version: 1,
      id: id ?? idFor(name, [], 'profile'),
      name,
      icon: 'spool',
      board: from?.profile.board ?? '',
      hostLayout: 'us',
      timing: DEFAULT_TIMING,
      layers: [],
      joinedLayers: [],
      lampLayers: [],
      joints: [],
      macros: [],
      travel: { board: DEFAULT_ACTUATION, keys: {} },
      roles: [],
    };
    this.reading.drafts.push({
      profile: plain,
      block,
      blocks: [],
      isBase: block.word === 'base',
      hasId: id !== undefined,
      board: undefined,
      like,
      from: undefined,
    });
  }

  private fill(draft: Draft): void {
    const { like } = draft;
    this.reading.source.spend(this.reading.at / 5);
    const before = this.reading.drafts.slice(0, this.reading.at);
    const place = before.findIndex(
      ({ profile }) => like && [profile.name.toLowerCase(), `#${profile.id}`].includes(nameIn(like).toLowerCase()),
    );
    const from = before[place];
    draft.from = from && place;
    if (from)
      draft.profile = {
        ...this.reading.copyOf(from.profile, thingsIn(from.profile)),
        id: draft.profile.id,
        name: draft.profile.name,
      };
    describe(this.reading, draft, from);
    for (const block of draft.blocks) if (block.word === 'role') role(this.reading, draft, block);
    const layers: [Block, Layer | undefined][] = [];
    const macros: [Block, Macro | undefined][] = [];
    for (const block of draft.blocks) {
      if (block.word === 'layer') layers.push([block, layerHead(this.reading, draft, block, from !== undefined)]);
      else if (block.word === 'macro') macros.push([block, macroHead(this.reading, draft, block, from !== undefined)]);
      else if (block.word === 'without') without(this.reading, draft, block);
    }
    for (const [block, macro] of macros) if (macro) scores(this.reading, block, macro);
    for (const block of draft.blocks) {
      if (block.word === 'layer') {
        const layer = layers.find(([one]) => one === block)?.[1];
        if (layer) this.layerBody(draft, block, layer);
      } else if (block.word === 'on') this.several(draft, block);
      else if (block.word === 'depths') depths(this.reading, draft, block);
      else if (block.word === 'joint') joint(this.reading, draft, block);
      else if (block.word === 'joined') joined(this.reading, draft, block);
      else if (block.word === 'lamp') lamp(this.reading, draft, block);
      else if (block.word === 'walk') walk(this.reading, draft, block);
      else if (block.word === 'glow') glow(this.reading, draft, block);
      if (['role', 'joint', 'joined', 'lamp', 'without'].includes(block.word))
        for (const line of block.inner)
          this.reading.fail(line, { text: line.text, at: 0 }, `Nothing can stand below ${block.word}.`);
    }
  }

  private layerBody(draft: Draft, block: Block, layer: Layer): void {
    const source = this.reading.likes.get(layer);
    if (source) layer.keys = this.reading.copyOf(source.keys, Object.keys(source.keys).length);
    keyLines(this.reading, draft, block.inner, [layer]);
  }

  private several(draft: Draft, block: Block): void {
    const layers = partsOf(block.rest).flatMap((piece) => {
      const layer = this.reading.layerNamed(draft, piece);
      if (!layer) this.reading.failName(block.head, piece, 'layer', draft.profile.layers);
      return layer ? [layer] : [];
    });
    keyLines(this.reading, draft, block.inner, layers);
  }
}

/**
 * Reads a text.
 * @param boards boards besides those that ship with us
 */
export function readText(text: string, boards: readonly Board[] = []): ReadText {
  const isSame =
    last?.text === text && last.boards.length === boards.length && boards.every((one, n) => one === last?.boards[n]);
  if (last && isSame) return last.read;
  const read = readAnew(text, boards);
  last = { text, boards, read };
  return read;
}

/** What was read last is often asked again: a text is brought up to its profile, and then read. */
let last: { text: string; boards: readonly Board[]; read: ReadText } | undefined;

function readAnew(text: string, boards: readonly Board[]): ReadText {
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
