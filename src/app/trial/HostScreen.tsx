/** The text a host with the profile's layout would show. */
import { hostName } from '../../core/hosts';
import { allActions, type ActionKind } from '../../core/profile';
import { ComputerScreen } from './ComputerScreen';
import { HostPointer } from './HostPointer';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './HostScreen.css';

const SHOWN = 160;
/** What needs a pointer, or a page, to be seen. */
const POINTING: readonly ActionKind[] = ['move', 'wheel', 'button'];

export const HostScreen = ({ session }: { session: TrialSession }) => {
  useSessionVersion(session);
  return (
    <section className="host-screen" aria-label="Screen">
      {allActions(session.profile).some(({ action }) => POINTING.includes(action.do)) && (
        <HostPointer session={session} />
      )}
      <p className="mono host-text" data-testid="host-text">
        {session.screen.slice(-SHOWN).map((piece, index) => (
          <span key={index} className={piece.mark ? 'host-mark' : undefined}>
            {piece.text === '\n' ? '⏎\n' : piece.text === '\t' ? '⇥' : piece.text}
          </span>
        ))}
        {session.host.waiting !== '' && (
          <span className="host-waiting" title="a dead key waits for the next">
            {session.host.waiting}
          </span>
        )}
        <span className="host-cursor" aria-hidden="true" />
      </p>
      {session.wouldRead !== '' && (
        <p data-part="host-would" role="status">
          With the settings of now the same fingers would read:{' '}
          <span className="mono">{session.wouldRead.slice(-SHOWN)}</span>
        </p>
      )}
      {session.isWatched && <ComputerScreen session={session} />}
      <p className="soft host-note">
        what a host with {hostName(session.profile.hostLayout)} shows; keys that make no character are in brackets{' '}
        <button type="button" className="word" onClick={() => session.clearText()}>
          Clear
        </button>
      </p>
    </section>
  );
};
