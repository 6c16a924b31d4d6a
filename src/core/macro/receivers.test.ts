import { describe, expect, test } from '@jest/globals';
import type { Macro, Score } from '../profile';
import { arrivalsOf, asHeard, macroFromLines, operations, remediesFor, seenBy, SURE } from '.';
import { parseScoreLine } from '../notation';

const score = (line: string): Score => parseScoreLine(line);
const POLL_US = 1000;

/** A small generator of equal chances (Lehmer, modulus 2^31 - 1), so that a run can be repeated from its seed. */
function chances(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** Runs a receiver with random phases over a score, looking at key states as it would, and counts what it got right. */
function simulate(made: Score, hz: number, runs: number, seed: number): { all: number; presses: number } {
  const random = chances(seed);
  const intervalUs = 1e6 / hz;
  const arrivals = arrivalsOf(made, POLL_US);
  const endUs = (arrivals.at(-1)?.tUs ?? 0) + intervalUs;
  const wanted = arrivals.filter(({ down }) => down).map(({ code }) => code);
  let all = 0;
  let presses = 0;
  for (let run = 0; run < runs; run++) {
    const seen: string[] = [];
    let together = false;
    let before = new Set<string>();
    for (let look = random() * intervalUs - intervalUs; look < endUs; look += intervalUs) {
      const now = new Set<string>();
      for (const { tUs, down, code } of arrivals)
        if (tUs <= look)
          if (down) now.add(code);
          else now.delete(code);
      const fresh = [...now].filter((code) => !before.has(code));
      // Two that appear in one look have lost their order.
      together ||= fresh.length > 1;
      seen.push(...fresh);
      before = now;
    }
    const counts = (codes: readonly string[]): string => codes.toSorted().join();
    if (counts(seen) === counts(wanted)) presses++;
    if (!together && seen.join() === wanted.join()) all++;
  }
  return { all: all / runs, presses: presses / runs };
}

describe('a receiver that looks', () => {
  test.each<[string, string, number, number]>([
    ['a press of half an interval is seen half of the time', 'A:10', 50, 0.5],
    ['one as long as an interval always', 'A:20', 50, 1],
    ['a press and the pause behind it that need different phases', 'A:10 10 A:20', 50, 0],
    ['two that fail for the same phases', 'A:10 30 B:10', 50, 0.5],
    ['two downs 5 ms apart are told apart a quarter of the time', '+A 5 +B 100 -A 1 -B', 50, 0.25],
    ['a press again needs to see that it was up', 'A:100 4 A:100', 50, 0.2],
  ])('%s', (_what, line, hz, all) => expect(seenBy(score(line), hz, POLL_US).all).toBeCloseTo(all, 6));

  test('one that looks as often as the device sends sees everything', () =>
    expect(seenBy(score('A:1 1 B:1 1 A:1'), 1000, POLL_US).all).toBe(1));

  test('each demand has its own chance and its place', () => {
    const { demands } = seenBy(score('+Ctrl 5 +D 10 -D 5 -Ctrl'), 50, POLL_US);
    expect(demands.map(({ what, code, chance, events }) => [what, code, chance, events])).toEqual([
      ['order', 'KeyD', 0.25, [0, 1]],
      ['press', 'KeyD', 0.5, [1, 2]],
      ['press', 'ControlLeft', 1, [0, 3]],
    ]);
  });

  test('events at one moment reach the host one poll apart', () =>
    expect(arrivalsOf(score('+Ctrl +D -D -Ctrl'), POLL_US).map(({ tUs }) => tUs)).toEqual([0, 1000, 2000, 3000]));

  test('a text is typed in strokes', () =>
    expect(arrivalsOf(score('"A"'), POLL_US).map(({ code, down }) => `${down ? '+' : '-'}${code}`)).toEqual([
      '+ShiftLeft',
      '+KeyA',
      '-KeyA',
      '-ShiftLeft',
    ]));
});

describe('against a simulated receiver', () => {
  const RUNS = 4000;
  test.each([
    ['A:10 10 B:7 30 A:12', 60, 1],
    ['+Ctrl 9 +D 12 -D 9 -Ctrl 40 Enter:11', 60, 2],
    ['A:5 5 A:5 5 A:5', 120, 3],
    ['A:30 12 A:9 4 B:16 8 C:13', 30, 4],
    ['+Shift 3 +A 20 -A 3 -Shift 15 B:6', 144, 5],
  ])('%s at %d Hz (seed %d)', (line, hz, seed) => {
    const made = score(line);
    const exact = seenBy(made, hz, POLL_US);
    const found = simulate(made, hz, RUNS, seed);
    // Four standard deviations of a share that was counted.
    const near = (share: number): number => 4 * Math.sqrt((share * (1 - share)) / RUNS) + 0.002;
    expect(Math.abs(found.all - exact.all)).toBeLessThan(near(exact.all));
  });
});

describe('remedies', () => {
  test.each(['A:5 5 B:5 5 A:5', '+Ctrl 4 +D 8 -D 4 -Ctrl 20 Enter:8', 'A:30 12 A:9 4 B:16'])('for %s', (line) => {
    const made = score(line);
    const { stretch, pressUs, gapUs } = remediesFor(made, 60, POLL_US);
    expect(seenBy(operations.scale(made, stretch!), 60, POLL_US).all).toBeGreaterThanOrEqual(SURE);
    expect(seenBy(operations.scale(made, stretch! - 0.01), 60, POLL_US).all).toBeLessThan(SURE);
    expect(seenBy(operations.shortestPress(made, pressUs!), 60, POLL_US).presses).toBeGreaterThanOrEqual(SURE);
    expect(seenBy(operations.widenGaps(made, gapUs!), 60, POLL_US).pairs).toBeGreaterThanOrEqual(SURE);
  });

  test('a score that is seen anyway needs none', () =>
    expect(remediesFor(score('A:100 100 B:100'), 60, POLL_US)).toEqual({ stretch: 1, pressUs: 0, gapUs: 0 }));
});

describe('what a macro does at its finish is heard, too', () => {
  const heard = (macro: Macro, part: 'onPress' | 'repeat' | 'onRelease' = 'onPress') =>
    seenBy(asHeard(macro, part)!, 60, POLL_US);

  test('a press of 0 ms that the macro lets go of is as short as that', () => {
    const tap = macroFromLines({ press: '+X' });
    expect(seenBy(tap.onPress!, 60, POLL_US).all).toBe(1);
    expect(heard(tap).all).toBeCloseTo(0.06, 2);
    expect(heard(macroFromLines({ press: '+X 20' })).all).toBe(1);
  });

  test('what is left held, or goes on in another part, has no end there', () => {
    expect(heard(macroFromLines({ press: '+X', leavesHeld: true })).all).toBe(1);
    const two = macroFromLines({ press: '+X', release: '-X' });
    expect(asHeard(two, 'onPress')).toBe(two.onPress);
  });

  test('a longer press helps', () => {
    const { pressUs } = remediesFor(asHeard(macroFromLines({ press: '+X' }), 'onPress')!, 60, POLL_US);
    const longer = operations.shortestPress(operations.closeOpen(score('+X')), pressUs!);
    expect(seenBy(longer, 60, POLL_US).presses).toBeGreaterThan(SURE);
  });
});
