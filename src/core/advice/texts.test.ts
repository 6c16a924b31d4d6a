/** Texts that look like passwords, and the way out of one that the host cannot type. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { bringHosts } from '../hosts';
import { mustBeSound } from '../check';
import { sketchProfile } from '../../../tests/making/sketch';
import { macroFromLines } from '../macro';
import { applyEdit, profileProblems, sayWrong } from '../profile';
import { shown } from '../reading';
import { adviceOn, leavingOut, looksSecret } from '.';

beforeAll(() => bringHosts());

test.each([
  ['hunter2Go!', '', true],
  ['Tr0ub4dor&3', '', true],
  ['kX9$mPq2wz\n', '', true],
  ['correct-Horse7', '', true],
  ['1234', 'PIN of the safe', true],
  ['sesame', 'my password', true],
  ['geheim7', 'Passwort', true],
  ['Scene 3', '', false],
  ['Scene3', '', false],
  ['Blackout-12!', '', false],
  ['https://lantern.example/Desk1', '', false],
  ['Desk1@lantern.example', '', false],
  ['/home/Desk1/cue', '', false],
  ['2026-11-26', '', false],
  ['House lights down, 3 s', 'password', false],
  ['go', 'spinning', false],
])('%j called %j looks like a password: %s', (text, called, isSecret) =>
  expect(looksSecret(text, called)).toBe(isSecret),
);

test('it is said where it is, on a key and in a macro', () => {
  const macro = macroFromLines({ id: 'm', name: 'Safe pin', press: '"4711"' });
  const profile = sketchProfile({ Base: { A: 'type "kX9$mPq2wz"', B: 'play Safe pin' } }, {}, { macros: [macro] });
  const said = adviceOn(mustBeSound(profile)).filter(({ message }) => shown(message).includes('password'));
  expect(said.map(({ path }) => path.join('/'))).toEqual([
    'layers/0/keys/KeyA/does/action/text',
    'macros/0/onPress/events/0/text',
  ]);
});

describe('a text that cannot be typed', () => {
  const profile = sketchProfile({ Base: { A: 'type "naïve €"' } });
  test('is named character by character, and can be left without them', () => {
    const problems = profileProblems(profile);
    expect(problems.map(({ wrong }) => wrong)).toEqual([
      { is: 'noCharacter', character: 'ï', at: 2, host: 'English (US)' },
      { is: 'noCharacter', character: '€', at: 6, host: 'English (US)' },
    ]);
    expect(sayWrong(problems[0]!.wrong)).toMatch(
      /^no keys of a host with the layout English \(US\) make “ï” \(U\+00EF\), number 3/,
    );
    const { fix, fixName } = leavingOut(profile, problems[0]!.path)!;
    expect(fixName).toBe('Leave out “ï” (U+00EF), “€” (U+20AC)');
    const mended = applyEdit(profile, fix);
    expect(mended.ok && mended.profile.layers[0]!.keys.KeyA!.does).toMatchObject({ action: { text: 'nave ' } });
  });
  test('another host may have them', () => expect(profileProblems({ ...profile, hostLayout: 'fr' })).toEqual([]));
  test('a text of nothing else is not left empty', () => {
    const only = sketchProfile({ Base: { A: 'type "€"' } });
    expect(leavingOut(only, profileProblems(only)[0]!.path)).toBeUndefined();
  });
  test('half a character, a control, an emoji', () => {
    const odd = sketchProfile({ Base: { A: 'none' } });
    odd.layers[0]!.keys.KeyA = { does: { kind: 'act', action: { do: 'text', text: 'a\ud800\u0007👋', gapMs: 0 } } };
    expect(profileProblems(odd).map(({ wrong }) => 'character' in wrong && wrong.character)).toEqual([
      '\ud800',
      '\u0007',
      '👋',
    ]);
  });
});
