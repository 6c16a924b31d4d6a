import { describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../../core/board';
import { sketchProfile } from '../../../tests/making/sketch';
import { macroFromLines } from '../../core/macro';
import type { Macro } from '../../core/profile';
import { toLookAt } from './problems';

const macro = (press: string): Macro => macroFromLines({ name: 'Roll', press });

describe('what one should look at', () => {
  test('advice on a key leads to its layer and key', () => {
    const profile = sketchProfile({ Base: { Caps: 'while Nav' }, Nav: { Caps: 'A' } });
    expect(toLookAt(profile, HARROW_64)).toMatchObject([{ layer: 'nav', key: 'CapsLock', isProblem: false }]);
  });

  test('advice on a macro leads to the macro', () => {
    const profile = sketchProfile({ Base: {} }, {}, { macros: [macro('')] });
    expect(toLookAt(profile, HARROW_64)).toMatchObject([{ macro: 'm', isProblem: false }]);
  });

  test('so does a problem, and while there is one there is no advice', () => {
    const broken = macro('"é"');
    const profile = sketchProfile({ Base: { A: 'tap A, hold Ctrl' } }, { holdAfterMs: 50 }, { macros: [broken] });
    expect(toLookAt(profile, HARROW_64)).toMatchObject([{ macro: 'm', isProblem: true }]);
  });

  test('a problem of a key says which part of it; one of nothing in particular gives the path', () => {
    const span = { from: { going: 'down' as const, atUm: 5000 }, action: { do: 'capitals' as const } };
    const profile = sketchProfile({ Base: {} }, {}, { travel: { board: { mode: 'fixed', pointUm: 5000 }, keys: {} } });
    profile.layers[0]!.keys.KeyA = { does: { kind: 'stroke', spans: [span] } };
    profile.layers[0]!.keys.KeyB = { does: { kind: 'act', action: { do: 'macro', macro: 'gone' } } };
    const deep = '5.0 mm is more than the 4.0 mm that a key of the Harrow 64 travels';
    expect(toLookAt(profile, HARROW_64).map(({ key, message }) => [key, message])).toEqual([
      ['KeyB', 'there is no macro "gone"'],
      ['KeyA', `part 1: ${deep}`],
      [undefined, `travel.board.pointUm: ${deep}`],
    ]);
  });

  test('the answer is remembered for each profile', () => {
    const profile = sketchProfile({ Base: {} });
    expect(toLookAt(profile, HARROW_64)).toBe(toLookAt(profile, HARROW_64));
    const draft = sketchProfile({ Base: {} }, {}, { macros: [macro('"é"')] });
    expect(toLookAt(draft, HARROW_64)).toBe(toLookAt(draft, HARROW_64));
  });
});
