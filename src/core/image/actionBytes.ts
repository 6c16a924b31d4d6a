/**
 * The bytes of actions in an image's pool, one row a kind: its number, then what it is written as, with its writing and its
 * reading side by side, so that the two cannot drift apart.
 */
import { LIMITS, type Action, type ActionKind, type ActionOf } from '../profile';
import { badImage, ByteWriter, type ByteReader } from './bytes';
import { LAYER_HOWS } from './layout';
import { readChoice, readChord, writeChord } from './parts';

/** What writing an action needs of the image around it: numbers in place of ids, and references to parts. */
export interface ActionWriter {
  layerNumber(id: string): number;
  macroNumber(id: string): number;
  writeReference(out: ByteWriter, action: Action): void;
}

/** What reading one needs. */
export interface ActionReader {
  /** @throws Unreadable when there is no such layer */
  readLayerId(reader: ByteReader): string;
  /** The macro of a number; undefined when there is none. */
  macroId(number: number): string | undefined;
  /** The action that is referred to; undefined for nothing. @throws Unreadable when there is none */
  readReference(reader: ByteReader): Action | undefined;
}

type Row<K extends ActionKind> = {
  number: number;
  write: (out: ByteWriter, action: ActionOf<K>, writer: ActionWriter) => void;
  /** @param at where the action begins, for errors */
  read: (reader: ByteReader, image: ActionReader, at: number) => ActionOf<K>;
};

/** Kinds that a check lets into no image. */
type Refused = 'slot' | 'device';

const signed = (byte: number): number => (byte < 0x80 ? byte : byte - 0x100);

const ROWS: { [K in Exclude<ActionKind, Refused>]: Row<K> } = {
  keys: {
    number: 1,
    write: (out, { codes }) => writeChord(out, codes),
    read: (reader) => ({ do: 'keys', codes: readChord(reader) }),
  },
  layer: {
    number: 2,
    write: (out, { how, layer }, { layerNumber }) => out.u8(LAYER_HOWS.indexOf(how)).count(layerNumber(layer)),
    read: (reader, { readLayerId }) => ({
      do: 'layer',
      how: readChoice(reader, LAYER_HOWS, 'way between layers'),
      layer: readLayerId(reader),
    }),
  },
  many: {
    number: 3,
    write: (out, { actions }, { writeReference }) => {
      out.count(actions.length);
      for (const part of actions) writeReference(out, part);
    },
    read: (reader, { readReference }, at) => ({
      do: 'many',
      actions: Array.from({ length: reader.count(LIMITS.actionsTogether) }, () => {
        const part = readReference(reader);
        if (!part) throw badImage(at, 'an action with an empty part');
        return part;
      }),
    }),
  },
  holdFor: {
    number: 4,
    write: (out, { codes, ms }) => {
      writeChord(out, codes);
      out.count(ms);
    },
    read: (reader) => ({ do: 'holdFor', codes: readChord(reader), ms: reader.count(LIMITS.holdForMs.most) }),
  },
  latch: {
    number: 5,
    write: (out, { codes }) => writeChord(out, codes),
    read: (reader) => ({ do: 'latch', codes: readChord(reader) }),
  },
  latchNext: { number: 6, write: () => undefined, read: () => ({ do: 'latchNext' }) },
  once: {
    number: 7,
    write: (out, { codes }) => writeChord(out, codes),
    read: (reader) => ({ do: 'once', codes: readChord(reader) }),
  },
  capitals: { number: 8, write: () => undefined, read: () => ({ do: 'capitals' }) },
  button: {
    number: 9,
    write: (out, { button }) => out.u8(button),
    read: (reader) => ({ do: 'button', button: reader.u8() }),
  },
  wheel: {
    number: 10,
    write: (out, { dx, dy }) => out.u8(dx).u8(dy),
    read: (reader) => ({ do: 'wheel', dx: signed(reader.u8()), dy: signed(reader.u8()) }),
  },
  text: {
    number: 11,
    write: (out, { text, gapMs }) => out.text(text).count(gapMs),
    read: (reader) => ({ do: 'text', text: reader.text(), gapMs: reader.count(LIMITS.gapMs.most) }),
  },
  macro: {
    number: 12,
    write: (out, { macro }, { macroNumber }) => out.count(macroNumber(macro)),
    read: (reader, { macroId }, at) => {
      const macro = macroId(reader.count());
      if (macro === undefined) throw badImage(at, 'a reference to a macro that is not there');
      return { do: 'macro', macro };
    },
  },
};

/** The number of each kind. */
export const actionNumber = (kind: keyof typeof ROWS): number => ROWS[kind].number;

const BY_NUMBER = new Map(Object.values(ROWS).map((row) => [row.number, row]));

/** The bytes of an action. Its parts are referred to before the whole is, so that a reader meets only numbers it knows. */
export function actionBytes(action: Action, writer: ActionWriter): Uint8Array {
  const row = (ROWS as Partial<Record<ActionKind, (typeof ROWS)[keyof typeof ROWS]>>)[action.do];
  if (!row) throw new TypeError(`a check lets no "${action.do}" come this far`);
  const out = new ByteWriter().u8(row.number);
  row.write(out, action as never, writer);
  return out.toBytes();
}

/** Reads an action. @throws Unreadable */
export function readAction(reader: ByteReader, image: ActionReader): Action {
  const at = reader.offset;
  const number = reader.u8();
  const row = BY_NUMBER.get(number);
  if (!row) throw badImage(at, `an action of the unknown kind ${number}`);
  return row.read(reader, image, at);
}
