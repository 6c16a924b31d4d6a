/** What the page and the worker that writes bundles say to each other: profile after profile, and archives as they are full. */
import type { Board } from '../core/board';
import type { Bundled } from '../core/files';

export type BundleOrder =
  { begin: { boards: readonly Board[] } } | { add: Bundled; bases: readonly Bundled[] } | { end: true };
/** One answer for each order: archives that are full by now, which were read back; or why there is none. */
export type BundleAnswer = { archives: Uint8Array<ArrayBuffer>[] } | { reason: string };
