import { describe, expect, test } from '@jest/globals';
import { compile } from '../compile';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

const play = (layers: SketchLayers, hand: string): string =>
  shortly(replay(compile(sketchProfile(layers)), fingers(hand))).join(', ');

const CASES: [string, SketchLayers, string, string][] = [
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
  [
    'modifiers for one lifting go up last down first, whoever holds them: here once of a held key went down after the chord',
    { Base: { O: 'once Alt', C: 'Ctrl', T: 'type "a"' } },
    '+O 0, +C 10, +B 20, +T 30, -T 40, -B 50, -C 60, -O 70',
    '10 +Ctrl, 20 +Alt, 20 +B, 30 -Alt, 30 -Ctrl, 30 +A, 30 -A, 30 +Ctrl, 30 +Alt, 50 -B, 60 -Ctrl, 70 -Alt',
  ],
  [
    'and before one key: what was added went down before the chord’s last modifier',
    { Base: { O: 'once Alt', A: 'B+Ctrl' } },
    '+O 0, -O 5, +A 10, +S 20, -S 30, -A 40',
    '10 +Alt, 10 +B, 10 +Ctrl, 20 -Ctrl, 20 -Alt, 20 +S, 30 -S, 40 -B',
  ],
];

describe('who holds what at the host', () => {
  test.each(CASES)('%s', (_rule, layers, hand, outcome) => expect(play(layers, hand)).toBe(outcome));
});
