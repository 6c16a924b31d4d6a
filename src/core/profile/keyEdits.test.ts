import { describe, expect, test } from '@jest/globals';
import { sketchProfile } from '../../../tests/making/sketch';
import { parseLine, printLine } from '../notation';
import {
  mustEdit,
  bindKeys,
  changeKeys,
  copyLayerKeys,
  inverseOf,
  putOnStep,
  swapKeys,
  timeKeys,
  type Binding,
  type Edit,
  type Profile,
} from '.';

const before = (): Profile =>
  sketchProfile({
    Base: { A: 'tap A, hold Ctrl', B: 'tap B, hold Shift', Caps: 'while Nav' },
    Nav: { H: 'Left', J: 'Down', K: 'none' },
  });

const binding = (line: string): Binding => {
  const parsed = parseLine(line, before());
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.binding;
};

/** What some keys of a layer do after an edit, as assign lines. */
const after = (edit: Edit, layer: string, keys: string[]): (string | undefined)[] => {
  const profile = mustEdit(before(), edit);
  const on = profile.layers.find(({ id }) => id === layer)!;
  return keys.map((key) => printLine(on.keys[key]?.does ?? { kind: 'pass' }, profile));
};

describe('several keys, one edit', () => {
  test('a line goes on all of them', () =>
    expect(
      after(bindKeys(before(), 'nav', ['KeyH', 'KeyL'], binding('Home')), 'nav', ['KeyH', 'KeyJ', 'KeyL']),
    ).toEqual(['Home', 'Down', 'Home']));

  test('a pass takes the label with it, another line leaves it', () => {
    const labelled = mustEdit(
      before(),
      changeKeys(before(), 'nav', ['KeyH'], (old) => ({ ...old!, label: 'west' })),
    );
    const changed = mustEdit(labelled, bindKeys(labelled, 'nav', ['KeyH'], binding('Home')));
    expect(changed.layers[1]!.keys.KeyH?.label).toBe('west');
    const cleared = mustEdit(labelled, bindKeys(labelled, 'nav', ['KeyH'], { kind: 'pass' }));
    expect(cleared.layers[1]!.keys.KeyH).toBeUndefined();
  });

  test('the timing of every gesture among them, and back to the profile’s', () => {
    const edit = timeKeys(before(), 'base', ['KeyA', 'KeyB', 'KeyC'], { holdAfterMs: 150 })!;
    const timed = mustEdit(before(), edit);
    const own = (profile: Profile) =>
      ['KeyA', 'KeyB', 'KeyC'].map((key) => {
        const does = profile.layers[0]!.keys[key]!.does;
        return does.kind === 'gesture' ? does.timing : 'no gesture';
      });
    expect(own(timed)).toEqual([{ holdAfterMs: 150 }, { holdAfterMs: 150 }, 'no gesture']);
    const back = timeKeys(timed, 'base', ['KeyA'], { holdAfterMs: undefined })!;
    expect(own(mustEdit(timed, back))[0]).toBeUndefined();
    expect(timeKeys(before(), 'base', ['KeyC'], { holdAfterMs: 150 })).toBeUndefined();
  });

  test('a gesture keeps its own timing under another line', () => {
    const timed = mustEdit(before(), timeKeys(before(), 'base', ['KeyA'], { holdAfterMs: 150 })!);
    const changed = mustEdit(timed, bindKeys(timed, 'base', ['KeyA'], binding('tap X, hold Alt')));
    expect(changed.layers[0]!.keys.KeyA!.does).toMatchObject({ timing: { holdAfterMs: 150 } });
  });
});

describe('one press of a key', () => {
  const put = (key: string, step: number, what: 'tap' | 'hold', line: string | null) => {
    const does = line === null ? null : binding(line);
    const action = does?.kind === 'act' ? does.action : null;
    return after(putOnStep(before(), 'base', key, step, what, action), 'base', [key])[0];
  };

  test.each<[string, number, 'tap' | 'hold', string | null, string]>([
    ['KeyC', 0, 'hold', 'Alt', 'tap C, hold Alt'],
    ['KeyC', 1, 'tap', 'D', 'tap C, twice D'],
    ['KeyC', 2, 'hold', 'D', 'tap C, 3 times hold D'],
    ['KeyC', 0, 'tap', 'D', 'D'],
    ['KeyC', 0, 'tap', null, 'pass'],
    ['KeyA', 0, 'hold', null, 'A'],
    ['KeyA', 0, 'tap', null, 'hold Ctrl'],
    ['KeyA', 1, 'tap', 'D', 'tap A, hold Ctrl, twice D'],
  ])('%s, press %d, %s: %s', (key, step, what, line, printed) => expect(put(key, step, what, line)).toBe(printed));
});

describe('whole layers of keys', () => {
  test('only the free keys, or all of them', () => {
    const keys = ['KeyH', 'KeyJ', 'KeyK'];
    const other = mustEdit(before(), {
      edit: 'insertLayer',
      at: 2,
      layer: { id: 'low', name: 'Low', dye: 'weld', keys: { KeyH: { does: { kind: 'none' } } } },
    });
    const on = (edit: Edit) => {
      const profile = mustEdit(other, edit);
      return keys.map((key) => printLine(profile.layers[2]!.keys[key]?.does ?? { kind: 'pass' }, profile));
    };
    expect(on(copyLayerKeys(other, 'nav', 'low', 'free'))).toEqual(['none', 'Down', 'none']);
    expect(on(copyLayerKeys(other, 'nav', 'low', 'all'))).toEqual(['Left', 'Down', 'none']);
    expect(on(copyLayerKeys(other, 'nav', 'low', 'all', ['KeyH']))).toEqual(['Left', 'pass', 'pass']);
  });
});

test.each<[string, Edit]>([
  ['one thing for several keys', bindKeys(before(), 'base', ['KeyA', 'Home', 'CapsLock'], { kind: 'none' })],
  ['a press of a key', putOnStep(before(), 'base', 'KeyA', 1, 'tap', { do: 'keys', codes: ['KeyB'] })],
  ['a layer’s keys on another', copyLayerKeys(before(), 'nav', 'base', 'all')],
  ['two keys that change places', swapKeys(before(), 'base', 'KeyA', 'CapsLock')],
])('%s can be taken back', (_what, edit) => {
  const changed = mustEdit(before(), edit);
  expect(changed).not.toEqual(before());
  expect(mustEdit(changed, inverseOf(before(), edit))).toEqual(before());
});
