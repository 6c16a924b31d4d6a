/** Found on gestures: a moment that is too short, a rule that fast typing sets off, a press that can never be meant. */
import type { KeyId } from '../board';
import { isModifier } from '../codes';
import {
  DEFAULT_TIMING,
  timeKeys,
  timingOf,
  type Action,
  type Gesture,
  type Layer,
  type PartialTiming,
  type Path,
  type Profile,
} from '../profile';
import type { Found } from './advice';

/** The shortest time, in ms, that taps of practised typists reliably stay under. */
const USUAL_TAP_MS = 120;
const CALM_HOLD_MS = 180;
/** Who types on presses the next key sooner than this, in ms; who means a hold has paused. */
const CALM_GUARD_MS = 120;
const NAMES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

const holdsModifiers = (action: Action | undefined): boolean => action?.do === 'keys' && action.codes.every(isModifier);

const isLetterTap = (action: Action | undefined): boolean =>
  action?.do === 'keys' &&
  action.codes.length === 1 &&
  /^(Key[A-Z]|Space|Semicolon|Comma|Period|Slash|Quote)$/.test(action.codes[0] ?? '');

/** Found on the gesture of one key. */
export function gestureAdvice(profile: Profile, layer: Layer, key: KeyId, gesture: Gesture, path: Path): Found[] {
  const timing = timingOf(profile, gesture);
  const { steps } = gesture;
  const [first] = steps;
  const advise = (message: string, own: PartialTiming, fixName: string): Found => {
    const fix = timeKeys(profile, layer.id, [key], own);
    return { path, layer: layer.id, key, message, ...(fix && { fix, fixName }) };
  };
  const found: Found[] = [];
  if (first?.tap && holdsModifiers(first.hold) && timing.holdAfterMs > 0 && timing.holdAfterMs < USUAL_TAP_MS) {
    found.push(
      advise(
        `It becomes a modifier after ${timing.holdAfterMs} ms, which is shorter than a usual tap.`,
        { holdAfterMs: CALM_HOLD_MS },
        `Hold after ${CALM_HOLD_MS} ms`,
      ),
    );
  }
  if (isLetterTap(first?.tap) && first?.hold && timing.interrupt === 'any' && !timing.otherHandOnly) {
    found.push(
      advise(
        'Under “any” every letter that overlaps it in fast typing makes it a hold.',
        { interrupt: 'nested', ...(timing.typingGuardMs === 0 && { typingGuardMs: CALM_GUARD_MS }) },
        timing.typingGuardMs === 0
          ? `Use “nested”, and tap at once within ${CALM_GUARD_MS} ms of typing`
          : 'Use “nested”',
      ),
    );
  }
  // On the base, where one types.
  if (
    layer === profile.layers[0] &&
    isLetterTap(first?.tap) &&
    first?.hold &&
    timing.interrupt === 'nested' &&
    timing.typingGuardMs === 0 &&
    timing.holdAfterMs > 0 &&
    !timing.otherHandOnly
  ) {
    found.push(
      advise(
        'In fast typing another key can go down and up inside it, and makes it a hold then.',
        { typingGuardMs: CALM_GUARD_MS },
        `Tap at once within ${CALM_GUARD_MS} ms of typing`,
      ),
    );
  }
  // A step that decides at once leaves nothing to what would come after it.
  if (timing.holdAfterMs === 0) {
    const decides = steps.length > 1 || first?.hold !== undefined;
    const lost = steps.length > 1 ? `its ${NAMES[1] ?? ''} press` : first?.hold && first.tap ? 'its tap' : undefined;
    if (decides && lost !== undefined)
      found.push(
        advise(
          `The first press is decided at once, after 0 ms, so ${lost} can never be reached.`,
          { holdAfterMs: DEFAULT_TIMING.holdAfterMs },
          `Hold after ${DEFAULT_TIMING.holdAfterMs} ms`,
        ),
      );
  } else if (steps.length > 1 && timing.tapGapMs === 0) {
    found.push(
      advise(
        'It does not wait for a second press, so its second press can never be reached.',
        { tapGapMs: DEFAULT_TIMING.tapGapMs },
        `Wait ${DEFAULT_TIMING.tapGapMs} ms`,
      ),
    );
  }
  return found;
}
