/**
 * Actions in an image, one row a kind: what it is written as, its writing and its reading side by side, so
 * that the two cannot drift apart. One key, and one key with modifiers, have numbers of their own (docs/formats/image.md).
 */
import {
  ASKED_FOR,
  DEVICE_FUNCTIONS,
  LIMITS,
  MOVED,
  UNDER_MODIFIERS,
  type Action,
  type ActionKind,
  type ActionOf,
} from '../profile';
import { badImage } from './bytes';
import type { BitReader, BitWriter } from './coder';
import { choiceOf, readText, writeText } from './parts';
import { ReadingPool, WritingPool } from './pool';
import { LAYER_HOWS, SET } from './sets';
import { isOneByte, MODIFIERS, modifiersAndKey, UsageReader, UsageWriter } from './usages';

/** Where an action stands: each learns what is usual there. */
type ActionPlace = 'ofKey' | 'ofTap' | 'ofHold' | 'ofPart';
const SET_OF: Record<ActionPlace, number> = {
  ofKey: SET.actionOfKey,
  ofTap: SET.actionOfTap,
  ofHold: SET.actionOfHold,
  ofPart: SET.actionOfPart,
};

/** Kinds that are no row: one key, a key with modifiers, an action that was there before. */
const ONE_KEY = 0;
const WITH_MODIFIERS = 1;
const EARLIER = 2;
/** From here on a kind is said in two: that it is a further one, and which. What is used most stays short. */
const FURTHER = 15;
const KIND_BITS = 4;
const FURTHER_BITS = 6;

/**
 * The number of each kind in an image. A number is for ever: docs/formats/versions.md. A kind without a number, a number that does not fit
 * into the image, and one that is given twice are mistakes that the compiler finds.
 */
const NUMBERS = {
  keys: 3,
  layer: 4,
  macro: 5,
  text: 6,
  many: 7,
  holdFor: 8,
  latch: 9,
  latchNext: 10,
  once: 11,
  capitals: 12,
  button: 13,
  wheel: 14,
  slot: 15,
  device: 16,
  under: 17,
  move: 18,
  ask: 19,
} as const satisfies Record<ActionKind, Numbered>;

/** A number with its sign as one without: 0, -1, 1, -2, 2 as 0, 1, 2, 3, 4. */
const zigzag = (value: number): number => (value < 0 ? -2 * value - 1 : 2 * value);
const unzigzag = (value: number): number => (value % 2 === 1 ? -(value + 1) / 2 : value / 2);

/** Behind all slots: some of them in an order. */
const AMONG = LIMITS.slot.most + 2;

/** The whole numbers below N. */
type Below<N extends number, Found extends number[] = []> = Found['length'] extends N
  ? Found[number]
  : Below<N, [...Found, Found['length']]>;
/** What fits: the first three are no rows, and `FURTHER_BITS` bits follow 15. */
type Numbered = Exclude<Below<79>, 0 | 1 | 2>;
/** The kinds that have a number. */
type KindsOf<N> = { [K in ActionKind]: (typeof NUMBERS)[K] extends N ? K : never }[ActionKind];
/** The kinds whose number another one has as well: none. */
type Doubled = { [K in ActionKind]: KindsOf<(typeof NUMBERS)[K]> extends K ? never : K }[ActionKind];
const _noneIsDoubled: [Doubled] extends [never] ? true : ['these kinds have one number', Doubled] = true;
void _noneIsDoubled;

/** What writing needs of the image around it: numbers in place of ids. */
export interface Numbers {
  layerNumber(id: string): number;
  macroNumber(id: string): number;
}
/** What reading needs. */
export interface Ids {
  /** @throws Unreadable when there is no such layer */
  layerId(from: BitReader): string;
  /** @throws Unreadable when there is no such macro */
  macroId(from: BitReader): string;
  /** Told of each new action before it is used. @throws Unreadable when no profile could hold it */
  admit(action: Action, at: number): void;
}

