/** The bar of a profile, with what belongs to it whatever page it stands over: its keyboard, its steps, whether it is kept. */
import { useEffect } from 'react';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { useSettled } from '../shared/useSettled';
import { useBodies } from '../state/bodies';
import { useKeyboards } from '../state/keyboards';
import { useProfile, useShelf } from '../state/shelf';
import { Bar } from './Bar';
import { ErrorBoundary } from './ErrorBoundary';
import { NotKept } from './WhereItIs';
import { YesAsked } from './YesAsked';

const isOneProfile = (before: Profile | undefined, after: Profile | undefined): boolean => before?.id === after?.id;

/** The bar follows an edit when it is painted. */
const FollowingBar = ({ profileId, board }: { profileId: string; board: Board }) => {
  const [settled] = useSettled(useProfile(profileId), isOneProfile);
  return settled && <Bar profile={settled} board={board} />;
};

export const SettledBar = ({ profileId, board }: { profileId: string; board: Board }) => {
  const connect = useKeyboards((state) => state.connect);
  const reach = useBodies((state) => state.reach);
  const readHistory = useShelf((state) => state.readHistory);
  const isThere = useProfile(profileId) !== undefined;
  useEffect(() => {
    void connect(board);
    void reach(board);
  }, [board, connect, reach]);
  useEffect(() => {
    if (isThere) void readHistory(profileId);
  }, [profileId, isThere, readHistory]);
  return (
    <>
      <ErrorBoundary key={`bar ${profileId}`} profileId={profileId}>
        <FollowingBar profileId={profileId} board={board} />
      </ErrorBoundary>
      <NotKept profileId={profileId} />
      <YesAsked board={board} />
    </>
  );
};
