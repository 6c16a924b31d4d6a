/** What stands around every bench of one profile: the bar at the top, the link to its keyboard, and the shortcuts. */
import { useEffect, useMemo } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { hostName } from '../../core/hosts';
import type { Profile } from '../../core/profile';
import { useBoard, useBoardsReady } from '../state/boards';
import { useHosts } from '../state/hosts';
import { useLastLooked } from '../state/lastLooked';
import { useProfile, useShelf } from '../state/shelf';
import type { BenchContext } from '../shared/useBench';
import { ErrorBoundary } from './ErrorBoundary';
import { Named } from '../shared/named';
import { saveAsFile } from '../shared/rescue';
import { Waiting } from '../shared/Waiting';
import { SettledBar } from './SettledBar';
import './Workbench.css';

const UnknownBoard = ({ profileId }: { profileId: string }) => {
  const profile = useProfile(profileId);
  return (
    profile && (
      <main className="bench">
        <h1>That board is not known here</h1>
        <p>
          <Named name={profile.name} /> was made for the board <Named name={profile.board} />.
        </p>
        <p>
          <button type="button" className="word" onClick={() => saveAsFile(profile)}>
            Save it as a file
          </button>{' '}
          <Link to="/shelf">Go to the shelf</Link>
        </p>
      </main>
    )
  );
};

const HostMissing = ({ profileId, onAgain }: { profileId: string; onAgain: () => void }) => {
  const profile = useProfile(profileId);
  return (
    profile && (
      <main className="bench">
        <h1>The host layout could not be read</h1>
        <p>
          <Named name={profile.name} /> is for a host with {hostName(profile.hostLayout)}, and the server does not
          answer.
        </p>
        <p>
          <button type="button" className="word" onClick={onAgain}>
            Try again
          </button>{' '}
          <button type="button" className="word" onClick={() => saveAsFile(profile)}>
            Save it as a file
          </button>{' '}
          <Link to="/shelf">Go to the shelf</Link>
        </p>
      </main>
    )
  );
};

const NotThere = ({ profileId }: { profileId: string }) => {
  const gone = useShelf((state) => state.takenOffElsewhere.get(profileId));
  const storeProblem = useShelf((state) => state.storeProblem);
  const putBack = useShelf((state) => state.putBack);
  return (
    <main className="bench">
      <h1>{gone ? 'Another window has taken this profile off the shelf' : 'That profile is not on the shelf'}</h1>
      {gone ? (
        <p>
          <button type="button" className="word" onClick={() => putBack(profileId)}>
            Put <Named name={gone.profile.name} /> back
          </button>{' '}
          <button type="button" className="word" onClick={() => saveAsFile(gone.profile)}>
            Save it as a file
          </button>
        </p>
      ) : (
        <p>
          {storeProblem === ''
            ? 'It may have been taken off, or it lives in another browser.'
            : `The browser’s store cannot be read (${storeProblem}); it is tried again by itself.`}
        </p>
      )}
      <p>
        <Link to="/shelf">Go to the shelf</Link>
      </p>
    </main>
  );
};

/** What the frame shows of a profile: an edit of a key draws only the bench. */
const headOf = ({ name, board, hostLayout }: Profile) => ({ name, board, hostLayout });

const Workbench = () => {
  const { profileId = '' } = useParams();
  const { pathname } = useLocation();
  const profile = useShelf(
    useShallow(({ entries }) => {
      const entry = entries.find((one) => one.profile.id === profileId);
      return entry && headOf(entry.profile);
    }),
  );
  const isReading = useShelf((state) => state.status === 'loading');
  const areBoardsHere = useBoardsReady();
  const board = useBoard(profile?.board);
  const look = useLastLooked((state) => state.look);
  const bench = pathname.split('/').at(-1) ?? '';
  useEffect(() => look(profileId, bench), [look, profileId, bench]);

  const context = useMemo(() => board && ({ profileId, board } satisfies BenchContext), [profileId, board]);
  const host = useHosts(profile ? [profile.hostLayout] : []);

  if (!profile)
    return isReading ? <Waiting what="Taking the profiles from the shelf" /> : <NotThere profileId={profileId} />;
  if (!board && !areBoardsHere) return <Waiting what="Reading your boards" />;
  if (!board) return <UnknownBoard profileId={profileId} />;
  if (host.state === 'coming') return <Waiting what={`Reading the host layout ${hostName(profile.hostLayout)}`} />;
  if (host.state === 'missing') return <HostMissing profileId={profileId} onAgain={host.again} />;
  return (
    <div className="workbench">
      <SettledBar profileId={profileId} board={board} />
      <main className="workbench-main">
        <h1 className="visually-hidden">
          {profile.name}: {bench}
        </h1>
        <ErrorBoundary key={pathname} profileId={profileId}>
          <Outlet context={context} />
        </ErrorBoundary>
      </main>
    </div>
  );
};

export default Workbench;
