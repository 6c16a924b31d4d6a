/** Profiles that rest on others, which may rest on others: each made whole from the ground up, or why it cannot be. */
import { quoted } from '../../reading';
import type { Profile } from '../schema';
import { MOST_BASES, onBase, type Clash, type Variant } from './variant';

/** A profile as it is stored: whole, or what it changes of another. */
export type Stored = Profile | Variant;

export const isVariant = (stored: Stored): stored is Variant => 'changes' in stored;

/** A profile made whole, with the base it was made on. */
export type Rested = { profile: Profile; base?: Profile; clashes: readonly Clash[] };

/**
 * The profile that something stored stands for.
 * @param find what is stored under an id
 * @returns why not, when a base is not there, cannot be read, or rests on what rests on it
 */
export function rested(stored: Stored, find: (id: string) => Stored | undefined): Rested | { reason: string } {
  const row: Variant[] = [];
  let ground: Stored = stored;
  while (isVariant(ground)) {
    const { id, restsOn } = ground;
    const met = [...row.map((one) => one.id), id];
    row.push(ground);
    if (met.includes(restsOn))
      return { reason: `a circle: ${[...met.slice(met.indexOf(restsOn)), restsOn].map(quoted).join(' rests on ')}` };
    if (row.length > MOST_BASES) return { reason: `more than ${MOST_BASES} profiles rest on one another` };
    const below = find(restsOn);
    if (!below) return { reason: `rests on the profile ${quoted(restsOn)}, which is not here` };
    if (below.board !== ground.board)
      return { reason: `is for the board ${quoted(ground.board)}, and rests on a profile for ${quoted(below.board)}` };
    ground = below;
  }
  let made: Rested = { profile: ground, clashes: [] };
  for (const variant of row.toReversed()) made = { ...onBase(variant, made.profile), base: made.profile };
  return made;
}
