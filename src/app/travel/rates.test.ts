import { expect, test } from '@jest/globals';
import { chance, hourly, minutely } from './rates';

test.each([
  [0, 'not once'],
  [0.0625, '1 in 16 h'],
  [0.4, '1 in 2.5 h'],
  [3, '3.0 an hour'],
])('%d presses an hour are %s', (perHour, words) => expect(hourly(perHour)).toBe(words));

test.each([
  [0, 'none in an hour'],
  [0.05, '1 in 20 min'],
  [7.25, '7.3 a minute'],
])('%d presses a minute are %s', (perMinute, words) => expect(minutely(perMinute)).toBe(words));

test('the chance of one in any hour', () => expect([0, 0.05, 1].map(chance)).toEqual(['0.0 %', '4.9 %', '63 %']));
