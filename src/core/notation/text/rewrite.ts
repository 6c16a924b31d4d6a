/**
 * A text brought up to date with a profile that was changed elsewhere: only the lines that say what has changed are touched, and
 * comments, values, order and a person's own way of writing stay. What comes out is read again; where a small change would
 * not say the same, the text is written anew and its comments are kept below it, so that it never says something else than the profile.
 */
import type { Board } from '../../board';
import { DEFAULT_ACTUATION, idIn, sameData, type Macro, type Profile } from '../../profile';
import { printActuation } from '../travel';
import { printScoreLine } from '../scoreLine';
import { KeyChanges } from './keyChanges';
import { ordered, ORDERS } from './blockOrder';
import { readText, type ReadText, type TextBlock } from './read';
import { commentAt } from './source';
import { TextLines } from './textLines';
import type { Site } from './gathered';
import { ownTiming, printLayerName, printTiming, wordOfKey } from './words';
import {
  askLines,
  headLines,
  jointLine,
  joinedLine,
  lampLine,
  layerLines,
  macroLines,
  printAssignment,
  printLayerHead,
  roleLine,
  glowLines,
  walkLines,
  writeText,
} from './write';

const INDENT = '  ';

/** What has to be said otherwise of one profile of a text. */
class Rewriting {
  readonly lines: TextLines;
  private readonly raw: readonly string[];
  private readonly keys: KeyChanges;

  constructor(
    text: string,
    private readonly read: ReadText,
    private readonly index: number,
    private readonly to: Profile,
    private readonly board: Board | undefined,
  ) {
    this.lines = new TextLines(text);
    this.raw = this.lines.raw;
    this.keys = new KeyChanges(this.lines, read, index, to, board);
  }

  private blocks(word: string, about?: string): TextBlock[] {
    return this.read.blocks.filter(
      (block) => block.profile === this.index && block.word === word && (about === undefined || block.about === about),
    );
  }

  /** The last line of this profile. */
  private end(): number {
    return Math.max(...this.read.blocks.filter(({ profile }) => profile === this.index).map(({ last }) => last));
  }

  /** Where a new block of a kind goes: behind the last one of it, or of the kind before it, or at the end. */
  private placeFor(...words: readonly string[]): { at: number; isFirst: boolean } {
    for (const [n, word] of words.entries()) {
      const last = this.blocks(word).at(-1)?.last;
      if (last !== undefined) return { at: last, isFirst: n > 0 };
    }
    return { at: this.end(), isFirst: true };
  }

  private takeOutBlock({ line, last }: TextBlock): void {
    for (let n = line; n <= last; n++) this.lines.takeOut(n);
  }

  change(from: Profile): void {
    this.describe(from);
    this.lists(from);
    this.depths(from);
    this.macros(from);
    this.layers(from);
    this.inOrder('walk', 'step', from, (profile) => walkLines(profile, this.board));
    this.inOrder('glow', 'glowLine', from, (profile) => glowLines(profile, this.board));
  }

