/** What there is to say about a kind of action: a row in the tables of words. */
import type { Action, ActionKind, ActionOf, Range } from '../profile';
import type { NotationContext } from './names';
import type { Scanner } from './scanner';

/** Whether the key is only touched (`tap`: over at once), or the action lasts until the key goes up or for a while that is said elsewhere. */
export type Lasting = 'tap' | 'until up' | 'meanwhile';

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

export type Row<K extends ActionKind> = {
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

/** The rows of some kinds. */
export type Rows<K extends ActionKind> = { [Kind in K]: Row<Kind> };

/** What lasts until the key goes up says so. */
export const untilUp = (lasting: Lasting): string => (lasting === 'until up' ? ' until you let go' : '');

/** A chord that has been read, held for a time perhaps. */
export const readChord = ({ scanner, time }: ActionReader, codes: string[]): Action =>
  scanner.takeWord('for') ? { do: 'holdFor', codes, ms: time() } : { do: 'keys', codes };
