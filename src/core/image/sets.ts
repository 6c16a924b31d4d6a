/**
 * The numbers of the image format, in one place; docs/formats/image.md explains them. A *set* is the models of one kind of thing: its
 * number is no part of the bytes, but each kind learns apart from the others.
 */

/** "UNDL" in ASCII. */
export const MAGIC = [0x55, 0x4e, 0x44, 0x4c] as const;
export const IMAGE_VERSION = 3;
/** The oldest version that is still read: what a keyboard holds goes on working. */
export const OLDEST_VERSION = 2;
/** Magic and version; the sections follow. */
export const HEADER_BYTES = 5;

/** Types of sections. One of 80 or more can be skipped by who does not know it; another one cannot. */
export const SECTION = {
  end: 0x00,
  board: 0x01,
  macros: 0x02,
  layout: 0x03,
  lamps: 0x04,
  asks: 0x05,
  names: 0x81,
  walk: 0x82,
  glow: 0x83,
  padding: 0xff,
} as const;
export const MAY_BE_SKIPPED = 0x80;

export const MODELS_A_SET = 1024;

const NAMES = [
  'layers',
  'assigned',
  'binding',
  'earlierGesture',
  'earlierPlan',
  'actionOfKey',
  'actionOfTap',
  'actionOfHold',
  'actionOfPart',
  'earlierAction',
  'follows',
  'isKeyboard',
  'usage',
  'otherPage',
  'otherUsage',
  'modifiers',
  'chordLength',
  'layerHow',
  'layerNumber',
  'macroNumber',
  'parts',
  'ms',
  'button',
  'notches',
  'slot',
  'device',
  'textLength',
  'text',
  'steps',
  'hasAction',
  'hasTiming',
  'gestureMs',
  'interrupt',
  'spans',
  'crossing',
  'isRound',
  'roundDepth',
  'depth',
  'hasTravel',
  'isEarlierTravel',
  'earlierTravel',
  'travelMode',
  'count',
  'keyNumber',
  'macroBits',
  'run',
  'times',
  'isEarlierScore',
  'earlierScore',
  'unit',
  'scoreLength',
  'events',
  'event',
  'isSameGap',
  'gap',
  'whichUp',
  'whichDown',
  'nameLength',
  'name',
  'hasName',
  'furtherAction',
  'underCases',
  'underHeld',
  'underOtherwise',
  'moved',
  'perSecond',
  'rampMs',
  'moveDepth',
  'moveDepthUm',
  'glow',
  'glowShown',
  'glowColor',
] as const;

/** How many sets there are. */
export const SETS = NAMES.length;
export const SET = Object.fromEntries(NAMES.map((name, n) => [name, n])) as Record<(typeof NAMES)[number], number>;

/** What lists of options are numbered by their places. */
export const LAYER_HOWS = ['while', 'flip', 'go', 'once'] as const;
