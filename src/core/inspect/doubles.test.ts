/** What theirs and mine both have under one id: told when it differs, and settled by choice without leaving holes. */
import { describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { profileProblems, type Profile } from '../profile';
import { HARROW_64 } from '../board';
import { doublesOf, withChoices, type Choice } from '.';

const theirs: Profile = {
  ...SHOW_DESK,
  macros: SHOW_DESK.macros.map((macro) => (macro.id === 'thunder' ? { ...macro, gapMs: 44 } : macro)),
  roles: SHOW_DESK.roles.map((role) => (role.id === 'cue' ? { ...role, color: '#112233' } : role)),
};
const settled = (macro: Choice, role: Choice): Profile =>
  withChoices(
    theirs,
    SHOW_DESK,
    new Map([
      ['macros thunder', macro],
      ['roles cue', role],
    ]),
  );
const gapsOf = (profile: Profile): Record<string, number> =>
  Object.fromEntries(profile.macros.filter(({ id }) => id.startsWith('thunder')).map(({ id, gapMs }) => [id, gapMs]));
const mineGap = SHOW_DESK.macros.find(({ id }) => id === 'thunder')!.gapMs;

test('only what differs is told, and how', () => {
  expect(doublesOf(theirs, SHOW_DESK)).toEqual([
    { list: 'macros', id: 'thunder', name: 'Thunder roll', said: 'differs from yours in its times or keys' },
    { list: 'roles', id: 'cue', name: 'Cues', said: 'the same name, another colour' },
  ]);
  expect(doublesOf(SHOW_DESK, SHOW_DESK)).toEqual([]);
});

describe('by choice', () => {
  test.each<[Choice, Record<string, number>]>([
    ['theirs', { thunder: 44 }],
    ['mine', { thunder: mineGap }],
    ['both', { thunder: mineGap, 'thunder-2': 44 }],
  ])('%s', (choice, gaps) => {
    const made = settled(choice, choice);
    expect(gapsOf(made)).toEqual(gaps);
    expect(profileProblems(made, HARROW_64)).toEqual([]);
    // Keys of theirs go on playing what theirs was, unless mine was kept.
    const plays = JSON.stringify(made.layers).includes('"thunder-2"') ? 'thunder-2' : 'thunder';
    expect(plays).toBe(choice === 'both' ? 'thunder-2' : 'thunder');
    expect(made.roles.filter(({ name }) => name === 'Cues').map(({ color }) => color)).toEqual(
      choice === 'both' ? ['#112233', '#A63D40'] : [choice === 'mine' ? '#A63D40' : '#112233'],
    );
  });
});
