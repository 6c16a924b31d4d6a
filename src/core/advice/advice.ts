/** One piece of advice: where, why, and where there is one, an edit that mends it. */
import type { KeyId } from '../board';
import type { Edit, Path } from '../profile';

/** `layer` and `key`, or `macro`, say where to look; `fix` mends it, and `fixName` is what its button says. */
export type Advice = {
  path: Path;
  layer: string;
  key?: KeyId;
  macro?: string;
  message: string;
  fix?: Edit;
  fixName?: string;
};
