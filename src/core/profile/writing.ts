/** Profiles as text: what is read back by `core/files`. */
import type { Board } from '../board';
import type { Profile } from './schema';

/** The format of a file that holds several profiles. */
export const MANY_PROFILES = 'underloom-profiles';

/** A profile as a file. A board that does not ship with us comes along, so that whoever reads the file can use it. */
export const writeProfile = (profile: Profile, ownBoard?: Board): string =>
  `${JSON.stringify({ ...profile, ...(ownBoard && { ownBoard }) }, null, 2)}\n`;

/** Several profiles as one file. What cannot be read by this program is handed on as it is. */
export const writeProfiles = (profiles: readonly unknown[]): string =>
  `${JSON.stringify({ format: MANY_PROFILES, version: 1, profiles }, null, 2)}\n`;
