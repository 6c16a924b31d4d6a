/** The words of actions, one row a kind: how each is read from a line and written in one, said in a sentence, and put on a keycap. */
import { codeOfButton, codeOfWord, isModifier, wordOfCode } from '../codes';
import { hostLayout, legendOnHost, signOfChord, type HostLayoutData } from '../hosts';
import {
  LIMITS,
  type Action,
  type ActionKind,
  type ActionOf,
  type AskedFor,
  type DeviceFunction,
  type LayerHow,
  type Movement,
  type Range,
  type UnderModifier,
} from '../profile';
import { foreign, listed } from '../reading';
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
import type { Scanner } from './scanner';

/** Whether the key is only touched (`tap`: over at once), or the action lasts until the key goes up or for a while that is said elsewhere. */
type Lasting = 'tap' | 'until up' | 'meanwhile';

/** A line that can be taken as it is, under the heading it belongs to. */
export type Meaning = { group: string; line: string; meaning: string };

/** What reading an action needs of the line's reader, besides the words themselves. */
export interface ActionReader {
  readonly scanner: Scanner;
  chord(): string[];
  /** A chord that began with keys that are read already. */
  chordFrom(first: readonly string[]): string[];
  /** A time in ms. */
  time(): number;
  number(range: Range): number;
  /** A depth in mm, as µm. */
  depth(): number;
  layer(): string;
  /** The layer whose name comes next, which is taken; undefined, with nothing taken, when there is none. */
  namedLayer(): string | undefined;
  macro(): string;
}

type Row<K extends ActionKind> = {
  /** Words that begin such an action, what each means, and what comes after it. None when a chord begins it. */
  begins: Readonly<Record<string, { meaning: string; read: (reader: ActionReader) => Action }>>;
  /** As it is written in a line, or `undefined` when the line has no words for it. */
  print: (action: ActionOf<K>, context: NotationContext) => string | undefined;
  /** As the predicate of a sentence about a key: "sends Escape". */
  says: (action: ActionOf<K>, lasting: Lasting, context: NotationContext) => string;
  /** On a keycap. */
  legend: (action: ActionOf<K>, context: NotationContext) => string;
  /** Lines to choose from, for who does not type. */
  offers?: readonly Meaning[];
};

/** Which way the wheel turns, in notches to the right and up. */
const WHEEL: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  up: [0, 1],
  down: [0, -1],
  left: [-1, 0],
  right: [1, 0],
};

const stays = (line: string, meaning: string): Meaning => ({ group: 'Keys that stay', line, meaning });
const keyboard = (line: string, meaning: string): Meaning => ({ group: 'The keyboard itself', line, meaning });

/** What the keyboard does with itself: its line, its sentence, its keycap, and what a list says of it. */
const DEVICE_WORDS: Readonly<Record<DeviceFunction, { line: string; says: string; legend: string; offer: string }>> = {
  record: {
    line: 'record',
    says: 'starts or stops recording a macro on the keyboard, and gives it up when held for 1 s',
    legend: '● rec',
    offer: 'record a macro on the keyboard',
  },
  lampsUp: { line: 'lamps up', says: 'makes the lamps brighter', legend: 'lamps +', offer: 'brighter lamps' },
  lampsDown: { line: 'lamps down', says: 'makes the lamps darker', legend: 'lamps −', offer: 'darker lamps' },
  lampsToggle: {
    line: 'lamps toggle',
    says: 'turns the lamps on or off',
    legend: 'lamps',
    offer: 'lamps on, or off when they are on',
  },
  lampsMove: {
    line: 'lamps move',
    says: 'lets the lamps move in the next way',
    legend: 'lamps ~',
    offer: 'the next movement of the lamps',
  },
  bootloader: {
    line: 'bootloader',
    says: 'stops the keyboard for new firmware when held for 1 s',
    legend: 'bootloader',
    offer: 'stop for new firmware, when held for a second',
  },
};

const hostOf = ({ hostLayout: id = 'us' }: NotationContext): HostLayoutData => hostLayout(id);
const legends = (codes: readonly string[], context: NotationContext): string =>
  codes.map((code) => legendOnHost(hostOf(context), code)).join(' ');
/** A text in a sentence; the Enter at its end, which most have a reason for, is named. */
function saysText(text: string): string {
  const body = text.replace(/\n$/, '');
  if (body === '') return 'types Enter';
  return `types “${foreign(body)}”${body === text ? '' : ', then Enter'}`;
}

