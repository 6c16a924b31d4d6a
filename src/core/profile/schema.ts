/**
 * The profile document, complete: what a profile file may hold, settled for `"version": 1`. Everything from outside
 * passes through these schemas once; inside, the types are trusted. The published JSON Schema is generated from here.
 *
 * The schemas check shape and ranges (`limits.ts`), and that no two things of a kind have one id, because an edit names what it
 * changes by its id. What needs the rest of the document or the board (a layer that does not exist, a key the board lacks) is
 * found by `problems.ts`: a draft may have such problems, and is kept all the same.
 *
 * No schema changes what it is given, but for filling in what was left out: a profile that was read and one that is written
 * and read again are the same.
 */
import { keyIdSchema } from '../board';
import { HOST_LAMPS } from '../codes';
import { HOST_IDS } from '../hosts';
import { quoted, z } from '../reading';
import type { layerHow } from './actionShapes';
import { actionSchema, askedSchema } from './actionShapes';
import { LIMITS } from './limits';
import { codeSchema, depth, gapMs, idSchema, movement, nameSchema, notches, text, whole } from './schemaParts';

export type {
  Action,
  ActionKind,
  ActionOf,
  AskedOf,
  AskedFor,
  DeviceFunction,
  SlotWay,
  Movement,
  UnderCase,
  UnderModifier,
} from './actionShapes';
export {
  actionSchema,
  ASKED_FOR,
  askedSchema,
  DEVICE_FUNCTIONS,
  hasUnder,
  MOVED,
  partsOfUnder,
  UNDER_MODIFIERS,
} from './actionShapes';
export { codeSchema, idSchema, nameSchema } from './schemaParts';

export const gestureTimingSchema = z.strictObject({
  holdAfterMs: whole(LIMITS.gestureMs),
  tapGapMs: whole(LIMITS.gestureMs),
  retapMs: whole(LIMITS.gestureMs),
  typingGuardMs: whole(LIMITS.gestureMs),
  tapMs: whole(LIMITS.tapMs),
  interrupt: z.enum(['nested', 'any', 'wait']),
  otherHandOnly: z.boolean(),
});

const crossingSchema = z.strictObject({ going: z.enum(['down', 'up']), atUm: depth });
const spanSchema = z.strictObject({ from: crossingSchema, to: crossingSchema.optional(), action: actionSchema });

export const stepSchema = z.strictObject({ tap: actionSchema.optional(), hold: actionSchema.optional() });

export const bindingSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('pass') }),
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('act'), action: actionSchema }),
    z.strictObject({
      kind: z.literal('gesture'),
      steps: z.array(stepSchema).min(1).max(LIMITS.steps),
      timing: gestureTimingSchema.partial().optional(),
    }),
    z.strictObject({ kind: z.literal('stroke'), spans: z.array(spanSchema).min(1).max(LIMITS.spans) }),
  ])
  .meta({ id: 'Binding' });

export const actuationSchema = z
  .discriminatedUnion('mode', [
    z.strictObject({
      mode: z.literal('fixed'),
      pointUm: depth,
      releaseUm: movement.optional(),
    }),
    z.strictObject({
      mode: z.literal('reversal'),
      pointUm: depth,
      pressUm: movement,
      releaseUm: movement,
      reset: z.enum(['point', 'top']),
    }),
  ])
  .meta({ id: 'Actuation' });

const wheelTurn = z.strictObject({ dx: notches, dy: notches });
const atUs = z
  .int()
  .min(LIMITS.scoreUs.least, 'lies before the beginning')
  .max(LIMITS.scoreUs.most, 'is more than an hour, the longest that a score may be');
export const scoreEventSchema = z.union([
  z.strictObject({ atUs, edge: z.enum(['down', 'up']), code: codeSchema }),
  z.strictObject({ atUs, text: text(LIMITS.textLength).min(1), gapMs }),
  z.strictObject({ atUs, wheel: wheelTurn }),
]);
export const scoreSchema = z.strictObject({
  lengthUs: atUs,
  events: z.array(scoreEventSchema).max(LIMITS.scoreEvents),
});

export const macroSchema = z
  .strictObject({
    id: idSchema,
    name: nameSchema,
    onPress: scoreSchema.optional(),
    repeat: scoreSchema.optional(),
    onRelease: scoreSchema.optional(),
    run: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('times'), times: whole(LIMITS.times) }),
      z.strictObject({ kind: z.literal('whileHeld') }),
      z.strictObject({ kind: z.literal('untilPressedAgain') }),
    ]),
    gapMs,
    stop: z.enum(['now', 'finish']).default('now'),
    leavesHeld: z.boolean().default(false),
    liftModifiers: z.boolean().default(false),
    /** What the host is asked for when it begins, and when it has ended. */
    asksFirst: askedSchema.optional(),
    asksLast: askedSchema.optional(),
  })
  .meta({ id: 'Macro' });

