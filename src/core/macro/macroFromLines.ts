/** A macro as it is written down: its scores as lines, and what is not as usual. Demo, tests and benches make theirs so. */
import type { Macro } from '../profile';
import { parseScoreLine } from '../notation';

export type MacroLines = { id?: string; name?: string; press?: string; repeat?: string; release?: string } & Partial<
  Pick<Macro, 'run' | 'gapMs' | 'stop' | 'leavesHeld' | 'liftModifiers'>
>;

/** @throws Unreadable when a line cannot be read */
export function macroFromLines({ id = 'm', name = 'M', press, repeat, release, ...own }: MacroLines): Macro {
  return {
    id,
    name,
    run: { kind: 'times', times: 1 },
    gapMs: 0,
    stop: 'now',
    leavesHeld: false,
    liftModifiers: false,
    ...own,
    ...(press !== undefined && { onPress: parseScoreLine(press) }),
    ...(repeat !== undefined && { repeat: parseScoreLine(repeat) }),
    ...(release !== undefined && { onRelease: parseScoreLine(release) }),
  };
}
