import { describe, expect, test } from '@jest/globals';
import { compile } from '../compile';
import { Engine } from '../engine';
import { isDeviceLine, isEdgeLine, isSlotLine, traceLines } from '../out';
import { replay } from '../replay';
import { EVERY_RULE } from '../../../../tests/everyAction';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

type Case = [rule: string, layers: SketchLayers, hand: string, outcome: string];

const play = (layers: SketchLayers, hand: string): string =>
  shortly(replay(compile(sketchProfile(layers)), fingers(hand))).join(', ');

const tap = (key: string, ms: number): string => `+${key} ${ms}, -${key} ${ms + 5}`;

const ONCE: SketchLayers = { Base: { Caps: 'once Shift', Tab: 'once Ctrl' } };
const HELD: Case[] = [
  [
    'once: before the next key, and up after it',
    ONCE,
    `${tap('Caps', 0)}, +A 20, -A 40, ${tap('B', 60)}`,
    '20 +Shift, 20 +A, 40 -A, 40 -Shift, 60 +B, 65 -B',
  ],
  [
    'once: two of them, up in reverse',
    ONCE,
    `${tap('Caps', 0)}, ${tap('Tab', 10)}, +A 20, -A 40`,
    '20 +Shift, 20 +Ctrl, 20 +A, 40 -A, 40 -Ctrl, 40 -Shift',
  ],
  [
    'once: modifiers do not use it',
    ONCE,
    `${tap('Caps', 0)}, +Alt 10, +A 20, -A 40, -Alt 50`,
    '10 +Alt, 20 +Shift, 20 +A, 40 -A, 40 -Shift, 50 -Alt',
  ],
  [
    'once: up before the next key it is not added to',
    ONCE,
    `${tap('Caps', 0)}, +A 20, +B 30, -A 40, -B 50`,
    '20 +Shift, 20 +A, 30 -Shift, 30 +B, 40 -A, 50 -B',
  ],
  [
    'once: still held when it is used, it stays until that key goes up',
    ONCE,
    '+Caps 0, +A 20, -A 30, +B 40, -B 50, -Caps 60',
    '20 +Shift, 20 +A, 30 -A, 40 +B, 50 -B, 60 -Shift',
  ],
  [
    'once: directly before the key of a chord, and up after it',
    { Base: { Caps: 'once Shift', A: 'Ctrl+A' } },
    `${tap('Caps', 0)}, +A 20, -A 40`,
    '20 +Ctrl, 20 +Shift, 20 +A, 40 -A, 40 -Shift, 40 -Ctrl',
  ],
  [
    'once: a re-strike comes after it',
    { Base: { Caps: 'once Shift', S: 'A' } },
    `+A 0, ${tap('Caps', 10)}, +S 20, -S 30, -A 40`,
    '0 +A, 20 +Shift, 20 -A, 20 +A, 30 -Shift, 40 -A',
  ],
  [
    'once: a button takes it too',
    { Base: { Caps: 'once Shift', A: 'button 1' } },
    `${tap('Caps', 0)}, +A 20, -A 40`,
    '20 +Shift, 20 +button:1, 40 -button:1, 40 -Shift',
  ],
  [
    'once: for a key held for a time, until its end',
    { Base: { Caps: 'once Shift', A: 'hold Right for 100 ms' } },
    `${tap('Caps', 0)}, ${tap('A', 20)}`,
    '20 +Shift, 20 +Right, 120 -Right, 120 -Shift',
  ],
  [
    'once: for a latch, until right after its down',
    { Base: { Caps: 'once Shift', A: 'latch B' } },
    `${tap('Caps', 0)}, ${tap('A', 20)}, ${tap('A', 40)}`,
    '20 +Shift, 20 +B, 20 -Shift, 40 -B',
  ],

  [
    'capitals: letters and minus, through digits and Backspace, until another key',
    { Base: { Caps: 'capitals' } },
    `${tap('Caps', 0)}, ${tap('A', 10)}, ${tap('1', 20)}, ${tap('-', 30)}, ${tap('Backspace', 40)}, ${tap('Space', 50)}, ${tap('A', 60)}`,
    '10 +Shift, 10 +A, 15 -A, 15 -Shift, 20 +1, 25 -1, 30 +Shift, 30 +-, 35 --, 35 -Shift, 40 +Backspace, 45 -Backspace, 50 +Space, 55 -Space, 60 +A, 65 -A',
  ],
  [
    'capitals: end at their own second press',
    { Base: { Caps: 'capitals' } },
    `${tap('Caps', 0)}, ${tap('Caps', 10)}, ${tap('A', 20)}`,
    '20 +A, 25 -A',
  ],
  [
    'capitals: Shift stays down while letters roll',
    { Base: { Caps: 'capitals' } },
    `${tap('Caps', 0)}, +A 10, +B 20, -A 30, -B 40`,
    '10 +Shift, 10 +A, 20 +B, 30 -A, 40 -B, 40 -Shift',
  ],
  [
    'capitals: Shift goes up before a digit rolled in',
    { Base: { Caps: 'capitals' } },
    `${tap('Caps', 0)}, +A 10, +1 20, -A 30, -1 40`,
    '10 +Shift, 10 +A, 20 -Shift, 20 +1, 30 -A, 40 -1',
  ],
  [
    'capitals: nothing is added while Control is down',
    { Base: { Caps: 'capitals' } },
    `${tap('Caps', 0)}, +Ctrl 10, ${tap('A', 20)}, -Ctrl 30, ${tap('B', 40)}`,
    '10 +Ctrl, 20 +A, 25 -A, 30 -Ctrl, 40 +Shift, 40 +B, 45 -B, 45 -Shift',
  ],
  [
    'capitals: what once had added goes up before the next key, and counts no more',
    { Base: { Caps: 'capitals', Tab: 'once Ctrl' } },
    `${tap('Caps', 0)}, ${tap('Tab', 10)}, +1 50, +A 80, -1 90, -A 100`,
    '50 +Ctrl, 50 +1, 80 -Ctrl, 80 +Shift, 80 +A, 90 -1, 100 -A, 100 -Shift',
  ],
  [
    'once: each key that asks holds a count of its own',
    { Base: { O: 'once Alt', E: 'once Alt' } },
    '+O 0, +E 50, -E 80, +A 100, -A 150, -O 200',
    '100 +Alt, 100 +A, 150 -A, 200 -Alt',
  ],
  [
    'what goes up before a key goes up last down first: of a chord and of once alike',
    { Base: { Tab: 'once Alt', S: 'Ctrl+S' } },
    `${tap('Tab', 0)}, +S 10, +A 20, -A 30, -S 40`,
    '10 +Ctrl, 10 +Alt, 10 +S, 20 -Alt, 20 -Ctrl, 20 +A, 30 -A, 40 -S',
  ],
  [
    'once goes down before capitals',
    { Base: { Caps: 'capitals', Tab: 'once Alt' } },
    `${tap('Caps', 0)}, ${tap('Tab', 5)}, ${tap('A', 20)}`,
    '20 +Alt, 20 +A, 25 -A, 25 -Alt',
  ],

  [
    'latch: down and stays, the next begin lets go',
    { Base: { Caps: 'latch Shift' } },
    `${tap('Caps', 0)}, ${tap('A', 20)}, ${tap('Caps', 40)}`,
    '0 +Shift, 20 +A, 25 -A, 40 -Shift',
  ],
  [
    'latch: lets go of several together, the last first',
    { Base: { Caps: 'latch Ctrl+Shift' } },
    `${tap('Caps', 0)}, ${tap('Caps', 40)}`,
    '0 +Ctrl, 0 +Shift, 40 -Shift, 40 -Ctrl',
  ],
  [
    'latch: what is latched already is not latched again',
    { Base: { Caps: 'latch Shift', Tab: 'latch Shift+Ctrl' } },
    `${tap('Caps', 0)}, ${tap('Tab', 20)}, ${tap('Tab', 40)}`,
    '0 +Shift, 20 +Ctrl, 40 -Ctrl, 40 -Shift',
  ],
  [
    'latch: the end of that key alone takes it back',
    { Base: { Caps: 'latch A' } },
    `${tap('Caps', 0)}, +A 20, -A 40`,
    '0 +A, 20 -A, 20 +A, 40 -A',
  ],
  [
    'latch: the end of a key that began before does not',
    { Base: { Caps: 'latch A' } },
    `+A 0, ${tap('Caps', 20)}, -A 40, ${tap('Caps', 60)}`,
    '0 +A, 20 -A, 20 +A, 60 -A',
  ],
  [
    'latch next: the next keys stay down, and the same again lets go',
    { Base: { Caps: 'latch next' } },
    `${tap('Caps', 0)}, ${tap('A', 20)}, ${tap('Caps', 40)}, ${tap('A', 60)}`,
    '20 +A, 60 -A',
  ],

  ['held for a time: up by itself', { Base: { A: 'hold Right for 100 ms' } }, tap('A', 0), '0 +Right, 100 -Right'],
  [
    'held for a time: the finger does not matter',
    { Base: { A: 'hold Right for 100 ms' } },
    '+A 0, -A 300',
    '0 +Right, 100 -Right',
  ],
  [
    'held for a time: begun again it restarts and sends nothing, from whichever key',
    { Base: { A: 'hold Right for 100 ms', S: 'hold Right for 100 ms' } },
    `${tap('A', 0)}, ${tap('S', 60)}`,
    '0 +Right, 160 -Right',
  ],
  [
    'held for a time: another time is another action',
    { Base: { A: 'hold Right for 100 ms', S: 'hold Right for 50 ms' } },
    `${tap('A', 0)}, ${tap('S', 20)}`,
    '0 +Right, 20 -Right, 20 +Right, 100 -Right',
  ],
  [
    'held for a time: equal deadlines in the order they were set',
    { Base: { A: 'X for 50 ms & Y for 50 ms' } },
    tap('A', 0),
    '0 +X, 0 +Y, 50 -X, 50 -Y',
  ],

  [
    'several at once begin in order and end in reverse',
    { Base: { A: 'Shift & B & latch C' } },
    '+A 0, -A 20',
    '0 +Shift, 0 +B, 0 +C, 20 -B, 20 -Shift',
  ],
  [
    'a change of slot: what is held goes up, last first, and latches too; fingers that are down begin nothing',
    { Base: { C: 'latch Ctrl', D: 'slot next', E: 'while Nav' }, Nav: { A: 'F1' } },
    `${tap('C', 0)}, +Shift 10, +A 20, ${tap('D', 30)}, -A 40, -Shift 50, ${tap('B', 60)}`,
    '0 +Ctrl, 10 +Shift, 20 +A, 30 -A, 30 -Shift, 30 -Ctrl, 60 +B, 65 -B',
  ],
  [
    'a change of slot: layers, `once`, and keys held for a time end with it',
    {
      Base: { C: 'go Nav', E: 'once Alt', F: 'hold Q for 500 ms' },
      Nav: { D: 'slot 2', A: 'F1', F: 'hold Q for 500 ms', E: 'once Alt' },
    },
    `${tap('C', 0)}, ${tap('F', 10)}, ${tap('E', 20)}, ${tap('D', 30)}, ${tap('A', 40)}`,
    '10 +Q, 30 -Q, 40 +A, 45 -A',
  ],
  [
    'a change of slot: what waits in the queue behind it is dropped, and so is what stands beside it',
    { Base: { F: 'tap G, hold Ctrl', D: 'B & slot 1 & C' } },
    '+F 0, +D 20, +A 30, -F 50, -A 60, -D 70, +A 80, -A 90',
    '50 +G, 50 +B, 50 -B, 50 -G, 80 +A, 90 -A',
  ],
  [
    'a change of slot: a macro is cut, a text stops',
    { Base: { F: 'type "abc" every 20 ms', D: 'slot previous' } },
    `${tap('F', 0)}, ${tap('D', 30)}`,
    '0 +A, 0 -A, 20 +B, 20 -B',
  ],
];

