/** Profiles, as the keeping kernel has to know them. */
import { actSchema, type Act, type Document } from '../../core/profile';
import type { Besides } from './besides';
import type { Kind } from './kept/kind';
import { applyToDocument, loadWhole, notDone, write, type Stored } from './store';

/** @param unfit why what an act makes could not be kept, as a sentence; undefined when it can */
export const profileKind = (
  unfit: (document: Document, before: Document) => string | undefined,
): Kind<Document, Act, Stored, Besides> => ({
  name: 'profiles',
  act: actSchema,
  apply: applyToDocument,
  unfit,
  load: loadWhole,
  write: (_id, known, acts, shown, besides) => write(known, acts, shown, besides),
  isWhole: ({ oldestRead, first }) => oldestRead === first,
  missing: notDone,
});
