/** What a macro holds when it is over, and what it lets go of that it did not press. */
import type { Code } from '../codes';
import { oncePer, type Macro, type Score } from '../profile';

export type Parts = readonly { name: 'onPress' | 'repeat' | 'onRelease'; score: Score }[];

/** The scores a macro has, in the order they play. */
export const partsOf = (macro: Macro): Parts =>
  (['onPress', 'repeat', 'onRelease'] as const).flatMap((name) => {
    const score = macro[name];
    return score ? [{ name, score }] : [];
  });

export type Held = {
  /** Down when it is over, in the order they went down; let go of then, unless it leaves them held. */
  readonly open: readonly Code[];
  /** Let go of by an `up` with no `down` before it. */
  readonly letsGo: readonly Code[];
};

/** Follows one run of a macro, each part once, which is how often it matters. */
export const heldBy = oncePer((macro: Macro): Held => {
  const open = new Set<Code>();
  const letsGo = new Set<Code>();
  for (const { score } of partsOf(macro)) {
    for (const event of score.events.toSorted((a, b) => a.atUs - b.atUs)) {
      if (!('code' in event)) continue;
      if (event.edge === 'down') {
        open.delete(event.code);
        open.add(event.code);
      } else if (!open.delete(event.code)) {
        letsGo.add(event.code);
      }
    }
  }
  return { open: [...open], letsGo: [...letsGo] };
});

/** The keys a macro leaves down, which must be let go of by something else. */
export const leftDownBy = (macro: Macro): readonly Code[] => (macro.leavesHeld ? heldBy(macro).open : []);
