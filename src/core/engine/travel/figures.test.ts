import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SHOW_DESK } from '../../../../demo';
import { HARROW_64 } from '../../board';
import { parseActuation, printActuation } from '../../notation';
import {
  actuationOf,
  inverseOf,
  keysLike,
  movementMs,
  mustEdit,
  setActuation,
  setBoardActuation,
  travelFigures,
  type Actuation,
} from '../../profile';
import { compile, Engine, isEdgeLine, nextEdgeUm, replay, type SwitchState } from '..';
import { sketchProfile } from '../../../../tests/making/sketch';

const FIXED: Actuation = { mode: 'fixed', pointUm: 1500 };
const REVERSAL: Actuation = { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'top' };

/** The depths at which edges happen when a finger moves evenly along a path, in steps of 10 µm. */
function edgesAlong(actuation: Actuation, ...turns: number[]): [edge: string, depthUm: number][] {
  const profile = { ...sketchProfile({ Base: {} }), travel: { board: actuation, keys: {} } };
  const samples: { tUs: number; key: string; depthUm: number }[] = [];
  let depth = 0;
  for (const turn of turns) {
    while (depth !== turn) {
      depth += Math.sign(turn - depth) * 10;
      samples.push({ tUs: samples.length * 100, key: 'KeyA', depthUm: depth });
    }
  }
  return replay(compile(profile), samples)
    .filter(isEdgeLine)
    .map(({ t, edge }) => [edge, samples[t / 100]?.depthUm ?? 0]);
}

describe('the figures of a setting are what the engine does', () => {
  test.each<[string, Actuation]>([
    ['fixed', FIXED],
    ['fixed with a release of its own', { mode: 'fixed', pointUm: 2000, releaseUm: 1200 }],
    ['a shallow one', { mode: 'fixed', pointUm: 140 }],
    ['reversal', REVERSAL],
  ])('%s', (_what, actuation) => {
    const { fireUm, backUm, againUm } = travelFigures(actuation, 4000);
    const [down, up, again] = edgesAlong(actuation, 4000, 4000 - backUm - 10, 4000 - backUm - 10 + againUm + 10, 0);
    expect(down).toEqual(['down', fireUm]);
    expect(up?.[0]).toBe('up');
    expect(Math.abs(4000 - (up?.[1] ?? 0) - backUm)).toBeLessThanOrEqual(10);
    expect(again?.[0]).toBe('down');
  });

  test('at a finger’s speed', () =>
    expect((['slow', 'usual', 'fast'] as const).map((speed) => movementMs(1500, speed))).toEqual([30, 10, 3.75]));
});

describe('depths as a line', () => {
  test.each<[string, Actuation]>([
    ['at 1.5 mm', FIXED],
    ['at 2 mm, back at 1.2 mm', { mode: 'fixed', pointUm: 2000, releaseUm: 1200 }],
    ['reversal 0.5 mm, press 0.15, release 0.25, to the top', REVERSAL],
    ['reversal 0.5 mm, press 0.15, release 0.25, to the point', { ...REVERSAL, reset: 'point' }],
  ])('%s', (line, actuation) => {
    expect(parseActuation(line)).toEqual({ ok: true, actuation });
    expect(printActuation(actuation)).toBe(line);
  });

  test.each([
    ['at 0.05 mm', 'A key fires at 0.1 mm at the least.'],
    ['at 1 mm, back at 1.2 mm', 'It lets go between 0.05 mm and its point, 1 mm.'],
    ['reversal 0.5 mm, press 0.01, release 0.25, to the top', 'Press and release are 0.05 mm at the least.'],
    ['deep', 'There could be “at 1.5 mm”'],
  ])('%s: %s', (line, message) => {
    const parsed = parseActuation(line);
    expect(parsed.ok ? '' : parsed.message).toContain(message);
  });

  test('none is changed by being written and read', () => {
    const depth = (least: number) => fc.integer({ min: least, max: 4000 });
    const any = fc.oneof(
      depth(100).map((pointUm): Actuation => ({ mode: 'fixed', pointUm })),
      fc.record({
        mode: fc.constant('reversal' as const),
        pointUm: depth(100),
        pressUm: depth(50),
        releaseUm: depth(50),
        reset: fc.constantFrom<'top' | 'point'>('top', 'point'),
      }),
    );
    fc.assert(
      fc.property(any, (actuation) =>
        expect(parseActuation(printActuation(actuation))).toEqual({ ok: true, actuation }),
      ),
    );
  });
});

