import { describe, expect, test } from '@jest/globals';
import { compile } from './program';
import { replay } from './replay';
import { fingers, shortly, stageProfile, type StageLayers } from './stage';

const play = (layers: StageLayers, hand: string): string =>
  shortly(replay(compile(stageProfile(layers)), fingers(hand))).join(', ');

const CASES: [string, StageLayers, string, string][] = [
  [
    'codes of a chord go down in order and up in reverse',
    { Base: { A: 'Ctrl+Shift+B' } },
    '+A 0, -A 20',
    '0 +Ctrl, 0 +Shift, 0 +B, 20 -B, 20 -Shift, 20 -Ctrl',
  ],
  [
    'a usage held twice goes up with the last',
    { Base: { A: 'Shift', S: 'Shift' } },
    '+A 0, +S 10, -A 20, -S 30',
    '0 +Shift, 30 -Shift',
  ],
  [
    'a key written as its usage is the same key',
    { Base: { A: 'hid:07:0005' } },
    '+A 0, +B 10, -A 20, -B 30',
    '0 +B, 10 -B, 10 +B, 30 -B',
  ],
  [
    'a key that is down and begun again is sent up and down',
    { Base: { A: 'B', S: 'B' } },
    '+A 0, +S 10, -A 20, -S 30',
    '0 +B, 10 -B, 10 +B, 30 -B',
  ],
  [
    'a chord’s modifiers go up before another key, and do not come back',
    { Base: { A: 'Ctrl+Shift+1' } },
    '+A 0, +B 10, -B 20, -A 30',
    '0 +Ctrl, 0 +Shift, 0 +1, 10 -Shift, 10 -Ctrl, 10 +B, 20 -B, 30 -1',
  ],
  [
    'modifiers alone are not lifted',
    { Base: { A: 'Ctrl' } },
    '+A 0, +B 10, -B 20, -A 30',
    '0 +Ctrl, 10 +B, 20 -B, 30 -Ctrl',
  ],
  [
    'a modifier that another key holds stays down',
    { Base: { A: 'Shift+1' } },
    '+Shift 0, +A 5, +B 10, -B 20, -A 30, -Shift 40',
    '0 +Shift, 5 +1, 10 +B, 20 -B, 30 -1, 40 -Shift',
  ],
  [
    'the parts of several actions at once do not lift each other',
    { Base: { A: 'Ctrl+1 & B' } },
    '+A 0, -A 20',
    '0 +Ctrl, 0 +1, 0 +B, 20 -B, 20 -1, 20 -Ctrl',
  ],
  [
    'several actions with a layer end in reverse',
    { Base: { A: 'Ctrl & while Nav' }, Nav: { H: 'Left' } },
    '+A 0, +H 5, -H 8, -A 20, +H 30, -H 40',
    '0 +Ctrl, 5 +Left, 8 -Left, 20 -Ctrl, 30 +H, 40 -H',
  ],
];

describe('usages', () => {
  test.each(CASES)('%s', (_rule, layers, hand, outcome) => expect(play(layers, hand)).toBe(outcome));
});
