import { describe, expect, test } from '@jest/globals';
import type { Actuation } from '../profile';
import { ActuationStage, DOWN_EDGE, NO_EDGE } from './actuation';
import { compile } from './program';
import { stageProfile } from './stage';

/** The edges a curve of depths (in µm) makes: `-` none, `D` down, `U` up; one sign a sample. */
function edges(actuation: Actuation, depths: number[]): string {
  const program = compile(stageProfile({ Base: {} }, {}, { travel: { board: actuation, keys: {} } }));
  const stage = new ActuationStage(program);
  return depths
    .map((depth) => {
      const edge = stage.sample(0, depth);
      return edge === NO_EDGE ? '-' : edge === DOWN_EDGE ? 'D' : 'U';
    })
    .join('');
}

const reversal = (reset: 'point' | 'top'): Actuation => ({
  mode: 'reversal',
  pointUm: 500,
  pressUm: 150,
  releaseUm: 250,
  reset,
});

const CASES: [string, Actuation, number[], string][] = [
  [
    'fixed: down at the point, up above point - 100',
    { mode: 'fixed', pointUm: 1500 },
    [1499, 1500, 1400, 1399, 1450, 1500],
    '-D-U-D',
  ],
  ['fixed: a shallow point lets go half way up', { mode: 'fixed', pointUm: 120 }, [119, 120, 60, 59], '-D-U'],
  [
    'fixed: a release point of its own',
    { mode: 'fixed', pointUm: 1500, releaseUm: 1000 },
    [1500, 1001, 1000, 999],
    'D--U',
  ],
  [
    'reversal: any point beyond the first fires, a lift lets go, a press fires again',
    reversal('point'),
    [499, 500, 2000, 1751, 1750, 1600, 1749, 1750],
    '-D--U--D',
  ],
  ['reversal: leaving the zone while down is an up edge', reversal('point'), [600, 400, 399], 'D-U'],
  ['reversal: outside the zone only the point fires', reversal('point'), [600, 350, 300, 499, 500], 'DU--D'],
  [
    'reversal to the top: the zone reaches up to rest',
    reversal('top'),
    [600, 300, 100, 250, 90, 49, 199, 500],
    'DU-D-U-D',
  ],
];

describe('actuation', () => {
  test.each(CASES)('%s', (_rule, actuation, depths, expected) => expect(edges(actuation, depths)).toBe(expected));
});
