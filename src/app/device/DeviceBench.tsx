/** The device bench: the keyboard on the table, what is in it, what saving would change, and how much room there is. */
import { PluggedIn } from '../shared/PluggedIn';
import { Later } from '../shared/Later';
import { useBench } from '../shared/useBench';
import { useKeyboard } from '../state/keyboards';
import { Breaking } from './Breaking';
import { Changes } from './Changes';
import { Earlier } from './Earlier';
import { HostPanel } from './HostPanel';
import { KeyboardPanel } from './KeyboardPanel';
import { Memory } from './Memory';
import { Recorded } from './Recorded';
import { Room } from './Room';
import { Slots } from './Slots';
import './DeviceBench.css';

const DeviceBench = () => {
  const { profile, board } = useBench();
  const keyboard = useKeyboard(board.id);
  const slotInUse = keyboard.hello && keyboard.slots[keyboard.hello.selected];
  const inUse = slotInUse?.state === 'profile' ? slotInUse.profile : undefined;
  return (
    <div className="device-bench">
      <div className="device-column">
        <KeyboardPanel board={board} keyboard={keyboard} />
        <Slots board={board} profile={profile} keyboard={keyboard} />
        <Recorded board={board} profile={profile} keyboard={keyboard} />
      </div>
      <div className="device-column">
        <Later>
          <Changes profile={profile} board={board} keyboard={keyboard} />
          <Room profile={profile} board={board} keyboard={keyboard} />
          <Earlier board={board} keyboard={keyboard} />
          <section className="panel" aria-label="Keyboards that are plugged in">
            <h2>Plugged in</h2>
            <PluggedIn />
          </section>
        </Later>
      </div>
      <div className="device-column">
        <Later>
          {keyboard.home === 'server' && <HostPanel board={board} profile={profile} inUse={inUse} />}
          <Memory board={board} keyboard={keyboard} />
          <Breaking board={board} keyboard={keyboard} />
        </Later>
      </div>
    </div>
  );
};

export default DeviceBench;
