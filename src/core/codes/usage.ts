/**
 * A usage is what the host receives: a page and an id of the USB HID Usage Tables. Inside the engine a usage is one
 * integer, `page << 16 | id`, so that tables and counts can be indexed and compared without strings.
 */

export const KEYBOARD_PAGE = 0x07;
export const CONSUMER_PAGE = 0x0c;
export const DESKTOP_PAGE = 0x01;
/** Mouse buttons: usage n is button n (HID Usage Tables, section 12). */
export const BUTTON_PAGE = 0x09;

/** One HID usage as a single integer: `page << 16 | id`. */
export type Usage = number;

/** Joins a HID page and usage id (each 16 bits at most) into one integer. */
export const usageOf = (page: number, id: number): Usage => page * 0x10000 + id;

export const pageOf = (usage: Usage): number => Math.floor(usage / 0x10000);

export const idOf = (usage: Usage): number => usage % 0x10000;

/** HID Usage Tables 1.5, section 10: usages E0 to E7 of the keyboard page are the eight modifiers. */
export const isModifierUsage = (usage: Usage): boolean => usage >= 0x0700e0 && usage <= 0x0700e7;
