import { describe, expect, test } from '@jest/globals';
import { parseLine } from '../../notation';
import type { Action, Joint, PartialTiming } from '../../profile';
import { compile } from '../compile';
import { Engine } from '../engine';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

const action = (line: string): Action => {
  const parsed = parseLine(line, { layers: [{ id: 'nav', name: 'Nav' }] });
  if (!parsed.ok || parsed.binding.kind !== 'act') throw new Error(line);
  return parsed.binding.action;
};

/** Joints as text: `{ 'J K': 'Esc' }`, with a window of 40 ms, or `{ 'J K 60': 'Esc' }`. */
const jointsOf = (texts: Record<string, string>): Joint[] =>
  Object.entries(texts).map(([keys, line], n) => {
    const words = keys.split(' ');
    const withinMs = Number(words.find((word) => /^\d\d+$/.test(word)) ?? 40);
    return {
      id: `j${n}`,
      keys: words.filter((word) => /^[A-Z]$/.test(word)).map((letter) => `Key${letter}`),
      withinMs,
      action: action(line),
    };
  });

const play = (
  joints: Record<string, string>,
  hand: string,
  layers: SketchLayers = { Base: {} },
  timing: PartialTiming = {},
): string =>
  shortly(
    replay(compile(sketchProfile(layers, timing, { joints: jointsOf(joints) })), fingers(hand), { why: true }),
  ).join(', ');

const JK = { 'J K': 'Esc' };
const GESTURE: SketchLayers = { Base: { F: 'tap F, hold Ctrl' } };

const CASES: [rule: string, joints: Record<string, string>, hand: string, outcome: string][] = [
  ['both within the window: the joint, at the second press', JK, '+J 0, +K 20, -J 100, -K 120', '20 +Esc, 100 -Esc'],
  ['in either order', JK, '+K 0, +J 20, -K 100, -J 120', '20 +Esc, 100 -Esc'],
  [
    'the other ups are swallowed',
    JK,
    '+J 0, +K 20, -J 100, +A 110, -K 120, -A 130',
    '20 +Esc, 100 -Esc, 110 +A, 130 -A',
  ],
  ['alone, the key goes on when the window is over', JK, '+J 0, -J 100', '40 +J, 100 -J'],
  [
    'a press at the very end of the window is too late',
    JK,
    '+J 0, +K 40, -J 100, -K 120',
    '40 +J, 80 +K, 100 -J, 120 -K',
  ],
  ['released within the window, it goes on and up', JK, '+J 0, -J 20', '20 +J, 20 -J'],
  ['another key: the held-back one goes on first', JK, '+J 0, +A 20, -A 30, -J 50', '20 +J, 20 +A, 30 -A, 50 -J'],
  [
    'the rest is matched afresh, with windows from their own times',
    { 'J K': 'Esc', 'K L': 'Tab' },
    '+J 0, +L 10, +K 30, -L 60, -K 70, -J 80',
    '10 +J, 30 +Tab, 60 -Tab, 80 -J',
  ],
  [
    'releases of other keys wait behind held-back presses',
    JK,
    '+A 0, +J 20, -A 30, -J 100',
    '0 +A, 60 +J, 60 -A, 100 -J',
  ],
  [
    'when it fires, the releases that waited go on first',
    JK,
    '+A 0, +J 20, -A 30, +K 40, -J 90, -K 95',
    '0 +A, 40 -A, 40 +Esc, 90 -Esc',
  ],
  [
    'also the release of an earlier press of one of its own keys',
    JK,
    '+J 0, +K 50, -J 60, +J 70, -J 90, -K 100',
    '40 +J, 70 -J, 70 +Esc, 90 -Esc',
  ],
  [
    'a longer joint is waited for',
    { 'J K': 'Esc', 'J K L': 'Tab' },
    '+J 0, +K 10, +L 20, -J 90, -K 91, -L 92',
    '20 +Tab, 90 -Tab',
  ],
  [
    'a longer joint that does not come: the shorter at the end of its window',
    { 'J K': 'Esc', 'J K L': 'Tab' },
    '+J 0, +K 10, -J 90, -K 91',
    '40 +Esc, 90 -Esc',
  ],
  [
    'a press that fits none fires the complete one first',
    { 'J K': 'Esc', 'J K L': 'Tab' },
    '+J 0, +K 10, +A 20, -A 30, -J 90, -K 91',
    '20 +Esc, 20 +A, 30 -A, 90 -Esc',
  ],
  [
    'the release of a held-back key fires the complete one first',
    { 'J K': 'Esc', 'J K L': 'Tab' },
    '+J 0, +K 10, -J 20, -K 91',
    '20 +Esc, 20 -Esc',
  ],
  ['a window of its own', { 'J K 80': 'Esc' }, '+J 0, +K 70, -J 90, -K 95', '70 +Esc, 90 -Esc'],
  [
    'again and again',
    JK,
    '+J 0, +K 10, -J 50, -K 55, +J 100, +K 110, -K 150, -J 155',
    '10 +Esc, 50 -Esc, 110 +Esc, 150 -Esc',
  ],
];