type Row<K extends ActionKind> = {
  write: (action: ActionOf<K>, writer: ActionWriter) => void;
  read: (reader: ActionReader) => ActionOf<K>;
};

const signed = (byte: number): number => (byte << 24) >> 24;

const ROWS: { [K in ActionKind]: Row<K> } = {
  keys: {
    write: ({ codes }, { usages }) => usages.chord(codes),
    read: ({ usages }) => ({ do: 'keys', codes: usages.chord() }),
  },
  layer: {
    write: ({ how, layer }, { out, numbers }) => {
      out.tree(SET.layerHow, 2, LAYER_HOWS.indexOf(how));
      out.number(SET.layerNumber, numbers.layerNumber(layer));
    },
    read: ({ from, ids }) => ({
      do: 'layer',
      how: choiceOf(from, LAYER_HOWS, from.tree(SET.layerHow, 2), 'way between layers'),
      layer: ids.layerId(from),
    }),
  },
  macro: {
    write: ({ macro }, { out, numbers }) => void out.number(SET.macroNumber, numbers.macroNumber(macro)),
    read: ({ from, ids }) => ({ do: 'macro', macro: ids.macroId(from) }),
  },
  text: {
    write: ({ text, gapMs }, { out }) => {
      writeText(out, text);
      out.number(SET.ms, gapMs);
    },
    read: ({ from }) => ({ do: 'text', text: readText(from), gapMs: from.number(SET.ms, LIMITS.gapMs.most) }),
  },
  many: {
    write: ({ actions }, writer) => {
      writer.out.number(SET.parts, actions.length);
      for (const part of actions) writer.action(part, 'ofPart');
    },
    read: (reader) => ({
      do: 'many',
      actions: Array.from({ length: reader.from.number(SET.parts, LIMITS.actionsTogether) }, () =>
        reader.action('ofPart'),
      ),
    }),
  },
  under: {
    write: ({ cases, otherwise }, writer) => {
      const { out } = writer;
      out.number(SET.underCases, cases.length);
      for (const { held, action } of cases) {
        out.number(SET.underHeld, held.length);
        for (const one of held) out.tree(SET.underHeld, 2, UNDER_MODIFIERS.indexOf(one));
        writer.action(action, 'ofPart');
      }
      out.tree(SET.underOtherwise, 1, otherwise ? 1 : 0);
      if (otherwise) writer.action(otherwise, 'ofPart');
    },
    read: (reader) => {
      const { from } = reader;
      const cases = Array.from({ length: from.number(SET.underCases, LIMITS.underCases) }, () => ({
        held: Array.from({ length: from.number(SET.underHeld, UNDER_MODIFIERS.length) }, () =>
          choiceOf(from, UNDER_MODIFIERS, from.tree(SET.underHeld, 2), 'modifier'),
        ),
        action: reader.action('ofPart'),
      }));
      const hasOther = from.tree(SET.underOtherwise, 1) === 1;
      return { do: 'under', cases, ...(hasOther && { otherwise: reader.action('ofPart') }) };
    },
  },
  move: {
    write: ({ what, x, y, rampMs, depth }, { out }) => {
      out.tree(SET.moved, 1, MOVED.indexOf(what));
      out.number(SET.perSecond, zigzag(x)).number(SET.perSecond, zigzag(y)).number(SET.rampMs, rampMs);
      out.tree(SET.moveDepth, 1, depth ? 1 : 0);
      if (depth) out.number(SET.moveDepthUm, depth.fromUm).number(SET.moveDepthUm, depth.toUm - depth.fromUm);
    },
    read: ({ from }) => {
      const what = choiceOf(from, MOVED, from.tree(SET.moved, 1), 'movement');
      const most = Math.max(zigzag(LIMITS.perSecond.least), zigzag(LIMITS.perSecond.most));
      const [x, y] = [unzigzag(from.number(SET.perSecond, most)), unzigzag(from.number(SET.perSecond, most))];
      const rampMs = from.number(SET.rampMs, LIMITS.rampMs.most);
      if (from.tree(SET.moveDepth, 1) === 0) return { do: 'move', what, x, y, rampMs };
      const fromUm = from.number(SET.moveDepthUm, LIMITS.depthUm.most);
      return {
        do: 'move',
        what,
        x,
        y,
        rampMs,
        depth: { fromUm, toUm: fromUm + from.number(SET.moveDepthUm, LIMITS.depthUm.most) },
      };
    },
  },
  holdFor: {
    write: ({ codes, ms }, { out, usages }) => {
      usages.chord(codes);
      out.number(SET.ms, ms);
    },
    read: ({ from, usages }) => ({
      do: 'holdFor',
      codes: usages.chord(),
      ms: from.number(SET.ms, LIMITS.holdForMs.most),
    }),
  },
  latch: {
    write: ({ codes }, { usages }) => usages.chord(codes),
    read: ({ usages }) => ({ do: 'latch', codes: usages.chord() }),
  },
  latchNext: { write: () => undefined, read: () => ({ do: 'latchNext' }) },
  once: {
    write: ({ codes }, { usages }) => usages.chord(codes),
    read: ({ usages }) => ({ do: 'once', codes: usages.chord() }),
  },
  capitals: { write: () => undefined, read: () => ({ do: 'capitals' }) },
  button: {
    write: ({ button }, { out }) => void out.number(SET.button, button),
    read: ({ from }) => ({ do: 'button', button: from.number(SET.button, LIMITS.button.most) }),
  },
  wheel: {
    write: ({ dx, dy }, { out }) => void out.tree(SET.notches, 8, dx & 0xff).tree(SET.notches, 8, dy & 0xff, 1),
    read: ({ from }) => ({
      do: 'wheel',
      dx: signed(from.tree(SET.notches, 8)),
      dy: signed(from.tree(SET.notches, 8, 1)),
    }),
  },
  /** 0 next, 1 previous, 18 some in an order (how many, and which), else the slot and 1. */
  slot: {
    write: (action, { out }) => {
      if (action.how === 'among') {
        out.number(SET.slot, AMONG).number(SET.slot, action.slots.length);
        for (const slot of action.slots) out.number(SET.slot, slot);
      } else out.number(SET.slot, action.how === 'go' ? action.slot + 1 : action.how === 'next' ? 0 : 1);
    },
    read: ({ from }) => {
      const number = from.number(SET.slot, AMONG);
      if (number === AMONG) {
        const count = from.number(SET.slot, LIMITS.slotsAmong.most);
        const slots = Array.from({ length: count }, () => from.number(SET.slot, LIMITS.slot.most));
        return { do: 'slot', how: 'among', slots };
      }
      return number < 2
        ? { do: 'slot', how: number === 0 ? 'next' : 'previous' }
        : { do: 'slot', how: 'go', slot: number - 1 };
    },
  },
  ask: {
    write: ({ what, name }, { out }) => {
      out.number(SET.device, ASKED_FOR.indexOf(what));
      writeText(out, name);
    },
    read: ({ from }) => ({
      do: 'ask',
      what: choiceOf(from, ASKED_FOR, from.number(SET.device, 0xff), 'thing to ask for'),
      name: readText(from),
    }),
  },
  device: {
    write: ({ what }, { out }) => void out.number(SET.device, DEVICE_FUNCTIONS.indexOf(what)),
    read: ({ from }) => ({
      do: 'device',
      what: choiceOf(from, DEVICE_FUNCTIONS, from.number(SET.device, 0xff), 'function of the keyboard'),
    }),
  },
};

