/**
 * A host layout as a file: what each key makes on each level, what Caps Lock changes, what dead keys compose to. The files are
 * made from an operating system's own data (`scripts/hosts.ts`); the keyboard itself never sends characters.
 */
import type { Code } from '../codes';
import type { HostLayoutId } from './list';

/** A character; or `dead acute` and the like, a key that waits for the next; or nothing. */
export type Made = string;

/** What the next symbol makes of a dead key: a character, or more to wait for. */
export type Compose = { readonly [symbol: Made]: string | Compose };

export type HostLayoutData = {
  readonly id: HostLayoutId;
  readonly name: string;
  /** Whether the right Alt key is AltGr, which leads to levels 3 and 4. */
  readonly altGr: boolean;
  /** What the Caps Lock key is there. */
  readonly capsLock: 'CapsLock' | 'Backspace';
  /** By code: plain, Shift, AltGr, Shift+AltGr; nothing beyond the last level that makes something. */
  readonly keys: Readonly<Record<Code, readonly Made[]>>;
  /** Keys on which Caps Lock does what Shift does. */
  readonly capsSwaps?: readonly Code[];
  /** Keys on which Caps Lock does something else: their levels under it. */
  readonly caps?: Readonly<Record<Code, readonly Made[]>>;
  /** What the number pad makes while Num Lock is on. */
  readonly numpad: Readonly<Record<Code, string>>;
  readonly compose: Compose;
};

/** The levels of a key. */
export const LEVELS = [
  { shift: false, altGr: false, says: 'plain' },
  { shift: true, altGr: false, says: 'Shift' },
  { shift: false, altGr: true, says: 'AltGr' },
  { shift: true, altGr: true, says: 'Shift+AltGr' },
] as const;

/** The name of a dead key: `acute`; `undefined` for characters. */
export const deadOf = (made: Made): string | undefined =>
  made.length > 1 && made.startsWith('dead ') ? made.slice(5) : undefined;
