import { describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../board';
import { sketchProfile } from '../../../tests/making/sketch';
import { durationOf, macroFromLines } from '../macro';
import { printLine } from '../notation';
import { mustEdit, inverseOf, takeOutMacro, type Macro, type Profile } from '../profile';
import { usersOf } from '../advice';
import { meetingsOf, stageMacro, type MacroStage } from '.';

const macro = macroFromLines;

const profile = (...macros: Macro[]): Profile =>
  sketchProfile(
    { Base: { A: 'play M', S: 'tap S, hold play M', D: 'Ctrl & play M', F: 'tap F, hold play M & G' } },
    {},
    { macros },
  );

describe('where hands meet macros', () => {
  const said = (made: Macro) =>
    meetingsOf(stageMacro(profile(made), HARROW_64, made) as MacroStage).map(
      ({ what, outcome }) => `${what}: ${outcome}`,
    );

  test('a finger on a key the macro holds strikes it again, and the last to let go lets go', () =>
    expect(said(macro({ press: '+X 200 -X' }))).toEqual([
      'You press X while it holds X: X ↓ 0  ↑ 100  ↓ 100  ↑ 200 ms',
      'You press its key again after 100 ms: 2 edges; X ↓ 0  ↑ 200 ms',
    ]));

  test('a second press stops what goes on until then', () =>
    expect(said(macro({ repeat: '+X 80 -X 20', run: { kind: 'untilPressedAgain' } }))[1]).toBe(
      'You press its key again after 40 ms: 2 edges; X ↓ 0  ↑ 40 ms',
    ));

  test('what it leaves down is taken back by that key', () =>
    expect(said(macro({ press: '+X 100', leavesHeld: true }))[2]).toMatch(
      /^You press X when it is over: X ↓ 0 {2}↑ \d+ {2}↓ \d+ {2}↑ \d+ ms$/,
    ));

  test('one that holds nothing has no meetings', () => expect(said(macro({ press: '"text" 20' }))).toEqual([]));
});

test.each<[string, Macro, [whole: number | null, pass: number, events: number]]>([
  ['on press alone', macro({ press: 'A:80 20' }), [100, 0, 2]],
  [
    'a number of rounds, with gaps between',
    macro({ press: 'A:10', repeat: 'B:40', release: 'C:5', run: { kind: 'times', times: 3 }, gapMs: 20 }),
    [175, 60, 10],
  ],
  [
    'rounds without an end of their own',
    macro({ repeat: 'B:40', run: { kind: 'whileHeld' }, gapMs: 20 }),
    [null, 60, 2],
  ],
  ['nothing', macro({}), [0, 0, 0]],
])('how long it takes: %s', (_what, made, [whole, pass, events]) =>
  expect(durationOf(made)).toEqual({ wholeUs: whole === null ? null : whole * 1000, passUs: pass * 1000, events }),
);

describe('taking a macro out', () => {
  const before = profile(macro({ press: 'X:10' }));
  const after = mustEdit(before, takeOutMacro(before, 'm'));

  test('keys lose that meaning and keep the others', () => {
    const does = (key: string) => printLine(after.layers[0]!.keys[key]?.does ?? { kind: 'pass' }, after);
    expect(['KeyA', 'KeyS', 'KeyD', 'KeyF'].map(does)).toEqual(['pass', 'tap S', 'Ctrl', 'tap F, hold G']);
    expect(after.macros).toEqual([]);
    expect(usersOf('m', after)).toEqual({ keys: [], joints: [] });
  });

  test('and is taken back whole', () =>
    expect(mustEdit(after, inverseOf(before, takeOutMacro(before, 'm')))).toEqual(before));
});
