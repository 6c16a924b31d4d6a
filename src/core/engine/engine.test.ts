import { describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../board';
import { Engine } from './engine';
import { isEdgeLine, outcomeLines, type OutcomeLine } from './out';
import { compile } from './compile';
import { fingers, shortly, sketchProfile } from '../../../tests/making/sketch';

function stage(layers: Parameters<typeof sketchProfile>[0]) {
  const program = compile(sketchProfile(layers));
  const lines: OutcomeLine[] = [];
  const engine = new Engine(
    program,
    outcomeLines(program, (line) => lines.push(line), true),
  );
  const feed = (hand: string) => {
    for (const { tUs, key, depthUm } of fingers(hand)) engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
  };
  return { engine, lines, feed };
}

describe('letting go of everything', () => {
  test('what is held goes up, what is pending is dropped, and the base layer answers', () => {
    const { engine, lines, feed } = stage({
      Base: { Caps: 'flip Nav', A: 'tap A, hold Ctrl', S: 'Ctrl+Shift+S' },
      Nav: { H: 'Left' },
    });
    feed('+Caps 0, -Caps 1, +S 2, +A 3');
    engine.letGo();
    feed('-S 10, -A 11, +H 20, -H 30');
    expect(shortly(lines)).toEqual(['2 +Ctrl', '2 +Shift', '2 +S', '3 -S', '3 -Shift', '3 -Ctrl', '20 +H', '30 -H']);
  });
});

test('an edge has the time of its finger when nothing has to be decided', () => {
  const { engine, lines, feed } = stage({ Base: {} });
  feed('+A 1.234, +B 5, -A 7.5, -B 9');
  engine.advance(20_000);
  expect(lines.filter(isEdgeLine).map((line) => line.t)).toEqual([1234, 5000, 7500, 9000]);
});

test('every key of the board can be fed', () => {
  const { engine, lines } = stage({ Base: {} });
  HARROW_64.keys.forEach((_, index) => engine.feed(index, index, 4000));
  expect(lines).toHaveLength(63);
});
