/** Strokes of keys that have a plan and belong to joint presses. Depths are in millimetres, times in milliseconds. */
import { describe, expect, test } from '@jest/globals';
import type { PartialTiming, Profile } from '../../profile';
import { sent } from '../../../../tests/making/sketch';

describe('joint presses', () => {
  const joints = {
    joints: [{ id: 'j', keys: ['KeyA', 'KeyS'], withinMs: 40, action: { do: 'keys' as const, codes: ['Escape'] } }],
  };

  test('a key whose stroke runs a plan takes no part; its press fits no candidate', () => {
    const layers = { Base: { A: 'down 0.6 to up 0.8 mm: W' } };
    expect(sent(layers, '+S 0, A@1 10, A@0 20, -S 30', {}, joints)).toBe('10 +S, 10 +W, 20 -W, 30 -S');
    expect(sent(layers, 'A@1 0, +S 10, A@0 20, -S 70', {}, joints)).toBe('0 +W, 20 -W, 50 +S, 70 -S');
  });

  test('where it has no plan it does', () => {
    const layers = { Base: { Space: 'while Nav' }, Nav: { A: 'down 0.6 mm: W' } };
    expect(sent(layers, '+S 0, A@1 5, A@2 10, A@1 15, A@0 20, -S 30', {}, joints)).toBe('10 +Esc, 15 -Esc');
  });

  test('crossings and the end of a stroke that is already handled do not wait', () => {
    const layers = { Base: { D: 'down 0.6 to up 3 mm: W' } };
    expect(sent(layers, 'D@1 0, +S 10, D@4 12, D@2 14, D@1 16, D@3 18, D@0 20, -S 30', {}, joints)).toBe(
      '0 +W, 14 -W, 30 +S, 30 -S',
    );
  });

  test('the release of a stroke without a plan ends it, though its key has a plan by now', () => {
    const layers = { Base: { J: 'J', Space: 'while Nav' }, Nav: { J: 'down 0.3 mm: W' } };
    expect(sent(layers, '+J 0, +Space 5, +S 10, -J 20, -S 60, -Space 70', {}, joints)).toBe(
      '0 +J, 50 +S, 50 -J, 60 -S',
    );
  });

  test('a stroke that took part finds no plan any more', () => {
    const layers = { Base: { Space: 'while Nav' }, Nav: { A: 'down 3 mm: W' } };
    expect(sent(layers, '+S 0, A@2 5, +Space 10, A@4 15, A@0 20, -S 30, -Space 40', {}, joints)).toBe(
      '5 +Esc, 20 -Esc',
    );
    expect(sent(layers, '+S 0, A@2 5, +Space 10, A@0 20, -S 30, A@4 35, A@0 40, -Space 50', {}, joints)).toBe(
      '5 +Esc, 20 -Esc, 35 +W, 43 -W',
    );
  });

  const beside = (keys: [string, string]): Partial<Profile> => ({
    joints: [{ id: 'j', keys, withinMs: 40, action: { do: 'keys' as const, codes: ['Escape'] } }],
  });

  test('a new stroke of a key whose release waits behind a held-back press breaks the window', () => {
    const layers = { Base: { A: 'Shift', Space: 'while Nav' }, Nav: { A: 'down 0.3 mm: W' } };
    const hand = '+A 0, +Space 5, +S 10, A@0 15, A@0.4 20, A@0 30, -S 40, -Space 50';
    expect(sent(layers, hand, {}, beside(['KeyS', 'KeyD']))).toBe('0 +Shift, 20 +S, 20 -Shift, 20 +W, 28 -W, 40 -S');
  });

  test('a later movement of a queued stroke does not overtake a held-back press', () => {
    const layers = { Base: { A: 'down 1 to up 0.9 mm: W, down 3 mm: E', J: 'tap J, hold Ctrl' } };
    const hand = '+J 0, A@2 10, +S 20, A@4 30, -J 40, A@0 70, -S 80';
    expect(sent(layers, hand, { interrupt: 'wait' }, beside(['KeyS', 'KeyD']))).toBe(
      '60 J tap released-early, 60 +J, 60 +W, 60 +S, 60 +E, 68 -J, 68 -E, 70 -W, 80 -S',
    );
  });

  test('a movement without an edge lets no deadline fire while the clock stands still', () => {
    const layers = { Base: { J: 'tap J, hold Ctrl' }, Nav: { J: 'down 3 mm: W' } };
    const timing: PartialTiming = { interrupt: 'any', holdAfterMs: 30 };
    expect(sent(layers, 'J@2 0, +S 20, J@4 40, -S 100, J@0 110', timing, beside(['KeyS', 'KeyD']))).toBe(
      '60 J hold pressed-inside, 60 +Ctrl, 60 +S, 100 -S, 110 -Ctrl',
    );
  });

  test('a key whose up a joint swallowed is pressed when it is pressed again', () => {
    const layers = { Base: { Space: 'while Nav' }, Nav: { A: 'down 3 mm: W' } };
    const two = { joints: [...(beside(['KeyA', 'KeyS']).joints ?? []), ...(beside(['KeyD', 'KeyF']).joints ?? [])] };
    two.joints = two.joints.map((joint, n) => ({ ...joint, id: `j${n}` }));
    // A goes on moving as a part of the joint, and comes up, all at once, behind a press that is held back.
    const hand = '+S 0, A@2 5, A@4 10, -S 20, +D 25, A@0 30, -D 35, +Space 100, A@4 110, A@0 120, -Space 130';
    expect(sent(layers, hand, {}, two)).toBe('5 +Esc, 20 -Esc, 35 +D, 35 -D, 110 +W, 118 -W');
  });

  test('nor is one whose stroke was a plain press before it took part', () => {
    const layers = { Base: { Space: 'while Nav' }, Nav: { A: 'down 3 mm: W' } };
    const travel: Profile['travel'] = {
      board: { mode: 'fixed', pointUm: 1500 },
      keys: { KeyA: { mode: 'reversal', pointUm: 500, pressUm: 200, releaseUm: 200, reset: 'top' } },
    };
    const hand = 'A@2 0, A@1 60, +S 65, A@2 70, A@0 80, -S 90, +Space 200, A@4 210, A@0 220, -Space 230';
    const joint = beside(['KeyA', 'KeyS']);
    expect(sent(layers, hand, {}, { ...joint, travel })).toBe('40 +A, 60 -A, 70 +Esc, 80 -Esc, 210 +W, 218 -W');
    // The same, with its first press undecided behind another key until after the joint press.
    const behind = { Base: { ...layers.Base, J: 'tap J, hold Ctrl' }, Nav: layers.Nav };
    const later = `+J 0, ${hand.replace('A@2 0', 'A@2 5').replace('-S 90', '-S 90, -J 100')}`;
    expect(sent(behind, later, { interrupt: 'wait', holdAfterMs: 500 }, { ...joint, travel })).toBe(
      '100 J tap released-early, 100 +J, 100 +A, 100 -A, 100 +Esc, 100 -Esc, 108 -J, 210 +W, 218 -W',
    );
  });

  test('nor is one whose release, with its stroke’s end, made the joint fire', () => {
    const layers = { Base: { Space: 'while Nav' }, Nav: { S: 'down 3 mm: W' } };
    // A longer joint with the same keys could still come, so that the shorter waits, and fires when S comes up.
    const [shorter] = beside(['KeyS', 'KeyJ']).joints ?? [];
    const longer = { ...shorter!, id: 'k', keys: ['KeyA', 'KeyS', 'KeyJ'] };
    const hand = '+S 0, +J 2, -S 7, -J 14, +Space 100, S@4 110, S@0 120, -Space 130';
    expect(sent(layers, hand, {}, { joints: [shorter!, longer] })).toBe('7 +Esc, 7 -Esc, 110 +W, 118 -W');
  });

  test('the end of a stroke that waits for its next press is not lost behind a held-back press', () => {
    const layers = { Base: { J: 'tap Q, twice Z', Space: 'while Nav' }, Nav: { J: 'down 3 mm: W' } };
    const timing: PartialTiming = { interrupt: 'nested', tapGapMs: 50 };
    const hand = 'J@2 0, J@1 10, +S 20, J@0 25, -S 30, +Space 200, J@4 210, J@0 220, -Space 230';
    expect(sent(layers, hand, timing, beside(['KeyS', 'KeyD']))).toBe(
      '30 J tap interrupted, 30 +Q, 30 +S, 30 -S, 38 -Q, 210 +W, 218 -W',
    );
  });

  test('a stroke that takes part finds no plan either where its press still waits behind a key that is undecided', () => {
    const layers = { Base: { H: 'tap H, hold while Nav', A: 'A' }, Nav: { A: 'down 0.3 to up 0.2 mm: W' } };
    // A's first press waits behind H; its release waits behind S, and A again makes the joint: then that release decides H.
    const hand = '+H 0, A@4 10, +S 57, A@1 60, A@4 62, A@0 120, -S 130, -H 140';
    expect(sent(layers, hand, { interrupt: 'nested' }, joints)).toBe('62 H hold nested, 62 +Esc, 120 -Esc');
  });

  test('a touch behind a release that waits takes that release not away', () => {
    const layers = { Base: { A: 'tap A, hold Ctrl', S: 'flip Nav' }, Nav: { A: 'down 3 mm: W' } };
    const hand = '+A 0, +S 10, A@0 15, A@0.2 20, A@0 25, -S 400';
    expect(sent(layers, hand, { interrupt: 'any' }, beside(['KeyS', 'KeyD']))).toBe(
      '50 A hold pressed-inside, 50 +Ctrl, 50 -Ctrl',
    );
  });
});
