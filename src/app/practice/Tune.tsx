/** Takes of one's own typing, what went wrong in them, and which settings would have been better. */
import { useEffect, useMemo, useState } from 'react';
import { check, firstProblem, isSound, type Sound } from '../../core/check';
import { hasGestures } from '../../core/typing';
import { Unreadable } from '../../core/reading';
import type { Sample } from '../../core/engine';
import { useBench } from '../shared/useBench';
import { boardNameOf, samplesOfTake, useTakes, type Take } from '../state/takes';
import { MeantAndCame } from './MeantAndCame';
import { Settings } from './Settings';
import { TakesList } from './TakesList';
import { Threads } from './Threads';
import { useLooked } from './useTuning';
import { WriteTake } from './WriteTake';
import './Tune.css';

/** The fingers of a take, or why they cannot be played here. */
function fingersOf(take: Take | undefined, board: Parameters<typeof samplesOfTake>[1]): readonly Sample[] | string {
  if (!take) return '';
  if (take.board !== board.id)
    return `This take was typed on the ${boardNameOf(take)}, and this profile is for the ${board.name}.`;
  try {
    return samplesOfTake(take, board);
  } catch (error) {
    if (error instanceof Unreadable) return `This take cannot be played: ${error.message}.`;
    throw error;
  }
}

const Tune = () => {
  const bench = useBench();
  const { profile, board } = bench;
  const takes = useTakes((state) => state.takes);
  const problem = useTakes((state) => state.problem);
  useEffect(() => useTakes.getState().follow(), []);
  const [chosen, setChosen] = useState<string | null>(null);
  /** The draft as it was when a take was begun; null when none is written. */
  const [begun, setBegun] = useState<Sound | null>(null);
  const take = takes?.find(({ id }) => id === chosen) ?? takes?.find((one) => one.board === board.id);
  const fingers = useMemo(() => fingersOf(take, board), [take, board]);
  const samples = typeof fingers === 'string' ? null : fingers;
  const sound = useMemo(() => check(profile, board), [profile, board]);
  const question = useMemo(
    () => (samples && take && isSound(sound) ? { profile, board, samples, meant: take.meant } : null),
    [samples, take, sound, profile, board],
  );
  const { looked, failed } = useLooked(question);
  const trouble = !isSound(sound)
    ? `The draft cannot be played: ${firstProblem(sound)}`
    : typeof fingers === 'string'
      ? fingers
      : failed
        ? 'This take could not be played through the engine; choose it again, or another one.'
        : '';

  if (begun)
    return (
      <WriteTake
        sound={begun}
        onDone={(kept) => {
          setBegun(null);
          if (kept) setChosen(null);
        }}
      />
    );
  return (
    <div className="tune">
      <TakesList
        takes={takes}
        problem={problem}
        chosen={take?.id}
        board={board}
        profile={profile}
        canWrite={isSound(sound)}
        onChoose={setChosen}
        onWrite={() => isSound(sound) && setBegun(sound)}
      />
      <div className="tune-middle">
        <MeantAndCame take={take} samples={samples} looked={looked} trouble={trouble} board={board} profile={profile} />
        <Settings
          key={take?.id}
          question={question}
          bench={bench}
          hasGestures={hasGestures(profile)}
          selectedKey={bench.selectedKey}
        />
      </div>
      <Threads looked={looked} bench={bench} />
    </div>
  );
};

export default Tune;
