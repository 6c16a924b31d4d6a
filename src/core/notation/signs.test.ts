/** Characters as keys: on every host, what the line prints of a chord is read as that chord again. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { bringHosts, charactersOf, HOST_IDS, hostLayout, strokesOf, codesOfStroke, type HostLayoutId } from '../hosts';
import { parseLine, printLine, readText, understand, writeText } from '.';
import { HARROW_64 } from '../board';
import { plainProfile, type Binding } from '../profile';

beforeAll(() => bringHosts());

const on = (hostLayout: HostLayoutId) => ({ layers: [{ id: 'base', name: 'Base' }], macros: [], hostLayout });
const chord = (...codes: string[]): Binding => ({ kind: 'act', action: { do: 'keys', codes } });

test.each(HOST_IDS)('%s: every character that one stroke makes', (id) => {
  const layout = hostLayout(id);
  for (const character of charactersOf(layout)) {
    const [stroke, second] = strokesOf(layout, character) ?? [];
    if (!stroke || second) continue;
    const binding = chord(...codesOfStroke(stroke));
    const line = printLine(binding, on(id)) ?? '';
    expect([character, line, parseLine(line, on(id))]).toMatchObject([character, line, { ok: true, binding }]);
  }
});

test.each<[HostLayoutId, string[], string]>([
  ['us', ['ShiftLeft', 'Digit1'], '!'],
  ['us', ['ShiftRight', 'Digit1'], 'RightShift+1'],
  ['us', ['ControlLeft', 'ShiftLeft', 'Digit1'], 'Ctrl+Shift+1'],
  ['us', ['ShiftLeft', 'KeyA'], 'Shift+A'],
  ['us', ['ShiftLeft', 'Comma'], '<'],
  ['us', ['ShiftLeft', 'Digit9'], 'Shift+9'],
  ['fr', ['AltRight', 'KeyE'], '€'],
  ['fr', ['Digit2'], 'é'],
  ['fr', ['KeyQ'], 'Q'],
  ['de', ['Minus'], 'ß'],
  ['de', ['Semicolon'], 'ö'],
])('on %s, %j is written %s', (id, codes, line) => expect(printLine(chord(...codes), on(id))).toBe(line));

describe('a character that is typed', () => {
  test.each<[HostLayoutId, string, string[]]>([
    ['fr', '€', ['€']],
    ['fr', 'é', ['é']],
    ['fr', 'ê', ['type "ê"']],
    ['fr', 'a', ['Q', 'A']],
    ['fr', 'A', ['A', 'Q']],
    ['us', 'a', ['A']],
    ['us', '!', ['!']],
    ['de', 'z', ['Y', 'Z']],
  ])('on %s, %s means %j', (id, line, readings) => {
    const understood = understand(line, on(id));
    expect(understood.ok && understood.readings.map((one) => one.line)).toEqual(readings);
  });
  test('one that the host lacks is not known there', () => expect(understand('ж', on('fr')).ok).toBe(false));
});

test.each(HOST_IDS)('%s: a plain profile as a text says the same keys', (id) => {
  const profile = { ...plainProfile(HARROW_64, 'plain', 'Plain'), hostLayout: id };
  const read = readText(writeText(profile, HARROW_64));
  expect(read.problems).toEqual([]);
  expect(read.profiles[0]?.profile?.layers).toEqual(profile.layers);
});
