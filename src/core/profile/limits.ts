/**
 * What a profile document may hold at the most, in one place: the schema, the assign line, number fields and operations on
 * scores all read their limits here, so that nothing can be typed, dragged or computed that would not load again. What a
 * *board* can take is less, and another matter: that is a problem to look at, not an impossible document.
 */

/** The least and the most of a whole number. */
export type Range = { readonly least: number; readonly most: number };

const range = (least: number, most: number): Range => ({ least, most });

export const LIMITS = {
  /** Characters. */
  idLength: 40,
  nameLength: 60,
  labelLength: 24,
  noteLength: 400,
  textLength: 500,

  /** Things in a document. */
  layers: 255,
  joinedLayers: 64,
  lampLayers: 64,
  joinedWhen: 8,
  joints: 255,
  jointKeys: range(2, 4),
  macros: 1024,
  roles: 64,
  walkSteps: 64,
  walkKeys: 16,
  glowLines: 64,
  glowKeys: 32,

  /** Things in a binding: keys of one chord, actions begun together, how deep those nest and how many there are in all. */
  chordKeys: 8,
  actionsTogether: 16,
  underCases: 8,
  actionDepth: 4,
  actionParts: 256,
  steps: 8,
  spans: 64,

  /** Times in ms. A gesture's figures, how long its tap lasts, how long a key is held, gaps, the window of a joint press. */
  gestureMs: range(0, 10_000),
  tapMs: range(0, 1000),
  holdForMs: range(1, 600_000),
  gapMs: range(0, 10_000),
  jointMs: range(1, 1000),

  /** Depths in µm: none is shallower than what can be told from a key at rest, none deeper than any switch goes. */
  depthUm: range(100, 20_000),
  /** Movements in µm: none is smaller than what can be told from trembling. */
  movementUm: range(50, 20_000),

  button: range(1, 8),
  wheelNotches: range(-127, 127),
  /** Of a movement while held: counts of the pointer, or notches of the wheel, a second; how long it takes to that speed. */
  perSecond: range(-20_000, 20_000),
  rampMs: range(0, 5000),
  slot: range(1, 16),
  slotsAmong: range(2, 16),
  /** Characters of what the host is asked for: what one report carries. */
  askLength: 40,
  /** How bright lamps are: steps, of which 0 is dark. */
  lampLevel: range(0, 5),

  /** Scores: an hour, in µs, and so many events; how often a part repeats. */
  scoreUs: range(0, 3_600_000_000),
  scoreEvents: 100_000,
  times: range(1, 100_000),
} as const;

export const isWithin = ({ least, most }: Range, value: number): boolean =>
  Number.isInteger(value) && value >= least && value <= most;
