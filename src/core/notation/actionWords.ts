/** The words of actions, one row a kind: how each is read from a line and written in one, said in a sentence, and put on a keycap. */
import { codeOfWord, isModifier, wordOfCode } from '../codes';
import { hostLayout, legendOnHost, signOfChord, type HostLayoutData } from '../hosts';
import { LIMITS, type Action, type ActionKind, type LayerHow, type UnderModifier } from '../profile';
import { foreign } from '../reading';
import { readChord, untilUp, type ActionReader, type Lasting, type Meaning, type Row, type Rows } from './actionRow';
import { KEYBOARD_ROWS } from './keyboardWords';
import { MOUSE_ROWS } from './mouseWords';
import {
  chordTitle,
  layerName,
  macroName,
  printChord,
  printSign,
  printLayer,
  printMacro,
  printText,
  printTime,
  type NotationContext,
} from './names';

const stays = (line: string, meaning: string): Meaning => ({ group: 'Keys that stay', line, meaning });
const hostOf = ({ hostLayout: id = 'us' }: NotationContext): HostLayoutData => hostLayout(id);
const legends = (codes: readonly string[], context: NotationContext): string =>
  codes.map((code) => legendOnHost(hostOf(context), code)).join(' ');
/** A text in a sentence; the Enter at its end, which most have a reason for, is named. */
function saysText(text: string): string {
  const body = text.replace(/\n$/, '');
  if (body === '') return 'types Enter';
  return `types “${foreign(body)}”${body === text ? '' : ', then Enter'}`;
}

function withChord(
  codes: readonly string[],
  context: NotationContext,
  say: (chord: string) => string,
): string | undefined {
  const chord = printChord(codes, context);
  return chord === undefined ? undefined : say(chord);
}

function readText({ scanner, time }: ActionReader): Action {
  const piece = scanner.peek();
  const text = scanner.takeText();
  if (text === undefined) return scanner.fail(piece, ['a text in quotes, such as "Scene 3"']);
  if (text === '') scanner.fail(piece, [], 'There is nothing between the quotes.');
  if (text.length > LIMITS.textLength)
    scanner.fail(piece, [], `A text has ${LIMITS.textLength} characters at most; this one has ${text.length}.`);
  if (!scanner.takeWord('every')) return { do: 'text', text, gapMs: 0 };
  const gap = scanner.peek();
  const gapMs = time();
  return gapMs <= LIMITS.gapMs.most
    ? { do: 'text', text, gapMs }
    : scanner.fail(gap, [], `Characters come ${LIMITS.gapMs.most / 1000} s apart at most.`);
}

/** `once` is followed by a layer, or by modifiers; `once keys` by modifiers, whatever layers are called. */
function readOnce({ scanner, chord, layer, namedLayer }: ActionReader): Action {
  if (scanner.takeWord('keys')) return { do: 'once', codes: chord() };
  const code = codeOfWord(scanner.peek().text);
  const named = namedLayer();
  if (named) return { do: 'layer', how: 'once', layer: named };
  if (code && isModifier(code)) return { do: 'once', codes: chord() };
  return { do: 'layer', how: 'once', layer: layer() };
}

const readWay =
  (how: LayerHow) =>
  ({ layer }: ActionReader): Action => ({ do: 'layer', how, layer: layer() });

const isBracketKey = (code = ''): boolean => code.startsWith('Bracket');

