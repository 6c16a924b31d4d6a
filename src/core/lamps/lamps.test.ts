/** What lamps show: rules of docs/lamps.md, an example each. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { played } from '../../../tests/making/glowing';
import { sketchProfile } from '../../../tests/making/sketch';
import { HARROW_64 } from '../board';
import { Engine } from '../engine';
import { bringHosts } from '../hosts';
import { mustBeSound } from '../check';
import { DYE_COLORS, type GlowLine, type Profile } from '../profile';
import { alikeColors } from './alike';
import { ALONE, AT_REST, lampsAt } from './moment';
import { dimmed, FULL, pulseAt, shareAt } from './movement';
import { colorOf, DARK, hexOf, lampPlan } from './plan';

beforeAll(() => bringHosts());

const LAYERS = {
  Base: { A: 'while Cues', B: 'B', C: 'tap C, hold Ctrl', D: 'none', S: 'capitals', L: 'latch Shift' },
  Cues: { B: 'F13', G: 'F14' },
};
/** Cues are madder, the base is indigo; B has a role on the base. */
function glowing(glow: readonly GlowLine[], layers = LAYERS): Profile {
  const profile = sketchProfile(layers, {}, { roles: [{ id: 'go', name: 'Go', color: '#2f7a68' }] });
  return {
    ...profile,
    layers: profile.layers.map((layer, n) => ({
      ...layer,
      dye: n === 0 ? ('indigo' as const) : ('madder' as const),
      keys: n === 0 ? { ...layer.keys, KeyB: { ...layer.keys.KeyB!, role: 'go' } } : layer.keys,
    })),
    ...(glow.length > 0 && { glow: [...glow] }),
  };
}

const place = (key: string): number => HARROW_64.keys.findIndex(({ id }) => id === key);
const shown = (profile: Profile, key: string, layers: readonly number[] = [0]): string => {
  const color = lampsAt(lampPlan(profile, HARROW_64), { ...AT_REST, layers })[place(key)]!;
  return color === DARK ? 'dark' : hexOf(color);
};
const keys = (shows: string, more: object = {}): GlowLine => ({ glow: 'keys', shows, ...more }) as GlowLine;
const { indigo, madder } = DYE_COLORS;

describe('a key shows', () => {
  test('its role, else the dye of the layer that answers it; one that does nothing is dark', () => {
    const profile = glowing([]);
    expect(['KeyB', 'KeyC', 'KeyD', 'KeyG'].map((key) => shown(profile, key))).toEqual([
      '#2F7A68',
      indigo,
      'dark',
      indigo,
    ]);
    expect(['KeyB', 'KeyC', 'KeyG'].map((key) => shown(profile, key, [1, 0]))).toEqual([madder, indigo, madder]);
  });

  test.each<[string, GlowLine[], [base: string[], cues: string[]]]>([
    [
      'by role: what has none is dark',
      [keys('role')],
      [
        ['#2F7A68', 'dark', 'dark'],
        ['dark', 'dark', 'dark'],
      ],
    ],
    [
      'by dye: whatever its role',
      [keys('dye')],
      [
        [indigo, indigo, indigo],
        [madder, indigo, madder],
      ],
    ],
    [
      'a colour on one layer',
      [keys('#FFFFFF', { layer: 'cues' })],
      [
        ['#2F7A68', indigo, indigo],
        ['#FFFFFF', indigo, '#FFFFFF'],
      ],
    ],
    [
      'the last line that speaks of a key counts',
      [keys('dark'), keys('#FFFFFF', { keys: ['KeyB', 'KeyG'] }), keys('dark', { keys: ['KeyG'], layer: 'cues' })],
      [
        ['#FFFFFF', 'dark', '#FFFFFF'],
        ['#FFFFFF', 'dark', 'dark'],
      ],
    ],
    [
      'a layer that lights only what it assigns',
      [keys('dye', { layer: 'cues', only: true })],
      [
        ['#2F7A68', indigo, indigo],
        [madder, 'dark', madder],
      ],
    ],
    [
      'what speaks of things that are gone says nothing',
      [keys('dark', { layer: 'gone' }), keys('dark', { keys: ['L2-1'] })],
      [
        ['#2F7A68', indigo, indigo],
        [madder, indigo, madder],
      ],
    ],
  ])('%s', (_name, glow, [base, cues]) => {
    const profile = glowing(glow);
    expect(['KeyB', 'KeyC', 'KeyG'].map((key) => shown(profile, key))).toEqual(base);
    expect(['KeyB', 'KeyC', 'KeyG'].map((key) => shown(profile, key, [1, 0]))).toEqual(cues);
  });
});

test.each<[string, GlowLine, Partial<typeof ALONE>, object]>([
  ['a layer', { glow: 'layer', key: 'Escape', layer: 'cues', shows: '#FF0000' }, {}, { layers: [1, 0] }],
  ['latches', { glow: 'latch', key: 'Escape', shows: '#FF0000' }, {}, { hasLatches: true }],
  ['capitals', { glow: 'capitals', key: 'Escape', shows: '#FF0000' }, {}, { capitals: true }],
  ['recording', { glow: 'recording', key: 'Escape', shows: '#FF0000' }, { recording: true }, {}],
  ['a lamp of the host', { glow: 'lamp', key: 'Escape', lamp: 'CapsLock', shows: '#FF0000' }, { hostLamps: 2 }, {}],
  ['the slot', { glow: 'slot', key: 'Escape', slot: 3, shows: '#FF0000' }, { slot: 2 }, {}],
])('a sign of %s is lit while that is so, over what its key shows otherwise', (_name, line, around, standing) => {
  const plan = lampPlan(glowing([line]), HARROW_64);
  const at = (more: object, surroundings: typeof ALONE): string =>
    hexOf(lampsAt(plan, { ...AT_REST, ...more }, surroundings)[place('Escape')]!);
  expect(at({}, ALONE)).toBe(indigo);
  expect(at(standing, { ...ALONE, ...around })).toBe('#FF0000');
});

