/** The profile format as JSON Schema (draft 2020-12), generated from the Zod schemas, for editors and other programs. */
import { z } from '../reading';
import { boardSchema } from '../board';
import { profileSchema } from './schema';

/** A profile, and the board it is for when that does not ship with Underloom. */
const profileFileSchema = profileSchema.extend({ ownBoard: boardSchema.optional() });

/** What a profile *file* may hold: fields with defaults may be left out. */
export const profileJsonSchema = (): unknown => ({
  $id: 'underloom-profile-1',
  ...z.toJSONSchema(profileFileSchema, { io: 'input', target: 'draft-2020-12' }),
});
