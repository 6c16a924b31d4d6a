/** Movement while keys are held, as rows: a rule, assign lines, fingers, and what the host is told. */
import { expect, test } from '@jest/globals';
import { BOBBIN_21 } from '../../board';
import { compile } from '../compile';
import { Engine } from '../engine';
import { isMoveLine, isWheelLine, traceLines, type TraceLine } from '../out';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

const played = (layers: SketchLayers, hand: string): string =>
  shortly(replay(compile(sketchProfile(layers)), fingers(hand))).join(', ');

test.each<[rule: string, layers: SketchLayers, hand: string, told: string]>([
  [
    'polls are whole multiples of their interval, wherever the key goes down',
    { Base: { A: 'move right at 2000 after 0 ms' } },
    '+A 0.5, -A 2.5',
    '1 move 1 0, 2 move 2 0, 3 move 1 0',
  ],
  [
    'two that are held add up',
    { Base: { A: 'move right at 1000 after 0 ms', S: 'move right down at 1000 after 0 ms' } },
    '+A 0, +S 2, -A 3, -S 4',
    '1 move 1 0, 2 move 1 0, 3 move 2 1, 4 move 1 1',
  ],
  [
    'what cancels out is not told',
    { Base: { A: 'move right at 1000 after 0 ms', S: 'move left at 1000 after 0 ms' } },
    '+A 0, +S 1, -S 3, -A 4',
    '1 move 1 0, 4 move 1 0',
  ],
  [
    'what is left over stays for the next movement',
    { Base: { A: 'move right at 300 after 0 ms' } },
    '+A 0, -A 2, +A 10, -A 12',
    '12 move 1 0',
  ],
  [
    'a ramp: v·t²/2R, and at full speed after it',
    { Base: { A: 'move up at 4000 after 4 ms' } },
    '+A 0, -A 6',
    '2 move 0 -2, 3 move 0 -2, 4 move 0 -4, 5 move 0 -4, 6 move 0 -4',
  ],
  [
    'more than a report can tell comes with the next ones',
    {
      Base: {
        A: 'move right at 20000 after 0 ms',
        S: 'move right at 20000 after 0 ms',
        D: 'move right at 20000 after 0 ms',
      },
    },
    '+A 0, +S 0, +D 0, -A 5, -S 5, -D 5',
    '1 move 60 0, 2 move 60 0, 3 move 60 0, 4 move 60 0, 5 move 60 0',
  ],
  [
    'the wheel goes on turning',
    { Base: { A: 'turn down at 1000' } },
    '+A 0, -A 3',
    '1 wheel 0 -1, 2 wheel 0 -1, 3 wheel 0 -1',
  ],
  [
    'as fast as the key is deep',
    { Base: { A: 'move right at 4000 from 2 to 4 mm' } },
    'A@2 0, A@3 2, A@4 4, A@0 6',
    '3 move 2 0, 4 move 2 0, 5 move 4 0, 6 move 4 0',
  ],
  [
    'another slot ends it, and forgets what was left over',
    { Base: { A: 'move right at 1500 after 0 ms', S: 'slot next' } },
    '+A 0, +S 1.1, -S 2, -A 3, +A 10, -A 11',
    '1 move 1 0, 11 move 1 0',
  ],
])('%s', (_, layers, hand, told) => expect(played(layers, hand)).toBe(told));

test('a slower board is told less often, and of as much', () => {
  const profile = sketchProfile({ Base: { Numpad1: 'move right at 1000 after 0 ms' } }, {}, { board: BOBBIN_21.id });
  const lines = shortly(replay(compile(profile, BOBBIN_21), fingers('+Numpad1 0, -Numpad1 6', BOBBIN_21)));
  expect(lines.join(', ')).toBe('2 move 2 0, 4 move 2 0, 6 move 2 0');
});

test('as much as fits is told at a time, and nothing is lost', () => {
  const program = compile(
    sketchProfile({ Base: { A: 'move right at 20000 after 0 ms & move right at 20000 after 0 ms' } }),
  );
  const many = { ...program, pollUs: 8000 };
  const lines: TraceLine[] = [];
  const engine = new Engine(
    many,
    traceLines(many, (line) => lines.push(line)),
  );
  for (const sample of fingers('+A 0, -A 8')) engine.take(sample);
  engine.advance(1_000_000);
  expect(lines.filter(isMoveLine).map(({ t, move }) => [t / 1000, move.dx])).toEqual([
    [8, 127],
    [16, 127],
    [24, 66],
  ]);
  expect(lines.filter(isWheelLine)).toEqual([]);
});
