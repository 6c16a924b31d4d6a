/** What is wrong is data; its sentence is made last, in the units that people think in. */
import { expect, test } from '@jest/globals';
import { say } from '../reading';
import { printProblem, refusalOf, sayWrong, type Wrong } from '.';

test.each<[Wrong, string]>([
  [
    { is: 'tooDeep', um: 4500, travelUm: 4000, board: 'Harrow 64' },
    '4.5 mm is more than the 4.0 mm that a key of the Harrow 64 travels',
  ],
  [{ is: 'releasedDeeper', releaseUm: 1850, pointUm: 1200 }, '1.85 mm is deeper than the actuation point at 1.2 mm'],
  [
    { is: 'missing', what: 'layer', id: 'Base, home', layers: ['base', 'nav'] },
    'there is no layer "Base, home"; the layers are base, nav',
  ],
  [{ is: 'missing', what: 'macro', id: 'm', layers: ['base'] }, 'there is no macro "m"'],
  [{ is: 'tooMany', what: 'spans', count: 5, room: 4, board: 'Harrow 64' }, '5 parts; the Harrow 64 has room for 4'],
  [
    { is: 'behindTheEnd', atUs: 9500, lengthUs: 5000 },
    '9.5 ms lies behind the end of the score, 5 ms; make the score longer',
  ],
  [{ is: 'sharedContact', key: 'A', contact: 'B' }, 'A shares a switch with B; assign that one, and both do it'],
])('%j', (wrong, sentence) => expect(sayWrong(wrong)).toBe(sentence));

test('an edit that was refused says so in a sentence, whatever its words begin with', () => {
  expect(refusalOf({ path: [], wrong: { is: 'refused', said: say('“a” was taken out.') } })).toBe('“a” was taken out.');
  const value = { path: ['name'], wrong: { is: 'value', said: say('must be a text') } } as const;
  expect([refusalOf(value), printProblem(value)]).toEqual(['It must be a text.', 'name: must be a text']);
});
