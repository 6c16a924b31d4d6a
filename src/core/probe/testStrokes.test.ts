import { describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { parseLine } from '../notation';
import type { Sound } from '../check';
import { aloneBinding, runStroke, testStrokes } from '.';

const sentBy = (line: string): Record<string, string> => {
  const parsed = parseLine(line, SHOW_DESK);
  if (!parsed.ok) throw new Error(parsed.error.message);
  return Object.fromEntries(
    testStrokes(HARROW_64.travelUm).map(({ name, curve }) => [
      name,
      runStroke(aloneBinding(SHOW_DESK, HARROW_64, 'KeyD', parsed.binding) as Sound, 'KeyD', curve)
        .map(({ down, name: what }) => `${down ? '+' : '-'}${what}`)
        .join(' '),
    ]),
  );
};

describe('test strokes', () => {
  test('a light and a full press', () =>
    expect(sentBy('down 0.6 to up 0.6 mm: W, down 3 to up 3 mm: E')).toEqual({
      'slow and full': '+W +E -E -W',
      'fast and full': '+W +E -E -W',
      half: '+W -W',
      hesitating: '+W +E -E -W',
      'twice down': '+W +E -E +E -E -W',
    }));

  test('layers are told too, and turns of the wheel', () =>
    expect(sentBy('down 1 to up 1 mm: while Rig, down 3 mm: wheel up')['slow and full']).toBe('+Rig +wheel -Rig'));

  test('a finger that trembles at a depth crosses it once', () =>
    expect(sentBy('down 2 to up 1 mm: W').hesitating).toBe('+W -W'));

  test('each moment has its depth and its way', () => {
    const parsed = parseLine('down 0.6 to up 1 mm: W', SHOW_DESK);
    const [slow] = testStrokes(HARROW_64.travelUm);
    const does = parsed.ok ? parsed.binding : { kind: 'pass' as const };
    const sent = runStroke(aloneBinding(SHOW_DESK, HARROW_64, 'KeyD', does) as Sound, 'KeyD', slow!.curve);
    expect(sent.map(({ going, down }) => `${going} ${String(down)}`)).toEqual(['down true', 'up false']);
    expect(sent[0]!.depthUm).toBeGreaterThanOrEqual(600);
    expect(sent[0]!.depthUm).toBeLessThan(640);
    expect(sent[1]!.depthUm).toBeLessThan(1000);
  });
});
