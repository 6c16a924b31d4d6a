/** What the sentences say is what the engine does: every shape of gesture is read, and pressed. */
import { describe, expect, test } from '@jest/globals';
import { compile, isEdgeLine, replay, type Sample } from '../engine';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { timingOf, type Action, type Gesture, type GestureStep, type Interrupt, type Profile } from '../profile';
import { sentencesOf } from '.';

const key = (code: string): Action => ({ do: 'keys', codes: [code] });
const TAPS = ['F13', 'F14', 'F15'];
const HOLDS = ['F16', 'F17', 'F18'];
const TIMES = ['Tapped,', 'Tapped twice,', 'Tapped three times,'];
const NTHS = ['Held', 'The second time held', 'The third time held'];

/** Every gesture of one to three presses, with and without each tap and hold; the last press has something. */
const SHAPES: GestureStep[][] = [1, 2, 3].flatMap((count) =>
  Array.from({ length: 4 ** count }, (_, bits) =>
    Array.from({ length: count }, (__, step): GestureStep => ({
      ...((bits >> (2 * step)) & 1 && { tap: key(TAPS[step]!) }),
      ...((bits >> (2 * step + 1)) & 1 && { hold: key(HOLDS[step]!) }),
    })),
  ).filter((steps) => steps.at(-1)?.tap || steps.at(-1)?.hold),
);

const profileWith = (does: Gesture): Profile => {
  const plain = sketchProfile({ Base: {} });
  return { ...plain, layers: [{ ...plain.layers[0]!, keys: { ...plain.layers[0]!.keys, KeyF: { does } } }] };
};

/** The codes that went down, each with how long it stayed down in ms, for A's presses and those of another key. */
function sent(profile: Profile, hand: Sample[]): Record<string, number> {
  const lengths: Record<string, number> = {};
  for (const line of replay(compile(profile), hand).filter(isEdgeLine))
    lengths[line.code] = (lengths[line.code] ?? 0) + (line.edge === 'up' ? line.t : -line.t) / 1000;
  return lengths;
}

/** `times` short presses, the last of them held for a time. */
const taps = (times: number, lastMs: number): string =>
  Array.from({ length: times }, (_, n) => `+F ${n * 60}, -F ${n * 60 + (n === times - 1 ? lastMs : 30)}`).join(', ');

describe.each<[Interrupt, boolean]>([
  ['nested', false],
  ['any', false],
  ['wait', false],
  ['nested', true],
])('under %s, other hand only: %s', (interrupt, otherHandOnly) => {
  test.each(SHAPES.map((steps) => [JSON.stringify(steps), steps] as const))('%s', (_name, steps) => {
    const does: Gesture = { kind: 'gesture', steps, timing: { interrupt, otherHandOnly } };
    const profile = profileWith(does);
    const sentences = sentencesOf(does, timingOf(profile, does), profile);
    const says = (start: string, what: string): boolean =>
      sentences.some((sentence) => sentence.startsWith(start) && sentence.includes(what));

    steps.forEach((step, n) => {
      const tapped = sent(profile, fingers(taps(n + 1, 30)));
      expect([n, Object.keys(tapped)]).toEqual([n, step.tap ? [TAPS[n]] : []]);
      if (step.tap) expect(says(TIMES[n]!, TAPS[n]!)).toBe(true);

      const held = sent(profile, fingers(taps(n + 1, 900)));
      const expected = step.hold ? HOLDS[n]! : step.tap ? TAPS[n]! : undefined;
      expect([n, Object.keys(held)]).toEqual([n, expected ? [expected] : []]);
      if (step.hold) expect(says(NTHS[n]!, `holds ${HOLDS[n]!} until you let go`)).toBe(true);
      // Whatever the sentence says of holding, it lasts until the key is up.
      if (expected) expect(held[expected]).toBeGreaterThan(600);
    });

    if (!steps[0]!.hold) return;
    // J is of the other hand, D of the same one.
    for (const other of ['J', 'D']) {
      const inside = sent(profile, fingers(`+F 0, +${other} 40, -${other} 80, -F 120`));
      const held = other === 'D' && otherHandOnly ? false : says('Held for', 'inside it');
      expect([other, HOLDS[0]! in inside]).toEqual([other, held && interrupt !== 'wait']);
      if (other === 'D' && otherHandOnly)
        expect(sentences).toContain('A key of the same hand pressed meanwhile makes it a tap at once.');
    }
    if (interrupt === 'wait') expect(says('Held for', 'whatever other keys do meanwhile')).toBe(true);
  });
});

test('there are gestures of every shape', () => expect(SHAPES).toHaveLength(3 + 12 + 48));
