/**
 * The profile document, complete: what a profile file may hold, settled for `"version": 1`. Everything from outside
 * passes through these schemas once; inside, the types are trusted. The published JSON Schema is generated from here.
 *
 * The schemas check shape and ranges. What needs the rest of the document or the board (a layer that does not exist, a
 * key the board lacks) is found by `problems.ts`, which can name the place and the remedy.
 */
import { z } from 'zod';
import { isCode } from '../codes';

const name = z.string().trim().min(1).max(60);
const id = z.string().regex(/^[A-Za-z0-9_.-]{1,40}$/, 'must be 1 to 40 letters, digits, dots, dashes or underscores');
const keyId = z.string().min(1).max(24);
const milliseconds = (least = 0, most = 10_000) => z.int().min(least).max(most);
/** The shallowest depth that can be told from a key at rest, and deeper than any switch goes, in µm. */
export const SHALLOWEST_UM = 100;
export const DEEPEST_UM = 20_000;
const micrometres = z.int().min(0).max(DEEPEST_UM);
/** The least depth that can be told from a key at rest, and the least movement that can be told from trembling. */
const depth = micrometres.min(SHALLOWEST_UM, 'must be 100 µm at the least: above that a key counts as at rest');
const movement = micrometres.min(50, 'must be 50 µm at the least: no finger is steadier');

export const codeSchema = z
  .string()
  .max(40)
  .refine(isCode, { error: (issue) => `${JSON.stringify(issue.input)} is not a W3C code nor hid:PP:UUUU` });
const chord = z.array(codeSchema).min(1).max(8);

export const gestureTimingSchema = z.strictObject({
  holdAfterMs: milliseconds(),
  tapGapMs: milliseconds(),
  retapMs: milliseconds(),
  typingGuardMs: milliseconds(),
  tapMs: milliseconds(0, 1000),
  interrupt: z.enum(['nested', 'any', 'wait']),
  otherHandOnly: z.boolean(),
});

const layerHow = z.enum(['while', 'flip', 'go', 'once']);

export type Action =
  | { do: 'keys'; codes: string[] }
  | { do: 'holdFor'; codes: string[]; ms: number }
  | { do: 'latch'; codes: string[] }
  | { do: 'latchNext' }
  | { do: 'once'; codes: string[] }
  | { do: 'capitals' }
  | { do: 'layer'; how: 'while' | 'flip' | 'go' | 'once'; layer: string }
  | { do: 'button'; button: number }
  | { do: 'wheel'; dx: number; dy: number }
  | { do: 'text'; text: string; gapMs: number }
  | { do: 'macro'; macro: string }
  | { do: 'slot'; how: 'next' | 'previous' }
  | { do: 'slot'; how: 'go'; slot: number }
  | { do: 'device'; what: 'record' | 'lampsUp' | 'lampsDown' | 'lampsToggle' | 'bootloader' }
  | { do: 'many'; actions: Action[] };

const gapMs = milliseconds().default(0);

const actionShapes = [
  z.strictObject({ do: z.literal('keys'), codes: chord }),
  z.strictObject({ do: z.literal('holdFor'), codes: chord, ms: milliseconds(1, 600_000) }),
  z.strictObject({ do: z.literal('latch'), codes: chord }),
  z.strictObject({ do: z.literal('latchNext') }),
  z.strictObject({ do: z.literal('once'), codes: chord }),
  z.strictObject({ do: z.literal('capitals') }),
  z.strictObject({ do: z.literal('layer'), how: layerHow, layer: id }),
  z.strictObject({ do: z.literal('button'), button: z.int().min(1).max(8) }),
  z.strictObject({
    do: z.literal('wheel'),
    dx: z.int().min(-127).max(127).default(0),
    dy: z.int().min(-127).max(127).default(0),
  }),
  z.strictObject({ do: z.literal('text'), text: z.string().min(1).max(500), gapMs }),
  z.strictObject({ do: z.literal('macro'), macro: id }),
  z.discriminatedUnion('how', [
    z.strictObject({ do: z.literal('slot'), how: z.enum(['next', 'previous']) }),
    z.strictObject({ do: z.literal('slot'), how: z.literal('go'), slot: z.int().min(1).max(16) }),
  ]),
  z.strictObject({
    do: z.literal('device'),
    what: z.enum(['record', 'lampsUp', 'lampsDown', 'lampsToggle', 'bootloader']),
  }),
] as const;

export const actionSchema: z.ZodType<Action> = z
  .discriminatedUnion('do', [
    ...actionShapes,
    z.strictObject({
      do: z.literal('many'),
      get actions() {
        return z.array(actionSchema).min(1).max(16);
      },
    }),
  ])
  .meta({ id: 'Action' });

export const crossingSchema = z.strictObject({ going: z.enum(['down', 'up']), atUm: depth });
export const spanSchema = z.strictObject({ from: crossingSchema, to: crossingSchema.optional(), action: actionSchema });

