import { expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { bindKeys, macrosOfKey, macrosPlayed, mustEdit, type Action } from '.';

test('the macros that a key plays are those of all its layers, gestures and parts, each once', () => {
  const [first, second, third] = SHOW_DESK.macros.map(({ id }) => id) as [string, string, string];
  const play = (macro: string): Action => ({ do: 'macro', macro });
  const steps = [
    { tap: play(third), hold: { do: 'many' as const, actions: [play(first), { do: 'capitals' as const }] } },
  ];
  const made = [
    bindKeys(SHOW_DESK, 'base', ['KeyF'], { kind: 'gesture', steps }),
    bindKeys(SHOW_DESK, 'cues', ['KeyF'], { kind: 'act', action: play(first) }),
  ].reduce(mustEdit, SHOW_DESK);
  const ids = macrosOfKey(made, 'KeyF').map(({ id }) => id);
  expect(ids).toEqual(expect.arrayContaining([first, third]));
  expect(new Set(ids).size).toBe(ids.length);
  expect(ids).not.toContain(second);
  expect(macrosPlayed(made, [{ do: 'capitals' }])).toEqual([]);
});
