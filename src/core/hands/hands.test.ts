import { describe, expect, test } from '@jest/globals';
import { test as inTurn } from '../../../tests/turns';
import { HARROW_64 } from '../board';
import type { Actuation } from '../profile';
import {
  crossingsPerSecond,
  depthOfForce,
  depthsOf,
  DRIFT,
  forceOfDepth,
  HandTrial,
  HOLDING_HAND,
  normal,
  restingHand,
  SAMPLE_HZ,
  seeded,
  sensitivityUm,
  settingsAround,
  settingsOf,
  suggestion,
  Sway,
  TREMOR,
  withSensitivity,
  type Hand,
  type HandFigures,
  type SwayShape,
} from '.';

const TRAVEL = HARROW_64.travelUm;
const SEED = 7;
/** Fires and lets go at one depth, so that every time the hand goes past it counts. */
const bare = (pointUm: number): Actuation => ({ mode: 'fixed', pointUm, releaseUm: pointUm });
const NO_SLIPS: Hand['slips'] = { perHour: 0, meanG: 0, ms: 100 };
const STILL: SwayShape = { deviation: 0, hz: 1, damping: 0.5 };

describe('sway', () => {
  test.each([0.005, 0.1, 0.7])('keeps its deviation, whatever the step (%d s)', (stepS) => {
    const sway = new Sway(TREMOR, stepS, normal(seeded(SEED)));
    let sum = 0;
    let squares = 0;
    const count = 100_000;
    for (let n = 0; n < count; n++) {
      const x = sway.next();
      sum += x;
      squares += x * x;
    }
    expect(sum / count).toBeCloseTo(0, 1);
    expect(Math.sqrt(squares / count) / TREMOR.deviation).toBeCloseTo(1, 1);
  });

  test('goes past a level as often as Rice’s formula says', () => {
    const shape = { deviation: 1, hz: 2, damping: 0.3 };
    const sway = new Sway(shape, 0.005, normal(seeded(SEED)));
    const seconds = 1500;
    let before = sway.next();
    let crossings = 0;
    for (let n = 0; n < seconds * 200; n++) {
      const x = sway.next();
      if (before < 1.5 && x >= 1.5) crossings++;
      before = x;
    }
    expect(crossings / seconds / crossingsPerSecond([shape], 1.5)).toBeCloseTo(1, 1);
  });
});

describe('the spring', () => {
  test('a finger lighter than the spring moves nothing; one heavier lies at the bottom', () => {
    expect([0, 35, 50, 65, 90].map((force) => depthOfForce(force, TRAVEL))).toEqual([0, 0, 2000, 4000, 4000]);
    expect(forceOfDepth(2000, TRAVEL)).toBe(50);
  });
});

describe('a resting hand, run by the engine', () => {
  inTurn('presses by sway are as many as the closed form says', () => {
    const hand: Hand = { weightG: 28, drift: DRIFT, tremor: TREMOR, slips: NO_SLIPS };
    const points = [100, 400];
    const trial = new HandTrial(HARROW_64, points.map(bare), hand, SEED, false);
    trial.run(2400);
    points.forEach((pointUm, n) => {
      const expected = crossingsPerSecond([DRIFT, TREMOR], forceOfDepth(pointUm, TRAVEL) - hand.weightG);
      const found = (trial.presses[n] ?? 0) / trial.seconds;
      expect([pointUm, found / expected > 0.85 && found / expected < 1.15]).toEqual([pointUm, true]);
    });
  });

  inTurn('presses by slips are those of the exponential strengths that reach the point', () => {
    const slips = { perHour: 1200, meanG: 10, ms: 100 };
    const hand: Hand = { weightG: 30, drift: STILL, tremor: STILL, slips };
    const trial = new HandTrial(HARROW_64, [bare(500), bare(2000)], hand, SEED, false);
    trial.run(3600);
    [500, 2000].forEach((pointUm, n) => {
      const expected = 1200 * Math.exp(-(forceOfDepth(pointUm, TRAVEL) - 30) / slips.meanG);
      const ratio = (trial.presses[n] ?? 0) / expected;
      expect([pointUm, ratio > 0.85 && ratio < 1.15]).toEqual([pointUm, true]);
    });
  });

  inTurn('a heavier finger, and a shallower point, fire more often', () => {
    const pressesOf = (weight: 'light' | 'usual' | 'heavy'): number[] => {
      const trial = new HandTrial(HARROW_64, [bare(100), bare(300)], restingHand(weight, 'index'), SEED, false);
      trial.run(900);
      return trial.presses;
    };
    const [light, usual, heavy] = [pressesOf('light'), pressesOf('usual'), pressesOf('heavy')];
    expect(heavy[0]).toBeGreaterThan(usual[0]!);
    expect(usual[0]).toBeGreaterThanOrEqual(light[0]!);
    expect(heavy[0]).toBeGreaterThan(heavy[1]!);
  });

  test('the same seed gives the same hand, however it is cut into runs', () => {
    const run = (pieces: number[]): number[] => {
      const trial = new HandTrial(HARROW_64, [bare(200)], restingHand('heavy', 'thumb'), SEED, false);
      for (const seconds of pieces) trial.run(seconds);
      return trial.presses;
    };
    expect(run([60, 120, 180])).toEqual(run([360]));
    const [one, other] = [depthsOf(HOLDING_HAND, TRAVEL, 1), depthsOf(HOLDING_HAND, TRAVEL, 2)];
    expect(Array.from({ length: 50 }, one)).not.toEqual(Array.from({ length: 50 }, other));
  });
});

