/** One thing that is wrong with a document: where, and what, as data. Its sentence is made last (`problemWords.ts`), and nothing reads it again. */
import { shortened, type Said } from '../reading';

export type Path = readonly (string | number)[];

/** What a controller has room for so many of. */
export type Roomed = 'layers' | 'macros' | 'joints' | 'events' | 'steps' | 'spans';

/** What is wrong: kinds, ids, and figures in the units of the document; a board, a host by the name that people know it by. */
export type Wrong =
  /** A value that its field cannot have, as the schema of the field says it: "must be a number". */
  | { is: 'value'; said: Said }
  /** An edit that names what is not there, or cannot be made, in a sentence. */
  | { is: 'refused'; said: Said }
  | { is: 'missing'; what: 'layer' | 'macro' | 'role'; id: string; layers: readonly string[] }
  | { is: 'noKey'; key: string; board: string }
  | { is: 'noSlot'; slot: number; slots: number; board: string }
  | { is: 'noBoard'; id: string }
  | { is: 'otherBoard'; named: string; given: string }
  | { is: 'sharedContact'; key: string; contact: string }
  | { is: 'noTravel'; board: string }
  | { is: 'tooDeep'; um: number; travelUm: number; board: string }
  | { is: 'releasedDeeper'; releaseUm: number; pointUm: number }
  | { is: 'sameCrossing' }
  | { is: 'behindTheEnd'; atUs: number; lengthUs: number }
  | { is: 'shortPass'; us: number; leastUs: number }
  | { is: 'noCharacter'; character: string; at: number; host: string }
  | { is: 'hostNotRead'; id: string }
  | { is: 'tooMany'; what: Roomed; count: number; room: number; board: string }
  | { is: 'keyTwice' }
  | { is: 'sameKeys'; joint: number };

/** One problem: where, and what is wrong. */
export type Problem = { path: Path; wrong: Wrong };

/** A JSON path as people write it: `layers[1].keys.KeyA.does`. Foreign names in it are cut short. */
export function printPath(path: Path): string {
  if (path.length === 0) return 'the whole file';
  return path
    .map((part, n) =>
      typeof part === 'number'
        ? `[${part}]`
        : /^[A-Za-z_]\w{0,59}$/.test(part)
          ? `${n ? '.' : ''}${part}`
          : `[${JSON.stringify(shortened(part))}]`,
    )
    .join('');
}
