/** The lamps that the pretend host lights on the board that is tried. */
import { HostLamps } from '../shared/HostLamps';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';

export const HostLampRow = ({ session }: { session: TrialSession }) => {
  useSessionVersion(session);
  const { host } = session;
  return (
    <HostLamps
      isLit={(lamp) => host.isLit(lamp)}
      turn={(lamp) => session.light(lamp, !host.isLit(lamp), performance.now())}
    />
  );
};