const untilUp = (lasting: Lasting): string => (lasting === 'until up' ? ' until you let go' : '');

function withChord(
  codes: readonly string[],
  context: NotationContext,
  say: (chord: string) => string,
): string | undefined {
  const chord = printChord(codes, context);
  return chord === undefined ? undefined : say(chord);
}

/** A turn in one direction; one that goes two ways at once, or nowhere, has no words. */
function printWheel({ dx, dy }: ActionOf<'wheel'>): string | undefined {
  const notches = Math.abs(dx + dy);
  const way = Object.entries(WHEEL).find(([, [x, y]]) => x * notches === dx && y * notches === dy);
  if (!way || notches === 0 || (dx !== 0 && dy !== 0)) return undefined;
  return `wheel ${way[0]}${notches > 1 ? ` ${notches}` : ''}`;
}

function readWheel({ scanner, number }: ActionReader): Action {
  const piece = scanner.take();
  const [dx, dy] = WHEEL[piece.text.toLowerCase()] ?? scanner.fail(piece, Object.keys(WHEEL));
  const notches = /^\d/.test(scanner.peek().text) ? number({ least: 1, most: LIMITS.wheelNotches.most }) : 1;
  return { do: 'wheel', dx: dx * notches, dy: dy * notches };
}

/** A mouse button alone; held for a time, or with keys, it is one of a chord's keys. */
function readButton(reader: ActionReader): Action {
  const button = reader.number(LIMITS.button);
  const next = reader.scanner.peek().text.toLowerCase();
  return next === '+' || next === 'for'
    ? readChord(reader, reader.chordFrom([codeOfButton(button)]))
    : { do: 'button', button };
}

/** A chord that has been read, held for a time perhaps. */
const readChord = ({ scanner, time }: ActionReader, codes: string[]): Action =>
  scanner.takeWord('for') ? { do: 'holdFor', codes, ms: time() } : { do: 'keys', codes };

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

function readSlot({ scanner, number }: ActionReader): Action {
  for (const how of ['next', 'previous'] as const) if (scanner.takeWord(how)) return { do: 'slot', how };
  const piece = scanner.peek();
  if (!/^\d/.test(piece.text)) return scanner.fail(piece, ['next', 'previous', 'the number of a slot']);
  const slots = [number(LIMITS.slot)];
  while (/^\d/.test(scanner.peek().text)) {
    const next = scanner.peek();
    const slot = number(LIMITS.slot);
    if (slots.includes(slot)) scanner.fail(next, [], `Slot ${slot} is there twice.`);
    slots.push(slot);
  }
  const [slot = 1] = slots;
  return slots.length === 1 ? { do: 'slot', how: 'go', slot } : { do: 'slot', how: 'among', slots };
}

const slotWord = (action: ActionOf<'slot'>): string | number =>
  action.how === 'go' ? action.slot : action.how === 'among' ? action.slots.join(' ') : action.how;

/** A name in quotes: what the host is asked for. */
function readAsk({ scanner }: ActionReader, what: AskedFor): Action {
  const piece = scanner.peek();
  const name = scanner.takeText();
  if (name === undefined) return scanner.fail(piece, ['a name in quotes, such as "Mixer"']);
  if (name.trim() === '' || name !== name.trim() || name.length > LIMITS.askLength || !/^[ -~]*$/.test(name))
    scanner.fail(
      piece,
      [],
      `A name is 1 to ${LIMITS.askLength} plain letters, figures and signs, with no space before or behind.`,
    );
  return { do: 'ask', what, name };
}