test('an engine says how it stands: layers, latches, capitals, and what waits', () => {
  const { program } = mustBeSound(glowing([]));
  const engine = new Engine(program, { edge: () => undefined });
  const full = HARROW_64.travelUm;
  expect(engine.standing()).toEqual(AT_REST);
  engine.feed(0, place('KeyC'), full);
  engine.feed(1000, place('KeyB'), full);
  expect(engine.standing().waiting).toEqual([place('KeyC'), place('KeyB')]);
  engine.feed(2000, place('KeyB'), 0);
  engine.feed(3000, place('KeyC'), 0);
  expect(engine.standing().waiting).toEqual([]);
  engine.feed(10_000, place('KeyA'), full);
  expect(engine.standing().layers).toEqual([1, 0]);
  engine.feed(20_000, place('KeyA'), 0);
  for (const [n, key] of ['KeyS', 'KeyL'].entries()) {
    engine.feed(30_000 + n * 20_000, place(key), full);
    engine.feed(40_000 + n * 20_000, place(key), 0);
  }
  expect(engine.standing()).toEqual({ layers: [0], hasLatches: true, capitals: true, waiting: [] });
});

describe('movement', () => {
  const plan = lampPlan(glowing([]), HARROW_64);
  const share = (
    movement: 'still' | 'tide' | 'shuttle' | 'echo',
    tMs: number,
    key: string,
    sinceMs = Infinity,
  ): number => shareAt(plan, movement, tMs, place(key), () => sinceMs);

  test('is a share of the light from whole numbers: still, tide, shuttle, echo', () => {
    expect(share('still', 1234, 'KeyF')).toBe(FULL);
    // Escape's middle lies half a key unit from the left: 50 hundredths, 100 ms later than the edge.
    expect([100, 1100, 2100, 3100, 4100].map((tMs) => share('tide', tMs, 'Escape'))).toEqual([128, 192, 256, 192, 128]);
    expect([0, 750, 1500].map((tMs) => share('shuttle', tMs, 'Escape'))).toEqual([144, 200, 256]);
    expect([0, 750, 1500].map((tMs) => share('shuttle', tMs, 'Tab'))).toEqual([256, 200, 144]);
    expect([0, 300, 600, Infinity].map((sinceMs) => share('echo', 0, 'KeyF', sinceMs))).toEqual([256, 184, 112, 112]);
    expect([0, 300, 600, 1200].map(pulseAt)).toEqual([256, 176, 96, 256]);
  });

  test('brightness takes from each colour alike, and nothing of what is dark', () => {
    expect(hexOf(dimmed(colorOf('#FF8000'), 5, 5))).toBe('#FF8000');
    expect(hexOf(dimmed(colorOf('#FF8000'), 1, 5))).toBe('#331900');
    expect(hexOf(dimmed(colorOf('#FF8000'), 5, 5, 128))).toBe('#7F4000');
    expect([dimmed(DARK, 5, 5), dimmed(0xffffff, 0, 5)]).toEqual([DARK, DARK]);
  });
});

test('colours that somebody takes for each other are said, with whom; what nobody tells apart is not', () => {
  const red = colorOf('#C03030');
  const green = colorOf('#6F7A20');
  const alike = alikeColors([red, green, colorOf('#2030C0'), red]);
  expect(alike).toEqual([{ a: red, b: green, to: ['deuteranopia'] }]);
  expect(alikeColors([red, colorOf('#C03131')])).toEqual([]);
  expect(alikeColors([colorOf('#000000'), colorOf('#FFFFFF')])).toEqual([]);
});

test('what fingers do, played: a layer lights, a key waits, a latch stays', () => {
  const profile = glowing([
    keys('dye', { layer: 'cues', only: true }),
    { glow: 'latch', key: 'Escape', shows: '#FF0000' },
  ]);
  expect(played(profile, '+A 10, -A 50, +C 100, -C 150, +L 200, -L 250', ['KeyB', 'Escape', 'KeyC'])).toEqual([
    `0 KeyB #2F7A68, Escape ${indigo}, KeyC ${indigo}`,
    `10 KeyB ${madder}, Escape dark, KeyC dark`,
    `50 KeyB #2F7A68, Escape ${indigo}, KeyC ${indigo}`,
    `100 KeyB #2F7A68, Escape ${indigo}, KeyC ${indigo} pulses`,
    `150 KeyB #2F7A68, Escape ${indigo}, KeyC ${indigo}`,
    `200 KeyB #2F7A68, Escape #FF0000, KeyC ${indigo}`,
  ]);
});

test('the pulse of what waits can be turned off', () => {
  const profile = glowing([{ glow: 'waiting', pulses: false }]);
  expect(played(profile, '+C 100, -C 150', ['KeyC'])).toEqual([`0 KeyC ${indigo}`]);
});
