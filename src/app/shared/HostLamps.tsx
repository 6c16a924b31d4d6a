/** The lamps that a host lights on a keyboard: each shows whether it is lit, and can be turned on and off by hand. */
import { HOST_LAMPS, lampTitle, type HostLamp } from '../../core/codes';
import './HostLamps.css';

type Props = { isLit(lamp: HostLamp): boolean; turn(lamp: HostLamp): void; isOff?: boolean };

export const HostLamps = ({ isLit, turn, isOff = false }: Props) => (
  <p className="host-lamps">
    <span className="soft">Lamps of the host</span>
    {HOST_LAMPS.map((lamp) => {
      const lit = isLit(lamp);
      return (
        <button
          key={lamp}
          type="button"
          className="host-lamp"
          aria-pressed={lit}
          disabled={isOff}
          title={`${lampTitle(lamp)} is ${lit ? 'lit' : 'dark'}; press to turn it ${lit ? 'off' : 'on'}, as another keyboard would`}
          onClick={() => turn(lamp)}
        >
          <span className="host-lamp-light" aria-hidden="true" />
          {lampTitle(lamp)}
        </button>
      );
    })}
  </p>
);
