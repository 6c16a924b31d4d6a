/**
 * Lists of lines that a profile may have or not, and that are written as a whole: the walk, and what lamps show. An edit of one names the stretch that
 * differs, so that two windows lose nothing of it.
 */
import { sameData } from '../reading';
import type { LinesEdit, LinesName, LinesOf } from './edits';
import type { Profile } from './schema';

/** A profile with these lines; of none is no list. */
export function withLines<N extends LinesName>(profile: Profile, name: N, lines: LinesOf<N>): Profile {
  const { [name]: _old, ...others } = profile;
  return (lines.length === 0 ? others : { ...others, [name]: [...lines] }) as Profile;
}

/** The edit that makes one list of another: the stretch in which they differ. */
export function linesEdit<N extends LinesName>(
  name: N,
  from: readonly LinesOf<N>[number][] = [],
  to: readonly LinesOf<N>[number][] = [],
): LinesEdit<N> {
  const most = Math.min(from.length, to.length);
  let at = 0;
  while (at < most && sameData(from[at], to[at])) at++;
  let behind = 0;
  while (behind < most - at && sameData(from.at(-1 - behind), to.at(-1 - behind))) behind++;
  return {
    edit: name,
    at,
    was: from.slice(at, from.length - behind),
    to: to.slice(at, to.length - behind),
  } as unknown as LinesEdit<N>;
}