test('functions of the keyboard begin and end with their keys; a change of slot is told before it ends what is held', () => {
  const heard: string[] = [];
  const program = compile(
    sketchProfile({ Base: { F: 'hold record, tap lamps up', D: 'slot 2', E: 'B & bootloader' } }),
  );
  const engine = new Engine(
    program,
    traceLines(program, (line) => {
      if (isDeviceLine(line)) heard.push(`${line.t / 1000} ${line.device} ${line.begins ? 'begins' : 'ends'}`);
      if (isSlotLine(line)) heard.push(`${line.t / 1000} slot ${line.slot}`);
      if (isEdgeLine(line)) heard.push(`${line.t / 1000} ${line.edge} ${line.code}`);
    }),
  );
  for (const { tUs, key, depthUm } of fingers(`${tap('F', 0)}, +F 200, -F 450, +E 460, +D 500`))
    engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
  expect(heard).toEqual([
    '5 lampsUp begins',
    '13 lampsUp ends',
    '400 record begins',
    '450 record ends',
    '460 down KeyB',
    '460 bootloader begins',
    '500 slot 2',
    '500 bootloader ends',
    '500 up KeyB',
  ]);
});

test('a gesture that waits behind a change of slot is dropped, and is neither announced nor decided', () => {
  const program = compile(
    sketchProfile(
      { Base: { D: 'tap D, hold slot 2', F: 'tap F, hold Ctrl' } },
      { interrupt: 'wait', holdAfterMs: 100 },
    ),
  );
  const heard: string[] = [];
  const engine = new Engine(program, {
    edge: () => undefined,
    pending: (tUs, key) => heard.push(`${tUs / 1000} ${program.keyIds[key]} may be two things`),
    slot: (tUs) => heard.push(`${tUs / 1000} another slot`),
    decision: (tUs, _why, key) => heard.push(`${tUs / 1000} ${program.keyIds[key]} is decided`),
  });
  for (const { tUs, key, depthUm } of fingers('+D 0, +F 50, -F 300, -D 310'))
    engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
  engine.advance(1_000_000);
  expect(heard).toEqual(['0 KeyD may be two things', '100 KeyD is decided', '100 another slot']);
});

