/** The headings of a text and what a profile says of itself: roles, layers and macros come into being here, with their names and ids. */
import { boardById } from '../../board';
import { HOST_IDS } from '../../hosts';
import {
  askedSchema,
  DYES,
  LIMITS,
  mergeTiming,
  type AskedOf,
  type Layer,
  type Macro,
  type PartialTiming,
} from '../../profile';
import { foreign, Unreadable } from '../../reading';
import { parseScoreLine } from '../scoreLine';
import type { Piece } from './behind';
import { nameIn, partsOf, type Block, type Draft, type Named, type Gathered } from './gathered';
import { readTiming, slugOf, unescaped } from './words';

/** The name of a heading and what stands behind it, `id` taken out; reports what is not known. */
export function head(
  reading: Gathered,
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
    reading.fail(block.head, { text: block.word, at: 0 }, `The name is missing: ${block.word} NAME.`);
  let id: string | undefined;
  for (const part of others) {
    const own = /^id\s+(\S+)$/.exec(part.text)?.[1];
    const other = /^like\s+(.+)$/.exec(part.text)?.[1];
    if (own !== undefined) id = own;
    else if (other !== undefined) like = { text: other, at: part.at + part.text.length - other.length };
    else if (!knows(part)) reading.fail(block.head, part, unknownPart(block.word, part));
  }
  return { name: nameIn(name), id, like };
}

export function unknownPart(word: string, { text }: Piece): string {
  const could: Readonly<Record<string, string>> = {
    layer: `a dye (${DYES.join(', ')}), id NAME or like LAYER`,
    macro:
      'id NAME, 3 times, while held, until pressed again, gap 20 ms, finishes, leaves keys down or lifts modifiers',
    role: 'a colour such as #A63D40, or id NAME',
    joint: 'within 40 ms, or id NAME',
  };
  return `“${foreign(text)}” cannot stand in this heading. There could be ${could[word] ?? 'id NAME or like PROFILE'}.`;
}

export function idFor(name: string, taken: readonly Named[], otherwise: string): string {
  const slug = slugOf(name);
  if (slug !== '') return slug;
  let n = taken.length + 1;
  while (taken.some(({ id }) => id === `${otherwise}-${n}`)) n++;
  return `${otherwise}-${n}`;
}

export function describe(reading: Gathered, draft: Draft, from: Draft | undefined): void {
  let timing: PartialTiming = {};
  for (const line of draft.block.inner) {
    const [, word = '', space = '', rest = ''] = /^(\S+)(\s*)(.*)$/s.exec(line.text) ?? [];
    const piece = { text: rest, at: word.length + space.length };
    reading.site(line, undefined, 'profile');
    const value = nameIn(piece);
    switch (word.toLowerCase()) {
      case 'board':
        draft.profile.board = value;
        break;
      case 'host': {
        const host = HOST_IDS.find((id) => id === value);
        const unknown = `“${foreign(value)}” is not a host layout that is known here; there are ${HOST_IDS.join(', ')}.`;
        if (host) draft.profile.hostLayout = host;
        else reading.fail(line, piece, unknown);
        break;
      }
      case 'icon':
        draft.profile.icon = value;
        break;
      case 'timing': {
        const read = readTiming(rest);
        if ('timing' in read) timing = { ...timing, ...read.timing };
        else
          reading.fail(
            line,
            { text: rest.slice(read.at, read.at + read.length), at: piece.at + read.at },
            read.message,
          );
        break;
      }
      default:
        reading.fail(
          line,
          { text: word, at: 0 },
          `“${foreign(word)}” cannot stand here. A profile has lines for board, host, icon and timing.`,
        );
    }
  }
  draft.profile.timing = mergeTiming(draft.profile.timing, timing);
  draft.board =
    reading.boards.find(({ id }) => id === draft.profile.board) ?? boardById(draft.profile.board) ?? from?.board;
  if (draft.profile.board === '')
    reading.fail(
      draft.block.head,
      { text: draft.block.word, at: 0 },
      `The board is missing: below this, write board ${reading.boards[0]?.id ?? 'harrow-64'}.`,
    );
}

