/** The board format as JSON Schema (draft 2020-12), generated from the Zod schemas, for editors and other programs. */
import { z } from '../reading';
import { boardSchema } from './schema';

/** What a board *file* may hold: fields with defaults may be left out. */
export const boardJsonSchema = (): unknown => ({
  $id: 'underloom-board-1',
  ...z.toJSONSchema(boardSchema, { io: 'input', target: 'draft-2020-12' }),
});
