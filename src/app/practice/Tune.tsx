/** Takes of one's own typing, what went wrong in them, and which settings would have been better. */
import { useEffect, useMemo, useState } from 'react';
import { check, firstProblem, isSound, type Sound } from '../../core/check';
import { hasGestures } from '../../core/typing';
import { useBench } from '../shared/useBench';
import { boardNameOf, useTakes } from '../state/takes';
import { MeantAndCame } from './MeantAndCame';
import { Settings } from './Settings';
import { TakesList } from './TakesList';
import { Threads } from './Threads';
import { useLooked } from './useTuning';
import { WriteTake } from './WriteTake';
import './Tune.css';

const Tune = () => {
  const bench = useBench();
  const { profile, board } = bench;
  const takes = useTakes((state) => state.takes);
  const problem = useTakes((state) => state.problem);
  useEffect(() => useTakes.getState().follow(), []);
  const [chosen, setChosen] = useState<string | null>(null);
  /** The draft as it was when a take was begun; null when none is written. */
  const [begun, setBegun] = useState<Sound | null>(null);
  const [wasWriting, setWasWriting] = useState(false);
  const take = takes?.find(({ id }) => id === chosen) ?? takes?.find((one) => one.board === board.id);
  const sound = useMemo(() => check(profile, board), [profile, board]);
  const isHere = take?.board === board.id;
  const question = useMemo(
    () => (take && isHere && isSound(sound) ? { profile, board, strokes: take.strokes, meant: take.meant } : null),
    [take, isHere, sound, profile, board],
  );
  const { looked, trouble: unplayed } = useLooked(question);
  const trouble = !isSound(sound)
    ? `The draft cannot be played: ${firstProblem(sound)}`
    : take && !isHere
      ? `This take was typed on the ${boardNameOf(take)}, and this profile is for the ${board.name}.`
      : unplayed;

  if (begun)
    return (
      <WriteTake
        sound={begun}
        onDone={(kept) => {
          setBegun(null);
          setWasWriting(true);
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
        takesFocus={wasWriting}
        onChoose={setChosen}
        onWrite={() => isSound(sound) && setBegun(sound)}
      />
      <div className="tune-middle">
        <MeantAndCame take={take} looked={looked} trouble={trouble} board={board} profile={profile} />
        <Settings
          key={take?.id}
          // What can be tried follows from what was found of it: a take that has not been read yet waits.
          question={looked && question}
          hasDepths={looked?.isMeasured === true}
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
