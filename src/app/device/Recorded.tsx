/** What was recorded on the keyboard itself: brought into the profile, left there, or thrown away. */
import { App as AntApp } from 'antd';
import type { Board } from '../../core/board';
import { macroOfRecording } from '../../core/device';
import type { Recording } from '../../core/image';
import { addMacro, sameData, type Edit, type Macro, type Profile } from '../../core/profile';
import { keyName } from '../shared/keyNames';
import { newActId } from '../state/ids';
import { useKeyboards, type KeyboardState } from '../state/keyboards';
import { useShelf } from '../state/shelf';
import './device.css';
import './Recorded.css';

type RecordedProps = { board: Board; profile: Profile; keyboard: KeyboardState };

const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The macro of the draft that plays what was recorded, on the key that it was recorded for. */
function broughtIn(profile: Profile, key: string, { score }: Recording): Macro | undefined {
  const does = profile.layers[0]?.keys[key]?.does;
  if (does?.kind !== 'act' || does.action.do !== 'macro') return undefined;
  const { macro: id } = does.action;
  return profile.macros.find((macro) => macro.id === id && sameData(macro.onPress, score));
}

export const Recorded = ({ board, profile, keyboard }: RecordedProps) => {
  const { message } = AntApp.useApp();
  const forget = useKeyboards((state) => state.forgetRecording);
  const edit = useShelf((state) => state.edit);
  const { recordings, slots, hello } = keyboard;

  const bringIn = (recording: Recording, key: string): void => {
    const macro = macroOfRecording(recording.score, `recorded-${newActId()}`, `Recorded on ${keyName(board, key)}`);
    const edits: Edit[] = [
      addMacro(profile, macro),
      {
        edit: 'assign',
        layer: profile.layers[0]?.id ?? '',
        key,
        to: { ...profile.layers[0]?.keys[key], does: { kind: 'act', action: { do: 'macro', macro: macro.id } } },
      },
    ];
    const refused = edit(
      profile.id,
      { edit: 'several', edits },
      `Bring in what was recorded on ${keyName(board, key)}`,
    );
    if (refused) void message.error(`Not changed: ${refused}`);
  };

  const throwAway = async (key: number): Promise<void> => {
    try {
      await forget(board, key);
    } catch (error) {
      void message.error(`It is still on the keyboard: ${sentenceOf(error)}.`);
    }
  };

  return (
    <section className={recordings.length > 0 ? 'panel recorded' : 'panel'} aria-label="Recorded on the keyboard">
      <strong>{recordings.length > 0 ? 'New on the keyboard' : 'Recording on the keyboard'}</strong>
      {recordings.length === 0 && (
        <p className="soft">
          Press the record key; the first key after it starts the recording. Press record again to stop, then the key
          that is to play it. Hold record for a second to give up. A key becomes the record key by the line{' '}
          <span className="mono">record</span> on the layout bench.
        </p>
      )}
      <ul className="plain-list">
        {recordings.map((recording) => {
          const { slot, key, score } = recording;
          const id = board.keys[key]?.id ?? '';
          const held = slots[slot];
          const isOurs = held?.state === 'profile' && held.profile.id === profile.id;
          const macro = isOurs ? broughtIn(profile, id, recording) : undefined;
          const isInUse = hello?.selected === slot;
          return (
            <li key={`${slot} ${key}`}>
              <p>
                On {keyName(board, id)}, slot {slot + 1}: {score.events.length} events,{' '}
                {(score.lengthUs / 1e6).toFixed(1)} s.{macro ? ` In the draft as “${macro.name}”.` : ''}
              </p>
              {isOurs && !macro && (
                <button type="button" className="word" onClick={() => bringIn(recording, id)}>
                  Bring it into the draft
                </button>
              )}{' '}
              <button
                type="button"
                className="word"
                disabled={!isInUse}
                title={isInUse ? undefined : `Use slot ${slot + 1} first`}
                onClick={() => void throwAway(key)}
              >
                Throw it away
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
};
