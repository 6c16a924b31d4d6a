/** The link over WebHID, against a device made to the W3C draft with our firmware in it. */
import { describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../../core/board';
import { mustBeSound } from '../../core/check';
import { KeyboardClient, LinkError } from '../../core/device';
import { TestBench } from '../../core/device/pretend';
import { encodeImage } from '../../core/image';
import { chooseHid, hidTransport, type Hid, type HidDevice } from './hid';

/** As the draft has it: `sendReport` settles later, an input report is an event with a view of a larger buffer. */
class FakeDevice extends EventTarget implements HidDevice {
  opened = false;
  readonly productName = 'Harrow 64';
  private readonly bench = new TestBench(HARROW_64);
  isBroken = false;

  constructor(readonly hid: EventTarget) {
    super();
  }

  private readonly connection = {
    send: (report: Uint8Array) => {
      const larger = new Uint8Array(80);
      larger.set(report, 9);
      this.tell(0, new DataView(larger.buffer, 9, 64));
    },
  };

  tell(reportId: number, data: DataView): void {
    this.dispatchEvent(Object.assign(new Event('inputreport'), { reportId, data, device: this }));
  }

  open(): Promise<void> {
    if (this.isBroken) return Promise.reject(new DOMException('Failed to open the device.', 'NotAllowedError'));
    this.opened = true;
    return Promise.resolve();
  }

  close(): Promise<void> {
    this.opened = false;
    return Promise.resolve();
  }

  async sendReport(reportId: number, data: BufferSource): Promise<void> {
    await Promise.resolve();
    if (!this.opened) throw new DOMException('The device must be opened first.', 'InvalidStateError');
    expect([reportId, data.byteLength]).toEqual([0, 64]);
    this.bench.firmware.receive(this.connection, new Uint8Array(data as ArrayBuffer).slice());
    this.bench.sayYes();
  }

  unplug(): void {
    this.opened = false;
    this.hid.dispatchEvent(Object.assign(new Event('disconnect'), { device: this }));
  }
}

const after = (ms: number, call: () => void): (() => void) => {
  const timer = setTimeout(call, ms / 50);
  return () => clearTimeout(timer);
};

async function pluggedIn(): Promise<{ device: FakeDevice; hid: Hid; client: KeyboardClient }> {
  const hid = new EventTarget() as Hid;
  const device = new FakeDevice(hid);
  hid.requestDevice = ({ filters }) => Promise.resolve(filters.length > 0 ? [device] : []);
  expect(await chooseHid(hid)).toEqual({ link: device, all: [device] });
  const client = new KeyboardClient(await hidTransport(hid, device), after, 7);
  return { device, hid, client };
}

describe('over WebHID', () => {
  test('a profile is saved and read back; other reports of the device are not the link', async () => {
    const { device, client } = await pluggedIn();
    expect((await client.hello()).boardId).toBe('harrow-64');
    device.tell(3, new DataView(new ArrayBuffer(64)));
    device.tell(0, new DataView(new ArrayBuffer(8)));
    const image = encodeImage(mustBeSound(SHOW_DESK));
    await client.save(0, image);
    expect(await client.read(0)).toEqual(image);
  });

  test('unplugged, or closed, it is gone, and says so once', async () => {
    const { device, client } = await pluggedIn();
    let closed = 0;
    client.onClose = () => closed++;
    await client.hello();
    device.hid.dispatchEvent(Object.assign(new Event('disconnect'), { device: {} }));
    expect(closed).toBe(0);
    device.unplug();
    device.unplug();
    expect(closed).toBe(1);
    await expect(client.hello()).rejects.toThrow('not connected');
    const other = await pluggedIn();
    other.client.close();
    expect(other.device.opened).toBe(false);
  });

  test('one that cannot be opened is an error that says why', async () => {
    const hid = new EventTarget() as Hid;
    const device = new FakeDevice(hid);
    device.isBroken = true;
    await expect(hidTransport(hid, device)).rejects.toThrow(LinkError);
    await expect(hidTransport(hid, device)).rejects.toThrow('Failed to open the device');
  });
});
