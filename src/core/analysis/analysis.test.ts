import { describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../board';
import { CAUSES, compile, Engine, traceLines } from '../engine';
import { fingers, stageProfile } from '../engine/stage';
import { DEFAULT_TIMING, type Gesture, type Profile } from '../profile';
import { barsWithin, Lanes, overlapsOf, reasonOf, rowsWithin, shortReasonOf } from '.';

/** The lanes of a hand played on a profile until some time after it. */
function lanesOf(profile: Profile, hand: string, untilUs = 2_000_000): Lanes {
  const program = compile(profile);
  const lanes = new Lanes();
  const engine = new Engine(
    program,
    traceLines(program, (line) => lanes.take(line)),
  );
  for (const { tUs, key, depthUm } of fingers(hand)) {
    lanes.finger(tUs, key, depthUm > 0);
    engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
  }
  engine.advance(untilUs);
  return lanes;
}

const PROFILE = stageProfile({
  Base: { A: 'tap A, hold while Nav', Tab: 'go Low', G: 'tap G, twice B' },
  Nav: { H: 'Left' },
  Low: {},
});

describe('lanes', () => {
  test('fingers, decision, layer and host as bars', () => {
    const lanes = lanesOf(PROFILE, '+A 0, +H 50, -H 90, -A 120');
    expect(lanes.fingers).toEqual([
      { name: 'KeyA', fromUs: 0, toUs: 120_000 },
      { name: 'KeyH', fromUs: 50_000, toUs: 90_000 },
    ]);
    expect(lanes.decisions).toEqual([
      { name: 'KeyA', layer: 'base', step: 1, fromUs: 0, toUs: 90_000, why: 'nested', outcome: 'hold' },
    ]);
    expect(lanes.layers).toEqual([{ name: 'nav', fromUs: 90_000, toUs: 120_000 }]);
    expect(lanes.host).toEqual([{ name: 'ArrowLeft', fromUs: 90_000, toUs: 90_000 }]);
  });

  test('what goes on has no end yet', () => {
    const lanes = lanesOf(PROFILE, '+B 0, +A 10', 20_000);
    expect([lanes.held('host'), lanes.held('fingers'), lanes.pending?.name]).toEqual([
      ['KeyB'],
      ['KeyB', 'KeyA'],
      'KeyA',
    ]);
    lanes.endAll(30_000);
    expect([lanes.held('host'), lanes.pending]).toEqual([[], undefined]);
  });

  test('a gesture of two steps is one bar, from its first press to its cause', () => {
    const lanes = lanesOf(PROFILE, '+G 0, -G 50, +G 100, -G 150');
    expect(lanes.decisions).toMatchObject([{ name: 'KeyG', fromUs: 0, toUs: 100_000, step: 2, why: 'only' }]);
  });

  test('layers in the order a press asks them: the go layer under the held ones', () => {
    const lanes = lanesOf(PROFILE, '+Tab 0, -Tab 5, +A 10', 300_000);
    expect(lanes.askOrder(['base', 'nav', 'low'])).toEqual([1, 2, 0]);
  });

  test('bars in a span, gathered in rows, and forgotten when they are old', () => {
    const lanes = lanesOf(PROFILE, '+B 0, -B 10, +C 20, -C 30, +B 40, -B 50');
    expect(barsWithin(lanes.host, 15_000, 25_000).map(({ name }) => name)).toEqual(['KeyC']);
    expect(rowsWithin(lanes.host, 0, 100_000).map(({ name, bars }) => [name, bars.length])).toEqual([
      ['KeyB', 2],
      ['KeyC', 1],
    ]);
    lanes.forget(35_000);
    expect(lanes.host).toHaveLength(1);
  });
});

test('overlaps under each rule are what the engine sends', () => {
  const gesture: Gesture = {
    kind: 'gesture',
    steps: [{ tap: { do: 'keys', codes: ['KeyA'] }, hold: { do: 'keys', codes: ['ControlLeft'] } }],
  };
  expect(overlapsOf(PROFILE, HARROW_64, 'base', 'KeyA', gesture, 200)).toEqual([
    { interrupt: 'nested', other: 'KeyH', sent: ['ControlLeft', 'KeyH'] },
    { interrupt: 'any', other: 'KeyH', sent: ['ControlLeft', 'KeyH'] },
    { interrupt: 'wait', other: 'KeyH', sent: ['KeyA', 'KeyH'] },
  ]);
});

test('every cause has a reason in words', () => {
  for (const cause of CAUSES) {
    expect(reasonOf(cause, DEFAULT_TIMING)).toMatch(/^(it|another|a|there|no) /);
    expect(shortReasonOf(cause).length).toBeGreaterThan(3);
  }
});
