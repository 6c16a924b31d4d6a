import { describe, expect, test } from '@jest/globals';
import type { Profile } from '../../profile';
import { Engine } from '../engine';
import { isLayerLine, traceLines, type LayerLine, type TraceLine } from '../out';
import { compile } from '../compile';
import { replay } from '../replay';
import { fingers, shortly, sketchProfile, type SketchLayers } from '../../../../tests/making/sketch';

const play = (layers: SketchLayers, hand: string, more: Partial<Profile> = {}): string =>
  shortly(replay(compile(sketchProfile(layers, {}, more)), fingers(hand))).join(', ');

/** What the trace says of layers while a hand plays. */
function layerLines(profile: Profile, hand: string): LayerLine[] {
  const program = compile(profile);
  const lines: LayerLine[] = [];
  const engine = new Engine(
    program,
    traceLines(program, (line) => isLayerLine(line) && lines.push(line)),
  );
  for (const { tUs, key, depthUm } of fingers(hand)) engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
  return lines;
}

const NAV = { H: 'Left', Backspace: 'none' };

const CASES: [string, SketchLayers, string, string][] = [
  [
    'while: as long as the key is down',
    { Base: { Caps: 'while Nav' }, Nav: NAV },
    '+Caps 0, +H 10, -H 20, -Caps 30, +H 40, -H 50',
    '10 +Left, 20 -Left, 40 +H, 50 -H',
  ],
  [
    'a release ends what its press began, whatever layers are active by then',
    { Base: { Caps: 'while Nav' }, Nav: NAV },
    '+Caps 0, +H 10, -Caps 20, -H 30',
    '10 +Left, 30 -Left',
  ],
  [
    'a key the layer does not list passes to the base',
    { Base: { Caps: 'while Nav' }, Nav: NAV },
    '+Caps 0, +A 10, -A 20, -Caps 30',
    '10 +A, 20 -A',
  ],
  [
    'none answers with nothing',
    { Base: { Caps: 'while Nav' }, Nav: NAV },
    '+Caps 0, +Backspace 10, -Backspace 20, -Caps 30',
    '',
  ],
  [
    'while is counted: two keys may hold one layer',
    { Base: { Caps: 'while Nav', Tab: 'while Nav' }, Nav: NAV },
    '+Caps 0, +Tab 10, -Caps 20, +H 30, -H 40, -Tab 50',
    '30 +Left, 40 -Left',
  ],
  [
    'flip: on, and off again',
    { Base: { Caps: 'flip Nav' }, Nav: NAV },
    '+Caps 0, -Caps 5, +H 10, -H 20, +Caps 30, -Caps 35, +H 40, -H 50',
    '10 +Left, 20 -Left, 40 +H, 50 -H',
  ],
  [
    'go: stays, under layers that are held',
    { Base: { Caps: 'go Nav', Tab: 'while Sym' }, Nav: { H: 'Left' }, Sym: { H: '1' } },
    '+Caps 0, -Caps 5, +H 10, -H 20, +Tab 30, +H 40, -H 50, -Tab 60',
    '10 +Left, 20 -Left, 40 +1, 50 -1',
  ],
  [
    'the go layer stands under a lower layer that is held',
    { Base: { Caps: 'go Sym', Tab: 'while Nav' }, Nav: { H: 'Left' }, Sym: { H: '1' } },
    '+Caps 0, -Caps 5, +Tab 30, +H 40, -H 50, -Tab 60',
    '40 +Left, 50 -Left',
  ],
  [
    'go lets go of flipped layers',
    { Base: { Caps: 'flip Sym', Tab: 'go Nav' }, Nav: { H: 'Left' }, Sym: { H: '1' } },
    '+Caps 0, -Caps 5, +Tab 10, -Tab 15, +H 20, -H 30',
    '20 +Left, 30 -Left',
  ],
  [
    'go to the base goes back',
    { Base: { Caps: 'go Nav' }, Nav: { H: 'Left', Esc: 'go Base' } },
    '+Caps 0, -Caps 5, +Esc 10, -Esc 15, +H 20, -H 30',
    '20 +H, 30 -H',
  ],
  [
    'the highest layer answers first',
    { Base: { Caps: 'while Nav', Tab: 'while Sym' }, Nav: { H: 'Left' }, Sym: { H: '1' } },
    '+Tab 0, +Caps 5, +H 20, -H 30, -Caps 40, -Tab 50',
    '20 +1, 30 -1',
  ],
  [
    'once: for the next press only',
    { Base: { Caps: 'once Nav' }, Nav: { H: 'Left' } },
    '+Caps 0, -Caps 5, +H 20, -H 30, +H 40, -H 50',
    '20 +Left, 30 -Left, 40 +H, 50 -H',
  ],
  [
    'once: a key that the layer does not list uses it up too',
    { Base: { Caps: 'once Nav' }, Nav: { H: 'Left' } },
    '+Caps 0, -Caps 5, +A 20, -A 30, +H 40, -H 50',
    '20 +A, 30 -A, 40 +H, 50 -H',
  ],
  [
    'once: modifiers do not use it up',
    { Base: { Caps: 'once Nav' }, Nav: { H: 'Left' } },
    '+Caps 0, -Caps 5, +Shift 10, +H 20, -H 30, -Shift 40',
    '10 +Shift, 20 +Left, 30 -Left, 40 -Shift',
  ],
  [
    'once: held while it is used up, it goes on as while',
    { Base: { Caps: 'once Nav' }, Nav: { H: 'Left' } },
    '+Caps 0, +H 20, -H 30, +H 40, -H 50, -Caps 60, +H 70, -H 80',
    '20 +Left, 30 -Left, 40 +Left, 50 -Left, 70 +H, 80 -H',
  ],
];