describe('joint presses', () => {
  test.each(CASES)('%s', (_rule, joints, hand, outcome) => expect(play(joints, hand)).toBe(outcome));

  test('a joint is one press inside a gesture', () => {
    expect(play(JK, '+F 0, +J 50, +K 60, -J 90, -K 95, -F 120', GESTURE)).toBe(
      '90 F hold nested, 90 +Ctrl, 90 +Esc, 90 -Esc, 120 -Ctrl',
    );
    expect(play(JK, '+F 0, +J 50, +K 60, -F 90, -J 120, -K 125', GESTURE)).toBe(
      '90 F tap released-early, 90 +F, 90 +Esc, 98 -F, 120 -Esc',
    );
  });

  test('the gesture stage’s clock stands still at the first held-back press', () => {
    // F would be held at 200; J went down before that and is held back until 230.
    expect(play(JK, '+F 0, +J 190, -J 215, -F 300', GESTURE)).toBe(
      '215 F hold timeout, 215 +Ctrl, 215 +J, 215 -J, 300 -Ctrl',
    );
    // F comes up behind the held-back J: a tap, since it came up before 200 by its own time.
    expect(play(JK, '+F 0, +J 180, -F 195, -J 215', GESTURE)).toBe(
      '215 F tap released-early, 215 +F, 215 +J, 215 -J, 223 -F',
    );
  });

  test('a deadline before the held-back press is not delayed', () => {
    expect(play(JK, '+F 0, +J 210, -F 215, -J 300', GESTURE)).toBe(
      '200 F hold timeout, 200 +Ctrl, 250 +J, 250 -Ctrl, 300 -J',
    );
  });

  test('its hand is that of its keys if they agree', () => {
    const other = { otherHandOnly: true };
    expect(play({ 'S D': 'Esc' }, '+F 0, +S 50, +D 60, -S 90, -D 95, -F 120', GESTURE, other)).toBe(
      '60 F tap same-hand, 60 +F, 60 +Esc, 90 -Esc, 120 -F',
    );
    expect(play({ 'S K': 'Esc' }, '+F 0, +S 50, +K 60, -S 90, -K 95, -F 120', GESTURE, other)).toBe(
      '90 F hold nested, 90 +Ctrl, 90 +Esc, 90 -Esc, 120 -Ctrl',
    );
    // Keys of no hand in particular are not of one hand.
    const thumb = { Base: { Space: 'tap Space, hold Ctrl' } };
    expect(play({ 'S K': 'Esc' }, '+Space 0, +S 50, +K 60, -S 90, -K 95, -Space 120', thumb, other)).toBe(
      '90 Space hold nested, 90 +Ctrl, 90 +Esc, 90 -Esc, 120 -Ctrl',
    );
  });

  test('a deadline fires before what happened at that very time, also where both waited for the joint', () =>
    expect(play(JK, '+F 0, +J 190, -F 200, -J 300', GESTURE)).toBe(
      '230 F hold timeout, 230 +Ctrl, 230 +J, 230 -Ctrl, 300 -J',
    ));

  test('a key of a joint may be a gesture, which begins when it was pressed', () => {
    const layers = { Base: { J: 'tap J, hold Shift' } };
    expect(play(JK, '+J 0, -J 100', layers)).toBe('100 J tap released-early, 100 +J, 108 -J');
    expect(play(JK, '+J 0, -J 300', layers)).toBe('200 J hold timeout, 200 +Shift, 300 -Shift');
  });

  test('a joint does not use up a once layer', () => {
    const layers = { Base: { Caps: 'once Nav' }, Nav: { H: 'Left' } };
    expect(play(JK, '+Caps 0, -Caps 5, +J 10, +K 20, -J 30, -K 35, +H 40, -H 50', layers)).toBe(
      '20 +Esc, 30 -Esc, 40 +Left, 50 -Left',
    );
  });

  test('the end of a stroke whose up a joint swallowed is the key’s own: pressed again, it is pressed', () => {
    const layers = { Base: { Caps: 'flip Nav' }, Nav: { K: 'down 0.6 to up 0.6 mm: W' } };
    // K goes up while D, which may become part of another joint, is held back.
    const joints = { ...JK, 'D F': 'X' };
    const joint = '+J 0, +K 20, -J 100, +D 110, -K 120, -D 170';
    expect(play(joints, `${joint}, +Caps 200, -Caps 205, +K 300, -K 350`, layers)).toBe(
      '20 +Esc, 100 -Esc, 150 +D, 170 -D, 300 +W, 350 -W',
    );
    expect(play(joints, `${joint}, +K 300, -K 400`, layers)).toBe('20 +Esc, 100 -Esc, 150 +D, 170 -D, 340 +K, 400 -K');
  });

  test('behind a press that asks for another slot nothing becomes undecided', () => {
    const layers = { Base: { J: 'slot 2', S: 'tap S, hold Ctrl' } };
    const program = compile(sketchProfile(layers, {}, { joints: jointsOf(JK) }));
    const undecided: number[] = [];
    const engine = new Engine(program, { edge: () => undefined, pending: (_t, key) => undecided.push(key) });
    for (const sample of fingers('+J 0, +S 10, -J 20, -S 30')) engine.take(sample);
    engine.advance(1_000_000);
    expect(undecided).toEqual([]);
  });
});
