/** What lamps must show, step by step, while fingers and the host do something. */
import { hexOf as bytesAsHex } from '../../src/cli/conform/cases';
import { HARROW_64 } from '../../src/core/board';
import { mustBeSound } from '../../src/core/check';
import { HOST_LAMPS } from '../../src/core/codes';
import { isOfLamp, lampOf, type Sample } from '../../src/core/engine';
import { encodeImage } from '../../src/core/image';
import { lampLines } from '../../src/core/lamps';
import { printGlow } from '../../src/core/notation';
import type { GlowLine, Profile } from '../../src/core/profile';
import { fingers, sketchProfile, type SketchLayers } from '../../tests/making/sketch';

type Case = {
  name: string;
  why: string;
  layers: SketchLayers;
  glow: GlowLine[];
  /** What happens, step by step; after each, the lamps of these keys are looked at. */
  steps: string[];
  keys: string[];
  withoutNames?: boolean;
};

const CUES: SketchLayers = {
  Base: { A: 'while Cues', B: 'B', C: 'tap C, hold Ctrl', L: 'latch Shift', S: 'capitals', F: 'flip Cues' },
  Cues: { B: 'F13', G: 'F14', H: 'none' },
};

const CASES: Case[] = [
  {
    name: 'a role, or the dye of the layer that answers',
    why: 'Where nothing is said, a key shows the colour of its role, else the dye of the layer that answers it.',
    layers: CUES,
    glow: [],
    steps: ['+Z 10', '+A 20', '-A 60'],
    keys: ['KeyB', 'KeyC', 'KeyG', 'KeyH'],
  },
  {
    name: 'the last line that speaks of a key',
    why: 'Lines are taken in their order; the last one that speaks of a key and the layer that answers it counts.',
    layers: CUES,
    glow: [
      { glow: 'keys', shows: 'dark' },
      { glow: 'keys', shows: 'role', layer: 'base' },
      { glow: 'keys', shows: '#FFFFFF', layer: 'cues', keys: ['KeyB', 'KeyG'] },
      { glow: 'keys', shows: 'dye', keys: ['KeyG'] },
    ],
    steps: ['+Z 10', '+A 20', '-A 60'],
    keys: ['KeyB', 'KeyC', 'KeyG'],
  },
  {
    name: 'a layer that lights only what it assigns',
    why: 'Keys that it leaves to the layers below are dark while it is active.',
    layers: CUES,
    glow: [{ glow: 'keys', shows: 'dye', layer: 'cues', only: true }],
    steps: ['+A 20', '-A 60', '+F 100, -F 140', '+F 200, -F 240'],
    keys: ['KeyB', 'KeyC', 'KeyG', 'KeyH'],
  },
  {
    name: 'what waits pulses, until it is decided',
    why: 'The key that is undecided and those whose presses wait behind it; by time as well.',
    layers: CUES,
    glow: [],
    steps: ['+C 10', '+B 60', '-B 90', '-C 400', '+C 500', '-C 530'],
    keys: ['KeyB', 'KeyC'],
  },
  {
    name: 'what waits stays still where a line says so',
    why: 'The pulse can be turned off.',
    layers: CUES,
    glow: [{ glow: 'waiting', pulses: false }],
    steps: ['+C 10', '-C 50'],
    keys: ['KeyC'],
  },
  {
    name: 'signs',
    why: 'A sign shows its colour over whatever its key shows otherwise; of several the last that is lit.',
    layers: CUES,
    glow: [
      { glow: 'latch', key: 'Escape', shows: '#FF0000' },
      { glow: 'capitals', key: 'Escape', shows: '#00FF00' },
      { glow: 'lamp', key: 'Tab', lamp: 'CapsLock', shows: '#0000FF' },
      { glow: 'layer', key: 'Space', layer: 'cues', shows: '#102030' },
      { glow: 'slot', key: 'KeyP', slot: 1, shows: '#405060' },
    ],
    steps: ['+L 10, -L 50', '+S 100, -S 140', '+lamp:CapsLock 200', '+A 250', '-A 300', '+Space 400, -Space 440'],
    keys: ['Escape', 'Tab', 'Space', 'KeyP'],
  },
  {
    name: 'without names',
    why: 'Dyes of layers and roles of keys stand in the section of the lamps where names are left out.',
    layers: CUES,
    glow: [{ glow: 'keys', shows: 'role', layer: 'base' }],
    steps: ['+A 20', '-A 60'],
    keys: ['KeyB', 'KeyC', 'KeyG'],
    withoutNames: true,
  },
];

function profileOf({ layers, glow }: Case): Profile {
  const profile = sketchProfile(layers, {}, { roles: [{ id: 'go', name: 'Go', color: '#2F7A68' }] });
  return {
    ...profile,
    layers: profile.layers.map((layer, n) => ({
      ...layer,
      dye: n === 0 ? ('indigo' as const) : ('madder' as const),
      keys: n === 0 && layer.keys.KeyB ? { ...layer.keys, KeyB: { ...layer.keys.KeyB, role: 'go' } } : layer.keys,
    })),
    ...(glow.length > 0 && { glow }),
  };
}

const placeOf = (key: string): number => HARROW_64.keys.findIndex(({ id }) => id === key);

/** What lamps show at the end of each step. */
function shownAfter(profile: Profile, samples: readonly Sample[], endsUs: readonly number[]): Map<string, string>[] {
  const now = new Map<string, string>();
  const lines = [...lampLines(mustBeSound(profile), samples)];
  let next = 0;
  return endsUs.map((endUs) => {
    for (let line = lines[next]; line && line.t <= endUs; line = lines[++next])
      now.set(line.key, `${line.lamp}${line.pulses ? ' pulses' : ''}`);
    return new Map(now);
  });
}

export const lampCases = CASES.map((one) => {
  const { name, why, layers, glow, steps, keys, withoutNames = false } = one;
  const profile = profileOf(one);
  const byStep = steps.map((hand) => fingers(hand));
  const endsUs = byStep.map((samples) => (samples.at(-1)?.tUs ?? 0) + 1000);
  const shown = shownAfter(profile, byStep.flat(), endsUs);
  let lit = 0;
  return {
    name,
    why,
    keys: layers,
    glow: glow.map((line) => printGlow(line, profile, HARROW_64)),
    image: bytesAsHex(encodeImage(mustBeSound(profile), { withoutNames })),
    steps: byStep.map((samples, n) => ({
      strokes: samples
        .filter((sample) => !isOfLamp(sample))
        .map(({ tUs, key, depthUm }) => [tUs, placeOf(key), depthUm]),
      lamps: samples.flatMap((sample) => {
        const lamp = lampOf(sample);
        if (!lamp) return [];
        lit |= 1 << HOST_LAMPS.indexOf(lamp);
        return [[sample.tUs, lit]];
      }),
      untilUs: endsUs[n],
      shows: keys.map((key) => [placeOf(key), shown[n]?.get(key) ?? 'dark']),
    })),
  };
});
