/** One piece of advice: where, why, and where there is one, an edit that mends it. */
import type { KeyId } from '../board';
import type { Edit, Path } from '../profile';
import type { Said } from '../reading';

/** `layer` and `key`, or `macro`, say where to look; `fix` mends it, and `fixName` is what its button says. */
export type Advice = {
  path: Path;
  layer: string;
  key?: KeyId;
  macro?: string;
  message: Said;
  fix?: Edit;
  fixName?: string;
};

/** Advice as it is found, its sentence still being written. */
export type Found = Omit<Advice, 'message'> & { message: string };
