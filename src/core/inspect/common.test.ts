/** Several keyboards on one computer: what two of them send in common, where that was meant to be one's alone. */
import { expect, test } from '@jest/globals';
import { SHOW_DESK, SOUND_PAD } from '../../../demo';
import { BOBBIN_21, HARROW_64 } from '../board';
import { mustEdit, plainProfile, type Assignment, type Profile } from '../profile';
import { commonOf } from '.';

const keys = (...codes: string[]): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes } } });
const desk = plainProfile(HARROW_64, 'desk', 'Desk');
const pad = plainProfile(BOBBIN_21, 'pad', 'Pad');
const on = (profile: Profile, key: string, ...codes: string[]): Profile =>
  mustEdit(profile, { edit: 'assign', layer: 'base', key, to: keys(...codes) });
const found = (a: Profile, b: Profile) =>
  commonOf([
    { name: 'Harrow 64', profile: a },
    { name: 'Bobbin 21', profile: b },
  ]);

test('letters and figures are everybody’s', () => expect(found(desk, pad)).toEqual([]));

test('a spare key that both send is told, with spare keys that nobody sends', () => {
  const [one, another] = found(on(desk, 'KeyA', 'F13'), on(on(pad, 'Numpad1', 'F13'), 'Numpad2', 'F14'));
  expect(another).toBeUndefined();
  expect(one).toEqual({
    codes: ['F13'],
    said: 'Harrow 64 and Bobbin 21 both send F13',
    senders: ['Harrow 64', 'Bobbin 21'],
    instead: ['F15', 'F16', 'F17', 'F18'],
  });
});

test('left and right are one to a program; a chord with another key is another chord', () => {
  expect(found(on(desk, 'KeyA', 'ControlLeft', 'F13'), on(pad, 'Numpad1', 'ControlRight', 'F13'))).toHaveLength(1);
  expect(found(on(desk, 'KeyA', 'ControlLeft', 'F13'), on(pad, 'Numpad1', 'F13'))).toEqual([]);
  expect(found(on(desk, 'KeyA', 'ControlLeft', 'KeyC'), on(pad, 'Numpad1', 'ControlLeft', 'KeyC'))).toEqual([]);
});

test('the demo: what the desk and the sound pad send in common is told, macros too', () => {
  const common = found(SHOW_DESK, SOUND_PAD);
  for (const { codes, instead } of common) {
    expect(JSON.stringify(SHOW_DESK)).toContain(codes.at(-1));
    expect(JSON.stringify(SOUND_PAD)).toContain(codes.at(-1));
    for (const code of instead) expect(JSON.stringify([SHOW_DESK, SOUND_PAD])).not.toContain(`"${code}"`);
  }
  expect(commonOf([{ name: 'A', profile: SHOW_DESK }])).toEqual([]);
});
