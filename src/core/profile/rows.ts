/**
 * A profile as it stands in a store: whole, or of one that rests on another only what it changes. Nothing is written that could not be read
 * again: what is asked here is asked of the row, with what it rests on, and of what rests on it.
 */
import { isVariant, MOST_CHANGES, rested, variantOf, type Stored } from './diff';
import { misfitOf } from './fits';
import type { Document } from './history';
import { printProblem } from './problemWords';
import type { Profile } from './schema';

/** What is written of a document. */
export const rowOf = ({ profile, base, clashes = [] }: Document): Stored =>
  base && profile.restsOn === base.id && profile.board === base.board ? variantOf(profile, base, clashes) : profile;

/**
 * Why a row could not be read again, as the end of a sentence; undefined when it can.
 * @param find what is stored under an id
 */
export function unreadableRow(row: Stored, find: (id: string) => Stored | undefined): string | undefined {
  if (isVariant(row) && row.changes.length > MOST_CHANGES)
    return `it changes ${row.changes.length} things of what it rests on, and ${MOST_CHANGES} are the most; make it whole first`;
  const made = rested(row, find);
  if ('reason' in made) return made.reason;
  const misfit = misfitOf(made.profile);
  return misfit && printProblem(misfit);
}

const thingsIn = ({ layers, macros, joints, roles, travel }: Profile): number =>
  layers.reduce((sum, { keys }) => sum + 2 + Object.keys(keys).length, macros.length + joints.length + roles.length) +
  Object.keys(travel.keys).length;

/** How many things a document changes of its base, when that is more than may be written; undefined when it is not. */
export function mayChangeTooMuch(document: Document): number | undefined {
  const { profile, base } = document;
  // Nothing changes more than there is; most profiles need not be compared.
  if (!base || thingsIn(profile) + thingsIn(base) < MOST_CHANGES) return undefined;
  const row = rowOf(document);
  return isVariant(row) && row.changes.length > MOST_CHANGES ? row.changes.length : undefined;
}

/** Everything among some rows that rests on one, straight or by way of others. */
export function restingOn(id: string, rows: readonly Stored[]): Stored[] {
  const found: Stored[] = [];
  const open = [id];
  for (let on = open.pop(); on !== undefined; on = open.pop())
    for (const row of rows)
      if (isVariant(row) && row.restsOn === on && !found.includes(row)) {
        found.push(row);
        open.push(row.id);
      }
  return found;
}
