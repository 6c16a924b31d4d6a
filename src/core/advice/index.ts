/**
 * Things that are allowed and will disappoint: a layer nothing leads to, a hold that fast typing sets off, a binding that no
 * finger reaches. Each has its place and its reason, and where there is one, an edit that mends it.
 */
import type { Sound } from '../check';
import { say } from '../reading';
import type { Advice, Found } from './advice';
import { gestureAdvice } from './gestures';
import { jointAdvice } from './joints';
import { keyboardAdvice } from './keyboard';
import { baseAdvice, fingerAdvice, layerAdvice } from './layers';
import { macroAdvice } from './macros';
import { planAdvice } from './plans';
import { reachAdvice } from './reach';
import { textAdvice } from './texts';
import { travelAdvice } from './travel';

export type { Advice } from './advice';
export { leavingOut, looksSecret } from './texts';
export { strandingSlots } from './slotWays';
export { usersOf, whatLetsGoOf } from './letGo';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** All advice on a sound profile: layers first, then joint presses, then keys in the order of the board. */
export function adviceOn({ profile, board }: Sound): Advice[] {
  const onKeys = profile.layers.flatMap((layer, index) =>
    board.keys.flatMap(({ id }): Found[] => {
      const does = layer.keys[id]?.does;
      const path = ['layers', index, 'keys', id, 'does'];
      if (does?.kind === 'gesture') return gestureAdvice(profile, layer, id, does, path);
      return does?.kind === 'stroke' ? planAdvice(profile, board, layer, id, does.spans, path) : [];
    }),
  );
  return [
    ...layerAdvice(profile, board),
    ...baseAdvice(profile),
    ...fingerAdvice(profile, board),
    ...jointAdvice(profile, board),
    ...reachAdvice(profile, board),
    ...keyboardAdvice(profile, board),
    ...macroAdvice(profile),
    ...textAdvice(profile),
    ...travelAdvice(profile, board),
    ...onKeys,
  ].map((advice) => ({ ...advice, message: say(capital(advice.message)) }));
}
