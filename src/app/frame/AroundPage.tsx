/**
 * What stands around a page that is no bench: compare, history, legend sheet, new profile. The bar keeps the profile that one came from,
 * with its benches, undo, save and find, so that such a page is left and come to like a bench.
 */
import { Outlet, useParams, useSearchParams } from 'react-router';
import { ShelfBar } from '../shared/ShelfBar';
import { useBoard, useBoardsReady } from '../state/boards';
import { useHosts } from '../state/hosts';
import { useLastLooked } from '../state/lastLooked';
import { useShelf } from '../state/shelf';
import { SettledBar } from './SettledBar';
import './Workbench.css';

/** The profile whose bar it is: the page's own, the first of those compared, or the one that was looked at last. */
function useWhose(): string {
  const { profileId: own = '' } = useParams();
  const [search] = useSearchParams();
  const last = useLastLooked((state) => state.profileId);
  return useShelf(
    ({ entries }) =>
      [own, ...(search.get('with') ?? '').split(','), last].find((id) =>
        entries.some(({ profile }) => profile.id === id),
      ) ?? '',
  );
}

const AroundPage = () => {
  const profileId = useWhose();
  const profile = useShelf(({ entries }) => entries.find((one) => one.profile.id === profileId)?.profile);
  const areBoardsHere = useBoardsReady();
  const board = useBoard(profile?.board);
  const host = useHosts(profile ? [profile.hostLayout] : []);
  return (
    <div className="workbench">
      {profile && board && areBoardsHere && host.state === 'here' ? (
        <SettledBar profileId={profileId} board={board} />
      ) : (
        <ShelfBar />
      )}
      <div className="workbench-main">
        <Outlet />
      </div>
    </div>
  );
};

export default AroundPage;
