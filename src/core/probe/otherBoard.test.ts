import { describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { familyById, HARROW_64, startingBoard, TWILL_42 } from '../board';
import { sketchProfile } from '../../../tests/making/sketch';
import { profileProblems } from '../profile';
import { keyMapOf, movedToBoard, withTarget } from '.';

describe('a profile taken to another board', () => {
  test('says key by key what a board without measured travel cannot do', () => {
    const { profile, lost } = movedToBoard(SHOW_DESK, HARROW_64, TWILL_42, 'new', 'Show desk, split');
    expect(profileProblems(profile, TWILL_42)).toEqual([]);
    expect(profile.travel).toEqual({ board: { mode: 'fixed', pointUm: 1500 }, keys: {} });
    const said = lost.map(({ message }) => message);
    expect(said).toContain(
      'the stroke plan of S, as the Twill 42 does not measure travel; it keeps “Ctrl+Alt+Right” alone',
    );
    expect(said).toContain('the depths of F, “at 0.7 mm”, as the Twill 42 does not measure travel');
    expect(said).toContain('1, a key the Twill 42 lacks: “F13”');
    expect(said.filter((message) => message.startsWith('the depths of'))).toHaveLength(7);
    expect(profile.layers[2]!.keys['L2-3']).toMatchObject({
      label: 'Dim +',
      does: { kind: 'act', action: { do: 'keys', codes: ['ControlLeft', 'AltLeft', 'ArrowRight'] } },
    });
  });

  test('keys that only did the usual are not mourned', () => {
    const { lost } = movedToBoard(sketchProfile({ Base: {} }), HARROW_64, TWILL_42, 'new', 'Plain');
    expect(lost).toEqual([]);
  });

  test('joint presses come along when all their keys are there', () => {
    const joint = (id: string, ...keys: string[]) => ({
      id,
      keys,
      withinMs: 40,
      action: { do: 'keys' as const, codes: ['Escape'] },
    });
    const two = sketchProfile({ Base: {} }, {}, { joints: [joint('a', 'KeyJ', 'KeyK'), joint('b', 'KeyJ', 'Digit1')] });
    const { profile, lost } = movedToBoard(two, HARROW_64, TWILL_42, 'new', 'Joint');
    expect(profile.joints.map(({ keys }) => keys)).toEqual([['R2-2', 'R2-3']]);
    expect(lost.map(({ message }) => message)).toEqual(['the joint press of J + 1: the Twill 42 lacks 1']);
  });

  test('depths come along to a board that measures them, when its travel is long enough', () => {
    const flat = { ...HARROW_64, id: 'flat', name: 'Flat', travelUm: 3500 };
    const { profile, lost } = movedToBoard(SHOW_DESK, HARROW_64, flat, 'new', 'Show desk, flat');
    expect(lost.map(({ message }) => message)).toEqual([
      'the depths of Delete, “at 3.6 mm, back at 3.3 mm”, as the Flat travels only 3.5 mm',
    ]);
    expect(profile.travel.keys.KeyF).toEqual({ mode: 'fixed', pointUm: 700 });
    expect(profile.layers[2]!.keys.KeyS!.does.kind).toBe('stroke');
  });

  test('keys that the other board has no code for go to the place under the same finger', () => {
    const straight = startingBoard(familyById('split-straight')!);
    const renamed = { ...straight, keys: straight.keys.map(({ code: _code, ...key }, n) => ({ ...key, id: `K${n}` })) };
    const moved = keyMapOf(straight, renamed);
    expect(straight.keys.map(({ id }) => [id, moved.get(id)])).toEqual(
      straight.keys.map(({ id }, n) => [id, { to: `K${n}`, by: 'place' }]),
    );
    const wide = startingBoard(familyById('split-staggered')!, { rows: 4, columns: 7, thumbs: 5 });
    const blank = {
      ...wide,
      keys: wide.keys.map((key) => (/^(?:L|R)3-/.test(key.id) ? key : { ...key, code: undefined! })),
    };
    // The home rows lie upon each other, and columns are counted from the middle.
    expect(keyMapOf(TWILL_42, blank).get('L1-6')).toEqual({ to: 'L2-7', by: 'place' });
    expect(keyMapOf(TWILL_42, blank).get('L4-3')).toEqual({ to: 'L5-5', by: 'place' });
  });

  test('the map can be changed, and what lay there goes nowhere', () => {
    const map = keyMapOf(TWILL_42, HARROW_64);
    const changed = withTarget(map, 'L2-2', 'KeyQ');
    expect(changed.get('L2-2')).toEqual({ to: 'KeyQ', by: 'choice' });
    expect(changed.has('L1-2')).toBe(false);
    const { profile, lost } = movedToBoard(PROMPT_BOOK, TWILL_42, HARROW_64, 'new', 'Prompt book', changed);
    expect(profile.layers[0]!.keys.KeyQ).toEqual(PROMPT_BOOK.layers[0]!.keys['L2-2']);
    expect(profile.layers[0]!.keys.KeyA).toBeUndefined();
    expect(lost.some(({ key }) => key === 'L1-2')).toBe(true);
    expect(withTarget(map, 'L2-2', null).has('L2-2')).toBe(false);
  });

  test('and from a split board to a compact one', () => {
    const { profile } = movedToBoard(PROMPT_BOOK, TWILL_42, HARROW_64, 'new', 'Prompt book');
    expect(profileProblems(profile, HARROW_64)).toEqual([]);
    expect(profile.layers[0]!.keys.KeyA).toEqual(PROMPT_BOOK.layers[0]!.keys['L2-2']);
  });
});
