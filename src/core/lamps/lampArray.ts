/**
 * Lamps of a board that has them as a *LampArray*: HID Usage Tables 1.4, section 26, Lighting And Illumination Page (0x59). Here are its feature reports
 * as bytes, in the order of fields that the section's own descriptor has; numbers are little-endian, lengths micrometres.
 */
import type { Board } from '../board';
import { idOf, isCode, pageOf, usageOfCode } from '../codes';
import { DARK, type Color } from './plan';

export const LIGHTING_PAGE = 0x59;
/** Usages of the page: the collection, and its reports. */
export const LIGHTING = {
  lampArray: 0x01,
  attributes: 0x02,
  lampRequest: 0x20,
  lampResponse: 0x22,
  multiUpdate: 0x50,
  control: 0x70,
} as const;
/** Lamps in one LampMultiUpdateReport (26.9). */
export const LAMPS_AN_UPDATE = 8;
/** LampUpdateFlags (26.9.1): the last of several reports that belong together. */
const COMPLETE = 1;

/** A lamp of the array: where it lies, and the HID usage of the key that it belongs to; 0 when it names none. */
export type Lamp = { id: number; xUm: number; yUm: number; binding: number };

/** How many lamps there are, and the least time between updates in µs, of a LampArrayAttributesReport (26.2). Undefined when it is none. */
export function attributesOf(report: DataView): { count: number; minIntervalUs: number } | undefined {
  if (report.byteLength < 22) return undefined;
  return { count: report.getUint16(0, true), minIntervalUs: report.getUint32(18, true) };
}

/** A LampAttributesRequestReport (26.3): from here on responses are about this lamp and those behind it. */
export const lampRequest = (id: number): Uint8Array => Uint8Array.of(id & 0xff, id >> 8);

/** A lamp, of a LampAttributesResponseReport (26.3.1). Undefined when it is none. */
export function lampOfResponse(report: DataView): Lamp | undefined {
  if (report.byteLength < 28) return undefined;
  return {
    id: report.getUint16(0, true),
    xUm: report.getInt32(2, true),
    yUm: report.getInt32(6, true),
    binding: report.getUint8(27),
  };
}

const UNIT_UM = 19_050;
const KEYBOARD_PAGE = 0x07;

/** The lamp of each key of a board, by the keys' places: the one that is bound to it, else the nearest within half a key unit; -1 for none. */
export function lampsOfKeys(lamps: readonly Lamp[], board: Board): number[] {
  return board.keys.map(({ id, code = id, x, y, w, h }) => {
    const usage = isCode(code) ? (usageOfCode(code) ?? 0) : 0;
    const bound = pageOf(usage) === KEYBOARD_PAGE && lamps.find(({ binding }) => binding === idOf(usage));
    if (bound) return bound.id;
    const [atX, atY] = [(x + w / 2) * UNIT_UM, (y + h / 2) * UNIT_UM];
    const near = lamps
      .filter(({ binding }) => binding === 0)
      .map(({ id: lamp, xUm, yUm }) => ({ lamp, far: Math.hypot(xUm - atX, yUm - atY) }))
      .sort((a, b) => a.far - b.far)[0];
    return near && near.far < UNIT_UM / 2 ? near.lamp : -1;
  });
}

/** LampMultiUpdateReports (26.9) that give lamps their colours; the last says that it is the last. */
export function multiUpdates(shown: readonly { lamp: number; color: Color }[]): Uint8Array[] {
  return Array.from({ length: Math.ceil(shown.length / LAMPS_AN_UPDATE) }, (_, n) => {
    const some = shown.slice(n * LAMPS_AN_UPDATE, (n + 1) * LAMPS_AN_UPDATE);
    const report = new Uint8Array(2 + LAMPS_AN_UPDATE * 6);
    report[0] = some.length;
    report[1] = (n + 1) * LAMPS_AN_UPDATE >= shown.length ? COMPLETE : 0;
    some.forEach(({ lamp, color }, at) => {
      report.set([lamp & 0xff, lamp >> 8], 2 + at * 2);
      const lit = color === DARK ? 0 : color;
      report.set(
        [(lit >> 16) & 0xff, (lit >> 8) & 0xff, lit & 0xff, color === DARK ? 0 : 0xff],
        2 + LAMPS_AN_UPDATE * 2 + at * 4,
      );
    });
    return report;
  });
}

/** A LampArrayControlReport (26.10): whether the board does with its lamps as it likes, or as it is told. */
export const control = (isAutonomous: boolean): Uint8Array => Uint8Array.of(isAutonomous ? 1 : 0);
