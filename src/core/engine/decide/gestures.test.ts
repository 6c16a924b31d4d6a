import { describe, expect, test } from '@jest/globals';
import type { PartialTiming } from '../../profile';
import { compile } from '../compile';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

type Case = [rule: string, layers: SketchLayers, timing: PartialTiming, fingers: string, outcome: string];

/** What happens with decisions shown; one line for easy reading. */
const play = (layers: SketchLayers, timing: PartialTiming, hand: string): string =>
  shortly(replay(compile(sketchProfile(layers, timing)), fingers(hand), { why: true })).join(', ');

const CTRL_A: SketchLayers = { Base: { A: 'tap A, hold Ctrl' } };
const CTRL_F: SketchLayers = { Base: { F: 'tap F, hold Ctrl' } };

const ONE_STEP: Case[] = [
  ['released early: the tap, shown for tapMs', CTRL_A, {}, '+A 0, -A 85', '85 A tap released-early, 85 +A, 93 -A'],
  [
    'held: the hold begins when the time is over',
    CTRL_A,
    {},
    '+A 0, -A 300',
    '200 A hold timeout, 200 +Ctrl, 300 -Ctrl',
  ],
  [
    'a release at exactly the deadline comes after it',
    CTRL_A,
    {},
    '+A 0, -A 200',
    '200 A hold timeout, 200 +Ctrl, 200 -Ctrl',
  ],
  ['tapMs is adjustable', CTRL_A, { tapMs: 20 }, '+A 0, -A 50', '50 A tap released-early, 50 +A, 70 -A'],
  [
    'nested: a key inside makes it the hold when it comes up',
    CTRL_A,
    {},
    '+A 0, +B 50, -B 90, -A 120',
    '90 A hold nested, 90 +Ctrl, 90 +B, 90 -B, 120 -Ctrl',
  ],
  [
    'nested: rolled over, it is a tap, then the other key',
    CTRL_A,
    {},
    '+A 0, +B 50, -A 90, -B 120',
    '90 A tap released-early, 90 +A, 90 +B, 98 -A, 120 -B',
  ],
  [
    'nested: the time passes with a key waiting',
    CTRL_A,
    {},
    '+A 0, +B 150, -B 250, -A 300',
    '200 A hold timeout, 200 +Ctrl, 200 +B, 250 -B, 300 -Ctrl',
  ],
  [
    'any: the hold as soon as another key goes down',
    CTRL_A,
    { interrupt: 'any' },
    '+A 0, +B 50, -A 90, -B 120',
    '50 A hold pressed-inside, 50 +Ctrl, 50 +B, 90 -Ctrl, 120 -B',
  ],
  [
    'wait: keys inside decide nothing; released early it is a tap',
    CTRL_A,
    { interrupt: 'wait' },
    '+A 0, +B 50, -B 90, -A 120',
    '120 A tap released-early, 120 +A, 120 +B, 120 -B, 128 -A',
  ],
  [
    'wait: only the time makes it the hold',
    CTRL_A,
    { interrupt: 'wait' },
    '+A 0, +B 50, -B 90, -A 220',
    '200 A hold timeout, 200 +Ctrl, 200 +B, 200 -B, 220 -Ctrl',
  ],
  [
    'a modifier pressed inside decides nothing',
    CTRL_A,
    {},
    '+A 0, +Shift 20, -Shift 60, -A 100',
    '100 A tap released-early, 100 +A, 100 +Shift, 100 -Shift, 108 -A',
  ],
  [
    'a modifier pressed inside decides nothing with any either',
    CTRL_A,
    { interrupt: 'any' },
    '+A 0, +Shift 20, -A 100, -Shift 150',
    '100 A tap released-early, 100 +A, 100 +Shift, 108 -A, 150 -Shift',
  ],
  [
    'other hand: a key of the same hand makes it a tap, plain',
    CTRL_A,
    { otherHandOnly: true },
    '+A 0, +S 40, -S 60, -A 120',
    '40 A tap same-hand, 40 +A, 40 +S, 60 -S, 120 -A',
  ],
  [
    'other hand: a key of the other hand counts',
    CTRL_A,
    { otherHandOnly: true },
    '+A 0, +J 40, -J 60, -A 120',
    '60 A hold nested, 60 +Ctrl, 60 +J, 60 -J, 120 -Ctrl',
  ],
  [
    'other hand: a key for either hand counts',
    CTRL_A,
    { otherHandOnly: true },
    '+A 0, +Space 40, -Space 60, -A 120',
    '60 A hold nested, 60 +Ctrl, 60 +Space, 60 -Space, 120 -Ctrl',
  ],
  [
    'other hand: a gesture with a hold on the same hand counts, so that two holds can be combined',
    { Base: { A: 'tap A, hold Ctrl', S: 'tap S, hold Shift' } },
    { otherHandOnly: true },
    '+A 0, +S 50, +J 100, -J 130, -S 150, -A 160',
    '130 A hold nested, 130 +Ctrl, 130 S hold nested, 130 +Shift, 130 +J, 130 -J, 150 -Shift, 160 -Ctrl',
  ],
  [
    'guard: soon after typing it is a tap at once',
    CTRL_A,
    { typingGuardMs: 100 },
    '+B 0, -B 30, +A 80, -A 400',
    '0 +B, 30 -B, 80 A tap guard, 80 +A, 400 -A',
  ],
  [
    'guard: the time counts from the press before, and less than it',
    CTRL_A,
    { typingGuardMs: 100 },
    '+B 0, -B 30, +A 100, -A 400',
    '0 +B, 30 -B, 300 A hold timeout, 300 +Ctrl, 400 -Ctrl',
  ],
  [
    'guard: modifiers are not typing',
    CTRL_A,
    { typingGuardMs: 100 },
    '+Shift 0, +A 50, -A 100, -Shift 120',
    '0 +Shift, 100 A tap released-early, 100 +A, 108 -A, 120 -Shift',
  ],
  [
    'guard: a gesture that became a hold is not typing',
    CTRL_F,
    { typingGuardMs: 500 },
    '+F 0, -F 250, +F 300, -F 350',
    '200 F hold timeout, 200 +Ctrl, 250 -Ctrl, 350 F tap released-early, 350 +F, 358 -F',
  ],
  [
    'guard needs a tap',
    { Base: { A: 'hold Ctrl' } },
    { typingGuardMs: 100 },
    '+B 0, -B 30, +A 80, -A 400',
    '0 +B, 30 -B, 280 A hold timeout, 280 +Ctrl, 400 -Ctrl',
  ],
  [
    're-tap: pressed again soon, the tap is held',
    CTRL_A,
    {},
    '+A 0, -A 50, +A 150, -A 900',
    '50 A tap released-early, 50 +A, 58 -A, 150 A tap retap, 150 +A, 900 -A',
  ],
  [
    're-tap: not when the time since the release is over',
    CTRL_A,
    {},
    '+A 0, -A 50, +A 170, -A 500',
    '50 A tap released-early, 50 +A, 58 -A, 370 A hold timeout, 370 +Ctrl, 500 -Ctrl',
  ],
  [
    're-tap: not when another key went down between',
    CTRL_A,
    {},
    '+A 0, -A 50, +B 60, -B 70, +A 150, -A 500',
    '50 A tap released-early, 50 +A, 58 -A, 60 +B, 70 -B, 350 A hold timeout, 350 +Ctrl, 500 -Ctrl',
  ],
  [
    're-tap: not after a hold',
    CTRL_A,
    {},
    '+A 0, -A 250, +A 300, -A 350',
    '200 A hold timeout, 200 +Ctrl, 250 -Ctrl, 350 A tap released-early, 350 +A, 358 -A',
  ],
  [
    're-tap: a plain tap counts as a tap too',
    CTRL_A,
    {},
    '+A 0, -A 50, +A 100, -A 140, +A 200, -A 600',
    '50 A tap released-early, 50 +A, 58 -A, 100 A tap retap, 100 +A, 140 -A, 200 A tap retap, 200 +A, 600 -A',
  ],
  [
    'a missing tap does nothing, and says so',
    { Base: { A: 'hold Ctrl' } },
    {},
    '+A 0, -A 50',
    '50 A none released-early',
  ],
  [
    'a gesture with only a tap has nothing to decide',
    { Base: { A: 'tap B' } },
    {},
    '+A 0, -A 50',
    '0 A tap only, 0 +B, 50 -B',
  ],
  [
    'a tap of modifiers ends at once, before what waits',
    { Base: { A: 'tap Shift, hold Ctrl' } },
    {},
    '+A 0, +B 50, -A 90, -B 120',
    '90 A tap released-early, 90 +Shift, 90 -Shift, 90 +B, 120 -B',
  ],
];

