/** Stroke plans, sentence by sentence. Depths are in millimetres, times in milliseconds. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../../tests/runs';
import { Engine } from '../engine';
import { isEdgeLine, outcomeLines, type OutcomeLine } from '../out';
import { compile } from '../compile';
import { replay } from '../replay';
import { fingers, sent, shortly, sketchProfile } from '../../../../tests/making/sketch';
import type { Span } from '../../profile';

/** One finger on A, a sample every millisecond. */
const along = (depths: string): string =>
  depths
    .split(' ')
    .map((depth, n) => `A@${depth} ${n}`)
    .join(', ');

const alone = (line: string, depths: string): string => sent({ Base: { A: line } }, along(depths));

describe('a span', () => {
  test.each([
    ['begins at its from and ends at its to', 'down 0.6 to down 2 mm: W', '0 0.5 0.6 1.9 2 4 0', '2 +W, 4 -W'],
    ['may end on the way up', 'down 0.6 to up 2 mm: W', '0 0.6 4 2 1.9 0', '1 +W, 4 -W'],
    ['may begin on the way up', 'up 2 to up 1 mm: W', '0 4 2 1.99 1 0.99 0', '3 +W, 5 -W'],
    [
      'ends when its from is crossed the other way',
      'down 0.6 to down 2 mm: W',
      '0 1 0.6 0.59 2 0',
      '1 +W, 3 -W, 4 +W, 4 -W',
    ],
    [
      'that began on the way up ends when it is crossed going down',
      'up 2 to up 1 mm: W',
      '0 4 1.5 1.9 2 4',
      '2 +W, 4 -W',
    ],
    ['ends at the end of the stroke, whatever its end', 'down 0.12 to down 2 mm: W', '0 0.13 0.04', '1 +W, 2 -W'],
    ['is not active when the key is at rest', 'up 0.1 to down 0.1 mm: W', '0 1 0.06 0.04', '2 +W, 3 -W'],
    ['begins again in the same stroke', 'down 0.6 to up 0.5 mm: W', '0 1 0.3 1 0', '1 +W, 2 -W, 3 +W, 4 -W'],
  ])('%s', (_rule, line, depths, expected) => expect(alone(line, depths)).toBe(expected));

  test('holds a layer for other keys', () => {
    const layers = { Base: { A: 'down 0.6 to down 2 mm: while Cues' }, Cues: { B: 'X' } };
    expect(sent(layers, 'A@1 0, +B 10, -B 20, A@3 30, +B 40, -B 50, A@0 60')).toBe('10 +X, 20 -X, 40 +B, 50 -B');
  });

  test('is no new key to the modifiers of another span of its stroke', () => {
    const line = 'down 0.6 to up 0.5 mm: Ctrl+W, down 2 to up 2.5 mm: E';
    expect(alone(line, '0 1 3 0')).toBe('1 +Ctrl, 1 +W, 2 +E, 3 -E, 3 -W, 3 -Ctrl');
  });
});

describe('a mark', () => {
  test('is begun at its crossing and ended after the tap time', () =>
    expect(alone('down 2 mm: W', '0 1 2 4 0')).toBe('2 +W, 10 -W'));

  test('that holds a layer is over at once', () =>
    expect(alone('down 2 mm: while Base & Ctrl', '0 4 0')).toBe('1 +Ctrl, 1 -Ctrl'));

  test('is crossed once each way', () =>
    expect(alone('down 2 mm: W, up 2 mm: E', '0 4 1 4 0')).toBe('1 +W, 2 +E, 3 -W, 3 +W, 4 -E, 4 +E, 11 -W, 12 -E'));
});

describe('the depth that counts', () => {
  test.each([
    [
      'trembling less than the backlash crosses nothing twice',
      'down 2 to up 2.2 mm: W',
      '0 2 1.9 2.04 1.9 2.1 0',
      '1 +W, 6 -W',
    ],
    ['it turns when the finger is the backlash behind', 'down 2 to up 2.2 mm: W', '0 2.14 2 1.99 0', '1 +W, 3 -W'],
    [
      'the turn moves it at once to the finger',
      'down 2 to up 2.1 mm: W, up 2 mm: E',
      '0 2.1 1.95 0',
      '1 +W, 2 -W, 2 +E, 10 -E',
    ],
    ['it turns down in the same way', 'up 2 to down 2 mm: W', '0 3 1.9 2.04 2.05 3', '2 +W, 4 -W'],
  ])('%s', (_rule, line, depths, expected) => expect(alone(line, depths)).toBe(expected));
});

