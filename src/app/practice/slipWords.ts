/** Why something went wrong, in a sentence. */
import type { Profile } from '../../core/profile';
import { timingOf } from '../../core/profile';
import type { Slip } from '../../core/typing';
import type { LookedAt } from '../../workers/tuneOrder';

const ms = (us: number): string => `${Math.round(us / 1000)} ms`;

const CAUSES: Readonly<Record<string, string>> = {
  timeout: 'its time was over',
  nested: 'another key went down and up inside it',
  'pressed-inside': 'another key went down while it was down',
  'released-early': 'it came up before its time was over',
  interrupted: 'another key came between',
  'same-hand': 'the next key was of the same hand',
  guard: 'it came so soon after another key',
  retap: 'it was tapped just before',
  gap: 'no second press came',
  held: 'its time was over',
  only: 'it has no other meaning',
};

/** @param legend how a key is called */
export function slipSentence(
  slip: Slip,
  { looked, threads }: LookedAt,
  profile: Profile,
  legend: (key: string) => string,
): string {
  const { press, kind } = slip;
  const at = `${(slip.atUs / 1_000_000).toFixed(1)} s`;
  if (!press) return `At ${at} another key was pressed than was meant, or none: no setting changes that.`;
  const [key, decided] = [press.isJoint ? 'Keys pressed together' : legend(press.key), press.decided];
  const down = threads.find(([id]) => id === press.key)?.[1].find(({ pressedUs }) => pressedUs === press.pressedUs);
  const binding = profile.layers[0]?.keys[press.key]?.does;
  const holdAfterMs = binding ? timingOf(profile, binding).holdAfterMs : profile.timing.holdAfterMs;
  const long = down
    ? ` It was down for ${ms(down.downUs)}, ${ms(down.overlapUs)} of it with the next key; a hold is one after ${holdAfterMs} ms.`
    : '';
  const why = decided ? ` because ${CAUSES[decided.cause] ?? decided.cause}` : '';
  const meant = looked.meant.slice(...slip.meant).join('');
  switch (kind) {
    case 'held':
      return `At ${at} ${key} became a hold${why}, and “${meant}” was meant.${long}`;
    case 'tapped':
      return `At ${at} ${key} became a tap${why}, and its hold was meant.${long}`;
    case 'again':
      return `At ${at} two presses of ${key} became a double tap: the second came within ${profile.timing.tapGapMs} ms.`;
    case 'together':
      return `At ${at} ${key.toLowerCase()} were a joint press, and single keys were meant: they went down too close together.`;
    case 'hand':
      return `At ${at} another key was pressed than was meant.`;
  }
}
