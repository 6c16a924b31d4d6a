/** Found on joint presses: a longer one that a shorter one has to wait for. */
import type { Board, BoardKey, KeyId } from '../board';
import { titleOfCode, isCode } from '../codes';
import { together, type Edit, type Joint, type Profile } from '../profile';
import type { Found } from './advice';

const nameOf = (key: KeyId): string => (isCode(key) ? titleOfCode(key) : key);
const namesOf = ({ keys }: Joint): string => keys.map(nameOf).join(' + ');

const holdsAll = (longer: Joint, shorter: Joint): boolean =>
  longer.keys.length > shorter.keys.length && shorter.keys.every((key) => longer.keys.includes(key));

/** Whether a key follows a stroke plan wherever it does anything; such a key takes no part in joint presses. */
function alwaysPlans(profile: Profile, { id }: BoardKey): boolean {
  const does = profile.layers.map(({ keys }) => keys[id]?.does.kind ?? 'pass').filter((kind) => kind !== 'pass');
  return does.length > 0 && does.every((kind) => kind === 'stroke');
}

/** Joint presses that come late because a longer one could still follow, or that can never come. */
export function jointAdvice(profile: Profile, board: Board): Found[] {
  return profile.joints.flatMap((joint, index): Found[] => {
    const path = ['joints', index];
    const planned = board.keys.find((key) => joint.keys.includes(key.id) && alwaysPlans(profile, key));
    if (planned) {
      const message = `${namesOf(joint)} can never be pressed together: ${nameOf(planned.id)} follows a stroke plan.`;
      const fix = { edit: 'remove' as const, list: 'joints' as const, id: joint.id };
      return [{ path, layer: '', message, fix, fixName: 'Take the joint press out' }];
    }
    const longer = profile.joints.filter((other) => holdsAll(other, joint));
    const slowest = longer.toSorted((a, b) => b.withinMs - a.withinMs)[0];
    if (!slowest || slowest.withinMs <= joint.withinMs) return [];
    const edits = longer.map((other): Edit => ({
      edit: 'replace',
      list: 'joints',
      id: other.id,
      item: { ...other, withinMs: Math.min(other.withinMs, joint.withinMs) },
    }));
    return [
      {
        path,
        layer: '',
        message: `${namesOf(joint)} waits up to ${slowest.withinMs} ms, in case ${namesOf(slowest)} is being pressed.`,
        fix: together(edits),
        fixName: `Give both ${joint.withinMs} ms`,
      },
    ];
  });
}
