/** What a key is under modifiers, as rows: a rule, assign lines, fingers, and what the host gets. */
import { expect, test } from '@jest/globals';
import { compile } from '../compile';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

type Case = [rule: string, layers: SketchLayers, hand: string, outcome: string];

const DELETES: SketchLayers = { Base: { Q: 'Bksp, under Shift Del' } };
const press = (key: string, ms: number): string => `+${key} ${ms}, -${key} ${ms + 5}`;

const LIFTING: Case[] = [
  ['with nothing held it is what it is otherwise', DELETES, press('Q', 0), '0 +Backspace, 5 -Backspace'],
  [
    'under Shift it is another key, and the host sees no Shift while it lasts',
    DELETES,
    `+Shift 0, ${press('Q', 10)}, -Shift 30`,
    '0 +Shift, 10 -Shift, 10 +Delete, 15 -Delete, 15 +Shift, 30 -Shift',
  ],
  [
    'either Shift is Shift, and both are lifted, the last down first',
    DELETES,
    `+Shift 0, +ShiftRight 5, ${press('Q', 10)}, -Shift 30, -ShiftRight 40`,
    '0 +Shift, 5 +RightShift, 10 -RightShift, 10 -Shift, 10 +Delete, 15 -Delete, 15 +Shift, 15 +RightShift, 30 -Shift, 40 -RightShift',
  ],
  [
    'a modifier that the case does not name stays',
    DELETES,
    `+Ctrl 0, +Shift 5, ${press('Q', 10)}, -Shift 30, -Ctrl 40`,
    '0 +Ctrl, 5 +Shift, 10 -Shift, 10 +Delete, 15 -Delete, 15 +Shift, 30 -Shift, 40 -Ctrl',
  ],
  [
    'a key of another press brings the modifiers back before it goes down',
    DELETES,
    '+Shift 0, +Q 10, +A 20, -Q 30, -A 40, -Shift 50',
    '0 +Shift, 10 -Shift, 10 +Delete, 20 +Shift, 20 +A, 30 -Delete, 40 -A, 50 -Shift',
  ],
  [
    'a modifier that is let go of meanwhile does not come back',
    DELETES,
    '+Shift 0, +Q 10, -Shift 20, -Q 30, +A 40',
    '0 +Shift, 10 -Shift, 10 +Delete, 30 -Delete, 40 +A',
  ],
  [
    'a modifier that goes down meanwhile is not lifted',
    DELETES,
    '+Shift 0, +Q 10, +ShiftRight 20, -Q 30, -Shift 40, -ShiftRight 50',
    '0 +Shift, 10 -Shift, 10 +Delete, 20 +RightShift, 30 -Delete, 30 +Shift, 40 -Shift, 50 -RightShift',
  ],
  [
    'what one has lifted still counts for the next, and stays up as long as one of them lifts it',
    { Base: { Q: 'Bksp, under Shift Del', W: 'X, under Shift Y' } },
    '+Shift 0, +Q 10, +W 20, -Q 30, -W 40, -Shift 50',
    '0 +Shift, 10 -Shift, 10 +Delete, 20 +Y, 30 -Delete, 40 -Y, 40 +Shift, 50 -Shift',
  ],
  [
    'the first case of which all modifiers are held is taken',
    { Base: { Q: 'A, under Ctrl+Shift B, under Shift C, under Ctrl D' } },
    `+Shift 0, ${press('Q', 10)}, +Ctrl 20, ${press('Q', 30)}, -Shift 40, ${press('Q', 50)}, -Ctrl 60`,
    '0 +Shift, 10 -Shift, 10 +C, 15 -C, 15 +Shift, 20 +Ctrl, 30 -Ctrl, 30 -Shift, 30 +B, 35 -B, 35 +Shift, 35 +Ctrl, 40 -Shift, 50 -Ctrl, 50 +D, 55 -D, 55 +Ctrl, 60 -Ctrl',
  ],
  [
    'where no case is taken and there is nothing otherwise, nothing begins',
    { Base: { Q: 'under Shift Del' } },
    `${press('Q', 0)}, +Ctrl 10, ${press('Q', 20)}, -Ctrl 30`,
    '10 +Ctrl, 30 -Ctrl',
  ],
  [
    'the same key twice',
    DELETES,
    `+Shift 0, ${press('Q', 10)}, ${press('Q', 20)}, -Shift 30, ${press('Q', 40)}`,
    '0 +Shift, 10 -Shift, 10 +Delete, 15 -Delete, 15 +Shift, 20 -Shift, 20 +Delete, 25 -Delete, 25 +Shift, 30 -Shift, 40 +Backspace, 45 -Backspace',
  ],
];

