/** The one button that saves: writes, reads back, compares, and says what is known. */
import { App as AntApp, Button } from 'antd';
import { memo, useCallback, useEffect, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import type { Board } from '../../core/board';
import { check, firstProblem, isSound } from '../../core/check';
import { howHeld } from '../../core/image';
import type { Profile } from '../../core/profile';
import { savedWords } from '../shared/savedWords';
import { useWhenIdle } from '../shared/useWhenIdle';
import { useShelf } from '../state/shelf';
import { slotFor, useKeyboard, useKeyboards } from '../state/keyboards';
import './SaveButton.css';

/** What the bar calls the state of a keyboard's link. */
export const LINK_TEXT = { connecting: 'looking for it', connected: 'connected', lost: 'not connected' } as const;

const asItIs = (profile: Profile): Profile => profile;

type SaveButtonProps = {
  profile: Profile;
  board: Board;
  /** Whether something keeps the profile from being stored, as far as it has been looked through. */
  hasProblems: boolean;
};

type FaceProps = { title: string; isOff: boolean; says: string; onPress: () => void };

/** The button itself, which an edit seldom changes. */
const Face = memo(({ title, isOff, says, onPress }: FaceProps) => (
  <Button className="save-button" type="primary" title={title} disabled={isOff} onClick={onPress}>
    {says}
  </Button>
));
Face.displayName = 'Face';

export const SaveButton = ({ profile, board, hasProblems }: SaveButtonProps) => {
  const { message } = AntApp.useApp();
  const navigate = useNavigate();
  const { status, slots, saving, hello } = useKeyboard(board.id);
  const save = useKeyboards((state) => state.save);
  const own = slots.find((slot) => slot.state === 'profile' && slot.profile.id === profile.id);
  const looked = useWhenIdle(profile, board, asItIs);
  const isSame = useMemo(
    () => own?.state === 'profile' && howHeld(own.profile, looked, board, hello?.slotBytes) !== 'other',
    [own, looked, board, hello],
  );
  // What was changed since it was looked at is not known to be in the keyboard.
  const isStored = isSame && looked === profile;

  const press = async (profile: Profile): Promise<void> => {
    const checked = check(profile, board);
    if (!isSound(checked)) {
      void message.error(`Not saved: ${firstProblem(checked)}`);
      return;
    }
    const slot = slotFor(slots, profile.id);
    if (slot === undefined) {
      void message.info(`All ${slots.length} slots hold other profiles. Choose the one to replace.`);
      void navigate(`/profile/${profile.id}/device`);
      return;
    }
    try {
      void message.success(savedWords(profile.name, slot, await save(checked, slot)));
    } catch (error) {
      void message.error({
        content: `Saving did not finish: ${error instanceof Error ? error.message : String(error)}.`,
        duration: 8,
      });
    }
  };

  const title =
    status !== 'connected'
      ? `The ${board.name} is ${LINK_TEXT[status]}`
      : hasProblems
        ? 'There are problems to look at first'
        : isStored
          ? 'What is stored is what you see'
          : 'Write, read back and compare';
  const latest = useRef<() => void>(() => undefined);
  useEffect(() => {
    // What is saved is what is there now, not what was drawn last.
    latest.current = () =>
      void press(useShelf.getState().entries.find((entry) => entry.profile.id === profile.id)?.profile ?? profile);
  });
  const pressNow = useCallback(() => latest.current(), []);
  return (
    <Face
      title={title}
      isOff={status !== 'connected' || hasProblems || saving !== null}
      says={saving ? `Saving ${Math.round(saving.part * 100)} %` : isStored ? 'In the keyboard' : 'Save to keyboard'}
      onPress={pressNow}
    />
  );
};