const ROWS: Rows<ActionKind> = {
  keys: {
    begins: {},
    // A button alone is an action of its own; as the one key of a chord it goes by its usage.
    print: ({ codes }, context) =>
      printSign(codes, context) ??
      (codes.length === 1 && !isBracketKey(codes[0]) ? wordOfCode(codes[0] ?? '') : printChord(codes, context)),
    says: ({ codes }, lasting, context) =>
      lasting !== 'tap' || codes.every(isModifier)
        ? `holds ${chordTitle(codes, context)}${untilUp(lasting)}`
        : `sends ${chordTitle(codes, context)}`,
    legend: ({ codes }, context) => signOfChord(hostOf(context), codes) ?? legends(codes, context),
  },
  layer: {
    begins: {
      while: { meaning: 'a layer, as long as the key is down', read: readWay('while') },
      flip: { meaning: 'a layer on, or off when it is on', read: readWay('flip') },
      go: { meaning: 'to a layer, and stay there', read: readWay('go') },
      once: { meaning: 'a layer, or modifiers, for the next key only', read: readOnce },
    },
    print: ({ how, layer }, context) => `${how} ${printLayer(layer, context)}`,
    says: ({ how, layer }, lasting, context) => {
      const name = layerName(layer, context);
      switch (how) {
        case 'while':
          return lasting === 'tap' ? `shows ${name} for no time at all` : `shows ${name}${untilUp(lasting)}`;
        case 'flip':
          return `turns ${name} on, or off when it is on`;
        case 'go':
          return `goes to ${name} and stays there`;
        case 'once':
          return `shows ${name} for the next key`;
      }
    },
    legend: ({ how, layer }, { layers }) => {
      const name = layers.find(({ id }) => id === layer)?.name ?? '?';
      return how === 'while' ? name : `${how} ${name}`;
    },
  },
  macro: {
    begins: { play: { meaning: 'a macro', read: ({ macro }) => ({ do: 'macro', macro: macro() }) } },
    print: ({ macro }, context) => `play ${printMacro(macro, context)}`,
    says: ({ macro }, _lasting, context) => `plays ${macroName(macro, context)}`,
    legend: ({ macro }, { macros }) => `▸ ${macros?.find(({ id }) => id === macro)?.name ?? '?'}`,
  },
  text: {
    begins: { type: { meaning: 'a text, in quotes', read: readText } },
    print: ({ text, gapMs }) => `type ${printText(text)}${gapMs > 0 ? ` every ${printTime(gapMs)}` : ''}`,
    says: ({ text, gapMs }) => `${saysText(text)}${gapMs > 0 ? `, a character every ${gapMs} ms` : ''}`,
    legend: ({ text }) => `“${text}”`,
  },
  once: {
    // The word `once` stands with the ways between layers, since a layer or modifiers may follow it.
    begins: {},
    print: ({ codes }, context) =>
      withChord(codes, context, (chord) => {
        const couldBeALayer = context.layers.some(({ name }) => name.toLowerCase() === chord.toLowerCase());
        return `once ${couldBeALayer || !isModifier(codes[0] ?? '') ? 'keys ' : ''}${chord}`;
      }),
    says: ({ codes }, _lasting, context) => `adds ${chordTitle(codes, context)} to the next key`,
    legend: ({ codes }, context) => `once ${legends(codes, context)}`,
    offers: [stays('once Shift', 'Shift for the next key only')],
  },
  latch: {
    begins: {
      latch: {
        meaning: 'keys stay down until they are latched again',
        read: ({ scanner, chord }) =>
          scanner.takeWord('next') ? { do: 'latchNext' } : { do: 'latch', codes: chord() },
      },
    },
    print: ({ codes }, context) => withChord(codes, context, (chord) => `latch ${chord}`),
    says: ({ codes }, _lasting, context) => `latches ${chordTitle(codes, context)}, or lets go of it`,
    legend: ({ codes }, context) => `latch ${legends(codes, context)}`,
    offers: [stays('latch Shift', 'Shift stays down until pressed again')],
  },
  latchNext: {
    // `latch next` begins as a latch.
    begins: {},
    print: () => 'latch next',
    says: () => 'latches what the next key sends',
    legend: () => 'latch next',
    offers: [stays('latch next', 'what the next key sends stays down')],
  },
  capitals: {
    begins: { capitals: { meaning: 'capitals until the word ends', read: () => ({ do: 'capitals' }) } },
    print: () => 'capitals',
    says: () => 'writes capitals until the word ends',
    legend: () => 'capitals',
    offers: [stays('capitals', 'capitals until the word ends')],
  },
  holdFor: {
    begins: {},
    print: ({ codes, ms }, context) => withChord(codes, context, (chord) => `${chord} for ${printTime(ms)}`),
    says: ({ codes, ms }, _lasting, context) => `holds ${chordTitle(codes, context)} for ${ms / 1000} s`,
    legend: ({ codes }, context) => `hold ${legends(codes, context)}`,
    offers: [stays('hold Right for 1 s', 'a key held for a time')],
  },
  ...MOUSE_ROWS,
  ...KEYBOARD_ROWS,
  many: {
    begins: {},
    print: ({ actions }, context) => {
      const parts = actions.map((part) => printPart(part, context));
      return parts.length > 1 && parts.every((part) => part !== undefined) ? parts.join(' & ') : undefined;
    },
    says: ({ actions }, lasting, context) => actions.map((part) => predicate(part, lasting, context)).join(', and '),
    legend: ({ actions }, context) => actions.map((part) => actionLegend(part, context)).join(' · '),
  },
  under: {
    // A case stands behind what the key is otherwise.
    begins: {},
    print: ({ cases, otherwise }, context) => {
      const parts = cases.map(({ held, action }) => {
        const text = action.do === 'many' ? printAction(action, context) : printPart(action, context);
        return text === undefined ? undefined : `under ${heldWords(held, '+')} ${text}`;
      });
      // Without anything before it, a first case is one part.
      const before = otherwise ? printAction(otherwise, context) : cases[0]?.action.do === 'many' ? 'nothing' : '';
      if (before === undefined || parts.some((part) => part === undefined)) return undefined;
      return [...(before === '' ? [] : [before]), ...parts].join(', ');
    },
    says: ({ cases, otherwise }, lasting, context) =>
      [
        otherwise ? predicate(otherwise, lasting, context) : 'does nothing by itself',
        ...cases.map(
          ({ held, action }) =>
            `under ${heldWords(held, ' and ')} it ${predicate(action, lasting, context)}, with no ${heldWords(held, ' or ')} sent`,
        ),
      ].join('; '),
    legend: ({ cases: [first], otherwise }, context) =>
      otherwise ? actionLegend(otherwise, context) : first ? actionLegend(first.action, context) : '',
    offers: [stays('Backspace, under Shift Delete', 'another key while Shift is held, and no Shift is sent with it')],
  },
};