const HELD: Case[] = [
  [
    'a chord with a key holds no modifier in this sense',
    { Base: { ...DELETES.Base, W: 'Shift+1' } },
    '+W 0, +Q 10, -Q 15, -W 20',
    '0 +Shift, 0 +1, 10 -Shift, 10 +Backspace, 15 -Backspace, 20 -1',
  ],
  [
    'a latched modifier is held',
    { Base: { ...DELETES.Base, W: 'latch Shift' } },
    `${press('W', 0)}, ${press('Q', 10)}, ${press('W', 20)}`,
    '0 +Shift, 10 -Shift, 10 +Delete, 15 -Delete, 15 +Shift, 20 -Shift',
  ],
  [
    'a modifier held for a time is held, and goes up when that time is over',
    { Base: { ...DELETES.Base, W: 'hold Shift for 20 ms' } },
    `${press('W', 0)}, +Q 10, -Q 30`,
    '0 +Shift, 10 -Shift, 10 +Delete, 30 -Delete',
  ],
  [
    'a modifier for the next key is held, and used up unsent',
    { Base: { ...DELETES.Base, W: 'once Shift' } },
    `${press('W', 0)}, ${press('Q', 10)}, ${press('A', 20)}`,
    '10 +Delete, 15 -Delete, 20 +A, 25 -A',
  ],
  [
    'of two for the next key, the one that is not named is added to it',
    { Base: { ...DELETES.Base, W: 'once Shift+Ctrl' } },
    `${press('W', 0)}, ${press('Q', 10)}, ${press('A', 20)}`,
    '10 +Ctrl, 10 +Delete, 15 -Delete, 15 -Ctrl, 20 +A, 25 -A',
  ],
  [
    'one for the next key whose key is held comes back, and stays until that key goes up',
    { Base: { ...DELETES.Base, W: 'once Shift' } },
    `+W 0, ${press('Q', 10)}, ${press('A', 20)}, ${press('Q', 30)}, -W 40`,
    '10 +Delete, 15 -Delete, 15 +Shift, 20 +A, 25 -A, 30 -Shift, 30 +Delete, 35 -Delete, 35 +Shift, 40 -Shift',
  ],
  [
    'modifiers come back in the order in which they were asked for',
    { Base: { Q: 'A, under Ctrl+Shift F1', W: 'once Ctrl' } },
    `+W 0, +Shift 5, ${press('Q', 10)}, -Shift 20, -W 30`,
    '5 +Shift, 10 -Shift, 10 +F1, 15 -F1, 15 +Ctrl, 15 +Shift, 20 -Shift, 30 -Ctrl',
  ],
  [
    'the Shift of capitals is not held',
    { Base: { ...DELETES.Base, W: 'capitals' } },
    `${press('W', 0)}, +A 10, +Q 20, -Q 25, -A 30`,
    '10 +Shift, 10 +A, 20 -Shift, 20 +Backspace, 25 -Backspace, 30 -A',
  ],
  [
    'what comes back counts as down for capitals',
    { Base: { Q: 'I, under Ctrl Del', W: 'capitals' } },
    `${press('W', 0)}, +Ctrl 10, +Q 20, +A 30, -A 35, -Q 40, -Ctrl 50`,
    '10 +Ctrl, 20 -Ctrl, 20 +Delete, 30 +Ctrl, 30 +A, 35 -A, 40 -Delete, 50 -Ctrl',
  ],
  [
    'what a macro without modifiers or a text has put aside is not held',
    { Base: { ...DELETES.Base, W: 'type "ab" every 20 ms' } },
    '+Shift 0, +W 10, -W 15, +Q 20, -Q 25, -Shift 50',
    '0 +Shift, 10 -Shift, 10 +A, 10 -A, 20 +Backspace, 25 -Backspace, 30 +B, 30 -B, 30 +Shift, 50 -Shift',
  ],
  [
    'what a text puts aside as well stays up until both are over',
    { Base: { ...DELETES.Base, W: 'type "ab" every 20 ms' } },
    '+Shift 0, +Q 5, +W 10, -W 15, -Q 20, -Shift 50',
    '0 +Shift, 5 -Shift, 5 +Delete, 10 +A, 10 -A, 20 -Delete, 30 +B, 30 -B, 30 +Shift, 50 -Shift',
  ],
];

