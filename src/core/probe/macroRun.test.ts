import { expect, test } from '@jest/globals';
import { HARROW_64 } from '../board';
import { sketchProfile } from '../../../tests/making/sketch';
import { macroFromLines, type MacroLines } from '../macro';
import { profileProblems, printProblem, type Macro, type Profile } from '../profile';
import { usersOf, whatLetsGoOf } from '../advice';
import { runMacro, stageMacro, type MacroStage } from '.';

const macro = (id: string, press: string, more: MacroLines = {}): Macro =>
  macroFromLines({ id, name: id.toUpperCase(), press, ...more });

const profile = (...macros: Macro[]): Profile =>
  sketchProfile({ Base: { A: 'play M', S: 'tap S, hold play M', L: 'L' } }, {}, { macros });

const stage = (made: Macro): MacroStage => stageMacro(profile(made), HARROW_64, made) as MacroStage;

test('how long a run takes, in engine time and until the host has it all', () => {
  const together = macro('m', '+Ctrl +D -D -Ctrl');
  const run = runMacro(stage(together), 1000, 1000);
  expect([run.lastEdgeUs, run.lastReportUs, run.reports]).toEqual([0, 3000, 4]);
  expect(runMacro(stage(together), 1000, 125).lastReportUs).toBe(24_000);
  const held = macro('m', '', { repeat: 'A:10 10', run: { kind: 'whileHeld' } });
  expect(runMacro(stage(held), 55_000, 1000).reports).toBe(6);
  const until = { ...held, run: { kind: 'untilPressedAgain' as const } };
  expect(runMacro(stage(until), 55_000, 1000).reports).toBe(6);
});

test('who plays a macro, and what lets go of a key it leaves', () => {
  const m = macro('m', '+L', { leavesHeld: true });
  const off = macro('off', '-L');
  expect(usersOf('m', profile(m, off)).keys.map(({ key }) => key)).toEqual(['KeyA', 'KeyS']);
  const { macros, keys } = whatLetsGoOf('KeyL', profile(m, off));
  expect([macros.map(({ id }) => id), keys]).toEqual([['off'], [{ layer: 'base', key: 'KeyL' }]]);
});

test.each<[string, Macro, string]>([
  [
    'an event behind the end',
    { ...macro('m', ''), onPress: { lengthUs: 5000, events: [{ atUs: 9000, edge: 'down', code: 'KeyA' }] } },
    'macros[0].onPress.events[0].atUs: 9 ms lies behind the end of the score, 5 ms; make the score longer',
  ],
  [
    'passes without length',
    macro('m', '', { repeat: '+A -A' }),
    'macros[0].repeat.lengthUs: a pass and the gap behind it last 0 ms; 1 ms is the least',
  ],
  [
    'more events than there is room for',
    macro('m', Array.from({ length: 501 }, () => 'A:1').join(' ')),
    'macros[0]: 1002 events; a macro of the Harrow 64 has room for 1000',
  ],
  [
    'a character that no key makes',
    macro('m', '"naïve"'),
    'macros[0].onPress.events[0].text: no keys of a host with the layout English (US) make “ï” (U+00EF), number 3 of the text; leave it out, or take a host layout that has it',
  ],
])('%s is a problem', (_what, made, problem) =>
  expect(profileProblems(profile(made)).map(printProblem)).toEqual([problem]),
);

test('a text on a key is checked too', () => {
  const typed = sketchProfile({ Base: { A: 'type "€"' } });
  expect(profileProblems(typed).map(printProblem)).toEqual([
    'layers[0].keys.KeyA.does.action.text: no keys of a host with the layout English (US) make “€” (U+20AC), number 1 of the text; leave it out, or take a host layout that has it',
  ]);
});
