/** Every chain that is shown leads there: it is done slowly, and the engine agrees. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { hasItsTurn } from '../../../tests/runs';
import { sketchProfile, type SketchLayers } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { isEdgeLine, replay } from '../engine';
import { bringHosts } from '../hosts';
import { allActions, type Profile } from '../profile';
import { movesOf, samplesOfMoves } from './performing';
import { Reach, type Way } from './reach';

beforeAll(() => bringHosts());

const said = ({ steps }: Way): string =>
  steps
    .map(
      ({ keys, presses, isLong, isHeld }) =>
        `${isHeld ? 'hold ' : ''}${keys.join('+')}${presses > 1 ? ` x${presses}` : ''}${isLong ? ' long' : ''}`,
    )
    .join(', ');

describe('the shortest chain', () => {
  const layers: SketchLayers = {
    Base: {
      C: 'while Nav',
      D: 'tap D, hold Shift',
      F: 'once Nav',
      G: 'tap G, twice F13, hold F14',
      Q: 'Backspace, under Shift Delete',
    },
    Nav: { A: 'Left', X: 'F5', S: 'while Far', H: 'Ctrl+Alt+B' },
    Far: { A: 'F20' },
  };
  test.each([
    ['KeyA', 'KeyA'],
    ['ArrowLeft', 'ArrowLeft'],
    ['F5', 'KeyF, KeyX'],
    ['F13', 'KeyG x2'],
    ['F14', 'KeyG long'],
    ['Backspace', 'Backspace'],
    ['Delete', 'Delete'],
    ['ShiftLeft+KeyA', 'hold ShiftLeft, KeyA'],
    ['ControlLeft+AltLeft+KeyB', 'KeyF, KeyH'],
    ['F20', 'KeyF, hold KeyS, KeyA'],
  ])('to %s is %s', (codes, way) => {
    const reach = new Reach(mustBeSound(sketchProfile(layers)));
    expect(said(reach.waysTo(codes.split('+'))![0]!.way)).toBe(way);
  });

  test('no step of any is for nothing', () => {
    const reach = new Reach(mustBeSound(sketchProfile({ ...layers, Base: { ...layers.Base, O: 'once Shift' } })));
    const ways = (codes: string): string[] => (reach.waysTo(codes.split('+')) ?? []).map(({ way }) => said(way));
    expect(ways('F5').slice(0, 2)).toEqual(['KeyF, KeyX', 'hold KeyC, KeyX']);
    expect(ways('F5')).not.toContain('KeyF, KeyF, KeyX');
    expect(ways('ShiftLeft+KeyB')).not.toContain('KeyO, KeyO, KeyB');
    expect(ways('ShiftLeft+KeyB')).toContain('KeyO, KeyB');
  });

  test('of what no key leads to there is none', () => {
    const reach = new Reach(mustBeSound(sketchProfile({ Base: {} })));
    expect(reach.waysTo(['F20'])).toBeUndefined();
  });
});

describe('what is said to lead somewhere does', () => {
  test.each<[string, Profile]>([
    ['the show desk', SHOW_DESK],
    ['the prompt book', PROMPT_BOOK],
    ['the sound pad', SOUND_PAD],
  ])('%s', (_name, profile) => {
    const sound = mustBeSound(profile);
    const reach = new Reach(sound);
    const timings = profile.layers.flatMap(({ keys }) =>
      Object.values(keys).flatMap(({ does }) =>
        does.kind === 'gesture' ? [{ ...profile.timing, ...does.timing }] : [],
      ),
    );
    const slowest = {
      ...profile.timing,
      holdAfterMs: Math.max(profile.timing.holdAfterMs, ...timings.map(({ holdAfterMs = 0 }) => holdAfterMs)),
      tapGapMs: Math.max(profile.timing.tapGapMs, ...timings.map(({ tapGapMs = 0 }) => tapGapMs)),
    };
    expect(reach.byCodes.size).toBeGreaterThan(20);
    const missed: unknown[] = [];
    for (const [n, [codes, ways]] of [...reach.byCodes].entries())
      for (const { way } of hasItsTurn(n) ? ways : []) {
        const down = new Set<string>();
        const reached: string[] = [];
        for (const line of replay(sound.program, samplesOfMoves(movesOf(way, slowest), sound.board))) {
          if (!isEdgeLine(line)) continue;
          if (line.edge === 'down') down.add(line.code);
          else down.delete(line.code);
          reached.push([...down].sort().join('+'));
        }
        const wanted = codes.split('+').sort().join('+');
        if (!reached.includes(wanted)) missed.push([said(way), wanted, reached]);
      }
    expect(missed).toEqual([]);
    expect(allActions(profile).length).toBeGreaterThan(0);
  });
});