describe('settings of several keys', () => {
  test('their own, and back to the board’s', () => {
    const own = mustEdit(SHOW_DESK, setActuation(SHOW_DESK, ['KeyA', 'KeyS'], REVERSAL));
    expect([actuationOf(own, 'KeyA'), actuationOf(own, 'KeyD')]).toEqual([REVERSAL, SHOW_DESK.travel.board]);
    const back = mustEdit(own, setActuation(own, ['KeyA'], null));
    expect(Object.keys(back.travel.keys)).not.toContain('KeyA');
    expect(Object.keys(mustEdit(own, setActuation(own, ['KeyS'], own.travel.board)).travel.keys)).not.toContain('KeyS');
    const edit = setBoardActuation(own, FIXED);
    expect(mustEdit(mustEdit(own, edit), inverseOf(own, edit))).toEqual(own);
  });

  test('keys of a finger, of a row, of a role', () => {
    expect(keysLike(HARROW_64, SHOW_DESK, 'KeyE', 'finger')).toEqual(['Digit3', 'KeyE', 'KeyD', 'KeyC']);
    expect(keysLike(HARROW_64, SHOW_DESK, 'Tab', 'row')).toHaveLength(14);
    expect(keysLike(HARROW_64, SHOW_DESK, 'Tab', 'role')).toContain('CapsLock');
    expect(keysLike(HARROW_64, SHOW_DESK, 'Nowhere', 'row')).toEqual([]);
  });
});

describe('where the next edge will be', () => {
  const reversal: Actuation = { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'point' };
  test.each<[string, Actuation, SwitchState, number]>([
    [
      'a key that is up fires at its point',
      { mode: 'fixed', pointUm: 1500 },
      { isDown: false, inZone: false, extremeUm: 0 },
      1500,
    ],
    [
      'one that is down lets go a little above',
      { mode: 'fixed', pointUm: 1500 },
      { isDown: true, inZone: false, extremeUm: 1500 },
      1400,
    ],
    ['outside the zone only the point counts', reversal, { isDown: false, inZone: false, extremeUm: 300 }, 500],
    ['down: the release above the peak', reversal, { isDown: true, inZone: true, extremeUm: 3300 }, 3050],
    ['down near the top: leaving the zone', reversal, { isDown: true, inZone: true, extremeUm: 520 }, 400],
    ['up in the zone: the press below the valley', reversal, { isDown: false, inZone: true, extremeUm: 2750 }, 2900],
  ])('%s', (_what, actuation, state, atUm) => expect(nextEdgeUm(actuation, state)).toBe(atUm));

  test('the engine’s own edges come there', () => {
    const profile = sketchProfile({ Base: {} }, {}, { travel: { board: reversal, keys: {} } });
    const program = compile(profile);
    const edges: boolean[] = [];
    const engine = new Engine(program, { edge: (_t, down) => edges.push(down) });
    let count = 0;
    for (const depthUm of [700, 2000, 1800, 1749, 1700, 1900]) {
      const next = nextEdgeUm(reversal, engine.switchState(0));
      const was = engine.switchState(0).isDown;
      const crosses = was ? depthUm <= next : depthUm >= next;
      engine.feed(count++, 0, depthUm);
      expect([depthUm, engine.switchState(0).isDown !== was]).toEqual([depthUm, crosses]);
    }
    expect(edges).toEqual([true, false, true]);
  });
});
