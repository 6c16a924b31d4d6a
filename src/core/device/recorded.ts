/** A stored profile with what was recorded on the keyboard: a key of the base plays its macro instead of what it did. */
import { check, isSound, type Sound } from '../check';
import type { Recording } from '../image';
import type { Macro, Profile } from '../profile';

/** The macro that a recording is. */
export const macroOfRecording = (score: Macro['onPress'], id: string, name: string): Macro => ({
  id,
  name,
  ...(score && { onPress: score }),
  run: { kind: 'times', times: 1 },
  gapMs: 0,
  stop: 'now',
  leavesHeld: false,
  liftModifiers: false,
});

/** The profile as the keyboard runs it, and those recordings that it has room for. */
export function withRecordings(sound: Sound, recordings: readonly Recording[]): Sound {
  const { board } = sound;
  let result = sound;
  for (const { key, score } of recordings) {
    const id = board.keys[key]?.id;
    const [base, ...others] = result.profile.layers;
    if (id === undefined || !base) continue;
    const macro = macroOfRecording(score, `recorded-${id}`, `recorded on ${id}`);
    const profile: Profile = {
      ...result.profile,
      macros: [...result.profile.macros, macro],
      layers: [
        {
          ...base,
          keys: { ...base.keys, [id]: { does: { kind: 'act', action: { do: 'macro', macro: macro.id } } } },
        },
        ...others,
      ],
    };
    const checked = check(profile, board);
    if (isSound(checked)) result = checked;
  }
  return result;
}
