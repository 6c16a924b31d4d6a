/** Steps and acts as data from outside: the browser's store and other windows hand them over, and pass here. */
import { z } from '../reading';
import { editSchema } from './editRows';
import type { Act, Step } from './history';

export const historyStepSchema = z.strictObject({
  id: z.string(),
  what: z.string(),
  undo: editSchema,
  redo: editSchema,
  row: z.string().optional(),
  follows: z.array(z.string()).optional(),
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
  z.strictObject({ act: z.literal('resolve'), id: z.string(), subject: z.string().max(200) }),
]) as unknown as z.ZodType<Act>;