describe('crossings of one sample', () => {
  test.each([
    ['go in the order of travel going down', 'down 3 mm: C, down 1 mm: A, down 2 mm: B', '0 4 0', '1 +A, 1 +B, 1 +C'],
    ['and going up', 'up 1 mm: A, up 3 mm: C, up 2 mm: B', '0 4 0', '2 +C, 2 +B, 2 +A'],
    ['equal depths go as listed', 'down 2 mm: B, down 2 mm: A', '0 4 0', '1 +B, 1 +A'],
    [
      'an end and a beginning at one depth, as listed',
      'down 1 to down 2 mm: A, down 2 to up 2.5 mm: B',
      '0 2 0',
      '1 +A, 1 -A, 1 +B',
    ],
    ['or the other way round', 'down 2 to up 2.5 mm: B, down 1 to down 2 mm: A', '0 2 0', '1 +A, 1 +B, 1 -A'],
  ])('%s', (_rule, line, depths, expected) => expect(alone(line, depths)).toContain(expected));

  test('at the end of the stroke the last begun ends first, after the crossings of the sample', () =>
    expect(alone('down 0.1 to down 4 mm: A, up 1 to up 0.2 mm: B, up 2 to down 4 mm: C', '0 3 1.5 0')).toBe(
      '1 +A, 2 +C, 3 +B, 3 -B, 3 -A, 3 -C',
    ));
});

describe('looking up', () => {
  const shallow = 'down 0.5 to down 1 mm: X';

  test('happens at the first crossing, and the plan stays for the whole stroke', () => {
    const layers = { Base: { A: 'down 0.6 to down 2 mm: W, down 3 mm: E', Space: 'while Nav' }, Nav: { A: 'Q' } };
    expect(sent(layers, 'A@1 0, +Space 10, A@4 20, A@0 30, +A 40, -A 50, -Space 60')).toBe(
      '0 +W, 20 -W, 20 +E, 28 -E, 40 +Q, 50 -Q',
    );
  });

  test('a press that first finds a plan plays what was passed before, in order of depth, then its own', () => {
    const layers = {
      Base: { A: 'Q', Space: 'while Nav' },
      Nav: { A: 'down 0.3 mm: W, down 0.2 to up 3 mm: E, down 1.4 mm: R' },
    };
    expect(sent(layers, 'A@1 0, +Space 10, A@2 20, A@0 30, -Space 40')).toBe(
      '20 +E, 20 +W, 20 +R, 28 -W, 28 -R, 30 -E',
    );
  });

  test('so does a crossing on the way down that first finds one, though the key is not down by its actuation', () => {
    const layers = { Base: { A: 'Q', Space: 'while Nav' }, Nav: { A: `${shallow}, down 1.2 mm: E` } };
    expect(sent(layers, 'A@1.1 0, +Space 10, A@1.3 20, A@2 30, A@0 40, -Space 50')).toBe('20 +X, 20 -X, 20 +E, 28 -E');
  });

  test('one on the way up that first finds a plan plays its own crossings only', () => {
    const layers = {
      Base: { A: 'down 3.5 mm: E', J: 'tap J, hold Ctrl', Space: 'while Nav' },
      Nav: { A: 'down 0.3 to up 0.5 mm: W, up 1.7 mm: U' },
    };
    expect(sent(layers, '+J 0, A@2 10, -J 20, +Space 25, A@1.6 30, A@0 40, -Space 50')).toBe(
      '20 +J, 28 -J, 30 +U, 38 -U',
    );
  });

  test('happens at a depth of the plan passed either way, whichever way the plan names it', () => {
    const layers = { Base: { A: 'Q', Space: 'while Nav' }, Nav: { A: 'up 1 mm: U' } };
    expect(sent(layers, '+Space 0, A@1.2 10, -Space 20, A@2 30, A@0.5 40, A@0 50')).toBe('40 +U, 48 -U');
  });

  test('happens at an up edge too', () => {
    const layers = {
      Base: { A: 'down 3.5 mm: E', J: 'tap J, hold Ctrl', Space: 'while Nav' },
      Nav: { A: 'down 2.5 mm: N' },
    };
    // The press begins nothing while J is undecided, and so looks up nothing; the up, on Nav, does.
    expect(sent(layers, '+J 0, A@2 10, -J 20, +Space 25, A@1.2 30, -Space 35, A@3 40, A@0 50')).toBe(
      '20 +J, 28 -J, 40 +N, 48 -N',
    );
  });

  test('in a stroke without a plan every press looks up anew, and one that then finds a plan does nothing', () => {
    const layers = { Base: { A: 'Q', Space: 'while Nav', B: 'while Sym' }, Nav: { A: shallow }, Sym: { A: 'S' } };
    const reversal = {
      board: { mode: 'fixed', pointUm: 1500 },
      keys: { KeyA: { mode: 'reversal', pointUm: 500, pressUm: 200, releaseUm: 200, reset: 'top' } },
    } as const;
    const hand = 'A@2 0, A@1 10, +Space 20, A@2 30, A@1 40, -Space 45, +B 50, A@2 60, A@0 70, -B 80';
    expect(sent(layers, hand, {}, { travel: reversal })).toBe('0 +Q, 10 -Q, 60 +S, 70 -S');
  });

  test('uses up a layer that waits for the next key', () => {
    const layers = { Base: { Space: 'once Nav', A: 'Q', B: 'B' }, Nav: { A: shallow, B: 'N' } };
    expect(sent(layers, '+Space 0, -Space 10, A@0.6 20, +B 30, -B 40, A@0 50')).toBe('20 +X, 30 +B, 40 -B, 50 -X');
  });

  test('a stroke too light for its plan leaves that layer for the next key', () => {
    const layers = { Base: { Space: 'once Nav', A: 'Q', B: 'B' }, Nav: { A: 'down 3 mm: X', B: 'N' } };
    expect(sent(layers, '+Space 0, -Space 10, A@2 20, A@0 30, +B 40, -B 50, A@4 60, A@0 70')).toBe(
      '40 +N, 50 -N, 60 +Q, 70 -Q',
    );
  });

  test('a plan that was found uses up what waits when it begins something', () => {
    const layers = { Base: { Space: 'once Nav', A: 'down 3 mm: X', B: 'B' }, Nav: { B: 'N' } };
    expect(sent(layers, 'A@2 0, +Space 10, -Space 20, A@4 30, +B 40, -B 50, A@0 60')).toBe(
      '30 +X, 38 -X, 40 +B, 50 -B',
    );
  });

  test('a key that passes on a layer of its own plan is plain there', () =>
    expect(sent({ Base: { A: 'Q' }, Nav: { A: shallow } }, along('0 1 2 1 0'))).toBe('2 +Q, 3 -Q'));
});

