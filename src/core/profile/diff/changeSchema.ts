/** Changes and variants as data from outside: files, bundles and the browser's store hand them over, and pass here. */
import { keyIdSchema } from '../../board';
import { z } from '../../reading';
import {
  actuationSchema,
  assignmentSchema,
  dyeSchema,
  gestureTimingSchema,
  idSchema,
  joinedLayersSchema,
  lampLayerSchema,
  jointSchema,
  layerSchema,
  macroSchema,
  nameSchema,
  roleSchema,
  glowSchema,
  walkSchema,
} from '../schema';
import { LIMITS } from '../limits';
import { text } from '../schemaParts';
import type { Change } from './change';
import { MOST_CHANGES, type Variant } from './variant';

const place = z.strictObject({ layer: idSchema, key: keyIdSchema });
const ITEMS = { layers: layerSchema, macros: macroSchema, joints: jointSchema, roles: roleSchema };
const lists = Object.entries(ITEMS) as [keyof typeof ITEMS, z.ZodType][];
const listName = z.enum(['layers', 'macros', 'joints', 'roles']);
const behind = idSchema.nullable();
const timingValue = z.union([z.int(), z.boolean(), gestureTimingSchema.shape.interrupt]);
const layerHead = z.strictObject({ name: nameSchema, dye: dyeSchema });
const joined = z.array(joinedLayersSchema).max(LIMITS.joinedLayers);
const lamps = z.array(lampLayerSchema).max(LIMITS.lampLayers);

const ofLists = lists.flatMap(([list, item]) => [
  z.strictObject({ change: z.literal('added'), list: z.literal(list), item, after: behind }),
  z.strictObject({ change: z.literal('removed'), list: z.literal(list), item }),
  ...(list === 'layers'
    ? []
    : [z.strictObject({ change: z.literal('altered'), list: z.literal(list), from: item, to: item })]),
]);

export const changeSchema = z.union([
  z.strictObject({
    change: z.literal('field'),
    field: z.enum(['id', 'name', 'icon', 'board', 'hostLayout']),
    from: text(60),
    to: text(60),
  }),
  z.strictObject({
    change: z.literal('timing'),
    field: gestureTimingSchema.keyof(),
    from: timingValue,
    to: timingValue,
  }),
  z.strictObject({
    change: z.literal('travel'),
    key: keyIdSchema.nullable(),
    from: actuationSchema.nullable(),
    to: actuationSchema.nullable(),
  }),
  z.strictObject({
    change: z.literal('key'),
    at: place,
    from: assignmentSchema.nullable(),
    to: assignmentSchema.nullable(),
  }),
  z.strictObject({
    change: z.literal('moved'),
    from: place,
    to: place,
    what: assignmentSchema,
    over: assignmentSchema.nullable(),
  }),
  z.strictObject({ change: z.literal('swapped'), a: place, b: place }),
  ...ofLists,
  z.strictObject({ change: z.literal('reid'), list: listName, from: idSchema, to: idSchema, name: nameSchema }),
  z.strictObject({ change: z.literal('layer'), layer: idSchema, from: layerHead, to: layerHead }),
  z.strictObject({ change: z.literal('order'), list: listName, id: idSchema, name: text(200), after: behind }),
  z.strictObject({ change: z.literal('joined'), from: joined, to: joined }),
  z.strictObject({ change: z.literal('lamps'), from: lamps, to: lamps }),
  z.strictObject({ change: z.literal('walk'), from: walkSchema, to: walkSchema }),
  z.strictObject({ change: z.literal('glow'), from: glowSchema, to: glowSchema }),
]) as unknown as z.ZodType<Change>;

/** A variant in a file: what it is, and what it changes, but for what a profile of its own has. */
export const variantSchema = z.strictObject({
  format: z.literal('underloom-profile'),
  version: z.literal(1),
  id: idSchema,
  name: nameSchema,
  icon: text(40).default('spool'),
  board: text(40).min(1),
  restsOn: idSchema,
  changes: z.array(changeSchema).max(MOST_CHANGES).default([]),
}) as unknown as z.ZodType<Variant>;