const RELEASES: Case[] = [
  [
    'the release of a key pressed before passes at once',
    CTRL_A,
    {},
    '+B 0, +A 50, -B 60, -A 100',
    '0 +B, 60 -B, 100 A tap released-early, 100 +A, 108 -A',
  ],
  [
    'the release of Shift waits, so that the letter stays a capital',
    CTRL_A,
    {},
    '+Shift 0, +A 50, -Shift 60, -A 100',
    '0 +Shift, 100 A tap released-early, 100 +A, 100 -Shift, 108 -A',
  ],
  [
    'the release of a layer waits too',
    { Base: { A: 'tap A, hold Ctrl', Caps: 'while Nav' }, Nav: { H: 'Left' } },
    {},
    '+Caps 0, +A 50, +H 60, -Caps 70, -H 90, -A 120',
    '90 A hold nested, 90 +Ctrl, 90 +Left, 90 -Left, 120 -Ctrl',
  ],
  [
    'what waits keeps its own time: a second gesture inside',
    { Base: { A: 'tap A, hold Ctrl', J: 'tap J, hold Shift' } },
    { interrupt: 'wait' },
    '+A 0, +J 20, -J 240, -A 260',
    '200 A hold timeout, 200 +Ctrl, 220 J hold timeout, 220 +Shift, 240 -Shift, 260 -Ctrl',
  ],
  [
    'a deadline that has passed fires at its place in the queue, stamped now',
    { Base: { A: 'tap A, hold Ctrl', J: 'tap J, hold Shift' } },
    { interrupt: 'wait', holdAfterMs: 1000 },
    '+A 0, +J 100, -J 1150, -A 1200',
    '1000 A hold timeout, 1000 +Ctrl, 1100 J hold timeout, 1100 +Shift, 1150 -Shift, 1200 -Ctrl',
  ],
];

