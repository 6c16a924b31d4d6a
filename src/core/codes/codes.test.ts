import { describe, expect, test } from '@jest/globals';
import { codeOfUsage, groupOfCode, isCode, isModifier, NAMED_CODES, usageOfCode } from './codes';
import { idOf, pageOf, usageOf } from './usage';

/** Numbers copied from HID Usage Tables 1.5: the first and last of each run, and every key outside a run. */
const STANDARD: Record<string, string> = {
  KeyA: '07:04',
  KeyB: '07:05',
  KeyM: '07:10',
  KeyZ: '07:1D',
  Digit1: '07:1E',
  Digit9: '07:26',
  Digit0: '07:27',
  Enter: '07:28',
  Escape: '07:29',
  Backspace: '07:2A',
  Tab: '07:2B',
  Space: '07:2C',
  Minus: '07:2D',
  Equal: '07:2E',
  BracketLeft: '07:2F',
  BracketRight: '07:30',
  Backslash: '07:31',
  Semicolon: '07:33',
  Quote: '07:34',
  Backquote: '07:35',
  Comma: '07:36',
  Period: '07:37',
  Slash: '07:38',
  CapsLock: '07:39',
  F1: '07:3A',
  F12: '07:45',
  PrintScreen: '07:46',
  ScrollLock: '07:47',
  Pause: '07:48',
  Insert: '07:49',
  Home: '07:4A',
  PageUp: '07:4B',
  Delete: '07:4C',
  End: '07:4D',
  PageDown: '07:4E',
  ArrowRight: '07:4F',
  ArrowLeft: '07:50',
  ArrowDown: '07:51',
  ArrowUp: '07:52',
  NumLock: '07:53',
  NumpadDivide: '07:54',
  NumpadMultiply: '07:55',
  NumpadSubtract: '07:56',
  NumpadAdd: '07:57',
  NumpadEnter: '07:58',
  Numpad1: '07:59',
  Numpad9: '07:61',
  Numpad0: '07:62',
  NumpadDecimal: '07:63',
  IntlBackslash: '07:64',
  ContextMenu: '07:65',
  NumpadEqual: '07:67',
  F13: '07:68',
  F24: '07:73',
  Open: '07:74',
  Help: '07:75',
  Select: '07:77',
  Again: '07:79',
  Undo: '07:7A',
  Cut: '07:7B',
  Copy: '07:7C',
  Paste: '07:7D',
  Find: '07:7E',
  NumpadComma: '07:85',
  IntlRo: '07:87',
  KanaMode: '07:88',
  IntlYen: '07:89',
  Convert: '07:8A',
  NonConvert: '07:8B',
  Lang1: '07:90',
  Lang2: '07:91',
  Lang3: '07:92',
  Lang4: '07:93',
  Lang5: '07:94',
  Abort: '07:9B',
  Props: '07:A3',
  NumpadParenLeft: '07:B6',
  NumpadParenRight: '07:B7',
  NumpadBackspace: '07:BB',
  NumpadHash: '07:CC',
  NumpadMemoryStore: '07:D0',
  NumpadMemoryRecall: '07:D1',
  NumpadMemoryClear: '07:D2',
  NumpadMemoryAdd: '07:D3',
  NumpadMemorySubtract: '07:D4',
  NumpadClear: '07:D8',
  NumpadClearEntry: '07:D9',
  ControlLeft: '07:E0',
  ShiftLeft: '07:E1',
  AltLeft: '07:E2',
  MetaLeft: '07:E3',
  ControlRight: '07:E4',
  ShiftRight: '07:E5',
  AltRight: '07:E6',
  MetaRight: '07:E7',
  MediaTrackNext: '0C:B5',
  MediaTrackPrevious: '0C:B6',
  MediaStop: '0C:B7',
  Eject: '0C:B8',
  MediaPlayPause: '0C:CD',
  AudioVolumeMute: '0C:E2',
  AudioVolumeUp: '0C:E9',
  AudioVolumeDown: '0C:EA',
  MediaSelect: '0C:183',
  LaunchMail: '0C:18A',
  LaunchApp2: '0C:192',
  LaunchApp1: '0C:194',
  BrowserSearch: '0C:221',
  BrowserHome: '0C:223',
  BrowserBack: '0C:224',
  BrowserForward: '0C:225',
  BrowserStop: '0C:226',
  BrowserRefresh: '0C:227',
  BrowserFavorites: '0C:22A',
  Power: '01:81',
  Sleep: '01:82',
  WakeUp: '01:83',
};

describe('codes and usages', () => {
  test.each(Object.entries(STANDARD))('%s is usage %s of the standard', (code, hid) => {
    const [page, id] = hid.split(':').map((hex) => parseInt(hex, 16));
    expect(usageOfCode(code)).toBe(usageOf(page!, id!));
  });

  test('the table is about 150 keys, and each usage is there once', () => {
    const usages = NAMED_CODES.map((code) => usageOfCode(code));
    expect(new Set(usages).size).toBe(NAMED_CODES.length);
    expect(NAMED_CODES.length).toBeGreaterThan(150);
  });

  test('every code comes back from its usage', () => {
    for (const code of NAMED_CODES) expect(codeOfUsage(usageOfCode(code)!)).toBe(code);
  });

  test('a usage without a name is written with its page and number', () => {
    expect(codeOfUsage(usageOf(0x07, 0xa4))).toBe('hid:07:00A4');
    expect(usageOfCode('hid:07:00a4')).toBe(usageOf(0x07, 0xa4));
    expect([pageOf(usageOfCode('hid:0C:0221')!), idOf(usageOfCode('hid:0C:0221')!)]).toEqual([0x0c, 0x221]);
  });

  test.each(['', 'Keya', 'Fn', 'hid:7:4', 'hid:07:0000', 'hid:00:0004', 'hid:07:00A4 '])('"%s" is no code', (text) =>
    expect(isCode(text)).toBe(false),
  );

  test('modifiers are the eight of the standard', () => {
    expect(NAMED_CODES.filter(isModifier)).toHaveLength(8);
    expect(isModifier('CapsLock')).toBe(false);
    expect(groupOfCode('F13')).toBe('function');
    expect(groupOfCode('hid:07:00A4')).toBe('system');
  });
});
