/** The board file (`"format": "underloom-board"`): where the keys lie, whose fingers reach them, what the controller can hold. */
import { quoted, z } from '../reading';
import { isCode } from '../codes';

/** One key unit in millimetres. */
export const KEY_UNIT_MM = 19.05;

const count = (most: number) => z.int().min(0).max(most);

export const handSchema = z.enum(['left', 'right', 'either']);
const fingerSchema = z.enum(['little', 'ring', 'middle', 'index', 'thumb']);

/** Keys stand as field names in a profile file, so none may be called what every plain object has. */
export const keyIdSchema = z
  .string()
  .max(24)
  .regex(/^[\p{L}\p{N}][\p{L}\p{N}_.-]*$/u, 'must be letters, digits, dots, dashes or underscores')
  .refine((key) => !(key in {}), 'is a word that programs keep for themselves; name the key otherwise');

const boardKeySchema = z.strictObject({
  /** Unique within the board. */
  id: keyIdSchema,
  /** Left upper corner before turning, in key units. */
  x: z.number().min(0).max(100),
  y: z.number().min(0).max(100),
  w: z.number().positive().max(20).default(1),
  h: z.number().positive().max(20).default(1),
  /**
   * A second rectangle of the same key, for one that is no rectangle: the Enter of ISO and JIS boards. Its left upper corner counts from
   * that of the first, in key units, and it turns with it.
   */
  second: z
    .strictObject({
      x: z.number().min(-20).max(20),
      y: z.number().min(-20).max(20),
      w: z.number().positive().max(20),
      h: z.number().positive().max(20),
    })
    .optional(),
  /** Degrees clockwise about the middle of the first rectangle. */
  angle: z.number().min(-180).max(180).default(0),
  hand: handSchema.default('either'),
  finger: fingerSchema.default('index'),
  /** The key of an ordinary keyboard that plays this one on the trial bench. */
  code: z
    .string()
    .refine((code) => code === 'Fn' || isCode(code), 'is not a W3C code')
    .optional(),
  /** The earlier key on whose contact this one lies too: the two can never be told apart. */
  contact: keyIdSchema.optional(),
});

const deviceLimitsSchema = z.strictObject({
  pollHz: z.int().min(1).max(8000),
  layers: count(255).min(1),
  slots: count(16).min(1),
  memoryBytes: count(1 << 24).min(2048),
  macros: count(1024),
  macroEvents: count(100_000),
  gestureSteps: count(8),
  spansPerKey: count(64),
  joints: count(255),
  lamps: z.boolean(),
  /** How fine travel is measured, in µm; 10 when left out. */
  travelStepUm: z.int().min(1).max(500).optional(),
});

/** A board's id names its keyboard, and the file in which that keeps its memory. */
export const boardIdSchema = z
  .string()
  .max(40)
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'must be small letters, digits and dashes');

/** So many keys fit a board. */
export const MOST_KEYS = 250;

export const boardSchema = z
  .strictObject({
    format: z.literal('underloom-board'),
    version: z.literal(1),
    id: boardIdSchema,
    name: z.string().trim().min(1, 'must not be empty').max(60),
    /** Full travel of a switch, in micrometres. */
    travelUm: z.int().min(500).max(20_000),
    /** Whether travel is measured; without it depth is only 0 or `travelUm`. */
    analog: z.boolean().default(false),
    keys: z.array(boardKeySchema).min(1).max(MOST_KEYS),
    device: deviceLimitsSchema,
  })
  .check((context) => {
    const seen = new Set<string>();
    context.value.keys.forEach((key, index) => {
      if (seen.has(key.id)) {
        context.issues.push({
          code: 'custom',
          input: key.id,
          path: ['keys', index, 'id'],
          message: `a second key is named ${quoted(key.id)}`,
        });
      }
      seen.add(key.id);
      const shared = context.value.keys.slice(0, index).find(({ id }) => id === key.contact);
      if (key.contact !== undefined && (!shared || shared.contact !== undefined))
        context.issues.push({
          code: 'custom',
          input: key.contact,
          path: ['keys', index, 'contact'],
          message: `there is no earlier key ${quoted(key.contact)} with a contact of its own`,
        });
    });
  });

export type Hand = z.infer<typeof handSchema>;
export type Finger = z.infer<typeof fingerSchema>;
export type BoardKey = z.infer<typeof boardKeySchema>;
export type DeviceLimits = z.infer<typeof deviceLimitsSchema>;
export type Board = z.infer<typeof boardSchema>;
export type KeyId = string;
