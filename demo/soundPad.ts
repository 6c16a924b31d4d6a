/** The sound effects of Lantern Yard on a Bobbin 21: keys that no keyboard has, and chords that nobody types by accident. */
import { weave } from './weaver';

/** Digits of the pad by their places, as they lie. */
const PADS = ['Numpad7', 'Numpad8', 'Numpad9', 'Numpad4', 'Numpad5', 'Numpad6', 'Numpad1', 'Numpad2', 'Numpad3'];
const SOUNDS = ['Rain', 'Wind', 'Thunder', 'Bell', 'Clock', 'Steps', 'Door', 'Owl', 'Crowd'];

/** While the keeper's key is held, nothing sounds by accident. */
const SLEEPERS = [
  'Backspace',
  'NumLock',
  'NumpadDivide',
  'Numpad8',
  'Numpad9',
  'Numpad4',
  'Numpad5',
  'Numpad6',
  'Numpad3',
  'NumpadEnter',
  'Numpad0',
  'NumpadDecimal',
];

export const SOUND_PAD = weave({
  id: 'demo-sound-pad',
  name: 'Sound pad',
  icon: 'bell',
  board: 'bobbin-21',
  roles: [
    { id: 'sound', name: 'Sounds', color: '#7B4B94' },
    { id: 'stop', name: 'Stops', color: '#A63D40' },
    { id: 'way', name: 'Ways between sets', color: '#2F7A68' },
  ],
  macros: [
    { id: 'storm', name: 'Storm', press: 'F15:60 300 F13:60 450 F15:60 200 F14:60' },
    {
      id: 'storm-on',
      name: 'Storm goes on',
      repeat: 'F15:60 900 F13:60 700',
      run: { kind: 'untilPressedAgain' },
      gapMs: 400,
    },
  ],
  walk: [
    ['Nine sounds, laid out as the pad is. Each begins when its key goes down.', 'base', ...PADS],
    [
      'Two keys end what sounds: Hush stops it now, All off stops everything, whatever else is going on.',
      'base',
      'Numpad0',
      'Escape',
    ],
    ['Hold Duck while somebody speaks: all sounds are soft until it comes up.', 'base', 'NumpadDivide'],
    [
      'Num Lock turns the sounds into beds, which go on under a scene. The same key leads back; its lamp shows which it is.',
      'beds',
      'NumLock',
    ],
    [
      'Hold Fn for what only the keeper does. Hold Escape there, and the pad waits for new firmware: not during the show.',
      'keeper',
      'Fn',
      'Escape',
    ],
  ],
  // Num Lock shows which set it is; what is dark does nothing.
  glow: [
    { glow: 'keys', shows: 'role' },
    { glow: 'keys', shows: 'dye', layer: 'beds' },
    { glow: 'keys', shows: 'role', layer: 'keeper', only: true },
    { glow: 'movement', movement: 'echo' },
  ],
  layers: [
    {
      id: 'base',
      name: 'Sounds',
      dye: 'orchil',
      lines: {
        Escape: 'All off: Ctrl+Alt+Shift+F24 (stop)',
        Backspace: 'Fade: Ctrl+Alt+Shift+F23 (stop)',
        Fn: 'while Keeper (way)',
        NumLock: 'Beds: NumLock & flip Beds (way)',
        NumpadDivide: 'Duck: hold F22 (sound)',
        NumpadMultiply: 'Storm: play Storm (sound)',
        NumpadSubtract: 'Softer: wheel down',
        NumpadAdd: 'Louder: wheel up',
        NumpadEnter: 'Go: F24 (sound)',
        Numpad0: 'Hush: F23 (stop)',
        NumpadDecimal: 'Again: F22 (sound)',
        ...Object.fromEntries(PADS.map((key, n) => [key, `${SOUNDS[n]}: F${13 + n} (sound)`])),
      },
      notes: {
        NumpadAdd: 'Both plus keys lie on one contact: they are one key.',
        NumLock: 'Num Lock on: single sounds. Off: beds that go on under a scene.',
      },
    },
    {
      id: 'beds',
      name: 'Beds',
      dye: 'iron',
      lines: {
        NumLock: 'Sounds: NumLock & flip Beds (way)',
        NumpadMultiply: 'Storm on: play "Storm goes on" (sound)',
        NumpadEnter: 'Go bed: Ctrl+Alt+F24 (sound)',
        ...Object.fromEntries(PADS.map((key, n) => [key, `${SOUNDS[n]} bed: Ctrl+Alt+Shift+F${13 + n} (sound)`])),
      },
    },
    {
      id: 'keeper',
      name: 'Keeper',
      dye: 'verdigris',
      lines: {
        ...Object.fromEntries(SLEEPERS.map((key) => [key, 'none'])),
        Numpad7: 'record',
        Numpad1: 'slot 1 (way)',
        Numpad2: 'slot 2 (way)',
        NumpadAdd: 'lamps up',
        NumpadSubtract: 'lamps down',
        NumpadMultiply: 'lamps toggle',
        Escape: 'hold bootloader',
      },
    },
  ],
});
