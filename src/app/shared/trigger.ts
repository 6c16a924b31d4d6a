/** A gamepad's trigger as a finger: how far it is pulled. */

/** Triggers of a gamepad (Gamepad standard, "standard" mapping: buttons 6 and 7). */
const TRIGGERS = [6, 7];
/** Less than this is a trigger that nobody pulls. */
const STARTS = 0.02;

/** How far the furthest pulled trigger of all gamepads is pulled, from 0 to 1. */
export function triggerShare(): number {
  const shares = navigator
    .getGamepads()
    .flatMap((pad) => (pad ? TRIGGERS.map((button) => pad.buttons[button]?.value ?? 0) : []));
  const most = Math.max(0, ...shares);
  return most > STARTS ? most : 0;
}

/** Whether there is a gamepad whose trigger could be pulled. */
export const hasTrigger = (): boolean => navigator.getGamepads().some((pad) => pad !== null);
