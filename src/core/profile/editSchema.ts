/** Edits, steps and acts as data from outside: the browser's store and other windows hand them over, and pass here. */
import { z } from '../reading';
import type { Edit } from './edits';
import type { Act, Step } from './history';
import {
  actuationSchema,
  assignmentSchema,
  dyeSchema,
  gestureTimingSchema,
  hostLayoutSchema,
  joinedLayersSchema,
  jointSchema,
  layerSchema,
  macroSchema,
  nameSchema,
  profileSchema,
  roleSchema,
} from './schema';

const place = z.number();
const key = z.string();
const LIST_ITEMS = { macros: macroSchema, joints: jointSchema, roles: roleSchema, joinedLayers: joinedLayersSchema };
const lists = Object.entries(LIST_ITEMS) as [keyof typeof LIST_ITEMS, z.ZodType][];
const listEdits = lists.flatMap(([name, item]) => [
  z.strictObject({ edit: z.literal('insert'), list: z.literal(name), at: place, item }),
  z.strictObject({ edit: z.literal('replace'), list: z.literal(name), id: key, item }),
]);

export const editSchema = z.union([
  z.strictObject({ edit: z.literal('assign'), layer: key, key, to: assignmentSchema.nullable() }),
  z.strictObject({
    edit: z.literal('describe'),
    to: z.strictObject({ name: nameSchema, icon: z.string(), hostLayout: hostLayoutSchema }).partial(),
  }),
  z.strictObject({ edit: z.literal('timing'), to: gestureTimingSchema.partial() }),
  z.strictObject({ edit: z.literal('travel'), key: key.nullable(), to: actuationSchema.nullable() }),
  ...listEdits,
  z.strictObject({
    edit: z.literal('remove'),
    list: z.enum(['macros', 'joints', 'roles', 'joinedLayers']),
    id: key,
  }),
  z.strictObject({ edit: z.literal('insertLayer'), at: place, layer: layerSchema }),
  z.strictObject({ edit: z.literal('removeLayer'), layer: key }),
  z.strictObject({ edit: z.literal('moveLayer'), layer: key, to: place }),
  z.strictObject({
    edit: z.literal('describeLayer'),
    layer: key,
    to: z.strictObject({ name: nameSchema, dye: dyeSchema }).partial(),
  }),
  z.strictObject({ edit: z.literal('rest'), on: key.nullable() }),
  z.strictObject({ edit: z.literal('whole'), to: profileSchema }),
  z.strictObject({
    edit: z.literal('several'),
    get edits() {
      return z.array(editSchema);
    },
  }),
]) as z.ZodType<Edit>;

export const historyStepSchema = z.strictObject({
  id: z.string(),
  what: z.string(),
  undo: editSchema,
  redo: editSchema,
  row: z.string().optional(),
}) as z.ZodType<Step>;

export const actSchema = z.discriminatedUnion('act', [
  z.strictObject({
    act: z.literal('edit'),
    id: z.string(),
    edit: editSchema,
    what: z.string(),
    row: z.string().optional(),
  }),
  z.strictObject({ act: z.enum(['undo', 'redo']), id: z.string(), step: z.string() }),
  z.strictObject({ act: z.literal('settle'), id: z.string(), subject: z.string().max(200) }),
]) as unknown as z.ZodType<Act>;