export const dyeSchema = z.enum(['indigo', 'madder', 'weld', 'verdigris', 'walnut', 'orchil', 'iron', 'woad']);

export const assignmentSchema = z
  .strictObject({
    does: bindingSchema,
    label: text(LIMITS.labelLength).optional(),
    role: idSchema.optional(),
    note: text(LIMITS.noteLength).optional(),
  })
  .meta({ id: 'Assignment' });

export const layerSchema = z
  .strictObject({
    id: idSchema,
    name: nameSchema,
    dye: dyeSchema.default('indigo'),
    keys: z.record(keyIdSchema, assignmentSchema),
  })
  .meta({ id: 'Layer' });

export const jointSchema = z.strictObject({
  id: idSchema,
  keys: z.array(keyIdSchema).min(LIMITS.jointKeys.least).max(LIMITS.jointKeys.most),
  withinMs: whole(LIMITS.jointMs),
  action: actionSchema,
});
export const joinedLayersSchema = z.strictObject({
  when: z.array(idSchema).min(1).max(LIMITS.joinedWhen),
  also: idSchema,
});
/** A layer that is active while a lamp of the host is as it says: lit, or dark. */
export const lampLayerSchema = z.strictObject({ lamp: z.enum(HOST_LAMPS), lit: z.boolean(), shows: idSchema });
/** A step of a walk that the author wrote: words, and the layer and the keys that are shown with them. What it names may be gone since. */
export const writtenStepSchema = z.strictObject({
  says: text(LIMITS.noteLength).min(1),
  layer: idSchema.optional(),
  keys: z.array(keyIdSchema).max(LIMITS.walkKeys).default([]),
});
export const walkSchema = z.array(writtenStepSchema).max(LIMITS.walkSteps);
export const writtenWalkSchema = walkSchema.min(1, 'has no step; without one there is no walk');
const colorSchema = z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'must be a colour such as #A63D40');
export const roleSchema = z.strictObject({ id: idSchema, name: nameSchema, color: colorSchema });

