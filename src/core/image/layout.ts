/**
 * The numbers of the image format, in one place; docs/formats/image.md explains them with a worked example.
 *
 * A binding is one byte when it is what most bindings are: one key of the keyboard page. Those usages are 01 to E7, which
 * leaves 00 and E8 to FF for everything else.
 */

/** "UNDL" in ASCII. */
export const MAGIC = [0x55, 0x4e, 0x44, 0x4c] as const;
export const IMAGE_VERSION = 1;
/** Magic, version, flags, two reserved bytes, length, CRC-32. */
export const HEADER_BYTES = 16;

export const SECTION = {
  board: 1,
  timing: 2,
  actions: 3,
  gestures: 4,
  layers: 5,
  joinedLayers: 6,
  travel: 7,
  names: 8,
  joints: 9,
  scores: 10,
  macros: 11,
  plans: 12,
} as const;

/** Bytes a binding or an action reference can begin with, besides 01 to E7 (that one key). */
export const TAG = { nothing: 0x00, none: 0xe8, pass: 0xe9, action: 0xea, gesture: 0xeb, plan: 0xec } as const;
export const LAST_KEY_TAG = 0xe7;

/** Entries of a score's table besides 01 to E7 (that one key turns). */
export const SCORE_ENTRY = { otherPage: 0x00, down: 0xe8, up: 0xe9, text: 0xea, wheel: 0xeb } as const;

export const LAYER_HOWS = ['while', 'flip', 'go', 'once'] as const;
export const HOST_LAYOUT_IDS = ['us'] as const;