describe('for the gestures of other keys', () => {
  const plan = 'down 0.3 to down 0.5 mm: F20';
  const layers = { Base: { A: `${plan}, down 1 to up 3 mm: W, down 3.5 mm: E`, J: 'tap J, hold Ctrl' } };

  test('a plan key goes down at the first crossing that begins something', () => {
    expect(sent(layers, '+J 0, A@0.2 10, A@0.4 20, A@0 30, -J 40', { interrupt: 'any' })).toBe(
      '20 J hold pressed-inside, 20 +Ctrl, 20 +F20, 30 -F20, 40 -Ctrl',
    );
  });

  test('and goes up when its stroke ends', () => {
    expect(sent(layers, '+J 0, A@2 10, A@0.1 20, A@0 30, -J 40', { interrupt: 'nested' })).toBe(
      '30 J hold nested, 30 +Ctrl, 30 +F20, 30 -F20, 30 +W, 30 -W, 40 -Ctrl',
    );
  });

  test('crossings of a queued stroke wait with it', () => {
    expect(sent(layers, '+J 0, A@0.4 10, A@2 20, A@4 30, -J 40, A@0 50', { interrupt: 'nested' })).toBe(
      '40 J tap released-early, 40 +J, 40 +F20, 40 -F20, 40 +W, 40 +E, 48 -J, 48 -E, 50 -W',
    );
  });

  test('crossings of a stroke that is already handled pass at once, and so does its end', () => {
    expect(sent(layers, 'A@0.4 0, +J 10, A@2 20, A@0 30, -J 40', { interrupt: 'nested' })).toBe(
      '0 +F20, 20 -F20, 20 +W, 30 -W, 40 J tap released-early, 40 +J, 48 -J',
    );
  });

  test('the end of a handled stroke never waits, though it ends a modifier', () => {
    const held = { Base: { A: 'down 0.3 to up 0.5 mm: Shift', J: 'tap J, hold Ctrl' } };
    expect(sent(held, 'A@2 0, +J 10, A@0 20, -J 40', { interrupt: 'nested' })).toBe(
      '0 +Shift, 20 -Shift, 40 J tap released-early, 40 +J, 48 -J',
    );
  });

  test('what begins nothing looks up nothing while another key is undecided', () => {
    const nav = {
      Base: { A: 'down 0.3 to down 1 mm: W, down 2 mm: E', J: 'tap J, hold while Nav' },
      Nav: { A: 'down 2 mm: N' },
    };
    // The movement to 0.25 mm crosses nothing; the press waits, and finds the plan of the layer that J turns out to hold.
    expect(sent(nav, 'A@0.25 0, +J 10, A@2.5 20, A@0 30, -J 40', { interrupt: 'nested' })).toBe(
      '30 J hold nested, 30 +N, 38 -N',
    );
  });

  test('a press that waits brings what it passed before, when it finds a plan on replay', () => {
    const nav = { Base: { A: 'Q', J: 'tap J, hold while Nav' }, Nav: { A: 'down 0.3 mm: N, down 2 to up 3 mm: M' } };
    expect(sent(nav, '+J 0, A@1 10, A@1.6 20, A@3 30, A@1 40, A@0 50, -J 60', { interrupt: 'nested' })).toBe(
      '40 J hold nested, 40 +N, 40 +M, 40 -M, 48 -N',
    );
  });

  test('a plan found that has begun nothing is still up', () => {
    const late = { Base: { A: 'down 3 mm: E', J: 'tap J, hold Ctrl' } };
    expect(sent(late, 'A@2 0, +J 10, A@4 20, A@0 30, -J 40', { interrupt: 'nested' })).toBe(
      '30 J hold nested, 30 +Ctrl, 30 +E, 38 -E, 40 -Ctrl',
    );
  });

  test('a gesture of the same key on another layer keeps its own stroke', () => {
    const both = { Base: { A: 'tap Q, twice Z', Space: 'while Nav' }, Nav: { A: 'down 0.3 mm: N' } };
    expect(sent(both, 'A@1 0, A@4 5, A@0 10, A@2 20, A@0 30', { interrupt: 'nested' })).toBe(
      '20 A2 tap only, 20 +Z, 30 -Z',
    );
  });

  test('a new stroke is one, while the release of the last still waits', () => {
    const again = { Base: { A: 'Shift', J: 'tap J, hold Ctrl', Space: 'while Nav' }, Nav: { A: 'down 0.3 mm: W' } };
    expect(sent(again, '+A 0, +Space 5, +J 10, A@0 20, A@0.4 30, A@0 40, -J 50', { interrupt: 'any' })).toBe(
      '0 +Shift, 30 J hold pressed-inside, 30 +Ctrl, 30 -Shift, 30 +W, 38 -W, 50 -Ctrl',
    );
  });

  test('the end of its own light stroke means nothing to a key that waits for its next press', () => {
    const own = { Base: { A: 'tap Q, twice Z', Space: 'while Nav' }, Nav: { A: 'down 3 mm: N' } };
    const hand = 'A@2 0, A@1 10, A@0 12, A@0.4 15, A@0 20, A@2 30, A@0 40, +Space 50, A@4 60, A@0 70';
    expect(sent(own, hand, { interrupt: 'nested', tapGapMs: 50 })).toBe('30 A2 tap only, 30 +Z, 40 -Z, 60 +N, 68 -N');
  });

  test('its spans count as typing for the guard', () => {
    const guarded = { Base: { A: 'down 0.3 to up 0.5 mm: W', J: 'tap J, hold Ctrl' } };
    expect(sent(guarded, 'A@1 0, +J 10, A@0 20, -J 30', { interrupt: 'nested', typingGuardMs: 50 })).toBe(
      '0 +W, 10 J tap guard, 10 +J, 20 -W, 30 -J',
    );
  });
});