function readLamps({ scanner }: ActionReader): Action {
  const whats = { up: 'lampsUp', down: 'lampsDown', toggle: 'lampsToggle', move: 'lampsMove' } as const;
  for (const [word, what] of Object.entries(whats)) if (scanner.takeWord(word)) return { do: 'device', what };
  return scanner.fail(scanner.peek(), Object.keys(whats));
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

type Way = 'left' | 'right' | 'up' | 'down';

/** The ways that a movement goes; the wheel's y counts upwards, the pointer's downwards. */
function waysOf(what: Movement['what'], x: number, y: number): Way[] {
  const up = what === 'wheel' ? y : -y;
  return [
    ...(x < 0 ? ['left' as const] : x > 0 ? ['right' as const] : []),
    ...(up > 0 ? ['up' as const] : up < 0 ? ['down' as const] : []),
  ];
}

/** What a movement is when its line does not say. */
const USUAL_MOVEMENT = { pointer: { speed: 600, rampMs: 200 }, wheel: { speed: 10, rampMs: 0 } } as const;

/** A movement to the right (1), left (-1) or neither, up (1), down (-1) or neither, as usual. */
export const usualMovement = (what: Movement['what'], x: number, up: number): Action => ({
  do: 'move',
  what,
  x: x * USUAL_MOVEMENT[what].speed,
  y: (what === 'wheel' ? up : -up) * USUAL_MOVEMENT[what].speed || 0,
  rampMs: USUAL_MOVEMENT[what].rampMs,
});

/** One way, or two at the same speed; what goes two ways at different speeds has no words. */
function printMovement({ what, x, y, rampMs, depth }: Movement): string | undefined {
  const speed = Math.max(Math.abs(x), Math.abs(y));
  if (x !== 0 && y !== 0 && Math.abs(x) !== Math.abs(y)) return undefined;
  const usual = USUAL_MOVEMENT[what];
  return [
    `${what === 'pointer' ? 'move' : 'turn'} ${waysOf(what, x, y).join(' ')}`,
    ...(speed === usual.speed ? [] : [`at ${speed}`]),
    ...(rampMs === (depth ? 0 : usual.rampMs) ? [] : [`after ${rampMs} ms`]),
    ...(depth ? [`from ${depth.fromUm / 1000} to ${depth.toUm / 1000} mm`] : []),
  ].join(' ');
}

const readMovement =
  (what: Movement['what']) =>
  ({ scanner, number, depth }: ActionReader): Action => {
    const usual = USUAL_MOVEMENT[what];
    const start = scanner.peek();
    const ways = new Set<Way>();
    const all: readonly Way[] = ['left', 'right', 'up', 'down'];
    for (let way = all.find((one) => scanner.takeWord(one)); way; way = all.find((one) => scanner.takeWord(one)))
      ways.add(way);
    if (ways.size === 0) scanner.fail(start, [...all]);
    if ((ways.has('left') && ways.has('right')) || (ways.has('up') && ways.has('down')))
      scanner.fail(start, [], 'It cannot go there and back at once.');
    const speed = scanner.takeWord('at') ? number({ least: 1, most: LIMITS.perSecond.most }) : usual.speed;
    const ramp = scanner.takeWord('after') ? number(LIMITS.rampMs) : undefined;
    if (ramp !== undefined) scanner.takeWord('ms');
    const from = scanner.peek();
    const depths = scanner.takeWord('from')
      ? { fromUm: depth(), toUm: (scanner.takeWord('to') || scanner.fail(scanner.peek(), ['to']), depth()) }
      : undefined;
    if (depths && depths.fromUm >= depths.toUm) scanner.fail(from, [], 'It gets faster from a depth to a deeper one.');
    const up = ways.has('up') ? 1 : ways.has('down') ? -1 : 0;
    return {
      do: 'move',
      what,
      x: ways.has('left') ? -speed : ways.has('right') ? speed : 0,
      y: speed * (what === 'wheel' ? up : -up) || 0,
      rampMs: ramp ?? (depths ? 0 : usual.rampMs),
      ...(depths && { depth: depths }),
    };
  };

const readWay =
  (how: LayerHow) =>
  ({ layer }: ActionReader): Action => ({ do: 'layer', how, layer: layer() });

const isBracketKey = (code = ''): boolean => code.startsWith('Bracket');

const ROWS: { [K in ActionKind]: Row<K> } = {
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
  button: {
    begins: {
      button: {
        meaning: 'a mouse button, 1 to 8',
        read: readButton,
      },
    },
    print: ({ button }) => `button ${button}`,
    says: ({ button }, lasting) => `holds mouse button ${button}${untilUp(lasting)}`,
    legend: ({ button }) => `button ${button}`,
    offers: [1, 2, 3].map((n) => ({ group: 'Mouse', line: `button ${n}`, meaning: `mouse button ${n}` })),
  },
  wheel: {
    begins: { wheel: { meaning: 'the mouse wheel: up, down, left or right', read: readWheel } },
    print: printWheel,
    says: () => 'turns the mouse wheel',
    legend: ({ dx, dy }) => `wheel ${dx < 0 ? '←' : dx > 0 ? '→' : ''}${dy < 0 ? '↓' : dy > 0 ? '↑' : ''}`,
    offers: Object.keys(WHEEL).map((way) => ({
      group: 'Mouse',
      line: `wheel ${way}`,
      meaning: `turn the wheel ${way}`,
    })),
  },
  move: {
    begins: {
      move: {
        meaning: 'the pointer, as long as the key is down: left, right, up, down',
        read: readMovement('pointer'),
      },
      turn: { meaning: 'the wheel, as long as the key is down: up, down, left, right', read: readMovement('wheel') },
    },
    print: printMovement,
    says: ({ what, x, y, rampMs, depth }, lasting) => {
      const speed = `${Math.max(Math.abs(x), Math.abs(y))} ${what === 'pointer' ? 'counts' : 'notches'} a second`;
      const how = [
        ...(rampMs > 0 ? [`reached after ${rampMs} ms`] : []),
        ...(depth ? [`as fast as it is deep, from ${depth.fromUm / 1000} to ${depth.toUm / 1000} mm`] : []),
      ];
      const verb = what === 'pointer' ? 'moves the pointer' : 'turns the wheel';
      return `${verb} ${waysOf(what, x, y).join(' and ')}${untilUp(lasting)}, ${[speed, ...how].join(', ')}`;
    },
    legend: ({ what, x, y }) =>
      `${what === 'pointer' ? '◤' : '↻'}${waysOf(what, x, y)
        .map((way) => ({ left: '←', right: '→', up: '↑', down: '↓' })[way])
        .join('')}`,
    offers: [
      ...(['left', 'right', 'up', 'down'] as const).map((way) => ({
        group: 'Mouse',
        line: `move ${way}`,
        meaning: `move the pointer ${way} while held`,
      })),
      ...(['up', 'down'] as const).map((way) => ({
        group: 'Mouse',
        line: `turn ${way}`,
        meaning: `turn the wheel ${way} while held`,
      })),
    ],
  },
  slot: {
    begins: { slot: { meaning: 'another profile of this keyboard: next, previous, or its number', read: readSlot } },
    print: (action) => `slot ${slotWord(action)}`,
    says: (action) =>
      action.how === 'among'
        ? `goes through the slots ${listed(action.slots.map(String))}, one a press`
        : `changes to ${action.how === 'go' ? `slot ${action.slot}` : `the ${action.how} slot`}`,
    legend: (action) =>
      `slot ${action.how === 'go' || action.how === 'among' ? slotWord(action) : { next: '▸', previous: '◂' }[action.how]}`,
    offers: [
      keyboard('slot next', 'the profile in the next slot'),
      keyboard('slot previous', 'the profile in the slot before'),
      keyboard('slot 1', 'the profile in slot 1'),
      keyboard('slot 1 2', 'the profiles in slots 1 and 2, in turn'),
    ],
  },
  ask: {
    begins: {
      start: {
        meaning: 'a program on the computer, by its name on your list there',
        read: (reader) => readAsk(reader, 'program'),
      },
      sound: {
        meaning: 'a sound on the computer, by its name on your list there',
        read: (reader) => readAsk(reader, 'sound'),
      },
    },
    print: ({ what, name }) => `${what === 'program' ? 'start' : 'sound'} ${printText(name)}`,
    says: ({ what, name }) =>
      what === 'program'
        ? `asks the computer to start “${foreign(name)}”, if that is on its list`
        : `asks the computer for the sound “${foreign(name)}”, if that is on its list`,
    legend: ({ what, name }) => `${what === 'program' ? '▹' : '♪'} ${name}`,
    offers: [
      keyboard('start "Mixer"', 'a program of the computer, which has to be on its list'),
      keyboard('sound "Bell"', 'a sound of the computer, which has to be on its list'),
    ],
  },
  device: {
    begins: {
      record: {
        meaning: 'record a macro on the keyboard; held for a second, give it up',
        read: () => ({ do: 'device', what: 'record' }),
      },
      lamps: { meaning: 'the lamps: up, down, toggle or move', read: readLamps },
      bootloader: {
        meaning: 'restart for new firmware, when held for a second',
        read: () => ({ do: 'device', what: 'bootloader' }),
      },
    },
    print: ({ what }) => DEVICE_WORDS[what].line,
    says: ({ what }) => DEVICE_WORDS[what].says,
    legend: ({ what }) => DEVICE_WORDS[what].legend,
    offers: Object.values(DEVICE_WORDS).map(({ line, offer }) => keyboard(line, offer)),
  },
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