const KINDS = new Map<number, ActionKind>(
  Object.entries(NUMBERS).map(([kind, number]) => [number, kind as ActionKind]),
);

/** The one key that an action is, when it is no more. */
const oneKeyOf = (action: Action): string | undefined => {
  const code = action.do === 'keys' && action.codes.length === 1 ? action.codes[0] : undefined;
  return code !== undefined && isOneByte(code) ? code : undefined;
};

export class ActionWriter {
  readonly usages: UsageWriter;
  private readonly pool = new WritingPool<Action>(SET.earlierAction);

  constructor(
    readonly out: BitWriter,
    readonly numbers: Numbers,
  ) {
    this.usages = new UsageWriter(out);
  }

  action(action: Action, place: ActionPlace): void {
    const kind = (number: number): void => {
      this.out.tree(SET_OF[place], KIND_BITS, Math.min(number, FURTHER));
      if (number >= FURTHER) this.out.tree(SET.furtherAction, FURTHER_BITS, number - FURTHER);
    };
    const oneKey = oneKeyOf(action);
    if (oneKey !== undefined) {
      kind(ONE_KEY);
      this.usages.code(oneKey, place === 'ofKey' ? 0 : 1);
      return;
    }
    if (this.pool.has(action)) {
      kind(EARLIER);
      this.pool.refer(this.out, action);
      return;
    }
    const chord = action.do === 'keys' ? modifiersAndKey(action.codes) : undefined;
    if (chord) {
      kind(WITH_MODIFIERS);
      this.out.tree(SET.modifiers, 8, chord.bits);
      this.usages.code(chord.key, 1);
    } else {
      kind(NUMBERS[action.do]);
      ROWS[action.do].write(action as never, this);
    }
    this.pool.add(action);
  }
}