/** How lamps move: not at all; as a slow tide from left to right; row by row, in turn; where keys were pressed, fading. */
export const MOVEMENTS = ['still', 'tide', 'shuttle', 'echo'] as const;
/** A colour of a lamp; in capitals, so that there is one way to write it. */
const lampColorSchema = z.string().regex(/^#[0-9A-F]{6}$/, 'must be a colour such as #A63D40, in capitals');
const sign = <Of extends string>(of: Of) => ({ glow: z.literal(of), key: keyIdSchema, shows: lampColorSchema });
/** A line of what lamps show. Of several that speak of a key the last one counts. What it names may be gone since. */
export const glowLineSchema = z
  .discriminatedUnion('glow', [
    /** The lamps of keys: all, those answered by a layer, or some. With `only`, a layer lights nothing but what it assigns. */
    z.strictObject({
      glow: z.literal('keys'),
      shows: z.union([z.enum(['role', 'dye', 'dark']), lampColorSchema]),
      layer: idSchema.optional(),
      keys: z.array(keyIdSchema).min(1).max(LIMITS.glowKeys).optional(),
      only: z.literal(true).optional(),
    }),
    /** A lamp that shows a colour while something is so: a layer is active, something is latched, ... */
    z.strictObject({ ...sign('layer'), layer: idSchema }),
    z.strictObject(sign('latch')),
    z.strictObject(sign('capitals')),
    z.strictObject(sign('recording')),
    z.strictObject({ ...sign('lamp'), lamp: z.enum(HOST_LAMPS) }),
    z.strictObject({ ...sign('slot'), slot: whole(LIMITS.slot) }),
    /** Whether a key that waits for a decision pulses; it does where nothing is said. */
    z.strictObject({ glow: z.literal('waiting'), pulses: z.boolean() }),
    z.strictObject({ glow: z.literal('level'), level: whole(LIMITS.lampLevel) }),
    z.strictObject({ glow: z.literal('movement'), movement: z.enum(MOVEMENTS) }),
  ])
  .meta({ id: 'GlowLine' });
export const glowSchema = z.array(glowLineSchema).max(LIMITS.glowLines);
export const writtenGlowSchema = glowSchema.min(1, 'has no line; without one lamps show what they usually do');

export const DEFAULT_TIMING: GestureTiming = {
  holdAfterMs: 200,
  tapGapMs: 180,
  retapMs: 120,
  typingGuardMs: 0,
  tapMs: 8,
  interrupt: 'nested',
  otherHandOnly: false,
};

/** Figures that a gesture (or a file) may leave out; an absent one and an `undefined` one mean the same. */
export type PartialTiming = { [Name in keyof GestureTiming]?: GestureTiming[Name] | undefined };

/** A complete timing: `own` where it says something, `base` elsewhere. */
export const mergeTiming = (base: GestureTiming, own: PartialTiming): GestureTiming => ({
  holdAfterMs: own.holdAfterMs ?? base.holdAfterMs,
  tapGapMs: own.tapGapMs ?? base.tapGapMs,
  retapMs: own.retapMs ?? base.retapMs,
  typingGuardMs: own.typingGuardMs ?? base.typingGuardMs,
  tapMs: own.tapMs ?? base.tapMs,
  interrupt: own.interrupt ?? base.interrupt,
  otherHandOnly: own.otherHandOnly ?? base.otherHandOnly,
});

/** What a profile without `travel` does: every key fires at 1.5 mm. */
export const DEFAULT_ACTUATION: Actuation = { mode: 'fixed', pointUm: 1500 };

export const hostLayoutSchema = z.enum(HOST_IDS);

/** A list of so many things in which no two have one id; `what` is the word for one of them. */
export function listOf<Item extends z.ZodType<{ id: string }>>(what: string, item: Item, most: number, least = 0) {
  return z
    .array(item)
    .min(least, `has no ${what}; there is one at the least`)
    .max(most)
    .superRefine((things, context) => {
      const first = new Map<string, number>();
      things.forEach(({ id: own }, index) => {
        const earlier = first.get(own);
        if (earlier === undefined) first.set(own, index);
        else
          context.addIssue({
            code: 'custom',
            path: [index, 'id'],
            message: `${what} ${quoted(own)} is there twice; the first is number ${earlier + 1}`,
          });
      });
    });
}

/** How a list is checked: `listOf`, or without looking for doubles. */
type ListOf = typeof listOf;

const profileWith = (list: ListOf) =>
  z.strictObject({
    format: z.literal('underloom-profile'),
    version: z.literal(1),
    id: idSchema,
    name: nameSchema,
    icon: text(40).default('spool'),
    board: text(40).min(1),
    /** The profile that this one is a variant of; where that is known, only the changes are stored. */
    restsOn: idSchema.optional(),
    hostLayout: hostLayoutSchema.default('us'),
    timing: gestureTimingSchema
      .partial()
      .transform((own) => mergeTiming(DEFAULT_TIMING, own))
      .default(DEFAULT_TIMING),
    layers: list('layer', layerSchema, LIMITS.layers, 1),
    joinedLayers: z.array(joinedLayersSchema).max(LIMITS.joinedLayers).default([]),
    lampLayers: z.array(lampLayerSchema).max(LIMITS.lampLayers).default([]),
    joints: list('joint press', jointSchema, LIMITS.joints).default([]),
    macros: list('macro', macroSchema, LIMITS.macros).default([]),
    travel: z
      .strictObject({
        board: actuationSchema.default(DEFAULT_ACTUATION),
        keys: z.record(keyIdSchema, actuationSchema).default({}),
      })
      .default({ board: DEFAULT_ACTUATION, keys: {} }),
    roles: list('role', roleSchema, LIMITS.roles).default([]),
    /** How the author leads others through it; left out where nobody wrote one. */
    walk: writtenWalkSchema.optional(),
    /** What the lamps show; left out where they show what is usual. */
    glow: writtenGlowSchema.optional(),
  });

export const profileSchema = profileWith(listOf).meta({
  title: 'Underloom profile',
  description: 'One complete design for one board: layers, macros, travel settings, timing.',
});

/** The same but for things that are there twice: what else is wrong with such a document can still be said. */
export const profileShapeSchema = profileWith(
  (_what, item, most, least = 0) => z.array(item).min(least).max(most) as never,
);

export type GestureTiming = z.infer<typeof gestureTimingSchema>;
export type Interrupt = GestureTiming['interrupt'];
export type Crossing = z.infer<typeof crossingSchema>;
export type Span = z.infer<typeof spanSchema>;
export type GestureStep = z.infer<typeof stepSchema>;
export type Binding = z.infer<typeof bindingSchema>;
export type Gesture = Extract<Binding, { kind: 'gesture' }>;
export type Actuation = z.infer<typeof actuationSchema>;
export type GlowLine = z.infer<typeof glowLineSchema>;
export type LampMovement = (typeof MOVEMENTS)[number];
export type Score = z.infer<typeof scoreSchema>;
export type ScoreEvent = z.infer<typeof scoreEventSchema>;
export type Macro = z.infer<typeof macroSchema>;
export type Dye = z.infer<typeof dyeSchema>;
export type Assignment = z.infer<typeof assignmentSchema>;
export type Layer = z.infer<typeof layerSchema>;
export type LayerId = string;
export type Joint = z.infer<typeof jointSchema>;
export type Role = z.infer<typeof roleSchema>;
export type WrittenStep = z.infer<typeof writtenStepSchema>;
export type LampLayer = z.infer<typeof lampLayerSchema>;
export type JoinedLayers = z.infer<typeof joinedLayersSchema>;
export type Profile = z.infer<typeof profileSchema>;
export type LayerHow = z.infer<typeof layerHow>;

export const DYES = dyeSchema.options;