export function role(reading: Gathered, draft: Draft, block: Block): void {
  let color = '#A63D40';
  const { name, id } = head(reading, block, block.rest, ({ text }) => {
    if (!/^#[0-9A-Fa-f]{6}$/.test(text)) return false;
    color = text;
    return true;
  });
  reading.source.spend(10 + draft.profile.roles.length / 10);
  const role = { id: id ?? idFor(name, draft.profile.roles, 'role'), name, color };
  reading.site(block.head, undefined, 'role', { id: role.id });
  const there = draft.profile.roles.findIndex((one) => one.id === role.id);
  if (there >= 0 && !draft.like)
    reading.fail(
      block.head,
      block.rest,
      `There is a role with the id ${role.id} already; write another behind the name: id ${role.id}-2.`,
    );
  if (there >= 0) draft.profile.roles[there] = role;
  else draft.profile.roles.push(role);
}

/** The thing of a list that a heading is about: one that is there already, in a profile that is like another, or a new one. */
function place<T extends Named>(
  reading: Gathered,
  block: Block,
  list: T[],
  name: string,
  id: string | undefined,
  otherwise: string,
  changes: boolean,
): { own: string; there: T | undefined } {
  reading.source.spend(10 + list.length / 10);
  const own =
    id ??
    (changes ? list.find((one) => one.name.toLowerCase() === name.toLowerCase())?.id : undefined) ??
    idFor(name, list, otherwise);
  const there = list.find((one) => one.id === own);
  if (there && !changes)
    reading.fail(
      block.head,
      block.rest,
      `There is a ${otherwise} “${foreign(there.name)}” with the id ${own} already; write another behind the name: id ${own}-2.`,
    );
  return { own, there };
}

export function layerHead(reading: Gathered, draft: Draft, block: Block, changes: boolean): Layer | undefined {
  const { layers } = draft.profile;
  let dye: Layer['dye'] | undefined;
  const { name, id, like } = head(reading, block, block.rest, ({ text }) => {
    const found = DYES.find((one) => one === text.toLowerCase());
    if (found) dye = found;
    return found !== undefined;
  });
  const { own, there } = place(reading, block, layers, name, id, 'layer', changes);
  reading.site(block.head, undefined, 'layer', { layer: own });
  if (there) {
    if (!changes) return undefined;
    if (dye) there.dye = dye;
    return there;
  }
  const source = like && reading.layerNamed(draft, like);
  if (like && !source) reading.failName(block.head, like, 'layer', layers);
  const layer: Layer = {
    id: own,
    name,
    dye: dye ?? source?.dye ?? dyeFor(own),
    keys: {},
  };
  if (source) reading.likes.set(layer, source);
  layers.push(layer);
  return layer;
}

export function macroHead(reading: Gathered, draft: Draft, block: Block, changes: boolean): Macro | undefined {
  const { macros } = draft.profile;
  const said: Partial<Macro> = {};
  const { name, id } = head(reading, block, block.rest, ({ text }) => {
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
  const { own, there } = place(reading, block, macros, name, id, 'macro', changes);
  reading.site(block.head, undefined, 'macro', { id: own });
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

const ASK_PARTS: Readonly<Record<string, 'asksFirst' | 'asksLast'>> = { first: 'asksFirst', last: 'asksLast' };

function askedOf(text: string): AskedOf | undefined {
  const [, word = '', quoted = ''] = /^(start|sound)\s+"((?:[^"\\]|\\.)*)"$/i.exec(text.trim()) ?? [];
  if (word === '') return undefined;
  const what = word.toLowerCase() === 'start' ? 'program' : 'sound';
  return askedSchema.safeParse({ what, name: unescaped(quoted) }).data;
}

export function scores(reading: Gathered, block: Block, macro: Macro): void {
  const parts = { press: 'onPress', repeat: 'repeat', release: 'onRelease' } as const;
  for (const line of block.inner) {
    const [, word = '', space = '', rest = ''] = /^(\S+)(\s*)(.*)$/s.exec(line.text) ?? [];
    const part = parts[word.toLowerCase() as keyof typeof parts];
    reading.site(line, undefined, 'score', { id: macro.id });
    const asks = ASK_PARTS[word.toLowerCase()];
    if (asks) {
      const asked = askedOf(rest);
      if (asked) macro[asks] = asked;
      else
        reading.fail(
          line,
          { text: rest, at: word.length + space.length },
          `What is asked for ${word.toLowerCase()} is start "NAME" or sound "NAME", with a name of up to ${LIMITS.askLength} plain letters, figures and signs.`,
        );
      continue;
    }
    if (!part) {
      reading.fail(
        line,
        { text: word, at: 0 },
        `“${foreign(word)}” cannot stand here. A macro has lines for press, repeat and release, and for what is asked first and last.`,
      );
      continue;
    }
    reading.source.spend(rest.length / 4);
    try {
      macro[part] = parseScoreLine(rest);
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      const column = Number(/^Column (\d+)$/.exec(error.place)?.[1] ?? 1) - 1;
      const at = word.length + space.length + column;
      const said = /^\S+/.exec(rest.slice(column))?.[0] ?? rest;
      reading.fail(line, { text: said, at }, `${error.reason.charAt(0).toUpperCase()}${error.reason.slice(1)}.`);
    }
  }
}

export function without(reading: Gathered, draft: Draft, block: Block): void {
  const [, what = '', space = '', rest = ''] = /^(\S+)(\s*)(.*)$/s.exec(block.rest.text) ?? [];
  const piece = { text: rest, at: block.rest.at + what.length + space.length };
  const name = nameIn(piece).toLowerCase();
  const { profile } = draft;
  reading.source.spend((profile.layers.length + profile.macros.length + profile.roles.length) / 10);
  const takeOut = <T extends Named>(list: T[]): boolean => {
    const at = list.findIndex((one) => one.name.toLowerCase() === name || `#${one.id}` === name);
    if (at >= 0) list.splice(at, 1);
    return at >= 0;
  };
  if (what === 'layer' || what === 'macro' || what === 'role') {
    const list: Named[] = what === 'layer' ? profile.layers : what === 'macro' ? profile.macros : profile.roles;
    if (!takeOut(list)) reading.failName(block.head, piece, what, list);
  } else reading.fail(block.head, block.rest, 'What is left out is a layer, a macro or a role: without layer NAME.');
}

/** The dye of a layer for which none is written: always the same for the same id, wherever the layer stands. */
const dyeFor = (id: string): Layer['dye'] =>
  DYES[[...id].reduce((sum, letter) => sum + (letter.codePointAt(0) ?? 0), 5) % DYES.length] ?? 'indigo';
