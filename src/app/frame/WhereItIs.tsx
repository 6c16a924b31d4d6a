/** Where a profile is: on the disk, on its way there, or only on this page; and then why, and what can be done about it. */
import type { Profile } from '../../core/profile';
import { useKeeping, useShelf } from '../state/shelf';
import { saveAsFile } from '../shared/rescue';
import './WhereItIs.css';

/** One word for the bar. */
export const WhereItIs = ({ profile }: { profile: Profile }) => {
  const state = useKeeping(profile.id)?.state;
  return (
    <span
      className={`bar-kept ${state === 'notKept' ? 'not-kept' : 'soft'}`}
      role="status"
      title="Where your work is: kept means written to this computer’s disk"
      data-testid="save-state"
      data-keeping={state}
    >
      {state === 'kept' && 'kept in this browser'}
      {state === 'keeping' && 'keeping …'}
      {state === 'notKept' && <strong>not kept</strong>}
    </span>
  );
};

/** The strip below the bar while a profile is not kept. */
export const NotKept = ({ profileId }: { profileId: string }) => {
  const keeping = useKeeping(profileId);
  const tryAgain = useShelf((state) => state.tryAgain);
  if (keeping?.state !== 'notKept') return null;
  const save = (): void => {
    const entry = useShelf.getState().entries.find(({ profile }) => profile.id === profileId);
    if (entry) saveAsFile(entry.profile);
  };
  return (
    <p className="not-kept-strip" role="alert">
      <span>
        <strong>Not kept:</strong> {keeping.because}. Everything works, but what you change is gone when this window
        closes. It is tried again by itself.
      </span>
      <button type="button" className="word" onClick={tryAgain}>
        Try now
      </button>
      <button type="button" className="word" onClick={save}>
        Save as a file
      </button>
    </p>
  );
};
