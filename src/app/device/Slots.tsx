/** The keyboard's slots: what each holds, which one is in use, and the ways to write to it and to take from it. */
import { App as AntApp } from 'antd';
import type { Board } from '../../core/board';
import { strandingSlots } from '../../core/advice';
import { check, isSound } from '../../core/check';
import { howHeld } from '../../core/image';
import { LIMITS, type Profile } from '../../core/profile';
import { foreign, shortened } from '../../core/reading';
import { savedWords } from '../shared/savedWords';
import { WeavePicture } from '../shared/WeavePicture';
import { useKeyboards, type KeyboardState, type Slot } from '../state/keyboards';
import { newProfileId } from '../state/ids';
import { useShelf } from '../state/shelf';
import './Slots.css';

const HELD = {
  same: 'the same as this draft',
  withoutWalk: 'the same as this draft, without its walk',
  other: 'not the same as this draft',
} as const;

type SlotsProps = { board: Board; profile: Profile; keyboard: KeyboardState };

const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

export const Slots = ({ board, profile, keyboard }: SlotsProps) => {
  const { message, modal } = AntApp.useApp();
  const { slots, hello, saving, status } = keyboard;
  const save = useKeyboards((state) => state.save);
  const selectSlot = useKeyboards((state) => state.select);
  const entries = useShelf((state) => state.entries);
  const add = useShelf((state) => state.add);
  const isBusy = status !== 'connected' || saving !== null;
  const isTaken = useShelf((state) => state.isTaken);
  const checked = check(profile, board);

  const clear = useKeyboards((state) => state.clear);
  const format = useKeyboards((state) => state.format);

  const write = async (slot: number, replacesDamaged = false): Promise<void> => {
    if (!isSound(checked)) return;
    try {
      void message.success(savedWords(profile.name, slot, await save(checked, slot, replacesDamaged)));
    } catch (error) {
      void message.error({ content: `Saving did not finish: ${sentenceOf(error)}.`, duration: 8 });
    }
  };

  const writeAfterYes = (slot: number, held: Slot): void => {
    if (held.state === 'empty' || (held.state === 'profile' && held.profile.id === profile.id)) {
      void write(slot);
      return;
    }
    modal.confirm({
      title: `Slot ${slot + 1} holds ${held.state === 'profile' ? `“${foreign(held.profile.name)}”` : held.state === 'damaged' ? 'something damaged' : 'something that cannot be read'}`,
      content: `Saving “${foreign(profile.name)}” there replaces it in the keyboard. ${held.state === 'profile' && entries.some((entry) => entry.profile.id === held.profile.id) ? 'It is on the shelf too.' : 'It is not on the shelf.'}`,
      okText: 'Replace it',
      cancelText: 'Leave it',
      onOk: () => void write(slot, held.state === 'damaged'),
    });
  };

  const tryTo = (work: Promise<void>, what: string): void =>
    void work.catch((error: unknown) => message.error(`${what}: ${sentenceOf(error)}.`));

  const empty = (slot: number, held: Slot): void => {
    const isOnShelf = held.state === 'profile' && entries.some((entry) => entry.profile.id === held.profile.id);
    modal.confirm({
      title: `Empty slot ${slot + 1}`,
      content: isOnShelf ? 'What it holds is on the shelf too.' : 'What it holds is not on the shelf.',
      okText: 'Empty it',
      cancelText: 'Leave it',
      onOk: () => tryTo(clear(board, slot), `Slot ${slot + 1} was not emptied`),
    });
  };

  const eraseAll = (): void => {
    modal.confirm({
      title: `Erase everything in the ${board.name}`,
      content: 'Its memory holds something that this firmware did not write. It is lost then.',
      okText: 'Erase it',
      cancelText: 'Leave it',
      onOk: () => tryTo(format(board), 'It was not erased'),
    });
  };

  const bringToShelf = async (stored: Profile): Promise<void> => {
    const known = entries.find((entry) => entry.profile.id === stored.id)?.profile;
    if (known && howHeld(stored, known, board, hello?.slotBytes) !== 'other') {
      void message.info(`“${foreign(stored.name)}” is on the shelf already, and it does the same.`);
      return;
    }
    const copy = (await isTaken(stored.id))
      ? { ...stored, id: newProfileId(), name: shortened(`${stored.name} (from the keyboard)`, LIMITS.nameLength) }
      : stored;
    const keeping = await add(copy);
    if (keeping.state === 'notKept')
      void message.warning(`“${foreign(stored.name)}” is on the shelf, but not kept: ${keeping.because}.`);
    else void message.success(`“${foreign(stored.name)}” was copied to the shelf.`);
  };

  const stranding = strandingSlots(slots.map((slot) => (slot.state === 'profile' ? slot.profile : undefined)));

  const about = (slot: Slot): string => {
    switch (slot.state) {
      case 'empty':
        return 'empty';
      case 'unreadable':
        return `cannot be read: ${slot.reason}`;
      case 'damaged':
        return `damaged: ${slot.reason}. It stays as it is until you save here`;
      case 'profile':
        return `${slot.bytes} bytes${slot.profile.id === profile.id ? ` · ${HELD[howHeld(slot.profile, profile, board, hello?.slotBytes)]}` : ''}`;
    }
  };

  return (
    <section aria-label="Slots">
      <p className="device-title">
        <strong>Slots</strong> <span className="soft">each works with no computer attached</span>
      </p>
      <ul className="slots">
        {slots.map((slot, index) => (
          <li
            key={index}
            className={`slot ${hello?.selected === index ? 'in-use' : ''}`}
            data-testid={`slot-${index + 1}`}
          >
            <b className="slot-number">{index + 1}</b>
            <span>
              {slot.state === 'profile' && <WeavePicture profile={slot.profile} board={board} width={90} height={44} />}
            </span>
            <span className="slot-text">
              <strong>{slot.state === 'profile' ? slot.profile.name : '—'}</strong>
              {hello?.selected === index && slot.state === 'profile' && <span className="slot-used"> in use</span>}
              <br />
              <span className="soft">{about(slot)}</span>
              {stranding.includes(index) && (
                <>
                  <br />
                  <span role="note">No key here changes the slot: a key leads in, none leads back.</span>
                </>
              )}
            </span>
            <span className="slot-actions">
              <button
                type="button"
                className="word"
                disabled={isBusy || !isSound(checked)}
                onClick={() => writeAfterYes(index, slot)}
              >
                Save here
              </button>
              {slot.state === 'profile' && (
                <>
                  {hello?.selected !== index && (
                    <button
                      type="button"
                      className="word"
                      disabled={isBusy}
                      onClick={() => tryTo(selectSlot(board, index), `Slot ${index + 1} is not in use`)}
                    >
                      Use
                    </button>
                  )}
                  <button type="button" className="word" onClick={() => void bringToShelf(slot.profile)}>
                    To the shelf
                  </button>
                </>
              )}
              {slot.state !== 'empty' && (
                <button type="button" className="word madder" disabled={isBusy} onClick={() => empty(index, slot)}>
                  Empty …
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {hello?.isForeign && (
        <p role="alert">
          Its memory holds something that this firmware did not write.{' '}
          <button type="button" className="word madder" onClick={eraseAll}>
            Erase it
          </button>
        </p>
      )}
      {slots.length === 0 && (
        <p className="soft">
          {status === 'lost'
            ? 'The keyboard cannot be reached; it is tried again.'
            : 'Reading what is in the keyboard …'}
        </p>
      )}
    </section>
  );
};
