/** What of a profile from elsewhere has the id of something that is mine and says something else, and what becomes of each by choice. */
import { applyChange, sameData, type Macro, type Profile, type Role } from '../profile';

export type Choice = 'mine' | 'theirs' | 'both';
/** A macro or a role that both have, and that differ. `said` is how. */
export type Double = { list: 'macros' | 'roles'; id: string; name: string; said: string };

export const doubleId = ({ list, id }: Pick<Double, 'list' | 'id'>): string => `${list} ${id}`;

const eventsOf = ({ onPress, repeat, onRelease }: Macro): number =>
  [onPress, repeat, onRelease].reduce((sum, score) => sum + (score?.events.length ?? 0), 0);

function sayMacro(theirs: Macro, mine: Macro): string {
  if (theirs.name !== mine.name) return `theirs is “${theirs.name}”, yours is “${mine.name}”`;
  const [a, b] = [eventsOf(theirs), eventsOf(mine)];
  return a === b ? 'differs from yours in its times or keys' : `differs from yours: ${a} events instead of ${b}`;
}
const sayRole = (theirs: Role, mine: Role): string =>
  theirs.name === mine.name ? 'the same name, another colour' : `theirs is “${theirs.name}”, yours is “${mine.name}”`;

/** The macros and roles that differ under one id. */
export function doublesOf(theirs: Profile, mine: Profile): Double[] {
  const macros = theirs.macros.flatMap((one): Double[] => {
    const own = mine.macros.find(({ id }) => id === one.id);
    return own && !sameData(own, one) ? [{ list: 'macros', id: one.id, name: one.name, said: sayMacro(one, own) }] : [];
  });
  const roles = theirs.roles.flatMap((one): Double[] => {
    const own = mine.roles.find(({ id }) => id === one.id);
    return own && !sameData(own, one) ? [{ list: 'roles', id: one.id, name: one.name, said: sayRole(one, own) }] : [];
  });
  return [...macros, ...roles];
}

/** An id that neither of two profiles has. */
function freeId(list: 'macros' | 'roles', id: string, ...profiles: readonly Profile[]): string {
  const taken = new Set(profiles.flatMap((profile) => profile[list].map((one) => one.id)));
  for (let n = 2; ; n++) {
    const wanted = `${id.slice(0, 36)}-${n}`;
    if (!taken.has(wanted)) return wanted;
  }
}

/** Their profile as it comes into the place of mine: each double by choice, `theirs` where none was made. */
export function withChoices(theirs: Profile, mine: Profile, choices: ReadonlyMap<string, Choice>): Profile {
  let made = theirs;
  for (const { list, id } of doublesOf(theirs, mine)) {
    const choice = choices.get(doubleId({ list, id })) ?? 'theirs';
    if (choice === 'theirs') continue;
    const own = (mine[list] as (Macro | Role)[]).find((one) => one.id === id);
    if (!own) continue;
    if (choice === 'both') {
      const name = (made[list] as (Macro | Role)[]).find((one) => one.id === id)?.name ?? '';
      made = applyChange(made, { change: 'reid', list, from: id, to: freeId(list, id, made, mine), name });
      made = { ...made, [list]: [...(made[list] as (Macro | Role)[]), own] };
    } else made = { ...made, [list]: (made[list] as (Macro | Role)[]).map((one) => (one.id === id ? own : one)) };
  }
  return made;
}
