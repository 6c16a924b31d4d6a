/**
 * From HID usages to the key numbers of an X server. Since 2008 those are the Linux kernel's (`linux/input-event-codes.h`), and 8: the kernel's own
 * table of what it makes of HID is `drivers/hid/hid-input.c`. A key above 247 there has no number in X.
 */
import { idOf, pageOf, type Usage } from '../../core/codes';

const OFFSET = 8;
const MOST = 255;
const NONE = 0;

/** Linux keys of the usages of page 07, from 0x00 on; 0 where there is none. */
const KEYBOARD = [
  [0, 0, 0, 0, 30, 48, 46, 32, 18, 33, 34, 35, 23, 36, 37, 38],
  [50, 49, 24, 25, 16, 19, 31, 20, 22, 47, 17, 45, 21, 44, 2, 3],
  [4, 5, 6, 7, 8, 9, 10, 11, 28, 1, 14, 15, 57, 12, 13, 26],
  [27, 43, 43, 39, 40, 41, 51, 52, 53, 58, 59, 60, 61, 62, 63, 64],
  [65, 66, 67, 68, 87, 88, 99, 70, 119, 110, 102, 104, 111, 107, 109, 106],
  [105, 108, 103, 69, 98, 55, 74, 78, 96, 79, 80, 81, 75, 76, 77, 71],
  [72, 73, 82, 83, 86, 127, 116, 117, 183, 184, 185, 186, 187, 188, 189, 190],
  [191, 192, 193, 194, 134, 138, 130, 132, 128, 129, 131, 137, 133, 135, 136, 113],
  [115, 114, 0, 0, 0, 121, 0, 89, 93, 124, 92, 94, 95, 0, 0, 0],
  [122, 123, 90, 91, 85, 0, 0, 0, 0, 0, 0, 0, 111, 0, 0, 0],
].flat();
/** Those of the modifiers, from 0xE0 on. */
const MODIFIERS = [29, 42, 56, 125, 97, 54, 100, 126];
const FIRST_MODIFIER = 0xe0;

/** Those of page 0C (HID Usage Tables, section 15), and of page 01. */
const CONSUMER = new Map<number, number>([
  [0x6f, 225],
  [0x70, 224],
  [0xb0, 207],
  [0xb1, 201],
  [0xb2, 167],
  [0xb3, 208],
  [0xb4, 168],
  [0xb5, 163],
  [0xb6, 165],
  [0xb7, 166],
  [0xb8, 161],
  [0xcd, 164],
  [0xe2, 113],
  [0xe9, 115],
  [0xea, 114],
  [0x183, 171],
  [0x18a, 155],
  [0x192, 140],
  [0x194, 144],
  [0x196, 150],
  [0x19e, 152],
  [0x221, 217],
  [0x223, 172],
  [0x224, 158],
  [0x225, 159],
  [0x226, 128],
  [0x227, 173],
  [0x22a, 156],
]);
const DESKTOP = new Map<number, number>([
  [0x81, 116],
  [0x82, 142],
  [0x83, 143],
]);

function linuxKey(usage: Usage): number {
  const id = idOf(usage);
  switch (pageOf(usage)) {
    case 0x07:
      return (id >= FIRST_MODIFIER ? MODIFIERS[id - FIRST_MODIFIER] : KEYBOARD[id]) ?? NONE;
    case 0x0c:
      return CONSUMER.get(id) ?? NONE;
    case 0x01:
      return DESKTOP.get(id) ?? NONE;
    default:
      return NONE;
  }
}

/** The number of a key in X; undefined when there is none. */
export function keycodeOf(usage: Usage): number | undefined {
  const key = linuxKey(usage);
  return key === NONE || key + OFFSET > MOST ? undefined : key + OFFSET;
}

/** Buttons of a mouse in X: 4 to 7 are its wheel, so the fourth of HID is 8. HID button 2 is the right one, X's the middle one. */
export const buttonOf = (hid: number): number => (hid === 2 ? 3 : hid === 3 ? 2 : hid > 3 ? hid + 4 : hid);

/** The buttons that stand for a notch of the wheel. */
export const WHEEL = { up: 4, down: 5, left: 6, right: 7 } as const;
