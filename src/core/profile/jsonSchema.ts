/** The profile format as JSON Schema (draft 2020-12), generated from the Zod schemas, for editors and other programs. */
import { z } from '../reading';
import { profileSchema } from './schema';

/** What a profile *file* may hold: fields with defaults may be left out. */
export const profileJsonSchema = (): unknown => ({
  $id: 'underloom-profile-1',
  ...z.toJSONSchema(profileSchema, { io: 'input', target: 'draft-2020-12' }),
});