/** Modifiers by their words in a line. */
const heldWords = (held: readonly UnderModifier[], between: string): string =>
  held.map((modifier) => wordOfCode(`${modifier}Left`)).join(between);

/** An action as a part of others: in brackets when it has parts itself. */
function printPart(action: Action, context: NotationContext): string | undefined {
  const isGroup = action.do === 'many' || action.do === 'under';
  const text = printAction(action, isGroup ? { ...context, isGrouped: true } : context);
  return text !== undefined && isGroup ? `[${text}]` : text;
}

const rowOf = <A extends Action>(action: A): Row<A['do']> => ROWS[action.do] as unknown as Row<A['do']>;

/** An action as it is written in a line, or `undefined` when the line has no words for it. */
export const printAction = (action: Action, context: NotationContext): string | undefined =>
  rowOf(action).print(action as never, context);

/** What an action does, as the predicate of a sentence about the key: "sends Escape". */
export const predicate = (action: Action, lasting: Lasting, context: NotationContext): string =>
  rowOf(action).says(action as never, lasting, context);

/** The few characters for an action that fit a keycap. */
export const actionLegend = (action: Action, context: NotationContext): string =>
  rowOf(action).legend(action as never, context);

const BEGINNINGS = Object.values(ROWS).flatMap(({ begins }) => Object.entries(begins));

/** The words that begin an action, and what each means: ways between layers, then the others. */
export const ACTION_WORDS: Readonly<Record<string, string>> = Object.fromEntries(
  BEGINNINGS.map(([word, { meaning }]) => [word, meaning]),
);

/** Lines to choose from that need no name and no key. */
export const OFFERS: readonly Meaning[] = Object.values<{ offers?: readonly Meaning[] }>(ROWS).flatMap(
  ({ offers }) => offers ?? [],
);

/** Reads an action: one that a word begins, or a chord, held for a time perhaps. */
export function readAction(reader: ActionReader): Action {
  for (const [word, { read }] of BEGINNINGS) if (reader.scanner.takeWord(word)) return read(reader);
  return readChord(reader, reader.chord());
}
