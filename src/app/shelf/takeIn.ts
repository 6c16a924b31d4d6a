/** What was brought comes to the shelf, as the person has chosen: beside what is there, or in its place as a step that undo takes back. */
import { boardById, type Board } from '../../core/board';
import { withChoices, type Choice } from '../../core/inspect';
import { LIMITS, sameData, type Profile } from '../../core/profile';
import { foreign, shortened } from '../../core/reading';
import { freeName } from '../shared/freeName';
import { useBoards, whenBoardKept } from '../state/boards';
import { newBoardId, newProfileId } from '../state/ids';
import type { Waiting } from '../state/incoming';
import { ownBoardNow } from '../state/ownBoards';
import { useShelf } from '../state/shelf';
import { beforeLargeStep, keepForeignSnapshots } from '../state/snapshots';
import { reasonOf } from '../state/database';
import { tidyTags, useTags } from '../state/tags';

/** What becomes of a profile, and of what is in it and mine as well. */
export type Decision = { choice: Choice; doubles: ReadonlyMap<string, Choice> };

/** What came of it, in a sentence. */
export type Taken = { ok: boolean; id?: string; said: string };

/** Mine that a profile would meet: the one with its id, else one with its name. */
export function metBy(profile: Profile): Profile | undefined {
  const { entries } = useShelf.getState();
  return (
    entries.find((entry) => entry.profile.id === profile.id)?.profile ??
    entries.find((entry) => entry.profile.name === profile.name)?.profile
  );
}

/** A profile on the board that came along; when another one has that id, on a new one, so that nothing is replaced. `fresh` is what is not here yet. */
function onBoard(profile: Profile, board: Board | undefined): { profile: Profile; fresh?: Board } {
  if (!board) return { profile };
  const known = ownBoardNow(board.id);
  if (known && sameData(known, board)) return { profile };
  const fresh = known || boardById(board.id) ? { ...board, id: newBoardId() } : board;
  return { profile: { ...profile, board: fresh.id }, fresh };
}

/** A profile that rests on one that is not on the shelf stands on its own. */
function standing(profile: Profile, renamed: ReadonlyMap<string, string>): Profile {
  const { restsOn, ...whole } = profile;
  const base = restsOn === undefined ? undefined : (renamed.get(restsOn) ?? restsOn);
  const isThere = useShelf
    .getState()
    .entries.some((entry) => entry.profile.id === base && entry.profile.board === profile.board);
  return base !== undefined && isThere ? { ...whole, restsOn: base } : whole;
}

/** What was brought, so that whatever rests on another comes after it. */
export function basesFirst(waiting: readonly Waiting[]): Waiting[] {
  const order = new Set<Waiting>();
  const put = (one: Waiting, above: readonly Waiting[]): void => {
    const base = waiting.find(({ profile }) => profile.id === one.profile.restsOn);
    if (base && base !== one && !above.includes(base)) put(base, [...above, one]);
    order.add(one);
  };
  for (const one of waiting) put(one, []);
  return [...order];
}

/** Snapshots that came along, beside one that is here; why not, when that fails. */
async function addSnapshots(id: string, snapshots: Waiting['snapshots']): Promise<string> {
  try {
    if (snapshots) await keepForeignSnapshots(id, snapshots);
    return '';
  } catch (error) {
    return ` Its snapshots could not be kept: ${reasonOf(error)}.`;
  }
}

/** Keeps mine. What is the same in all but its snapshots gets those. */
async function keepMine({ profile, snapshots }: Waiting, met: Profile | undefined, said: string): Promise<Taken> {
  const isSame = met?.id === profile.id && sameData(met, profile);
  if (!met || !isSame) return { ok: true, said: `${said} was left out.` };
  if (!snapshots) return { ok: true, id: met.id, said: `${said} is on the shelf already, and the same.` };
  const lost = await addSnapshots(met.id, snapshots);
  return { ok: lost === '', id: met.id, said: `${said} is as yours; its snapshots are beside it.${lost}` };
}