export class ActionReader {
  readonly usages: UsageReader;
  private readonly pool = new ReadingPool<Action>(SET.earlierAction, 'an action');
  /** Equal things stay one thing. */
  private readonly keys = new Map<string, Action>();
  /** How deep the action that is read stands in others. */
  private depth = 0;

  constructor(
    readonly from: BitReader,
    readonly ids: Ids,
    /** The version of the image that is read. */
    private readonly version: number,
  ) {
    this.usages = new UsageReader(from);
  }

  /** @throws Unreadable */
  action(place: ActionPlace): Action {
    const { from } = this;
    const at = from.offset;
    const number = this.kind(place);
    if (number === ONE_KEY) return this.oneKey(this.usages.code(place === 'ofKey' ? 0 : 1));
    if (number === EARLIER) return this.pool.referred(from);
    if (this.depth > LIMITS.actionDepth)
      throw badImage(at, `an action in more than ${LIMITS.actionDepth} levels of others`);
    this.depth++;
    const action = number === WITH_MODIFIERS ? this.withModifiers() : this.ofKind(number, at);
    this.depth--;
    this.ids.admit(action, at);
    return this.pool.add(action);
  }

  private oneKey(code: string): Action {
    const action = this.keys.get(code) ?? { do: 'keys', codes: [code] };
    this.keys.set(code, action);
    return action;
  }

  private withModifiers(): Action {
    const bits = this.from.tree(SET.modifiers, 8);
    return { do: 'keys', codes: [...MODIFIERS.filter((_, n) => (bits >> n) & 1), this.usages.code(1)] };
  }

  private kind(place: ActionPlace): number {
    const { from } = this;
    const number = from.tree(SET_OF[place], KIND_BITS);
    if (number < FURTHER) return number;
    // Version 2 knew two further kinds, told apart by one bit.
    return (
      FURTHER +
      (this.version === 2 ? from.bit(SET.actionOfPart, 1 << KIND_BITS) : from.tree(SET.furtherAction, FURTHER_BITS))
    );
  }

  private ofKind(number: number, at: number): Action {
    const kind = KINDS.get(number);
    if (kind === undefined) throw badImage(at, `an action of the unknown kind ${number}`);
    return ROWS[kind].read(this);
  }
}