const TAKEN: Case[] = [
  [
    'a text: the modifiers come back when the key goes up',
    { Base: { Q: 'A, under Shift type "go"' } },
    '+Shift 0, +Q 10, -Q 20, -Shift 30',
    '0 +Shift, 10 -Shift, 10 +G, 10 -G, 10 +O, 10 -O, 20 +Shift, 30 -Shift',
  ],
  [
    'several at once, and one of several',
    { Base: { Q: 'A, under Shift B & C', W: 'D & [E, under Shift F]' } },
    `+Shift 0, ${press('Q', 10)}, ${press('W', 20)}, -Shift 30`,
    '0 +Shift, 10 -Shift, 10 +B, 10 +C, 15 -C, 15 -B, 15 +Shift, 20 +D, 20 -Shift, 20 +F, 25 -F, 25 +Shift, 25 -D, 30 -Shift',
  ],
  [
    'latched by the key before it',
    { Base: { ...DELETES.Base, W: 'latch next' } },
    `+Shift 0, ${press('W', 10)}, ${press('Q', 20)}, -Shift 30`,
    '0 +Shift, 20 -Shift, 20 +Delete, 25 +Shift, 30 -Shift',
  ],
  [
    'the tap of a gesture, shown for its time',
    { Base: { Q: 'tap Bksp, under Shift Del, hold Ctrl' } },
    `+Shift 0, ${press('Q', 10)}, -Shift 40`,
    '0 +Shift, 15 -Shift, 15 +Delete, 23 -Delete, 23 +Shift, 40 -Shift',
  ],
  [
    'a tap that took a layer is over at once',
    { Base: { Q: 'tap X, under Shift while Nav, hold Ctrl' }, Nav: {} },
    `+Shift 0, ${press('Q', 10)}, -Shift 40`,
    '0 +Shift, 15 -Shift, 15 +Shift, 40 -Shift',
  ],
  [
    'the release of one that took a layer waits while something is undecided',
    { Base: { Q: 'X, under Shift while Nav', W: 'tap 1, hold 2' }, Nav: { E: '3' } },
    '+Shift 0, +Q 10, +W 20, -Q 30, +E 40, -E 50, -W 60, -Shift 70',
    '0 +Shift, 10 -Shift, 50 +Shift, 50 +2, 50 +E, 50 -E, 60 -2, 70 -Shift',
  ],
  [
    'it never is modifiers only: as another key it decides a hold',
    { Base: { Q: 'under Shift Ctrl', W: 'tap 1, hold 2' } },
    '+Shift 0, +W 10, +Q 20, -Q 30, -W 40, -Shift 50',
    '0 +Shift, 30 +2, 30 -Shift, 30 +Ctrl, 30 -Ctrl, 30 +Shift, 40 -2, 50 -Shift',
  ],
  [
    'another slot lets go of everything, and nothing comes back',
    { Base: { ...DELETES.Base, W: 'slot next' } },
    '+Shift 0, +Q 10, +W 20, -W 25, -Q 30, -Shift 40',
    '0 +Shift, 10 -Shift, 10 +Delete, 20 -Delete',
  ],
  [
    'a once layer is used up by it',
    { Base: { Q: 'under Alt Del', W: 'once Nav' }, Nav: { A: '5' } },
    `${press('W', 0)}, ${press('Q', 10)}, ${press('A', 20)}`,
    '20 +A, 25 -A',
  ],
];

test.each([...LIFTING, ...HELD, ...TAKEN])('%s', (_, layers, hand, outcome) => {
  expect(shortly(replay(compile(sketchProfile(layers)), fingers(hand))).join(', ')).toBe(outcome);
});

test.each([
  ['what was taken types', '+Shift 0, +Q 10, -Q 12, -Shift 14, +W 20, -W 60', '20 +1, 60 -1'],
  ['what was taken does not', '+Q 10, -Q 12, +W 20, -W 60', '40 +2, 60 -2'],
])('the typing guard: %s', (_, hand, outcome) => {
  const layers = { Base: { Q: 'lamps up, under Shift Del', W: 'tap 1, hold 2' } };
  const timing = { holdAfterMs: 20, typingGuardMs: 30 };
  const lines = shortly(replay(compile(sketchProfile(layers, timing)), fingers(hand)));
  expect(lines.filter((line) => /[12]$/.test(line)).join(', ')).toBe(outcome);
});
