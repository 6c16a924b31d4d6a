/** What was brought comes to the shelf, as the person has chosen: beside what is there, or in its place as a step that undo takes back. */
import { boardById, type Board } from '../../core/board';
import { withChoices, type Choice } from '../../core/inspect';
import { LIMITS, sameData, type Profile } from '../../core/profile';
import { foreign, shortened } from '../../core/reading';
import { freeName } from '../shared/freeName';
import { useBoards } from '../state/boards';
import { newBoardId, newProfileId } from '../state/ids';
import type { Waiting } from '../state/incoming';
import { ownBoardNow } from '../state/ownBoards';
import { useShelf } from '../state/shelf';
import { beforeLargeStep, keepForeignSnapshots } from '../state/snapshots';
import { loadText, storeText } from '../state/store';
import { useTags } from '../state/tags';

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

/** Puts the board that came along among one's own; when another one has its id, under a new one, so that nothing is replaced. */
function withBoard(profile: Profile, board: Board | undefined): Profile {
  if (!board) return profile;
  const known = ownBoardNow(board.id);
  if (known && sameData(known, board)) return profile;
  const put = known || boardById(board.id) ? { ...board, id: newBoardId() } : board;
  useBoards.getState().add(put);
  return { ...profile, board: put.id };
}

/** Keeps the text in which a profile came, with its comments, for the text bench. */
async function keepText(id: string, text: string): Promise<void> {
  try {
    const there = await loadText(id);
    await storeText(id, { text, of: '' }, there?.text);
  } catch {
    // The store says so itself, wherever the profile is shown; the file has the comments.
  }
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

/** @param renamed ids under which earlier ones of the same bundle have come to the shelf */
export async function takeIn(
  waiting: Waiting,
  { choice, doubles }: Decision,
  renamed: Map<string, string>,
): Promise<Taken> {
  const { entries, add, edit, isTaken } = useShelf.getState();
  const met = metBy(waiting.profile);
  const said = `“${foreign(waiting.profile.name)}”`;
  if (choice === 'mine') return { ok: true, said: `${said} was left out.` };
  if (met && choice === 'theirs') {
    const wanted = withChoices({ ...withBoard(waiting.profile, waiting.ownBoard), id: met.id }, met, doubles);
    const { restsOn: _theirs, ...whole } = wanted;
    beforeLargeStep(met, `“${waiting.profile.name}” took its place`);
    const refused = edit(met.id, { edit: 'whole', to: whole }, `the file in place of “${shortened(met.name)}”`);
    if (refused !== undefined) return { ok: false, said: `${said}: ${refused} Nothing was changed.` };
    renamed.set(waiting.profile.id, met.id);
    return { ok: true, id: met.id, said: `${said} has taken the place of yours; undo brings yours back.` };
  }
  const isIdTaken = await isTaken(waiting.profile.id);
  const names = entries.map((entry) => entry.profile.name);
  const id = isIdTaken ? newProfileId() : waiting.profile.id;
  const stem = shortened(waiting.profile.name, LIMITS.nameLength - 14);
  const name =
    names.includes(waiting.profile.name) || isIdTaken ? freeName(`${stem} (from a file)`, names) : waiting.profile.name;
  const put = standing({ ...withBoard(waiting.profile, waiting.ownBoard), id, name }, renamed);
  renamed.set(waiting.profile.id, id);
  const keeping = await add(put);
  const lost: string[] = [];
  if (waiting.tags && waiting.tags.length > 0 && (await useTags.getState().put(id, waiting.tags)) !== undefined)
    lost.push('its tags');
  if (waiting.snapshots) await keepForeignSnapshots(id, waiting.snapshots).catch(() => lost.push('its snapshots'));
  if (waiting.text !== undefined) await keepText(id, waiting.text);
  return keeping.state === 'notKept'
    ? { ok: false, id, said: `${said} is on the shelf, but not kept: ${keeping.because}. It is tried again by itself.` }
    : lost.length > 0
      ? { ok: false, id, said: `${said} is on the shelf, but ${lost.join(' and ')} could not be kept.` }
      : { ok: true, id, said: `${said} is on the shelf.` };
}