describe('letting go of everything', () => {
  const run = (hand: string, letGoAtMs: number): string => {
    const lines: OutcomeLine[] = [];
    const program = compile(sketchProfile({ Base: { A: 'down 0.6 to up 3 mm: W, down 3.5 mm: E' } }));
    const engine = new Engine(
      program,
      outcomeLines(program, (line) => lines.push(line), false),
    );
    for (const { tUs, key, depthUm } of fingers(hand)) {
      if (tUs === letGoAtMs * 1000) {
        engine.advance(tUs);
        engine.letGo();
      }
      engine.feed(tUs, program.keyIndex.get(key) ?? 0, depthUm);
    }
    engine.advance(1_000_000);
    return shortly(lines).join(', ');
  };

  test('ends the plan, and the finger begins nothing until it lifts', () =>
    expect(run('A@2 0, A@2.1 10, A@4 20, A@0 30, A@1 40, A@0 50', 10)).toBe('0 +W, 10 -W, 40 +W, 50 -W'));

  test('a finger that only rests on the key has begun nothing', () =>
    expect(run('A@0.3 0, A@0.31 10, A@1 20, A@0 30', 10)).toBe('20 +W, 30 -W'));
});

/** The rules of one stroke as they are written, one line a sentence, to hold the stages against on curves nobody drew. */
function asWritten(spans: readonly Span[], depths: readonly number[]): string[] {
  const said: string[] = [];
  let isDown = true;
  let counted = 0;
  let active: number[] = [];
  const end = (span: number): void => {
    if (active.includes(span)) said.push(`-${span}`);
    active = active.filter((other) => other !== span);
  };
  for (const depth of depths) {
    const before = counted;
    if (isDown ? depth <= counted - 150 : depth >= counted + 150) isDown = !isDown;
    if (isDown ? depth > counted : depth < counted) counted = depth;
    const going = isDown ? 'down' : 'up';
    const isPassed = (atUm: number): boolean =>
      isDown ? before < atUm && atUm <= counted : before >= atUm && atUm > counted;
    const passed = [...new Set(spans.flatMap(({ from, to }) => [from.atUm, to?.atUm ?? 0]))].filter(isPassed);
    for (const atUm of passed.sort((a, b) => (isDown ? a - b : b - a))) {
      spans.forEach(({ from, to }, n) => {
        if (from.atUm === atUm && from.going === going) {
          said.push(`+${n}`);
          if (to) active.push(n);
        } else if ((to?.atUm === atUm && to.going === going) || from.atUm === atUm) end(n);
      });
    }
    if (depth < 50) {
      for (const span of active.toReversed()) end(span);
      isDown = true;
      counted = 0;
    }
  }
  return said;
}