export const stepSchema = z.strictObject({ tap: actionSchema.optional(), hold: actionSchema.optional() });

export const bindingSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('pass') }),
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('act'), action: actionSchema }),
    z.strictObject({
      kind: z.literal('gesture'),
      steps: z.array(stepSchema).min(1).max(8),
      timing: gestureTimingSchema.partial().optional(),
    }),
    z.strictObject({ kind: z.literal('stroke'), spans: z.array(spanSchema).min(1).max(64) }),
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

const wheelTurn = z.strictObject({
  dx: z.int().min(-127).max(127).default(0),
  dy: z.int().min(-127).max(127).default(0),
});
const atUs = z.int().min(0).max(3_600_000_000);
export const scoreEventSchema = z.union([
  z.strictObject({ atUs, edge: z.enum(['down', 'up']), code: codeSchema }),
  z.strictObject({ atUs, text: z.string().min(1).max(500), gapMs }),
  z.strictObject({ atUs, wheel: wheelTurn }),
]);
export const scoreSchema = z.strictObject({ lengthUs: atUs, events: z.array(scoreEventSchema).max(100_000) });

export const macroSchema = z
  .strictObject({
    id,
    name,
    onPress: scoreSchema.optional(),
    repeat: scoreSchema.optional(),
    onRelease: scoreSchema.optional(),
    run: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('times'), times: z.int().min(1).max(100_000) }),
      z.strictObject({ kind: z.literal('whileHeld') }),
      z.strictObject({ kind: z.literal('untilPressedAgain') }),
    ]),
    gapMs,
    stop: z.enum(['now', 'finish']).default('now'),
    leavesHeld: z.boolean().default(false),
    liftModifiers: z.boolean().default(false),
  })
  .meta({ id: 'Macro' });

export const dyeSchema = z.enum(['indigo', 'madder', 'weld', 'verdigris', 'walnut', 'orchil', 'iron', 'woad']);

export const assignmentSchema = z
  .strictObject({
    does: bindingSchema,
    label: z.string().max(24).optional(),
    role: id.optional(),
    note: z.string().max(400).optional(),
  })
  .meta({ id: 'Assignment' });

export const layerSchema = z
  .strictObject({ id, name, dye: dyeSchema.default('indigo'), keys: z.record(keyId, assignmentSchema) })
  .meta({ id: 'Layer' });

export const jointSchema = z.strictObject({
  id,
  keys: z.array(keyId).min(2).max(4),
  withinMs: milliseconds(1, 1000),
  action: actionSchema,
});
export const joinedLayersSchema = z.strictObject({ when: z.array(id).min(1).max(8), also: id });
export const roleSchema = z.strictObject({
  id,
  name,
  color: z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'must be a colour such as #A63D40'),
});

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

export const profileSchema = z
  .strictObject({
    format: z.literal('underloom-profile'),
    version: z.literal(1),
    id,
    name,
    icon: z.string().max(40).default('spool'),
    board: z.string().min(1).max(40),
    hostLayout: z.enum(['us']).default('us'),
    timing: gestureTimingSchema
      .partial()
      .transform((own) => mergeTiming(DEFAULT_TIMING, own))
      .default(DEFAULT_TIMING),
    layers: z.array(layerSchema).min(1).max(255),
    joinedLayers: z.array(joinedLayersSchema).max(64).default([]),
    joints: z.array(jointSchema).max(255).default([]),
    macros: z.array(macroSchema).max(1024).default([]),
    travel: z
      .strictObject({
        board: actuationSchema.default(DEFAULT_ACTUATION),
        keys: z.record(keyId, actuationSchema).default({}),
      })
      .default({ board: DEFAULT_ACTUATION, keys: {} }),
    roles: z.array(roleSchema).max(64).default([]),
  })
  .meta({
    title: 'Underloom profile',
    description: 'One complete design for one board: layers, macros, travel settings, timing.',
  });

export type GestureTiming = z.infer<typeof gestureTimingSchema>;
export type Interrupt = GestureTiming['interrupt'];
export type Crossing = z.infer<typeof crossingSchema>;
export type Span = z.infer<typeof spanSchema>;
export type GestureStep = z.infer<typeof stepSchema>;
export type Binding = z.infer<typeof bindingSchema>;
export type Gesture = Extract<Binding, { kind: 'gesture' }>;
export type Actuation = z.infer<typeof actuationSchema>;
export type Score = z.infer<typeof scoreSchema>;
export type ScoreEvent = z.infer<typeof scoreEventSchema>;
export type Macro = z.infer<typeof macroSchema>;
export type Dye = z.infer<typeof dyeSchema>;
export type Assignment = z.infer<typeof assignmentSchema>;
export type Layer = z.infer<typeof layerSchema>;
export type LayerId = string;
export type Joint = z.infer<typeof jointSchema>;
export type Role = z.infer<typeof roleSchema>;
export type Profile = z.infer<typeof profileSchema>;
export type LayerHow = z.infer<typeof layerHow>;

export const DYES = dyeSchema.options;
