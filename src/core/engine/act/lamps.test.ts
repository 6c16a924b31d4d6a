/** Layers of the host's lamps, as rows: a rule, assign lines, fingers and lamps, and what the host gets. */
import { expect, test } from '@jest/globals';
import { compile } from '../compile';
import { isLayerLine, traceLines, type TraceLine } from '../out';
import { Engine } from '../engine';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';
import type { Profile } from '../../profile';

const shown = (lamp: 'NumLock' | 'CapsLock' | 'ScrollLock', lit: boolean, shows: string) => ({ lamp, lit, shows });
const LIT = [shown('NumLock', true, 'num')];
const DARK = [shown('ScrollLock', false, 'num')];
const NUM: SketchLayers = { Base: { Q: 'A', W: 'tap 1, hold 2', E: 'while Fn' }, Num: { Q: 'B' }, Fn: { Q: 'F1' } };

const ROWS: [rule: string, lampLayers: Profile['lampLayers'], hand: string, outcome: string, layers?: SketchLayers][] =
  [
    ['all lamps are dark until the host tells', LIT, '+Q 0, -Q 5', '0 +A, 5 -A'],
    ['a lamp that is lit shows its layer', LIT, '+lamp:NumLock 0, +Q 10, -Q 15', '10 +B, 15 -B'],
    [
      'put out, it shows it no longer; what is held stays until its key goes up',
      LIT,
      '+lamp:NumLock 0, +Q 10, -lamp:NumLock 20, -Q 30, +Q 40, -Q 45',
      '10 +B, 30 -B, 40 +A, 45 -A',
    ],
    ['a layer may be shown while its lamp is dark, from the beginning', DARK, '+Q 0, -Q 5', '0 +B, 5 -B'],
    ['another lamp changes nothing', LIT, '+lamp:CapsLock 0, +Q 10, -Q 15', '10 +A, 15 -A'],
    [
      'a lamp passes at once, and what waits is looked up as things stand when its turn comes',
      LIT,
      '+W 0, +Q 10, +lamp:NumLock 20, -Q 30, -W 40',
      '30 +2, 30 +B, 30 -B, 40 -2',
    ],
    ['a layer that is higher answers first', LIT, '+lamp:NumLock 0, +E 10, +Q 20, -Q 25, -E 30', '20 +F1, 25 -F1'],
    [
      'a layer of none is a key that is dead while a lock is on',
      LIT,
      '+lamp:NumLock 0, +Q 10, -Q 15, -lamp:NumLock 20, +Q 30, -Q 35',
      '30 +A, 35 -A',
      { Base: { Q: 'A' }, Num: { Q: 'none' } },
    ],
    [
      'what the host said of its lamps outlives a change of slot',
      LIT,
      '+lamp:NumLock 0, +R 10, -R 15, +Q 20, -Q 25',
      '20 +B, 25 -B',
      { Base: { Q: 'A', R: 'slot next' }, Num: { Q: 'B' } },
    ],
  ];

const played = (
  lampLayers: Profile['lampLayers'],
  hand: string,
  layers: SketchLayers,
  more: Partial<Profile> = {},
): string => shortly(replay(compile(sketchProfile(layers, {}, { lampLayers, ...more })), fingers(hand))).join(', ');

test.each(ROWS.map(([rule, lampLayers, hand, outcome, layers]) => ({ rule, lampLayers, hand, outcome, layers })))(
  '$rule',
  ({ lampLayers, hand, outcome, layers = NUM }) => {
    expect(played(lampLayers, hand, layers)).toBe(outcome);
  },
);

test('a layer of a lamp may be one that joined layers wait for', () => {
  const layers = { ...NUM, Both: { Q: 'C' } };
  const joinedLayers = [{ when: ['num', 'fn'], also: 'both' }];
  expect(played(LIT, '+E 0, +lamp:NumLock 10, +Q 20, -Q 25, -E 30', layers, { joinedLayers })).toBe('20 +C, 25 -C');
});

const TYPES: SketchLayers = { Base: { Q: 'type "ab"', Caps: 'CapsLock' } };
test.each([
  [
    'the lamp is lit: Caps Lock is struck before a text and again after it',
    '+lamp:CapsLock 0, +Q 10, -Q 15',
    '10 +CapsLock, 10 -CapsLock, 10 +A, 10 -A, 10 +B, 10 -B, 10 +CapsLock, 10 -CapsLock',
  ],
  [
    'what this keyboard turned on counts as long as the host has told of no lamp',
    '+Caps 0, -Caps 5, +Q 10, -Q 15',
    '0 +CapsLock, 5 -CapsLock, 10 +CapsLock, 10 -CapsLock, 10 +A, 10 -A, 10 +B, 10 -B, 10 +CapsLock, 10 -CapsLock',
  ],
  [
    'the host knows better: a lamp that it has put out is out',
    '+Caps 0, -Caps 5, +lamp:CapsLock 6, -lamp:CapsLock 8, +Q 10, -Q 15',
    '0 +CapsLock, 5 -CapsLock, 10 +A, 10 -A, 10 +B, 10 -B',
  ],
  [
    'and one that it has told of another lamp says that this one is dark',
    '+Caps 0, -Caps 5, +lamp:NumLock 6, +Q 10, -Q 15',
    '0 +CapsLock, 5 -CapsLock, 10 +A, 10 -A, 10 +B, 10 -B',
  ],
])('texts: %s', (_, hand, outcome) => expect(played([], hand, TYPES)).toBe(outcome));

test('the trace says that a lamp made a layer active, and that it is so no longer', () => {
  const program = compile(sketchProfile(NUM, {}, { lampLayers: LIT }));
  const lines: TraceLine[] = [];
  const engine = new Engine(
    program,
    traceLines(program, (line) => lines.push(line)),
  );
  for (const sample of fingers('+lamp:NumLock 10, -lamp:NumLock 20')) engine.take(sample);
  expect(lines.filter(isLayerLine)).toEqual([
    { t: 10_000, layer: 'num', active: true, under: false, way: 'lamp' },
    { t: 20_000, layer: 'num', active: false, under: false, way: 'lamp' },
  ]);
});

test('lamps that flicker a thousand times a second change nothing but what a press finds', () => {
  const program = compile(sketchProfile(NUM, {}, { lampLayers: LIT }));
  const flicker = Array.from({ length: 2001 }, (_, n) => ({ tUs: n * 500, key: 'lamp:NumLock', depthUm: (n + 1) % 2 }));
  const press = [
    { tUs: 250_100, key: 'KeyQ', depthUm: 4000 },
    { tUs: 600_100, key: 'KeyQ', depthUm: 0 },
  ];
  const samples = [...flicker, ...press].sort((a, b) => a.tUs - b.tUs);
  expect(shortly(replay(program, samples)).join(', ')).toBe('250.1 +B, 600.1 -B');
});

test('a lamp that there is not is refused', () => {
  expect(() => replay(compile(sketchProfile(NUM)), fingers('+lamp:Kana 0'))).toThrow(
    'the board has no key "lamp:Kana"',
  );
});
