/**
 * The lamps that a host lights on a keyboard, with an output report (USB HID Usage Tables, section 11: LED page 0x08; Device Class
 * Definition for HID, appendix B.1: bit 0 is Num Lock).
 */

/** Named by the key that the host turns them on with, in the order of their usages, from 1, and of their bits, from 0. */
export const HOST_LAMPS = ['NumLock', 'CapsLock', 'ScrollLock'] as const;
export type HostLamp = (typeof HOST_LAMPS)[number];

export const isHostLamp = (name: string): name is HostLamp => (HOST_LAMPS as readonly string[]).includes(name);

/** What a lamp is called in a sentence. */
export const lampTitle = (lamp: HostLamp): string =>
  ({ NumLock: 'Num Lock', CapsLock: 'Caps Lock', ScrollLock: 'Scroll Lock' })[lamp];
