/** What a key makes on a host: the level that the modifiers lead to, Caps Lock, and the number pad. */
import type { Code } from '../codes';
import type { HostLayoutData, Made } from './layout';

export type HostState = {
  shift: boolean;
  altGr: boolean;
  capsLock?: boolean;
  numLock?: boolean;
};

/** Keys that make the same whatever is held. */
const EVERYWHERE: Readonly<Record<Code, string>> = { Enter: '\n', NumpadEnter: '\n', Tab: '\t' };

/** Keys of the number pad that are something else while Num Lock is off. */
const PAD_MOVES = /^Numpad(\d|Decimal)$/;

/** What a key makes: a character, a dead key (`dead acute`), or '' for nothing. */
export function madeBy(layout: HostLayoutData, code: Code, state: HostState): Made {
  const always = EVERYWHERE[code];
  if (always !== undefined) return always;
  const pad = layout.numpad[code];
  if (pad !== undefined) {
    const isNumber = (state.numLock ?? true) !== state.shift;
    return isNumber || !PAD_MOVES.test(code) ? pad : '';
  }
  const level = (state.shift ? 1 : 0) + (state.altGr && layout.altGr ? 2 : 0);
  const levels = layout.keys[code];
  if (!levels) return '';
  // A key with one level makes the same with Shift.
  const at = levels.length === 1 && level === 1 ? 0 : level;
  if (state.capsLock !== true) return levels[at] ?? '';
  const locked = layout.caps?.[code];
  if (locked) return locked[at] ?? '';
  return levels[layout.capsSwaps?.includes(code) === true ? at ^ 1 : at] ?? '';
}

/** What stands on a key's cap for each level: plain, Shift, AltGr, Shift+AltGr; [] for keys that make no character. */
export const levelsOf = (layout: HostLayoutData, code: Code): readonly Made[] =>
  layout.keys[code] ?? (layout.numpad[code] === undefined ? [] : [layout.numpad[code]]);

/** The sign that shows a dead key by itself: `´` for `dead acute`. */
export function signOfDead(layout: HostLayoutData, made: Made): string {
  const next = layout.compose[made];
  if (typeof next !== 'object') return '◌';
  const twice = next[made];
  if (typeof twice === 'string') return twice;
  return typeof next[' '] === 'string' ? next[' '] : '◌';
}
