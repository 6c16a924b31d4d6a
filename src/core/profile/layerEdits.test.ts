import { describe, expect, test } from '@jest/globals';
import { sketchProfile } from '../../../tests/making/sketch';
import { printLine } from '../notation';
import { addLayerWithWay, inverseOf, mustEdit, newLayer, whatStays, type LeadsBy, type Profile, type Staying } from '.';

const before = (): Profile =>
  sketchProfile({ Base: { A: 'A', B: 'tap B, hold Shift', C: 'none', D: 'pass' }, Nav: { H: 'Left' } });

/** What a key does on the base and on the new layer, as assign lines. */
function led(key: string, how: LeadsBy): (string | undefined)[] {
  const profile = before();
  const made = mustEdit(profile, addLayerWithWay(profile, newLayer(profile, 'new', 'Signs'), 'base', key, how));
  return [made.layers[0], made.layers.at(-1)].map((layer) => {
    const does = layer?.keys[key]?.does;
    return does && printLine(does, made);
  });
}

describe('a layer is made with the key that leads to it', () => {
  test.each<[string, string, LeadsBy, (string | undefined)[]]>([
    ['a key that does something keeps it as its tap', 'KeyA', 'while', ['tap A, hold while Signs', undefined]],
    ['a hold that was there gives way', 'KeyB', 'while', ['tap B, hold while Signs', undefined]],
    ['a silent key only leads', 'KeyC', 'while', ['while Signs', undefined]],
    ['a key that passes only leads', 'KeyD', 'while', ['while Signs', undefined]],
    ['on and off: the key passes up there, so the same one leads back', 'KeyA', 'flip', ['flip Signs', undefined]],
    ['going there takes a way back along', 'KeyA', 'go', ['go Signs', 'go Base']],
  ])('%s', (_what, key, how, lines) => expect(led(key, how)).toEqual(lines));

  test.each<[string, string, LeadsBy, Staying | undefined]>([
    ['what a key does when tapped stays', 'KeyA', 'while', 'all'],
    ['of two meanings the one when tapped stays', 'KeyB', 'while', 'taps'],
    ['on and off takes all of it', 'KeyB', 'flip', 'nothing'],
    ['so does going there', 'KeyA', 'go', 'nothing'],
    ['a silent key had nothing', 'KeyC', 'while', undefined],
    ['nor had one that passes', 'KeyD', 'while', undefined],
  ])('what is promised is what the edit does: %s', (_what, key, how, stays) => {
    const profile = before();
    const edit = addLayerWithWay(profile, newLayer(profile, 'new', 'Signs'), 'base', key, how);
    expect(whatStays(profile, edit, 'base', key)).toBe(stays);
  });

  test('it is one step, which undo takes back whole', () => {
    const profile = before();
    const edit = addLayerWithWay(profile, newLayer(profile, 'new', 'Signs'), 'base', 'KeyA', 'go');
    const inverse = inverseOf(profile, edit);
    expect(mustEdit(mustEdit(profile, edit), inverse)).toEqual(profile);
  });
});
