/** The text of a profile, as an editor begins with it. */
import CRC32 from 'crc-32';
import type { Board } from '../../board';
import { flattened, jsonInOrder, oncePer, type Profile } from '../../profile';
import { rewriteText } from './rewrite';
import { writeText } from './write';

/** What tells one state of a profile from another, so that a text is known to belong to it. */
export const markOf = oncePer((profile: Profile): string => CRC32.str(jsonInOrder(profile)).toString(16));

/** A text that is kept, and the mark of the profile as it was then. */
export type KeptText = { text: string; of: string };

/**
 * Writes the text of a profile, or brings the one that is kept up to it. A text that does not read belongs to the profile as
 * it was when it was kept; when nothing has changed since, it stays as it is.
 */
export function broughtText(profile: Profile, board: Board, kept: KeptText | undefined): string {
  const whole = flattened(profile);
  return kept === undefined
    ? writeText(profile, board)
    : rewriteText(kept.text, whole, [board], kept.of === markOf(profile) ? whole : undefined);
}