  private describe(from: Profile): void {
    const { to } = this;
    const [block] = this.read.blocks.filter(
      ({ profile, word }) => profile === this.index && (word === 'profile' || word === 'base'),
    );
    if (!block) return;
    const [head = '', ...said] = headLines(to);
    if (from.name !== to.name || from.id !== to.id) {
      const raw = this.raw[block.line - 1] ?? '';
      const like = /,?\s+like\s+("(?:[^"\\]|\\.)*"|[^,]+?)\s*(?:,.*)?$/.exec(raw.slice(0, commentAt(raw)))?.[1];
      this.lines.replace(block.line, `${head}${like === undefined ? '' : `, like ${like}`}`);
    }
    const timing = printTiming(ownTiming(to.timing));
    const wanted: Readonly<Record<string, string | undefined>> = {
      ...(from.board !== to.board && { board: said.find((line) => line.trim().startsWith('board'))?.trim() }),
      ...(from.hostLayout !== to.hostLayout && { host: said.find((line) => line.trim().startsWith('host'))?.trim() }),
      ...(from.icon !== to.icon && { icon: said.find((line) => line.trim().startsWith('icon'))?.trim() }),
      ...(!sameData(from.timing, to.timing) && { timing: timing === '' ? undefined : `timing ${timing}` }),
    };
    for (const [word, text] of Object.entries(wanted)) {
      const there = this.innerLines(block).find((number) =>
        new RegExp(`^\\s*${word}\\b`).test(this.raw[number - 1] ?? ''),
      );
      if (there !== undefined && text !== undefined) this.lines.replace(there, text);
      else if (there !== undefined) this.lines.takeOut(there);
      else if (text !== undefined) this.lines.insert(block.last, [`${INDENT}${text}`]);
    }
  }

  private innerLines({ line, last }: TextBlock): number[] {
    return Array.from({ length: last - line }, (_, n) => line + 1 + n);
  }

  /** Roles, joint presses, joined layers and those of lamps: a line each. */
  private lists(from: Profile): void {
    const { to, board } = this;
    const lists = [
      {
        word: 'role',
        before: ['profile', 'base'],
        old: from.roles,
        now: to.roles,
        idOf: (one: never) => (one as { id: string }).id,
        print: (one: never) => roleLine(one),
      },
      {
        word: 'joint',
        before: ['layer'],
        old: from.joints,
        now: to.joints,
        idOf: (one: never) => (one as { id: string }).id,
        print: (one: never) => jointLine(one, to, board),
      },
      {
        word: 'joined',
        before: ['joint', 'layer'],
        old: from.joinedLayers,
        now: to.joinedLayers,
        idOf: (one: never) => idIn(one),
        print: (one: never) => joinedLine(one, to),
      },
      {
        word: 'lamp',
        before: ['joined', 'joint', 'layer'],
        old: from.lampLayers,
        now: to.lampLayers,
        idOf: (one: never) => idIn(one),
        print: (one: never) => lampLine(one, to),
      },
    ] as const;
    for (const { word, before, old, now, idOf, print } of lists) {
      const added: string[] = [];
      for (const one of now) {
        const id = idOf(one as never);
        const was = (old as readonly unknown[]).find((other) => idOf(other as never) === id);
        const block = this.blocks(word, id).at(-1);
        const text = print(one as never);
        if (!was) added.push(text);
        else if (block && (!sameData(was, one) || this.namesChanged(from))) {
          const raw = this.raw[block.line - 1] ?? '';
          if (!sameData(was, one) || raw.slice(0, commentAt(raw)).trim() !== text) this.lines.replace(block.line, text);
        } else if (!sameData(was, one)) added.push(text);
      }
      for (const one of old as readonly unknown[])
        if (!(now as readonly unknown[]).some((other) => idOf(other as never) === idOf(one as never)))
          for (const block of this.blocks(word, idOf(one as never))) this.lines.takeOut(block.line);
      if (added.length > 0) {
        const { at, isFirst } = this.placeFor(word, ...before);
        this.lines.insert(at, isFirst ? ['', ...added] : added);
      }
    }
  }

  /** Whether a name that lines may hold has changed. */
  private namesChanged(from: Profile): boolean {
    const names = ({ layers, macros, roles }: Profile): string[] =>
      [...layers, ...macros, ...roles].map(({ id, name }) => `${id} ${name}`);
    return !sameData(names(from), names(this.to));
  }

  /** A line a step, or what a lamp shows, in their order. */
  private inOrder(word: 'walk' | 'glow', is: Site['is'], from: Profile, linesOf: (profile: Profile) => string[]): void {
    const { to } = this;
    if (sameData(from[word], to[word]) && !this.namesChanged(from)) return;
    const block = this.blocks(word).at(-1);
    const wanted = linesOf(to).slice(1);
    if (!block) {
      if (!sameData(from[word], to[word])) this.lines.insert(this.end(), ['', word, ...wanted]);
      return;
    }
    if (wanted.length === 0) {
      this.takeOutBlock(block);
      return;
    }
    const there = this.read.sites
      .filter((site) => site.is === is && site.profile === this.index && site.line >= block.line)
      .map(({ line }) => line);
    const was = linesOf(from).slice(1);
    there.forEach((line, n) => {
      const text = wanted[n];
      if (text === undefined) this.lines.takeOut(line);
      else if (text !== was[n]) this.lines.replace(line, text);
    });
    this.lines.insert(there.at(-1) ?? block.line, wanted.slice(there.length));
  }

  private depths(from: Profile): void {
    const { to, board } = this;
    const said = (profile: Profile): Map<string | undefined, string> =>
      new Map([
        ...(sameData(profile.travel.board, DEFAULT_ACTUATION)
          ? []
          : [[undefined, printActuation(profile.travel.board)] as const]),
        ...Object.entries(profile.travel.keys).map(([key, one]) => [key, printActuation(one)] as const),
      ]);
    const [old, now] = [said(from), said(to)];
    const added: string[] = [];
    for (const key of new Set([...old.keys(), ...now.keys()])) {
      const line = now.get(key);
      if (line === old.get(key)) continue;
      const word = key === undefined ? 'board' : wordOfKey(key, board);
      const site = this.read.sites.findLast(
        (one) => one.profile === this.index && one.is === 'depth' && one.key === key,
      );
      if (site?.alone && line === undefined) this.lines.takeOut(site.line);
      else if (site?.alone && line !== undefined) {
        const raw = this.raw[site.line - 1] ?? '';
        this.lines.replace(site.line, `${raw.slice(0, (/:(?=\s|$)/.exec(raw)?.index ?? 0) + 1)} ${line}`);
      } else added.push(`${INDENT}${word}: ${line ?? printActuation(to.travel.board)}`);
    }
    if (added.length === 0) return;
    const block = this.blocks('depths').at(-1);
    if (block) this.lines.insert(block.last, added);
    else this.lines.insert(this.placeFor('role', 'profile', 'base').at, ['', 'depths', ...added]);
  }

  private macros(from: Profile): void {
    const added: string[] = [];
    for (const macro of this.to.macros) {
      const was = from.macros.find(({ id }) => id === macro.id);
      if (was && sameData(was, macro)) continue;
      const lines = macroLines(macro);
      const block = this.blocks('macro', macro.id).at(-1);
      if (!was || !block) {
        added.push(...lines);
        continue;
      }
      const [head = ''] = lines;
      if (head !== macroLines(was)[0]) this.lines.replace(block.line, head);
      this.asks(block, macro, was);
      for (const [word, part] of [
        ['press', 'onPress'],
        ['repeat', 'repeat'],
        ['release', 'onRelease'],
      ] as const) {
        const score = macro[part];
        if (sameData(score, was[part])) continue;
        const there = this.innerLines(block).find((number) =>
          new RegExp(`^\\s*${word}\\b`, 'i').test(this.raw[number - 1] ?? ''),
        );
        if (this.read.problems.some(({ line }) => line === there)) continue;
        const text = score && `${word} ${printScoreLine(score)}`.trimEnd();
        if (there !== undefined && text !== undefined) this.lines.replace(there, text);
        else if (there !== undefined) this.lines.takeOut(there);
        else if (text !== undefined) this.lines.insert(block.last, [`${INDENT}${text}`]);
      }
    }
    for (const { id } of from.macros)
      if (!this.to.macros.some((macro) => macro.id === id))
        for (const block of this.blocks('macro', id)) this.takeOutBlock(block);
    if (added.length > 0) {
      const { at, isFirst } = this.placeFor('macro', 'depths', 'role', 'profile', 'base');
      this.lines.insert(at, isFirst ? ['', ...added] : added);
    }
  }

  /** What a macro asks the host for stands first below its heading. */
  private asks(block: TextBlock, macro: Macro, was: Macro): void {
    for (const word of ['first', 'last'] as const) {
      const [text, before] = [macro, was].map((one) => askLines(one).find(([own]) => own === word)?.[1]);
      if (text === before) continue;
      const there = this.innerLines(block).find((number) =>
        new RegExp(`^\\s*${word}\\b`, 'i').test(this.raw[number - 1] ?? ''),
      );
      if (there !== undefined && text !== undefined) this.lines.replace(there, `${word} ${text}`);
      else if (there !== undefined) this.lines.takeOut(there);
      else if (text !== undefined) this.lines.insert(block.line, [`${INDENT}${word} ${text}`]);
    }
  }

  private layers(from: Profile): void {
    const { to } = this;
    const renamed = this.namesChanged(from);
    for (const layer of to.layers) {
      const was = from.layers.find(({ id }) => id === layer.id);
      const block = this.blocks('layer', layer.id).at(-1);
      if (!was) {
        const at = this.placeFor('layer', 'macro', 'depths', 'role', 'profile', 'base').at;
        this.lines.insert(at, ['', ...layerLines(layer, to, this.board)]);
        continue;
      }
      if (block && (was.name !== layer.name || was.dye !== layer.dye)) {
        const raw = this.raw[block.line - 1] ?? '';
        const like = /,\s*(like\s+(?:"(?:[^"\\]|\\.)*"|[^,]+?))\s*(?:,.*)?$/.exec(raw.slice(0, commentAt(raw)))?.[1];
        this.lines.replace(block.line, `${printLayerHead(layer)}${like === undefined ? '' : `, ${like}`}`);
      }
      const keys = [...new Set([...Object.keys(was.keys), ...Object.keys(layer.keys)])];
      const lines = keys.flatMap((key) => {
        const [old, now] = [was.keys[key], layer.keys[key]];
        // Names of layers, macros and roles stand in the lines of keys; where one has changed, the line is written anew.
        const isOther =
          !sameData(old, now) || (renamed && now && printAssignment(now, from) !== printAssignment(now, to));
        return isOther ? this.keys.key(layer, key, now) : [];
      });
      if (lines.length === 0) continue;
      if (block) this.lines.insert(block.last, lines);
      else this.lines.insert(this.end(), ['', `on ${printLayerName(layer.id, to)}`, ...lines]);
    }
    for (const { id } of from.layers)
      if (!to.layers.some((layer) => layer.id === id))
        for (const block of this.blocks('layer', id)) this.takeOutBlock(block);
  }
}

