/** Where a profile is: on the disk, on its way there, or only on this page; and then what can be done about it. */
import type { Profile } from '../../core/profile';
import { useEntry, useShelf } from '../state/shelf';
import { saveAsFile } from './rescue';

export const WhereItIs = ({ profile }: { profile: Profile }) => {
  const keeping = useEntry(profile.id)?.keeping;
  const tryAgain = useShelf((state) => state.tryAgain);
  const notKept = keeping?.state === 'notKept';
  return (
    <span
      className={`bar-kept ${notKept ? 'not-kept' : 'soft'}`}
      role={notKept ? 'alert' : 'status'}
      data-testid="save-state"
      data-keeping={keeping?.state}
    >
      {keeping?.state === 'kept' && 'kept in this browser'}
      {keeping?.state === 'keeping' && 'keeping …'}
      {notKept && (
        <>
          <strong>not kept:</strong> {keeping.because}.{' '}
          <button type="button" className="word" onClick={tryAgain}>
            Try again
          </button>{' '}
          <button type="button" className="word" onClick={() => saveAsFile(profile)}>
            Save as a file
          </button>
        </>
      )}
    </span>
  );
};
