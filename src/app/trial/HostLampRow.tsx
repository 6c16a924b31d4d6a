/** The lamps that the pretend host lights on the board: each shows whether it is lit, and can be turned on and off by hand. */
import { HOST_LAMPS, lampTitle } from '../../core/codes';
import type { TrialSession } from './session';
import { useSessionVersion } from './useTrialSession';
import './HostLampRow.css';

export const HostLampRow = ({ session }: { session: TrialSession }) => {
  useSessionVersion(session);
  return (
    <p className="host-lamps">
      <span className="soft">Lamps of the host</span>
      {HOST_LAMPS.map((lamp) => {
        const lit = session.host.isLit(lamp);
        return (
          <button
            key={lamp}
            type="button"
            className="host-lamp"
            aria-pressed={lit}
            title={`${lampTitle(lamp)} is ${lit ? 'lit' : 'dark'}; press to turn it ${lit ? 'off' : 'on'}, as another keyboard would`}
            onClick={() => session.light(lamp, !lit, performance.now())}
          >
            <span className="host-lamp-light" aria-hidden="true" />
            {lampTitle(lamp)}
          </button>
        );
      })}
    </p>
  );
};
