import { describe, expect, test } from '@jest/globals';
import { BOBBIN_21, boardById, TWILL_42, type Board } from '../src/core/board';
import { compile, replay } from '../src/core/engine';
import { fingers, shortly } from '../tests/making/sketch';
import { printLine } from '../src/core/notation';
import { profileProblems, type Profile } from '../src/core/profile';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '.';
import { weave } from './weaver';

const play = (profile: Profile, hand: string, board?: Board): string =>
  shortly(replay(compile(profile), fingers(hand, board))).join(', ');

describe('the demo', () => {
  test.each([SHOW_DESK, PROMPT_BOOK, SOUND_PAD].map((profile) => [profile.name, profile] as const))(
    '%s is sound, and can be typed',
    (_name, profile) => {
      expect(profileProblems(profile)).toEqual([]);
      expect(boardById(profile.board)).toBeDefined();
      for (const layer of profile.layers) {
        for (const [key, { does }] of Object.entries(layer.keys))
          expect([layer.id, key, printLine(does, profile)]).not.toContain(undefined);
      }
    },
  );

  test.each([
    ['Caps Lock tapped is Escape', '+CapsLock 0, -CapsLock 60', '60 +Esc, 68 -Esc'],
    ['a cue, rolled out of Caps Lock', '+CapsLock 0, +F 60, -F 110, -CapsLock 150', '110 +F20, 110 -F20'],
    [
      'stand by, and hold the house',
      '+CapsLock 0, +G 200, -G 230, +G 300, -G 330, -CapsLock 400',
      '300 +Ctrl, 300 +F21, 330 -F21, 330 -Ctrl',
    ],
    [
      'Tab twice turns the rig on, and again off',
      '+Tab 0, -Tab 30, +Tab 80, -Tab 110, +F 200, -F 230, +Tab 300, -Tab 330, +Tab 380, -Tab 410, +D 500, -D 530',
      '200 +F24, 500 +D, 530 -D',
    ],
    [
      'thunder rolls as long as it is held, and plays its round out',
      '+CapsLock 0, +K 200, -K 250, -CapsLock 900',
      '200 +F17, 260 -F17, 305 +F17, 345 -F17, 415 +F17, 495 -F17',
    ],
    [
      'the work light stays on until the other key',
      '+Fn 0, +F 20, -F 40, +G 500, -G 520, -Fn 600',
      '20 +F24, 500 -F24',
    ],
    [
      'the dimmer: a light press dims, a deeper one dims fast',
      '+Fn 0, S@1 100, S@3 200, S@1 300, S@0 400, -Fn 500',
      '100 +Ctrl, 100 +Alt, 100 +Right, 200 +Shift, 300 -Shift, 400 -Right, 400 -Alt, 400 -Ctrl',
    ],
    [
      'the book: arrows under the resting hand, and the way back',
      '+AltRight 0, -AltRight 20, +J 100, -J 400, +Escape 500, -Escape 520, +J 600, -J 640',
      '280 +Down, 400 -Down, 600 +J, 640 -J',
    ],
    [
      'in the dark only Go answers',
      '+Fn 0, +Delete 20, -Delete 40, -Fn 60, +A 100, -A 120, +Space 200, -Space 220',
      '200 +F20, 220 -F20',
    ],
  ])('Show desk: %s', (_what, hand, outcome) => expect(play(SHOW_DESK, hand)).toBe(outcome));

  test.each([
    ['a letter under a resting finger', '+L2-2 0, -L2-2 90', '90 +A, 98 -A'],
    [
      'a home-row hold with the other hand',
      '+L2-5 0, +R2-1 100, -R2-1 150, -L2-5 200',
      '150 +Shift, 150 +H, 150 -H, 200 -Shift',
    ],
    ['a roll on one hand stays letters', '+L2-4 0, +L2-6 60, -L2-4 90, -L2-6 120', '60 +D, 60 +G, 90 -D, 120 -G'],
    [
      'a sign for once',
      '+R4-3 0, -R4-3 20, +L1-2 100, -L1-2 130, +L1-2 300, -L1-2 330',
      '100 +Shift, 100 +1, 130 -1, 130 -Shift, 300 +Q, 330 -Q',
    ],
    [
      'function keys on both thumbs',
      '+L4-3 0, +R4-1 30, +L1-2 400, -L1-2 430, -R4-1 500, -L4-3 520',
      '400 +F1, 430 -F1',
    ],
  ])('Prompt book: %s', (_what, hand, outcome) => expect(play(PROMPT_BOOK, hand, TWILL_42)).toBe(outcome));

  test('a slip in a demo text is named with its place', () => {
    const slip = {
      id: 'x',
      name: 'Slip',
      icon: 'spool',
      board: 'harrow-64',
      roles: [],
      walk: [],
      layers: [{ id: 'base', name: 'Base', dye: 'indigo' as const, lines: { KeyA: 'Escc' } }],
    };
    expect(() => weave(slip)).toThrow('Slip, Base, KeyA: "Escc"');
    expect(() => weave({ ...slip, board: 'none' })).toThrow('there is no board none');
  });
});

describe('the sound pad', () => {
  const pad = (hand: string): string => play(SOUND_PAD, hand, BOBBIN_21);
  test.each([
    ['a sound is a key that no keyboard has', '+Numpad8 0, -Numpad8 20', '0 +F14, 20 -F14'],
    [
      'Num Lock goes to the host and changes the set; then a bed is a chord',
      '+NumLock 0, -NumLock 20, +Numpad8 100, -Numpad8 120, +NumLock 200, -NumLock 220, +Numpad8 300, -Numpad8 320',
      '0 +NumLock, 20 -NumLock, 100 +Ctrl, 100 +Alt, 100 +Shift, 100 +F14, 120 -F14, 120 -Shift, 120 -Alt, 120 -Ctrl, 200 +NumLock, 220 -NumLock, 300 +F14, 320 -F14',
    ],
    ['the two keys on one contact are one', '+NumpadAdd-2 0, -NumpadAdd-2 20', '0 wheel 0 1'],
  ])('%s', (_what, hand, outcome) => expect(pad(hand)).toBe(outcome));

  test('what is assigned to the second key of a contact is a problem with its place', () => {
    const [base, ...others] = SOUND_PAD.layers;
    const keys = { ...base!.keys, 'NumpadAdd-2': base!.keys.Numpad1! };
    expect(profileProblems({ ...SOUND_PAD, layers: [{ ...base!, keys }, ...others] })).toEqual([
      {
        path: ['layers', 0, 'keys', 'NumpadAdd-2'],
        wrong: { is: 'sharedContact', key: 'NumpadAdd-2', contact: 'NumpadAdd' },
      },
    ]);
  });
});
