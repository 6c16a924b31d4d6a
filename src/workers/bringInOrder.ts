/** What the page and the worker that reads what is brought say to each other. */
import type { Board } from '../core/board';
import type { Incoming } from '../core/files';

/** Bytes of a file, or a text that was pasted; and the boards of one's own, which a text may be for. */
export type BringInOrder = { what: Uint8Array | string; boards: readonly Board[] };
export type BringInAnswer = { items: Incoming[] } | { reason: string };