/** Takes theirs in the place of mine: a step that undo takes back. */
async function takeTheirs(
  { profile, ownBoard, snapshots }: Waiting,
  met: Profile,
  doubles: Decision['doubles'],
  said: string,
): Promise<Taken> {
  const { whenKept, edit } = useShelf.getState();
  const put = onBoard(profile, ownBoard);
  const wanted = withChoices({ ...put.profile, id: met.id }, met, doubles);
  const { restsOn: _theirs, ...whole } = wanted;
  beforeLargeStep(met, `“${profile.name}” took its place`);
  const refused = edit(met.id, { edit: 'whole', to: whole }, `the file in place of “${shortened(met.name)}”`);
  if (refused !== undefined) return { ok: false, said: `${said}: ${refused} Nothing was changed.` };
  if (put.fresh) useBoards.getState().add(put.fresh);
  const keeping = await whenKept(met.id);
  if (keeping.state === 'notKept')
    return {
      ok: false,
      id: met.id,
      said: `${said} is shown in the place of yours, but not kept: ${keeping.because}. It is tried again by itself.`,
    };
  // The profile is as good as the board that it is for.
  const onBoardKept = put.fresh ? await whenBoardKept(put.fresh.id) : keeping;
  if (onBoardKept.state === 'notKept')
    return {
      ok: false,
      id: met.id,
      said: `${said} has taken the place of yours, but its board is not kept: ${onBoardKept.because}. It is tried again by itself.`,
    };
  const lost = await addSnapshots(met.id, snapshots);
  return { ok: lost === '', id: met.id, said: `${said} has taken the place of yours; undo brings yours back.${lost}` };
}

/** @param renamed ids under which earlier ones of the same bundle have come to the shelf */
export async function takeIn(
  waiting: Waiting,
  { choice, doubles }: Decision,
  renamed: Map<string, string>,
): Promise<Taken> {
  const { entries, add, isTaken } = useShelf.getState();
  const met = metBy(waiting.profile);
  const said = `“${foreign(waiting.profile.name)}”`;
  if (choice === 'mine') return keepMine(waiting, met, said);
  if (met && choice === 'theirs') {
    const taken = await takeTheirs(waiting, met, doubles, said);
    if (taken.id !== undefined) renamed.set(waiting.profile.id, taken.id);
    return taken;
  }
  const isIdTaken = await isTaken(waiting.profile.id);
  const names = entries.map((entry) => entry.profile.name);
  const id = isIdTaken ? newProfileId() : waiting.profile.id;
  const stem = shortened(waiting.profile.name, LIMITS.nameLength - 14);
  const name =
    names.includes(waiting.profile.name) || isIdTaken ? freeName(`${stem} (from a file)`, names) : waiting.profile.name;
  const { profile: onIts, fresh } = onBoard(waiting.profile, waiting.ownBoard);
  const put = standing({ ...onIts, id, name }, renamed);
  renamed.set(waiting.profile.id, id);
  const tags = waiting.tags && tidyTags(waiting.tags);
  const text = waiting.text === undefined ? undefined : { text: waiting.text, of: '' };
  const writing = add(put, undefined, { board: fresh, tags, snapshots: waiting.snapshots, text });
  if (fresh) useBoards.getState().addWith(fresh, writing);
  const keeping = await writing;
  const isThere = useShelf.getState().entries.some(({ profile }) => profile.id === id);
  if (tags && isThere) useTags.getState().shown(id, tags);
  if (!isThere && keeping.state === 'notKept')
    return { ok: false, said: `${said} was not put on the shelf: ${keeping.because}.` };
  return keeping.state === 'notKept'
    ? { ok: false, id, said: `${said} is on the shelf, but not kept: ${keeping.because}. It is tried again by itself.` }
    : { ok: true, id, said: `${said} is on the shelf.` };
}
