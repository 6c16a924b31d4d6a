import { describe, expect, test } from '@jest/globals';
import { parseLine } from '../../core/notation';
import type { Span } from '../../core/profile';
import { LOOP_HEIGHT, LOOP_WIDTH, loopHandles, loopScale } from './loopGeometry';

const TRAVEL = 4000;
const plan = (line: string): Span[] => {
  const parsed = parseLine(line, { layers: [] });
  if (!parsed.ok || parsed.binding.kind !== 'stroke') throw new Error(line);
  return parsed.binding.spans;
};

describe('the drawing of a stroke plan', () => {
  test('a place of the drawing is the place on the loop it was drawn from', () => {
    const scale = loopScale(3, TRAVEL);
    for (const placeUm of [100, 700, 3900, 4100, 6500, 7900]) {
      const depth = placeUm <= TRAVEL ? placeUm : 2 * TRAVEL - placeUm;
      for (const lane of [0, 1, 2])
        expect(scale.placeAt(scale.x(lane, placeUm), scale.y(depth))).toBeCloseTo(placeUm, 6);
    }
    expect([scale.placeAt(0, -50), scale.placeAt(LOOP_WIDTH, 9999)]).toEqual([0, TRAVEL]);
  });

  test('ribbons lie inside each other and inside the drawing', () => {
    for (const lanes of [1, 4, 8]) {
      const scale = loopScale(lanes, TRAVEL);
      const bottoms = Array.from({ length: lanes }, (_, lane) => {
        const numbers =
          scale
            .path(lane, 500, 7500)
            .match(/-?\d+(\.\d+)?/g)
            ?.map(Number) ?? [];
        expect(Math.max(...numbers.filter((n) => n < LOOP_WIDTH))).toBeLessThan(LOOP_WIDTH);
        expect(scale.x(lane, 0)).toBeLessThan(scale.x(lane, 2 * TRAVEL));
        return Number(/V([\d.]+)q/.exec(scale.path(lane, 500, 7500))?.[1]);
      });
      expect(bottoms).toEqual([...bottoms].sort((a, b) => b - a));
      expect((bottoms[0] ?? 0) + 14 + scale.ribbon).toBeLessThan(LOOP_HEIGHT);
    }
  });

  test('a part on one limb is a straight line, one past the bottom goes round', () => {
    const scale = loopScale(1, TRAVEL);
    expect(scale.path(0, 500, 2000)).not.toContain('q');
    expect(scale.path(0, 5000, 7000)).not.toContain('q');
    expect(scale.path(0, 500, 7000).match(/q/g)).toHaveLength(2);
  });

  test('every end has a handle, a mark one; figures of one limb stay clear of each other', () => {
    const handles = loopHandles(plan('down 1 to up 1 mm: A, down 1.02 to up 1.1 mm: B, down 1.04 mm: C'), TRAVEL);
    expect(handles.map(({ part, what }) => `${part} ${what}`)).toEqual(['0 from', '0 to', '1 from', '1 to', '2 from']);
    const left = handles.filter(({ crossing }) => crossing.going === 'down').map(({ labelY }) => labelY);
    left.sort((a, b) => a - b);
    for (let n = 1; n < left.length; n++) expect((left[n] ?? 0) - (left[n - 1] ?? 0)).toBeGreaterThanOrEqual(14);
  });
});
