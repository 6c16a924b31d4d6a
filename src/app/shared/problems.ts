/** Everything about a profile that one should look at, each once, with the place to go to when it has one. */
import type { Board } from '../../core/board';
import { unsupportedIn } from '../../core/engine';
import { profileProblems, type Problem, type Profile } from '../../core/profile';

export const allProblems = (profile: Profile, board: Board): Problem[] => [
  ...profileProblems(profile, board),
  ...unsupportedIn(profile),
];

/** The layer and key a problem is about, when it is about one. */
export function placeOf({ path }: Problem, profile: Profile): { layer: string; key: string } | undefined {
  const [first, index, , key] = path;
  if (first !== 'layers' || typeof index !== 'number' || typeof key !== 'string') return undefined;
  return { layer: profile.layers[index]?.id ?? '', key };
}