describe('a holding hand', () => {
  const held = (settings: Actuation[]): number[] => {
    const trial = new HandTrial(HARROW_64, settings, HOLDING_HAND, SEED, true);
    trial.run(240);
    return trial.presses;
  };

  test('a key at a depth is held; on reversal it presses again by itself, the more the finer it is', () => {
    const [fixed, fine = 0, usual = 0, coarse = 0] = held([
      { mode: 'fixed', pointUm: 1500 },
      ...[80, 250, 800].map((releaseUm): Actuation => ({
        mode: 'reversal',
        pointUm: 500,
        pressUm: 60,
        releaseUm,
        reset: 'top',
      })),
    ]);
    expect(fixed).toBe(0);
    expect(fine).toBeGreaterThan(usual);
    expect(usual).toBeGreaterThan(coarse);
  });

  test('a key that fires deep is held deeper, down to the bottom', () =>
    expect(
      held([
        { mode: 'fixed', pointUm: 3000 },
        { mode: 'fixed', pointUm: 3600, releaseUm: 3300 },
      ]),
    ).toEqual([0, 0]));

  test('it trembles about its depth', () => {
    const next = depthsOf(HOLDING_HAND, TRAVEL, SEED);
    const depths = Array.from({ length: SAMPLE_HZ * 60 }, next);
    const mean = depths.reduce((sum, depth) => sum + depth, 0) / depths.length;
    expect(Math.abs(mean - 0.72 * TRAVEL)).toBeLessThan(60);
    expect(Math.max(...depths) - Math.min(...depths)).toBeGreaterThan(100);
  });
});

describe('settings around one', () => {
  const reversal: Actuation = { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'point' };

  test('go from the most sensitive to the least, with the present one among them', () => {
    for (const own of [bare(1234), reversal, { mode: 'fixed', pointUm: 1500 } as const]) {
      const settings = settingsAround(own, TRAVEL);
      expect(settings).toContainEqual(own);
      const values = settings.map(sensitivityUm);
      expect(values).toEqual([...new Set(values)].sort((a, b) => a - b));
    }
    expect(settingsAround({ mode: 'fixed', pointUm: 500 }, 2000).map(sensitivityUm).at(-1)).toBe(1800);
  });

  test('keep everything else in proportion', () => {
    expect(withSensitivity(reversal, 500)).toEqual({ ...reversal, releaseUm: 500, pressUm: 300 });
    expect(withSensitivity(reversal, 50)).toEqual({ ...reversal, releaseUm: 50, pressUm: 50 });
    const own: Actuation = { mode: 'fixed', pointUm: 3600, releaseUm: 3300 };
    expect(withSensitivity(own, 1000)).toEqual({ mode: 'fixed', pointUm: 1000, releaseUm: 700 });
    expect(withSensitivity(own, 200)).toEqual({ mode: 'fixed', pointUm: 200, releaseUm: 50 });
  });

  const fixed = (pointUm: number, restingPerHour: number, againPerMinute = 0): HandFigures => ({
    actuation: { mode: 'fixed', pointUm },
    restingPerHour,
    againPerMinute,
  });

  test('the suggestion is the most sensitive one behind the last nervous one', () => {
    const figures = [fixed(300, 5), fixed(500, 0.1), fixed(700, 0.3), fixed(900, 0.05), fixed(1500, 0)];
    expect(suggestion(figures)).toEqual({ to: figures[3], nervous: figures[2] });
    expect(suggestion(figures.slice(3))).toEqual({ to: figures[3] });
    expect(suggestion(figures.slice(0, 3))).toBeUndefined();
    expect(suggestion([fixed(900, 0, 3), fixed(1500, 0)])?.to.actuation.pointUm).toBe(1500);
  });

  test('of a reversal key resting says nothing about its sensitivity: that is for its point', () =>
    expect(suggestion([{ actuation: reversal, restingPerHour: 9, againPerMinute: 0.2 }])).toBeDefined());
});

test('a board’s settings, finger by finger, each once', () => {
  const deep: Actuation = { mode: 'fixed', pointUm: 3000 };
  const usual: Actuation = { mode: 'fixed', pointUm: 1500 };
  const groups = settingsOf(HARROW_64, (key) => (key === 'KeyF' || key === 'KeyJ' ? deep : { ...usual }));
  expect(groups.map(({ finger }) => finger).toSorted()).toEqual(['index', 'little', 'middle', 'ring', 'thumb']);
  for (const { finger, settings } of groups) expect(settings).toEqual(finger === 'index' ? [usual, deep] : [usual]);
});