const STEPS: Case[] = [
  [
    'a double tap',
    { Base: { G: 'tap G, twice B' } },
    {},
    '+G 0, -G 50, +G 150, -G 200',
    '150 G2 tap only, 150 +B, 200 -B',
  ],
  ['one tap waits for the gap', { Base: { G: 'tap G, twice B' } }, {}, '+G 0, -G 50', '230 G tap gap, 230 +G, 238 -G'],
  [
    'a press at exactly the end of the gap is a new one',
    { Base: { G: 'tap G, twice B' } },
    {},
    '+G 0, -G 50, +G 230, -G 280',
    '230 G tap gap, 230 +G, 238 -G, 460 G tap gap, 460 +G, 468 -G',
  ],
  [
    'another key ends the waiting',
    { Base: { G: 'tap G, twice B' } },
    {},
    '+G 0, -G 50, +A 100, -A 150',
    '100 G tap interrupted, 100 +G, 100 +A, 108 -G, 150 -A',
  ],
  [
    'a first press without a hold, held: its tap, plain',
    { Base: { G: 'tap G, twice B' } },
    {},
    '+G 0, -G 400',
    '200 G tap held, 200 +G, 400 -G',
  ],
  [
    'a first press without a hold, interrupted: its tap, plain',
    { Base: { G: 'tap G, twice B' } },
    {},
    '+G 0, +A 50, -A 80, -G 120',
    '50 G tap interrupted, 50 +G, 50 +A, 80 -A, 120 -G',
  ],
  [
    'tap, then hold',
    { Base: { G: 'tap G, hold F, twice hold H' } },
    {},
    '+G 0, -G 50, +G 100, -G 500',
    '300 G2 hold timeout, 300 +H, 500 -H',
  ],
  [
    'the release of a modifier ends the waiting first',
    { Base: { G: 'tap G, twice B' } },
    {},
    '+Shift 0, +G 20, -G 50, -Shift 100',
    '0 +Shift, 100 G tap interrupted, 100 +G, 100 -Shift, 108 -G',
  ],
  [
    'with something waiting a release ends the chain',
    { Base: { G: 'tap G, hold Ctrl, twice B' } },
    {},
    '+G 0, +A 20, -G 50, +G 80, -A 90, -G 95',
    '50 G tap released-early, 50 +G, 50 +A, 58 -G, 90 -A, 275 G tap gap, 275 +G, 283 -G',
  ],
];

describe('one-step gestures', () => {
  test.each(ONE_STEP)('%s', (_rule, layers, timing, hand, outcome) => expect(play(layers, timing, hand)).toBe(outcome));
});

describe('releases and the queue', () => {
  test.each(RELEASES)('%s', (_rule, layers, timing, hand, outcome) => expect(play(layers, timing, hand)).toBe(outcome));
});

describe('gestures of several steps', () => {
  test.each(STEPS)('%s', (_rule, layers, timing, hand, outcome) => expect(play(layers, timing, hand)).toBe(outcome));
});

test('a gesture may have a timing of its own', () => {
  const profile = sketchProfile(CTRL_A);
  const binding = profile.layers[0]!.keys.KeyA!.does;
  profile.layers[0]!.keys.KeyA = { does: { ...binding, timing: { holdAfterMs: 120 } } as typeof binding };
  expect(shortly(replay(compile(profile), fingers('+A 0, -A 150'), { why: true }))).toEqual([
    '120 A hold timeout',
    '120 +Ctrl',
    '150 -Ctrl',
  ]);
});
