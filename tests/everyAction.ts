/** Actions of every kind, for tests that hold for all of them: a kind that has no row here is named by the compiler. */
import { HARROW_64 } from '../src/core/board';
import type { SketchLayers } from './making/sketch';
import { plainProfile, type Action, type ActionKind, type ActionOf, type Profile } from '../src/core/profile';

/** The layer and the macro that the actions name. */
export const SECOND = 'second';
export const MACRO = 'm';

/** What a kind does, as a row: the rule in words, assign lines by layer and key, fingers, and what comes of them (`making/sketch.ts`). */
export type Rule = [rule: string, layers: SketchLayers, hand: string, outcome: string];

const EVERY: { [K in ActionKind]: { examples: ActionOf<K>[]; rules?: Rule[] } } = {
  keys: {
    examples: [
      { do: 'keys', codes: ['KeyA'] },
      { do: 'keys', codes: ['ControlLeft', 'KeyB'] },
      { do: 'keys', codes: ['KeyA', 'KeyB'] },
    ],
  },
  holdFor: { examples: [{ do: 'holdFor', codes: ['ArrowRight'], ms: 1500 }] },
  latch: { examples: [{ do: 'latch', codes: ['ShiftLeft'] }] },
  latchNext: { examples: [{ do: 'latchNext' }] },
  once: { examples: [{ do: 'once', codes: ['ShiftLeft'] }] },
  capitals: { examples: [{ do: 'capitals' }] },
  layer: { examples: (['while', 'flip', 'go', 'once'] as const).map((how) => ({ do: 'layer', how, layer: SECOND })) },
  button: { examples: [{ do: 'button', button: 2 }] },
  wheel: {
    examples: [
      { do: 'wheel', dx: 0, dy: -2 },
      { do: 'wheel', dx: 3, dy: 0 },
    ],
    rules: [
      [
        'buttons and the wheel',
        { Base: { A: 'button 2', S: 'wheel up', D: 'wheel left 3' } },
        '+A 0, +S 10, -S 15, +D 20, -D 25, -A 30',
        '0 +button:2, 10 wheel 0 1, 20 wheel -3 0, 30 -button:2',
      ],
    ],
  },
  text: { examples: [{ do: 'text', text: 'Scene 3\n', gapMs: 5 }] },
  macro: { examples: [{ do: 'macro', macro: MACRO }] },
  slot: {
    examples: [
      { do: 'slot', how: 'next' },
      { do: 'slot', how: 'previous' },
      { do: 'slot', how: 'go', slot: 3 },
      { do: 'slot', how: 'among', slots: [3, 1, 16] },
    ],
  },
  ask: {
    examples: [
      { do: 'ask', what: 'program', name: 'Mixer' },
      { do: 'ask', what: 'sound', name: 'a b; $(rm) "x" \\' },
    ],
  },
  device: {
    examples: (['record', 'lampsUp', 'lampsDown', 'lampsToggle', 'bootloader', 'lampsMove'] as const).map((what) => ({
      do: 'device',
      what,
    })),
  },
  move: {
    examples: [
      { do: 'move', what: 'pointer', x: -600, y: 0, rampMs: 200 },
      { do: 'move', what: 'pointer', x: 900, y: 900, rampMs: 0, depth: { fromUm: 500, toUm: 3500 } },
      { do: 'move', what: 'wheel', x: 0, y: -10, rampMs: 0 },
      // The fastest there and back, after the longest ramp.
      { do: 'move', what: 'pointer', x: 20_000, y: -20_000, rampMs: 5000 },
    ],
    rules: [
      [
        'movement while held: once a poll, what is left over stays for the next',
        { Base: { A: 'move right at 400 after 0 ms', S: 'move down at 1000 after 0 ms' } },
        '+A 0, +S 3, -S 5, -A 8',
        '3 move 1 0, 4 move 0 1, 5 move 1 1, 8 move 1 0',
      ],
    ],
  },
  under: {
    examples: [
      {
        do: 'under',
        cases: [{ held: ['Shift'], action: { do: 'keys', codes: ['Delete'] } }],
        otherwise: { do: 'keys', codes: ['Backspace'] },
      },
      {
        do: 'under',
        cases: [
          { held: ['Control', 'Alt'], action: { do: 'layer', how: 'while', layer: SECOND } },
          { held: ['Meta'], action: { do: 'many', actions: [{ do: 'capitals' }, { do: 'keys', codes: ['KeyB'] }] } },
        ],
      },
      {
        do: 'under',
        cases: [{ held: ['Alt'], action: { do: 'many', actions: [{ do: 'capitals' }, { do: 'slot', how: 'next' }] } }],
      },
    ],
  },
  many: {
    examples: [
      {
        do: 'many',
        actions: [
          { do: 'keys', codes: ['KeyA'] },
          {
            do: 'under',
            cases: [{ held: ['Shift'], action: { do: 'layer', how: 'while', layer: SECOND } }],
            otherwise: { do: 'many', actions: [{ do: 'capitals' }, { do: 'latchNext' }] },
          },
        ],
      },
      { do: 'many', actions: [{ do: 'slot', how: 'next' }, { do: 'device', what: 'lampsUp' }, { do: 'capitals' }] },
    ],
  },
};

export const EVERY_ACTION: readonly Action[] = Object.values(EVERY).flatMap(({ examples }): Action[] => examples);
export const EVERY_RULE: readonly Rule[] = Object.values(EVERY).flatMap(({ rules = [] }) => rules);

/** A sound profile with an action on a key of its second layer. */
export function profileWith(action: Action): Profile {
  const plain = plainProfile(HARROW_64, 'every-kind', 'Every kind');
  return {
    ...plain,
    layers: [
      ...plain.layers.map((layer) => ({
        ...layer,
        keys: {
          ...layer.keys,
          Escape: {
            does: { kind: 'act' as const, action: { do: 'layer' as const, how: 'go' as const, layer: SECOND } },
          },
        },
      })),
      { id: SECOND, name: 'Second', dye: 'weld', keys: { KeyQ: { does: { kind: 'act', action } } } },
    ],
    macros: [
      {
        id: MACRO,
        name: 'M',
        onPress: {
          lengthUs: 1000,
          events: [
            { atUs: 0, edge: 'down', code: 'KeyX' },
            { atUs: 1000, edge: 'up', code: 'KeyX' },
          ],
        },
        run: { kind: 'times', times: 1 },
        gapMs: 0,
        stop: 'now',
        leavesHeld: false,
        liftModifiers: false,
      },
    ],
  };
}
