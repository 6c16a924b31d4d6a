/**
 * The reports of a keyboard that is a HID device of its own, and the descriptor that says what they are (USB HID 1.11, 6.2.2): a keyboard with lamps, in one of
 * two layouts, media keys, and a mouse. Each report begins with its number.
 */
import { BUTTON_PAGE, idOf, isModifierUsage, pageOf, type Usage } from '../../core/codes';

export type Layout = 'boot' | 'bitmap';
export const REPORT = { keyboard: 1, consumer: 2, mouse: 3 } as const;

const KEYS = 6;
const ROLL_OVER = 0x01;
/** Usages of the bitmap: up to E7. */
const BITMAP_BYTES = 29;
const FIRST_MODIFIER = 0xe0;
const CONSUMER_PLACES = 4;
const KEYBOARD_PAGE = 0x07;
const CONSUMER_PAGE = 0x0c;

const LAMPS = [
  [0x05, 0x08, 0x19, 0x01, 0x29, 0x03, 0x15, 0x00, 0x25, 0x01, 0x75, 0x01, 0x95, 0x03, 0x91, 0x02],
  [0x95, 0x05, 0x91, 0x01],
].flat();
const MODIFIERS = [0x05, 0x07, 0x19, 0xe0, 0x29, 0xe7, 0x15, 0x00, 0x25, 0x01, 0x75, 0x01, 0x95, 0x08, 0x81, 0x02];

const keyboardItems = (layout: Layout): number[] => [
  ...[0x05, 0x01, 0x09, 0x06, 0xa1, 0x01, 0x85, REPORT.keyboard],
  ...(layout === 'boot'
    ? [
        ...MODIFIERS,
        ...[0x75, 0x08, 0x95, 0x01, 0x81, 0x01],
        ...[0x19, 0x00, 0x2a, 0xff, 0x00, 0x15, 0x00, 0x26, 0xff, 0x00, 0x75, 0x08, 0x95, KEYS, 0x81, 0x00],
      ]
    : [
        ...[0x05, 0x07, 0x19, 0x00, 0x29, BITMAP_BYTES * 8 - 1, 0x15, 0x00, 0x25, 0x01],
        ...[0x75, 0x01, 0x95, BITMAP_BYTES * 8, 0x81, 0x02],
      ]),
  ...LAMPS,
  0xc0,
];
const CONSUMER = [
  [0x05, 0x0c, 0x09, 0x01, 0xa1, 0x01, 0x85, REPORT.consumer],
  [0x19, 0x00, 0x2a, 0xff, 0x03, 0x15, 0x00, 0x26, 0xff, 0x03, 0x75, 0x10, 0x95, CONSUMER_PLACES, 0x81, 0x00, 0xc0],
].flat();
const MOUSE = [
  [0x05, 0x01, 0x09, 0x02, 0xa1, 0x01, 0x85, REPORT.mouse, 0x09, 0x01, 0xa1, 0x00],
  [0x05, 0x09, 0x19, 0x01, 0x29, 0x08, 0x15, 0x00, 0x25, 0x01, 0x75, 0x01, 0x95, 0x08, 0x81, 0x02],
  [0x05, 0x01, 0x09, 0x30, 0x09, 0x31, 0x09, 0x38, 0x15, 0x81, 0x25, 0x7f, 0x75, 0x08, 0x95, 0x03, 0x81, 0x06],
  [0x05, 0x0c, 0x0a, 0x38, 0x02, 0x95, 0x01, 0x81, 0x06, 0xc0, 0xc0],
].flat();

export const descriptorOf = (layout: Layout): Uint8Array =>
  Uint8Array.from([...keyboardItems(layout), ...CONSUMER, ...MOUSE]);

const signed = (value: number): number => Math.max(-127, Math.min(127, value)) & 0xff;

/** What is down, as reports. */
export class HidReports {
  private readonly keys: number[] = [];
  private readonly media: number[] = [];
  private modifiers = 0;
  private buttons = 0;

  constructor(private readonly layout: Layout) {}

  /** The report that tells of an edge; undefined for a page that this device does not have. */
  edge(usage: Usage, isDown: boolean): Uint8Array | undefined {
    const id = idOf(usage);
    switch (pageOf(usage)) {
      case KEYBOARD_PAGE:
        if (isModifierUsage(usage)) {
          const bit = 1 << (id - FIRST_MODIFIER);
          this.modifiers = isDown ? this.modifiers | bit : this.modifiers & ~bit;
        } else turn(this.keys, id, isDown);
        return this.keyboard();
      case CONSUMER_PAGE: {
        turn(this.media, id, isDown);
        const last = this.media.slice(-CONSUMER_PLACES);
        const places = Array.from({ length: CONSUMER_PLACES }, (_, n) => last[n] ?? 0);
        return Uint8Array.from([REPORT.consumer, ...places.flatMap((one) => [one & 0xff, one >> 8])]);
      }
      case BUTTON_PAGE: {
        const bit = 1 << (id - 1);
        this.buttons = isDown ? this.buttons | bit : this.buttons & ~bit;
        return this.mouse(0, 0, 0, 0);
      }
      default:
        return undefined;
    }
  }

  /** The pointer moves, to the right and down. */
  move(dx: number, dy: number): Uint8Array {
    return this.mouse(dx, dy, 0, 0);
  }

  /** The wheel turns, to the right and up. */
  wheel(dx: number, dy: number): Uint8Array {
    return this.mouse(0, 0, dy, dx);
  }

  /** Reports in which nothing is down. */
  letGo(): Uint8Array[] {
    this.keys.length = this.media.length = 0;
    this.modifiers = this.buttons = 0;
    return [
      this.keyboard(),
      Uint8Array.from([REPORT.consumer, ...new Array<number>(CONSUMER_PLACES * 2).fill(0)]),
      this.mouse(0, 0, 0, 0),
    ];
  }

  private keyboard(): Uint8Array {
    if (this.layout === 'bitmap') {
      const bits = new Uint8Array(1 + BITMAP_BYTES);
      bits[0] = REPORT.keyboard;
      const set = (id: number): void => {
        if (id < BITMAP_BYTES * 8) bits[1 + (id >> 3)] = (bits[1 + (id >> 3)] as number) | (1 << (id & 7));
      };
      this.keys.forEach(set);
      for (let bit = 0; bit < 8; bit++) if (((this.modifiers >> bit) & 1) === 1) set(FIRST_MODIFIER + bit);
      return bits;
    }
    const report = new Uint8Array(3 + KEYS);
    report.set([REPORT.keyboard, this.modifiers, 0]);
    if (this.keys.length > KEYS) report.fill(ROLL_OVER, 3);
    else report.set(this.keys, 3);
    return report;
  }

  private mouse(dx: number, dy: number, wheel: number, pan: number): Uint8Array {
    return Uint8Array.from([REPORT.mouse, this.buttons, signed(dx), signed(dy), signed(wheel), signed(pan)]);
  }
}

function turn(list: number[], id: number, isDown: boolean): void {
  const at = list.indexOf(id);
  if (isDown && at < 0) list.push(id);
  if (!isDown && at >= 0) list.splice(at, 1);
}
