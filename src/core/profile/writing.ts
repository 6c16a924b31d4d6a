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

/** What one file of several profiles may hold, so that it can be read again: below `READING_BUDGET.json`. */
const PART = { characters: 8 << 20, profiles: 500 } as const;

/** Several profiles as files of several profiles, each of which can be read. What cannot be read by this program is handed on as it is. */
export function writeProfilesInParts(profiles: readonly unknown[]): string[] {
  const parts: unknown[][] = [[]];
  let characters = 0;
  for (const profile of profiles) {
    const size = JSON.stringify(profile, null, 2).length * 1.2;
    const part = parts.at(-1) ?? [];
    if (part.length > 0 && (characters + size > PART.characters || part.length >= PART.profiles)) {
      parts.push([profile]);
      characters = size;
    } else {
      part.push(profile);
      characters += size;
    }
  }
  return parts.map(writeProfiles);
}
