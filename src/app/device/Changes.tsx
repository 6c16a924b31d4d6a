/** What saving would change: the draft against what its slot holds, key by key. */
import { Progress } from 'antd';
import type { Board } from '../../core/board';
import { sayChange } from '../../core/compare';
import { sayCount } from '../../core/macro';
import { diff, type Profile } from '../../core/profile';
import { Empty } from '../shared/Empty';
import { DeviceSketch } from '../shared/sketches';
import { ChangeLine, dyeOfChange } from '../shared/ChangeLine';
import { howHeld } from '../../core/image';
import { slotFor, useKeyboards, type KeyboardState } from '../state/keyboards';
import '../shared/changeList.css';
import './Changes.css';

const SHOWN = 60;

export const Changes = ({ profile, board, keyboard }: { profile: Profile; board: Board; keyboard: KeyboardState }) => {
  const { slots, saving, status } = keyboard;
  const callOff = useKeyboards((state) => state.callOff);
  const target = slotFor(slots, profile.id);
  const held = target === undefined ? undefined : slots[target];
  const how = held?.state === 'profile' && howHeld(held.profile, profile, board, keyboard.hello?.slotBytes);
  const found = held?.state === 'profile' && how === 'other' ? diff(held.profile, profile) : [];
  const assigned = profile.layers.reduce((sum, layer) => sum + Object.keys(layer.keys).length, 0);
  return (
    <section className="panel changes" aria-label="What saving would change">
      <p className="section-line">
        <strong>What saving would change</strong>
        <span className="soft">
          {held?.state === 'profile' && found.length > 0
            ? `${found.length} difference${found.length > 1 ? 's' : ''}`
            : ''}
        </span>
      </p>
      {saving && (
        <div className="saving" role="status">
          <strong>Saving to slot {saving.slot + 1}</strong>
          <Progress percent={Math.round(saving.part * 100)} strokeColor="var(--verdigris)" />
          <span className="section-line">
            <span className="soft">
              {keyboard.isAsked
                ? 'waiting for a yes on the keyboard'
                : saving.part < 0.5
                  ? 'If the power went now, what was there would still be there.'
                  : 'reading back and comparing'}
              {keyboard.resent > 0
                ? ` ${keyboard.resent} report${keyboard.resent > 1 ? 's were' : ' was'} not answered in time, and sent again.`
                : ''}
            </span>
            <button type="button" className="word" onClick={() => callOff(board.id)}>
              Stop
            </button>
          </span>
        </div>
      )}
      {status !== 'connected' && <p className="soft">The keyboard is not connected.</p>}
      {status === 'connected' && held?.state === 'profile' && found.length === 0 && (
        <p>
          Nothing: slot {(target ?? 0) + 1} holds exactly this draft
          {how === 'withoutWalk' ? ', but for its walk, for which it has no room' : ''}.
        </p>
      )}
      {status === 'connected' && held?.state === 'empty' && (
        <p>
          “{profile.name}” is not in the keyboard yet. Saving puts it into slot {(target ?? 0) + 1}:{' '}
          {sayCount(profile.layers.length, 'layer')}, {sayCount(assigned, 'assigned key')}.
        </p>
      )}
      {status === 'connected' && slots.length > 0 && slots.every(({ state }) => state === 'empty') && (
        <Empty
          title="Nothing is in the keyboard yet"
          sketch={<DeviceSketch />}
          says="Each slot holds one profile, and plays it with no computer attached. After the first save the difference between this draft and the slot stands here, key by key."
        />
      )}
      {status === 'connected' && slots.length > 0 && target === undefined && (
        <p>All slots hold other profiles. Choose one with “Save here”; you are asked before anything is replaced.</p>
      )}
      {held?.state === 'profile' && (
        <ul className="change-list">
          {found.slice(0, SHOWN).map((change, index) => (
            <ChangeLine
              key={index}
              said={sayChange(change, held.profile, profile)}
              dye={dyeOfChange(change, held.profile, profile)}
            />
          ))}
        </ul>
      )}
      {found.length > SHOWN && <p className="soft">and {found.length - SHOWN} more</p>}
    </section>
  );
};
