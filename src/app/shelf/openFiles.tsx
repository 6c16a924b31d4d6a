/** Profile files from outside: each is read, checked, and put on the shelf only when nothing is replaced without a yes. */
import type { useAppProps } from 'antd/es/app/context';
import { FileProblem, parseSoundProfile } from '../../core/files';
import type { Profile } from '../../core/profile';
import { newProfileId, useShelf } from '../state/shelf';

type Dialogs = Pick<useAppProps, 'message' | 'modal'>;
type Choice = 'both' | 'replace' | 'neither';

/** Asks what to do with a file whose profile is on the shelf already. */
function ask(existing: Profile, modal: Dialogs['modal']): Promise<Choice> {
  return new Promise((resolve) => {
    const dialog = modal.confirm({
      title: `“${existing.name}” is on the shelf already`,
      content: 'The file holds a profile with the same id. Keep both, or let the file take the place of yours?',
      okText: 'Keep both',
      cancelText: 'Leave it out',
      onOk: () => resolve('both'),
      onCancel: () => resolve('neither'),
      footer: (_, { OkBtn, CancelBtn }) => (
        <>
          <CancelBtn />
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
          <OkBtn />
        </>
      ),
    });
  });
}

/** Reads files one after the other. What cannot be read is said with its place, and the shelf stays as it was. */
export async function openFiles(files: readonly File[], { message, modal }: Dialogs): Promise<void> {
  for (const file of files) {
    try {
      const profile = parseSoundProfile(await file.text());
      const { entries, add } = useShelf.getState();
      const existing = entries.find((entry) => entry.profile.id === profile.id)?.profile;
      const choice = existing ? await ask(existing, modal) : 'replace';
      if (choice === 'neither') continue;
      add(
        choice === 'both'
          ? { ...profile, id: newProfileId(), name: `${profile.name} (from a file)`.slice(0, 60) }
          : profile,
      );
      void message.success(`“${profile.name}” is on the shelf.`);
    } catch (error) {
      const reason =
        error instanceof FileProblem
          ? error.message
          : `it cannot be read (${error instanceof Error ? error.message : String(error)})`;
      void message.error({ content: `${file.name}: ${reason}. Nothing was changed.`, duration: 10 });
    }
  }
}
