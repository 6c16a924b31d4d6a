/** Profile files from outside: each is read, checked, and put on the shelf only when nothing is replaced without a yes. */
import type { useAppProps } from 'antd/es/app/context';
import { boardById, type Board } from '../../core/board';
import { check, isSound } from '../../core/check';
import { isProfileText, parseProfiles } from '../../core/files';
import { bringHosts } from '../../core/hosts';
import { LIMITS, sameData, type Profile } from '../../core/profile';
import { foreign, READING_BUDGET, shortened, textOfFile, Unreadable } from '../../core/reading';
import { boardNow, useBoards } from '../state/boards';
import { ownBoardNow } from '../state/ownBoards';
import { newBoardId, newProfileId } from '../state/ids';
import { useShelf } from '../state/shelf';
import { loadText, storeText } from '../state/store';

type Dialogs = Pick<useAppProps, 'message' | 'modal'>;
type Choice = 'both' | 'replace' | 'neither';

/** Asks what to do with a file whose profile is on the shelf already; of one that cannot be read, nothing is replaced. */
function ask(existing: Profile | undefined, name: string, modal: Dialogs['modal']): Promise<Choice> {
  return new Promise((resolve) => {
    const dialog = modal.confirm({
      title: existing
        ? `“${foreign(existing.name)}” is on the shelf already`
        : `“${foreign(name)}” has the id of a profile that cannot be read`,
      content: existing
        ? 'The file holds a profile with the same id. Keep both, or let the file take the place of yours? Undo brings yours back.'
        : 'Something is stored under the same id that this version cannot read. It stays as it is; the file can stand beside it.',
      okText: 'Keep both',
      cancelText: 'Leave it out',
      onOk: () => resolve('both'),
      onCancel: () => resolve('neither'),
      footer: (_, { OkBtn, CancelBtn }) => (
        <>
          <CancelBtn />
          {existing && (
            <button
              type="button"
              className="word madder"
              onClick={() => {
                dialog.destroy();
                resolve('replace');
              }}
            >
              Replace mine
            </button>
          )}
          <OkBtn />
        </>
      ),
    });
  });
}

/** What has to be looked at in a profile that was brought in, as the end of a sentence. */
function toLookAtIn(profile: Profile): string {
  const checked = check(profile, boardNow(profile.board));
  if (isSound(checked)) return '';
  const { problems } = checked;
  return ` It has ${problems.length === 1 ? 'a problem' : `${problems.length} problems`} to look at before it can be played: ${problems[0]?.message ?? ''}.`;
}

/** Puts a profile on the shelf; the id that it has there, or nothing when it was left out. */
async function bringIn(profile: Profile, { message, modal }: Dialogs): Promise<string | undefined> {
  const { entries, add, edit, isTaken } = useShelf.getState();
  const existing = entries.find((entry) => entry.profile.id === profile.id)?.profile;
  const choice = existing || (await isTaken(profile.id)) ? await ask(existing, profile.name, modal) : 'new';
  if (choice === 'neither') return undefined;
  const said = `“${foreign(profile.name)}”`;
  if (choice === 'replace') {
    const refused = edit(
      profile.id,
      { edit: 'whole', to: profile },
      `the file in place of “${shortened(profile.name)}”`,
    );
    if (refused === undefined)
      void message.success(`${said} has taken the place of yours; undo brings yours back.${toLookAtIn(profile)}`);
    else void message.error(`${said}: ${refused} Nothing was changed.`);
    return refused === undefined ? profile.id : undefined;
  }
  const name = `${shortened(profile.name, LIMITS.nameLength - 14)} (from a file)`;
  const put = choice === 'both' ? { ...profile, id: newProfileId(), name } : profile;
  const keeping = await add(put);
  if (keeping.state === 'notKept')
    void message.warning({
      content: `${said} is on the shelf, but not kept: ${keeping.because}. It is tried again by itself.`,
      duration: 10,
    });
  else void message.success({ content: `${said} is on the shelf.${toLookAtIn(profile)}`, duration: 6 });
  return put.id;
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

/** Reads files one after the other. What cannot be read is said with its place, and the shelf stays as it was. */
export async function openFiles(files: readonly File[], dialogs: Dialogs): Promise<void> {
  const fail = (file: File, reason: string): void =>
    void dialogs.message.error({ content: `${foreign(file.name)}: ${reason}. Nothing was changed.`, duration: 10 });
  for (const file of files) {
    if (file.size > READING_BUDGET.json.bytes) {
      fail(file, `the whole file: is larger than ${READING_BUDGET.json.bytes >> 20} MB`);
      continue;
    }
    try {
      const text = textOfFile(new Uint8Array(await file.arrayBuffer()));
      await bringHosts();
      const read = parseProfiles(
        text,
        useBoards.getState().own.map(({ board }) => board),
      );
      for (const one of read) {
        const id = 'profile' in one ? await bringIn(withBoard(one.profile, one.ownBoard), dialogs) : undefined;
        if ('problem' in one) fail(file, `${one.place}: ${one.problem.message}`);
        // A text of several profiles is not the text of one of them.
        if (id !== undefined && read.length === 1 && isProfileText(text)) await keepText(id, text);
      }
    } catch (error) {
      fail(file, error instanceof Unreadable ? error.message : 'it cannot be read');
    }
  }
}