describe('on any plan and any curve', () => {
  const depth = fc.integer({ min: 1, max: 40 }).map((n) => n * 100);
  const crossing = fc.record({ going: fc.constantFrom<'down' | 'up'>('down', 'up'), atUm: depth });
  const plan = fc.array(fc.tuple(crossing, fc.option(crossing)), { minLength: 1, maxLength: 4 }).map((spans) =>
    spans.map(([from, to], n): Span => ({
      from,
      ...(to && (to.atUm !== from.atUm || to.going !== from.going) && { to }),
      action: { do: 'keys', codes: [`F${13 + n}`] },
    })),
  );
  const move = fc.oneof(
    depth.map((to) => ({ to })),
    fc.integer({ min: -300, max: 300 }).map((by) => ({ by })),
    fc.constant({ to: 0 }),
  );
  const curve = fc.array(move, { minLength: 1, maxLength: 60 }).map((moves) => {
    let at = 0;
    return [...moves.map((step) => (at = Math.min(4000, Math.max(0, 'to' in step ? step.to : at + step.by)))), 0];
  });

  const edgesAt = (spans: readonly Span[], depths: readonly number[]): string[] => {
    const profile = sketchProfile({ Base: {} }, { tapMs: 0 });
    profile.layers[0]!.keys.KeyA = { does: { kind: 'stroke', spans: [...spans] } };
    const samples = depths.map((depthUm, n) => ({ tUs: n * 125, key: 'KeyA', depthUm }));
    return replay(compile(profile), samples)
      .filter(isEdgeLine)
      .map(({ edge, code }) => `${edge} ${code}`);
  };

  test('a slow finger and a fast one, sampled often or seldom, send the same', () =>
    fc.assert(
      fc.property(plan, fc.array(depth, { minLength: 1, maxLength: 8 }), (spans, turns) => {
        const along = (stepUm: number): number[] => {
          const depths = [0];
          for (const turn of [...turns, 0]) {
            for (let at = depths.at(-1) ?? 0; at !== turn;) {
              at += Math.sign(turn - at) * Math.min(stepUm, Math.abs(turn - at));
              depths.push(at);
            }
          }
          return depths;
        };
        expect(edgesAt(spans, along(50))).toEqual(edgesAt(spans, along(2)));
      }),
      { numRuns: runs(40) },
    ));

  test('spans and marks begin and end as the rules say', () =>
    fc.assert(
      fc.property(plan, curve, (spans, depths) => {
        const profile = sketchProfile({ Base: {} }, { tapMs: 0 });
        profile.layers[0]!.keys.KeyA = { does: { kind: 'stroke', spans } };
        const samples = depths.map((depthUm, n) => ({ tUs: n * 1000, key: 'KeyA', depthUm }));
        const marks = spans.map(({ to }) => !to);
        const edges = replay(compile(profile), samples).filter(isEdgeLine);
        const found = edges.map(({ edge, code }) => `${edge === 'down' ? '+' : '-'}${Number(code.slice(1)) - 13}`);
        expect(found.filter((said) => said.startsWith('+') || !marks[Number(said.slice(1))])).toEqual(
          asWritten(spans, depths),
        );
      }),
      { numRuns: runs(400) },
    ));
});
