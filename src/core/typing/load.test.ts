/** What a text costs the hands: tables counted by hand. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK } from '../../../demo';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { busiestThumb, lighten } from './lighten';
import { loadOfShortcuts, loadOfTake, loadOfText, runsOf, shareOf, shortcutsOf, travelOf, type Load } from './load';

beforeAll(() => bringHosts());

const plain = mustBeSound(sketchProfile({ Base: {} }));
/** Of each finger that pressed: presses, twice in a row, presses beside what it held, mm. */
const table = ({ fingers: all }: Load): Record<string, number[]> =>
  Object.fromEntries(
    [...all].map(([finger, { presses, runs, holding, travelMm }]) => [
      finger,
      [presses, runs, holding, Math.round(travelMm)],
    ]),
  );

describe('the load of a text', () => {
  test('a finger that presses two keys in a row goes from one to the other; the same key twice is no run', () => {
    // F and R are the left index finger's, a row and a quarter of a unit apart on this board; J is the right one's.
    const { load } = loadOfText(plain, 'frffj');
    expect(table(load)).toEqual({ 'left index': [4, 2, 0, 39], 'right index': [1, 0, 0, 0] });
    expect([load.presses, load.handChanges, load.layerChanges]).toEqual([5, 1, 0]);
  });

  test('a key that either hand presses is no change of hands, before or behind', () => {
    expect(['fj', 'f j', ' f', 'f '].map((text) => loadOfText(plain, text).load.handChanges)).toEqual([1, 0, 0, 0]);
  });

  test('what a finger holds while its neighbours work is counted, and a capital takes two presses', () => {
    const { load } = loadOfText(plain, 'AP');
    const left = load.fingers.get('left little')!;
    expect(load.presses).toBe(4);
    expect([...load.fingers.values()].reduce((sum, { holding }) => sum + holding, 0)).toBeLessThanOrEqual(1);
    expect(left.presses).toBeGreaterThan(0);
  });

  test('a layer that has to be shown is a change of layers', () => {
    const sound = mustBeSound(sketchProfile({ Base: { C: 'while Nav', 1: 'none' }, Nav: { A: '1' } }));
    expect(loadOfText(sound, '11').load).toMatchObject({ presses: 4, layerChanges: 2 });
    expect(loadOfText(mustBeSound(sketchProfile({ Base: { Q: 'none' } })), 'aq').lacking).toEqual(['q']);
  });

  test('of a take it is what the fingers did', () => {
    const load = loadOfTake(fingers('+A 0, +S 30, -A 60, -S 90, +A 200, -A 250'), plain.board);
    expect(table(load)).toEqual({ 'left little': [2, 0, 1, 0], 'left ring': [1, 0, 0, 0] });
  });
});

test('a list of shortcuts says how often each is used and how far it is', () => {
  expect(loadOfShortcuts(plain, '[Ctrl+C] 40\nCtrl+V x12\n\nF13')).toEqual([
    { token: '[Ctrl+C]', times: 40, presses: 2, isOneHanded: expect.any(Boolean) },
    { token: '[Ctrl+V]', times: 12, presses: 2, isOneHanded: expect.any(Boolean) },
    { token: '[F13]', times: 1, presses: null, isOneHanded: false },
  ]);
});

test.each([
  ['[Ctrl+]] 3', '[Ctrl+]]', 3],
  ['Ctrl+[', '[Ctrl+[]', 1],
  ['[Ctrl+Y] 7[Home] 10', '[Ctrl+Y] 7[Home]', 10],
  ['  Alt+Tab   x30 ', '[Alt+Tab]', 30],
  ['[', '[[]', 1],
])('of a list of shortcuts no line is passed over: %s', (line, token, times) => {
  expect(shortcutsOf(`\n${line}\n`)).toEqual([{ token, times }]);
});

test('what could move is tried, and each that is said helps on this text', () => {
  const sound = mustBeSound(PROMPT_BOOK);
  const text = 'lower the house lights (then) the fade of the rain; hold until the lantern is lit';
  const { load } = loadOfText(sound, text);
  const thumb = busiestThumb(load)!;
  expect(thumb).toMatch(/thumb$/);
  expect(shareOf(load, thumb)).toBeGreaterThan(0);
  const steps = lighten(sound, text, thumb);
  let step = steps.next();
  while (!step.done) step = steps.next();
  for (const { share, travelMm, runs } of step.value) {
    expect(share[1]).toBeLessThan(share[0]);
    expect(travelMm[1] + runs[1] * 20).toBeLessThan(travelMm[0] + runs[0] * 20);
  }
  expect([travelOf(load), runsOf(load)].every((figure) => figure > 0)).toBe(true);
});