describe('layers', () => {
  test.each(CASES)('%s', (_rule, layers, hand, outcome) => expect(play(layers, hand)).toBe(outcome));

  test('joined layers are added while all of their layers are active, and so on', () => {
    const layers = {
      Base: { Caps: 'while Nav', Tab: 'while Sym' },
      Nav: { H: 'Left' },
      Sym: { H: '1' },
      Fn: { H: 'F1' },
      Top: { J: 'F2' },
    };
    const joinedLayers = [
      { when: ['fn'], also: 'top' },
      { when: ['nav', 'sym'], also: 'fn' },
    ];
    expect(
      play(layers, '+Caps 0, +Tab 5, +H 20, -H 30, +J 40, -J 50, -Tab 60, +H 70, -H 80, -Caps 90', { joinedLayers }),
    ).toBe('20 +F1, 30 -F1, 40 +F2, 50 -F2, 70 +Left, 80 -Left');
  });

  test.each([
    ['while Nav', 'while', '+Caps 1, -Caps 3'],
    ['flip Nav', 'flip', '+Caps 1, -Caps 2, +Caps 3, -Caps 4'],
    ['once Nav', 'once', '+Caps 1, -Caps 2, +H 3, -H 4'],
    ['go Nav', 'go', '+Caps 1, -Caps 2, +Tab 3, -Tab 4'],
  ])('%s: the trace says what made the layer active', (line, way, hand) => {
    const layers = { Base: { Caps: line, Tab: 'go Base' }, Nav: NAV };
    expect(layerLines(sketchProfile(layers), hand)).toEqual([
      { t: 1000, layer: 'nav', active: true, under: way === 'go', way },
      { t: 3000, layer: 'nav', active: false, under: false, way },
    ]);
  });

  test('a layer that is joined to the base alone is there from the start', () => {
    const layers = { Base: { A: 'A' }, Fn: { A: 'F1' } };
    expect(play(layers, '+A 10, -A 20', { joinedLayers: [{ when: ['base'], also: 'fn' }] })).toBe('10 +F1, 20 -F1');
  });

  test('a layer that others add is joined', () => {
    const profile = sketchProfile(
      { Base: { Caps: 'while Nav', Tab: 'while Sym' }, Nav: {}, Sym: {}, Fn: {} },
      {},
      { joinedLayers: [{ when: ['nav', 'sym'], also: 'fn' }] },
    );
    const joined = layerLines(profile, '+Caps 1, +Tab 2, -Caps 3').filter(({ layer }) => layer === 'fn');
    expect(joined.map(({ t, active, way }) => [t, active, way])).toEqual([
      [2000, true, 'joined'],
      [3000, false, 'joined'],
    ]);
  });

  test('the trace says when a layer comes and goes', () => {
    const program = compile(sketchProfile({ Base: { Caps: 'while Nav' }, Nav: NAV }));
    const lines: TraceLine[] = [];
    const engine = new Engine(
      program,
      traceLines(program, (line) => lines.push(line)),
    );
    for (const { tUs, key, depthUm } of fingers('+Caps 1, -Caps 3'))
      engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
    expect(lines).toEqual([
      { t: 1000, from: 'CapsLock', layer: 'base', pressedUs: 1000 },
      { t: 1000, layer: 'nav', active: true, under: false, way: 'while' },
      { t: 3000, layer: 'nav', active: false, under: false, way: 'while' },
    ]);
  });
});
