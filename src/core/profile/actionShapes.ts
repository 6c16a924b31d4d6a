/**
 * What an action is: its shape, one row a kind. An action has four other rows, each in a table of its own that the compiler does not
 * let go unfilled: its words (`notation/actionWords.ts`), its bytes (`image/actionBytes.ts`), how it is made ready to run
 * (`engine/compile/actions.ts`), and what it does (`engine/act/actions.ts`).
 */
import { z } from '../reading';
import { LIMITS } from './limits';
import { chord, depth, gapMs, idSchema, notches, perSecond, text, whole } from './schemaParts';

export const layerHow = z.enum(['while', 'flip', 'go', 'once']);

/** What a key does with the keyboard itself. Their places are their numbers in images and on the link. */
export const DEVICE_FUNCTIONS = ['record', 'lampsUp', 'lampsDown', 'lampsToggle', 'bootloader', 'lampsMove'] as const;
export type DeviceFunction = (typeof DEVICE_FUNCTIONS)[number];

/** What the host can be asked for, by a name on its person's own list. Their places are their numbers in images and on the link. */
export const ASKED_FOR = ['program', 'sound'] as const;
export type AskedFor = (typeof ASKED_FOR)[number];

/** Modifiers that a key can be under; left and right are one. */
export const UNDER_MODIFIERS = ['Control', 'Shift', 'Alt', 'Meta'] as const;
export type UnderModifier = (typeof UNDER_MODIFIERS)[number];
/** What an action is while all of some modifiers are held. */
export type UnderCase = { held: UnderModifier[]; action: Action };

/** What can move while a key is held. */
export const MOVED = ['pointer', 'wheel'] as const;
/**
 * Movement while it is held: of the pointer in counts a second, `x` to the right and `y` down; of the wheel in notches a second, `x` to the
 * right and `y` up. With a ramp it comes to that speed evenly; with depths it is as fast as the key is deep, from none at the first to all at
 * the second.
 */
export type Movement = {
  do: 'move';
  what: (typeof MOVED)[number];
  x: number;
  y: number;
  rampMs: number;
  depth?: { fromUm: number; toUm: number } | undefined;
};

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
  | { do: 'slot'; how: 'among'; slots: number[] }
  | { do: 'ask'; what: AskedFor; name: string }
  | { do: 'device'; what: DeviceFunction }
  | Movement
  | { do: 'under'; cases: UnderCase[]; otherwise?: Action }
  | { do: 'many'; actions: Action[] };

export type ActionKind = Action['do'];
export type ActionOf<K extends ActionKind> = Extract<Action, { do: K }>;

/** How another slot is chosen. */
export type SlotWay = ActionOf<'slot'>['how'];

/** What is asked for: a program or a sound, by a name that one report can carry. */
const askFields = {
  what: z.enum(ASKED_FOR),
  name: z
    .string()
    .min(1)
    .max(LIMITS.askLength)
    .regex(/^[ -~]*$/, 'is made of plain letters, figures and signs')
    .refine((name) => name === name.trim(), { error: 'has no space before or behind it' }),
};
export const askedSchema = z.strictObject(askFields);
export type AskedOf = z.infer<typeof askedSchema>;

type Shapes = { [K in Exclude<ActionKind, 'many' | 'under'>]: z.ZodType<ActionOf<K>> };

