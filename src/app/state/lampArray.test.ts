/** Lamps of a board with a LampArray, against a device made to HID Usage Tables 1.4, section 26. */
import { expect, test } from '@jest/globals';
import { HARROW_64 } from '../../core/board';
import { usageOfCode } from '../../core/codes';
import { LampArray, type LampDevice } from './lampArray';

const KEYS = HARROW_64.keys.slice(0, 20);

/** Twenty lamps: those of even keys say which key they belong to, the others only where they lie. */
class Device implements LampDevice {
  opened = false;
  readonly collections = [
    {
      usagePage: 0x59,
      usage: 0x01,
      children: [0x02, 0x20, 0x22, 0x50, 0x60, 0x70].map((usage, n) => ({
        usagePage: 0x59,
        usage,
        featureReports: [{ reportId: n + 1 }],
      })),
    },
  ];
  readonly shown = new Map<number, string>();
  readonly said: string[] = [];
  private asked = 0;

  open(): Promise<void> {
    this.opened = true;
    return Promise.resolve();
  }

  async sendFeatureReport(reportId: number, data: BufferSource): Promise<void> {
    await Promise.resolve();
    const bytes = new Uint8Array(data as ArrayBuffer);
    if (reportId === 2) this.asked = bytes[0]! | (bytes[1]! << 8);
    else if (reportId === 6) this.said.push(bytes[0] === 1 ? 'by itself' : 'as it is told');
    else if (reportId === 4) {
      expect(bytes.length).toBe(50);
      this.said.push(`${bytes[0]}${bytes[1] === 1 ? ', the last' : ''}`);
      for (let n = 0; n < bytes[0]!; n++) {
        const [r, g, b, intensity] = bytes.subarray(18 + n * 4, 22 + n * 4);
        this.shown.set(bytes[2 + n * 2]!, intensity === 0 ? 'dark' : `${r} ${g} ${b}`);
      }
    } else throw new Error(`report ${reportId}`);
  }

  async receiveFeatureReport(reportId: number): Promise<DataView> {
    await Promise.resolve();
    const view = new DataView(new ArrayBuffer(40));
    // As the draft has it, the id stands before what was asked.
    view.setUint8(0, reportId);
    const at = 1;
    if (reportId === 1) {
      view.setUint16(at, KEYS.length, true);
      view.setUint32(at + 18, 10_000, true);
    } else {
      const key = KEYS[this.asked]!;
      view.setUint16(at, this.asked, true);
      view.setInt32(at + 2, Math.round((key.x + key.w / 2) * 19_050), true);
      view.setInt32(at + 6, Math.round((key.y + key.h / 2) * 19_050), true);
      view.setUint8(at + 27, this.asked % 2 === 0 ? usageOfCode(key.code ?? key.id)! & 0xff : 0);
    }
    return view;
  }
}

const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 20));

test('every lamp gets the colour of its key, eight a report, the last said to be so; then only what changes', async () => {
  const device = new Device();
  const lamps = (await LampArray.of(device))!;
  const colors = HARROW_64.keys.map((_, n) => (n % 3 === 0 ? -1 : n));
  lamps.show(colors, HARROW_64);
  await settled();
  expect(device.said).toEqual(['as it is told', '8', '8', '4, the last']);
  expect(KEYS.map((_, n) => device.shown.get(n))).toEqual(KEYS.map((_, n) => (n % 3 === 0 ? 'dark' : `0 0 ${n}`)));
  lamps.show(colors.with(4, 0xff0000), HARROW_64);
  await settled();
  expect([device.said.at(-1), device.shown.get(4)]).toEqual(['1, the last', '255 0 0']);
  lamps.end();
  await settled();
  expect(device.said.at(-1)).toBe('by itself');
});

test('a device without the collection, or that fails, has no lamps for us', async () => {
  expect(await LampArray.of(Object.assign(new Device(), { collections: [] }))).toBeUndefined();
  const broken = new Device();
  broken.receiveFeatureReport = () => Promise.reject(new DOMException('Failed to receive the feature report.'));
  expect(await LampArray.of(broken)).toBeUndefined();
});