describe('actions', () => {
  test.each([...HELD, ...EVERY_RULE])('%s', (_rule, layers, hand, outcome) => expect(play(layers, hand)).toBe(outcome));

  test('a gesture whose tap is once: the next key gets it, also one that waited', () => {
    const layers = { Base: { Caps: 'tap once Shift, hold Ctrl' } };
    expect(play(layers, '+Caps 0, +A 20, -Caps 40, -A 60')).toBe('40 +Shift, 40 +A, 60 -A, 60 -Shift');
  });

  test('a once layer is not used up by once modifiers', () => {
    const layers = { Base: { Caps: 'once Nav', Tab: 'once Shift' }, Nav: { H: 'Left' } };
    expect(play(layers, `${tap('Caps', 0)}, ${tap('Tab', 10)}, ${tap('H', 20)}`)).toBe(
      '20 +Shift, 20 +Left, 25 -Left, 25 -Shift',
    );
  });

  test('letting go of everything lets go of latches too, and forgets what was asked for', () => {
    const layers = { Base: { Caps: 'latch Shift', Tab: 'once Ctrl', F: 'flip Nav' }, Nav: {} };
    const program = compile(sketchProfile(layers));
    const lines = replay(program, fingers(`${tap('Caps', 0)}, ${tap('Tab', 10)}`));
    expect(shortly(lines)).toEqual(['0 +Shift']);
  });
});
