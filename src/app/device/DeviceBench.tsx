/** The device bench: what is in the keyboard, what saving would change, and how much room there is. */
import { useBench } from '../shared/useBench';
import { useKeyboard } from '../state/keyboards';
import { Changes } from './Changes';
import { KeyboardPanel } from './KeyboardPanel';
import { Memory } from './Memory';
import { Room } from './Room';
import { Slots } from './Slots';
import './device.css';

const DeviceBench = () => {
  const { profile, board } = useBench();
  const keyboard = useKeyboard(board.id);
  return (
    <div className="device-bench">
      <div className="device-column">
        <KeyboardPanel board={board} keyboard={keyboard} />
        <Slots board={board} profile={profile} keyboard={keyboard} />
      </div>
      <div className="device-column">
        <Changes profile={profile} board={board} keyboard={keyboard} />
        <Room profile={profile} board={board} keyboard={keyboard} />
      </div>
      <div className="device-column">
        <Memory board={board} keyboard={keyboard} />
      </div>
    </div>
  );
};

export default DeviceBench;
