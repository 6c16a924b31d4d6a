/** What stands around every bench of one profile: the bar at the top, the link to its keyboard, and the shortcuts. */
import { useEffect } from 'react';
import { Link, Outlet, useParams } from 'react-router';
import { boardById } from '../../core/board';
import { useKeyboards } from '../state/keyboards';
import { useProfile } from '../state/shelf';
import type { BenchContext } from './useBench';
import { Bar } from './Bar';
import './workbench.css';

const Workbench = () => {
  const { profileId = '' } = useParams();
  const profile = useProfile(profileId);
  const board = profile && boardById(profile.board);
  const connect = useKeyboards((state) => state.connect);

  useEffect(() => {
    if (board) void connect(board);
  }, [board, connect]);

  if (!profile || !board) {
    return (
      <main className="bench">
        <h1>{profile ? 'That board is not known here' : 'That profile is not on the shelf'}</h1>
        <p>
          {profile
            ? `“${profile.name}” was made for the board “${profile.board}”.`
            : 'It may have been deleted, or it lives in another browser.'}
        </p>
        <p>
          <Link to="/shelf">Go to the shelf</Link>
        </p>
      </main>
    );
  }
  return (
    <div className="workbench">
      <Bar profile={profile} board={board} />
      <main className="workbench-main">
        <Outlet context={{ profile, board } satisfies BenchContext} />
      </main>
    </div>
  );
};

export default Workbench;