/** The comments of a text, each on a line of its own. */
function commentsOf(text: string): string[] {
  return text.split(/\r\n|\n|\r/).flatMap((raw) => {
    const comment = raw.slice(commentAt(raw)).trim();
    return comment === '' ? [] : [comment];
  });
}

/** Which profile of a text has an id: the place among them, or that of the first that is given out. */
function placeOf(read: ReadText, id: string): number {
  const same = read.profiles.findIndex(({ draft, isBase }) => !isBase && draft.id === id);
  return same >= 0 ? same : read.profiles.findIndex(({ isBase }) => !isBase);
}

/**
 * The text that says `to` in place of what it says of that profile. A text that is not right as it stands is changed where
 * that can be done, and keeps what is wrong with it.
 * @param was what the profile was before; a text that says something else by now, or is not right, is changed only where `to` differs from it
 */
export function rewriteText(text: string, to: Profile, boards: readonly Board[] = [], was?: Profile): string {
  const read = readText(text, boards);
  const index = placeOf(read, to.id);
  const place = read.profiles[index];
  // A text that does not say its id is of whatever profile it stands beside.
  const draft = place && { ...place.draft, ...(!place.hasId && { id: to.id }) };
  // What was typed and is not taken yet, or does not read, is left alone.
  const isAhead = draft !== undefined && was !== undefined && !sameData(draft, was);
  const from = isAhead ? was : draft;
  const board = [...boards, ...(read.profiles[index]?.board ? [read.profiles[index].board] : [])].find(
    ({ id }) => id === to.board,
  );
  if (!from) return text.trim() === '' ? writeText(to, board) : text;
  if (sameData(from, to)) return text;
  if (from.hostLayout !== to.hostLayout && !isAhead && read.problems.length === 0) {
    // On another host the characters of the text are other keys: it is read as that host would, before anything is compared.
    const there = new Rewriting(text, read, index, { ...from, hostLayout: to.hostLayout }, board);
    there.change(from);
    const moved = there.lines.text();
    const reread = readText(moved, boards);
    const isThere = reread.profiles[placeOf(reread, to.id)]?.draft.hostLayout === to.hostLayout;
    if (isThere && reread.problems.length === 0) return rewriteText(moved, to, boards);
  }
  const rewriting = new Rewriting(text, read, index, to, board);
  rewriting.change(from);
  let changed = rewriting.lines.text();
  for (const [word, idsOf] of Object.entries(ORDERS)) {
    const [old, now] = [idsOf(from), idsOf(to)];
    // Reading takes time, and most changes leave things where they are.
    if (!sameData(old, now)) changed = ordered(changed, readText(changed, boards), index, word, now);
  }
  const after = readText(changed, boards);
  const again = after.profiles[placeOf(after, to.id)];
  const said = again?.profile && { ...again.profile, ...(!again.hasId && { id: to.id }) };
  if (isAhead || read.problems.length > 0 || (said && sameData(said, to))) return changed;
  const kept = commentsOf(text);
  const fresh = writeText(to, board);
  const others = read.profiles.filter(({ isBase }) => !isBase).length > 1;
  // Of several profiles in one text only this one could be written anew; the others build on it, so the text stays as it was.
  return others ? text : `${fresh}${kept.length > 0 ? `\n${kept.join('\n')}\n` : ''}`;
}