const SHAPES: Shapes = {
  keys: z.strictObject({ do: z.literal('keys'), codes: chord }),
  holdFor: z.strictObject({ do: z.literal('holdFor'), codes: chord, ms: whole(LIMITS.holdForMs) }),
  latch: z.strictObject({ do: z.literal('latch'), codes: chord }),
  latchNext: z.strictObject({ do: z.literal('latchNext') }),
  once: z.strictObject({ do: z.literal('once'), codes: chord }),
  capitals: z.strictObject({ do: z.literal('capitals') }),
  layer: z.strictObject({ do: z.literal('layer'), how: layerHow, layer: idSchema }),
  button: z.strictObject({ do: z.literal('button'), button: whole(LIMITS.button) }),
  wheel: z.strictObject({ do: z.literal('wheel'), dx: notches, dy: notches }),
  text: z.strictObject({ do: z.literal('text'), text: text(LIMITS.textLength).min(1), gapMs }),
  macro: z.strictObject({ do: z.literal('macro'), macro: idSchema }),
  move: z
    .strictObject({
      do: z.literal('move'),
      what: z.enum(MOVED),
      x: perSecond,
      y: perSecond,
      rampMs: whole(LIMITS.rampMs).default(0),
      depth: z
        .strictObject({ fromUm: depth, toUm: depth })
        .refine(({ fromUm, toUm }) => fromUm < toUm, { error: 'must go from a depth to a deeper one' })
        .optional(),
    })
    .refine(({ x, y }) => x !== 0 || y !== 0, { error: 'moves nowhere: x and y are both 0' }),
  slot: z.discriminatedUnion('how', [
    z.strictObject({ do: z.literal('slot'), how: z.enum(['next', 'previous']) }),
    z.strictObject({ do: z.literal('slot'), how: z.literal('go'), slot: whole(LIMITS.slot) }),
    z.strictObject({
      do: z.literal('slot'),
      how: z.literal('among'),
      slots: z
        .array(whole(LIMITS.slot))
        .min(LIMITS.slotsAmong.least)
        .max(LIMITS.slotsAmong.most)
        .refine((slots) => new Set(slots).size === slots.length, { error: 'names a slot twice' }),
    }),
  ]),
  ask: z.strictObject({ do: z.literal('ask'), ...askFields }),
  device: z.strictObject({
    do: z.literal('device'),
    what: z.enum(DEVICE_FUNCTIONS),
  }),
};

/** An object of several actions at once, beside the rows above: it is the one shape that holds others. */
const several = z.strictObject({
  do: z.literal('many'),
  get actions() {
    return z.array(actionSchema).min(1).max(LIMITS.actionsTogether);
  },
});

/** An action that is one thing while modifiers are held, and another otherwise. */
const under = z
  .strictObject({
    do: z.literal('under'),
    get cases() {
      return z
        .array(
          z.strictObject({
            held: z
              .array(z.enum(UNDER_MODIFIERS))
              .min(1)
              .max(UNDER_MODIFIERS.length)
              .refine((held) => new Set(held).size === held.length, { error: 'names a modifier twice' }),
            get action() {
              return actionSchema;
            },
          }),
        )
        .min(1)
        .max(LIMITS.underCases);
    },
    get otherwise() {
      return actionSchema.optional();
    },
  })
  .refine((action) => !partsOfUnder(action as ActionOf<'under'>).some(hasUnder), {
    error: 'has an “under” within it, and none stands within another',
  });

/** The actions that an `under` may be, in the order of its cases. */
export const partsOfUnder = ({ cases, otherwise }: ActionOf<'under'>): Action[] => [
  ...cases.map(({ action }) => action),
  ...(otherwise ? [otherwise] : []),
];

/** Whether an action is an `under`, or has one among its parts. */
export const hasUnder = (action: Action): boolean =>
  action.do === 'under' || (action.do === 'many' && action.actions.some(hasUnder));

/** How deep actions stand in each other, and how many there are in all. */
function sizeOf(action: Action): { depth: number; parts: number } {
  if (action.do !== 'many' && action.do !== 'under') return { depth: 0, parts: 1 };
  const sizes = (action.do === 'many' ? action.actions : partsOfUnder(action)).map(sizeOf);
  return {
    depth: 1 + Math.max(...sizes.map(({ depth: deep }) => deep)),
    parts: 1 + sizes.reduce((sum, { parts }) => sum + parts, 0),
  };
}

/** Each shape has its kind under `do`, which the types of the rows no longer say. */
const ALL = [...Object.values(SHAPES), several, under] as unknown as [typeof several, ...(typeof several)[]];

export const actionSchema: z.ZodType<Action> = (z.discriminatedUnion('do', ALL) as unknown as z.ZodType<Action>)
  .refine((action) => sizeOf(action).depth <= LIMITS.actionDepth, {
    error: `is nested deeper than ${LIMITS.actionDepth} levels`,
  })
  .refine((action) => sizeOf(action).parts <= LIMITS.actionParts, {
    error: `has more than ${LIMITS.actionParts} parts in all`,
  })
  .meta({ id: 'Action' });
