/** Profiles that rest on others of the shelf: they follow them, and nothing is done that would make one of them unreadable. */
import {
  mayChangeTooMuch,
  MOST_CHANGES,
  newDocument,
  rebased,
  rowOf,
  unreadableRow,
  type Act,
  type Document,
  type Profile,
} from '../../core/profile';
import { foreign, listed } from '../../core/reading';
import type { Besides } from './besides';
import type { Collection } from './kept/collection';
import type { Stored } from './store';

export type Profiles = Collection<Document, Act, Stored, Besides>;

const profileIn = (profiles: Profiles, id: string | undefined): Profile | undefined =>
  id === undefined ? undefined : profiles.document(id)?.profile;

/** What rests on a profile, by name, as the subject of a sentence; undefined when nothing does. */
export function whatRestsOn(profiles: Profiles, id: string): string | undefined {
  const names = profiles.all.flatMap(({ document: { profile } }) => (profile.restsOn === id ? [profile.name] : []));
  return names.length === 0 ? undefined : `${listed(names)} ${names.length > 1 ? 'rest' : 'rests'}`;
}

/** A document on what its base has become. What is stored of it stays as it is. */
function onBase(document: Document, base: Profile): Document {
  const { profile, base: before, clashes = [] } = document;
  if (profile.restsOn !== base.id || profile.board !== base.board || before === base) return document;
  return before ? { ...document, ...rebased(profile, before, clashes, base), base } : { ...document, base, clashes };
}

function rebase(profiles: Profiles, id: string, base: Profile): void {
  const thing = profiles.get(id);
  // A row that is whole would stay as it is while what is shown follows the base.
  const stoodAlone = thing?.shown.document.base === undefined;
  thing?.follow((document) => onBase(document, base), stoodAlone);
}

/** What rests on a profile follows it, and it follows what it rests on. A circle, which two windows can make together, is left alone. */
export function restAgain(profiles: Profiles, id: string): void {
  const below: string[] = [];
  for (let on = profileIn(profiles, id)?.restsOn; on !== undefined; on = profileIn(profiles, on)?.restsOn) {
    if (on === id) return;
    // A circle further down is not this one's business.
    if (below.includes(on)) break;
    below.push(on);
  }
  const base = profileIn(profiles, below[0]);
  if (base) rebase(profiles, id, base);
  const own = profileIn(profiles, id);
  if (!own) return;
  for (const { id: above, document } of profiles.all) if (document.profile.restsOn === id) rebase(profiles, above, own);
}

/** Whether a profile is another one, or rests on it, however many stand between. */
function leadsTo(profiles: Profiles, from: string | undefined, to: string): boolean {
  const met = new Set<string>();
  for (let on = from; on !== undefined && !met.has(on); on = profileIn(profiles, on)?.restsOn) {
    if (on === to) return true;
    met.add(on);
  }
  return false;
}

/** Why something that rests on a profile could not be read any more if that became another one, as a sentence. */
export function unfitFor(profiles: Profiles, document: Document, before: Document): string | undefined {
  const { profile, base } = document;
  const tooMany = mayChangeTooMuch(document);
  if (tooMany !== undefined && base)
    return `That would change ${tooMany} things of ${foreign(base.name)}; ${MOST_CHANGES} are the most. Make it whole first.`;
  if (profile.restsOn !== before.profile.restsOn && leadsTo(profiles, profile.restsOn, profile.id))
    return 'It would rest on what rests on it. Make that whole first.';
  if (profile.board === before.profile.board) return undefined;
  const resting = whatRestsOn(profiles, profile.id);
  return resting === undefined ? undefined : `${resting} on it, for the same board. Make that whole first.`;
}

/** Why a new profile would not load again once it is written; undefined when it would. */
export function unreadableAsNew(profiles: Profiles, profile: Profile, document?: Document): string | undefined {
  const base = profileIn(profiles, profile.restsOn);
  const row = rowOf({ ...(document ?? newDocument(profile)), ...(base && { base }) });
  return unreadableRow(row, (id) => {
    const below = profiles.document(id);
    return below && rowOf(below);
  });
}
