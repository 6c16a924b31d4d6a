/**
 * A board on USB that speaks the link, over WebHID (W3C Community Group draft "WebHID API", sections HID and HIDDevice). The browser asks the person which
 * device; the link's reports go as report 0, unnumbered, in both directions.
 */
import { LinkError, REPORT_BYTES, type Transport } from '../../core/device';

/** What is used of the draft's interfaces. */
type HidInputReport = Event & { readonly reportId: number; readonly data: DataView };
export interface HidDevice extends EventTarget {
  readonly opened: boolean;
  readonly productName: string;
  readonly collections?: readonly { readonly usagePage?: number }[];
  open(): Promise<void>;
  close(): Promise<void>;
  sendReport(reportId: number, data: BufferSource): Promise<void>;
}
export interface Hid extends EventTarget {
  requestDevice(options: { filters: readonly object[] }): Promise<HidDevice[]>;
}

const REPORT_ID = 0;
/** The vendor page on which a board offers the link (HID Usage Tables, section 3.1: pages FF00 to FFFF). */
const LINK_PAGE = 0xff4c;

/** WebHID where the browser has it. */
export const webHid = (): Hid | undefined => (navigator as unknown as { hid?: Hid }).hid;

/** Lets the person choose a board: the device that speaks the link, and all that the board has; undefined when none is chosen. */
export async function chooseHid(hid: Hid): Promise<{ link: HidDevice; all: readonly HidDevice[] } | undefined> {
  const all = await hid.requestDevice({ filters: [{ usagePage: LINK_PAGE }] });
  const link = all.find(({ collections }) => collections?.some(({ usagePage }) => usagePage === LINK_PAGE)) ?? all[0];
  return link && { link, all };
}

/** A way to a board on USB. @throws LinkError when it cannot be opened */
export async function hidTransport(hid: Hid, device: HidDevice): Promise<Transport> {
  try {
    if (!device.opened) await device.open();
  } catch (error) {
    throw new LinkError(`the board cannot be opened: ${error instanceof Error ? error.message : String(error)}`);
  }
  let isOpen = true;
  const transport: Transport = {
    send: (report) => {
      // A report that the browser cannot send is one that was lost: it is sent again.
      if (isOpen) void device.sendReport(REPORT_ID, new Uint8Array(report)).catch(() => undefined);
    },
    close: () => {
      gone();
      void device.close().catch(() => undefined);
    },
    onReport: () => undefined,
    onClose: () => undefined,
  };
  const take = (event: Event): void => {
    const { reportId, data } = event as HidInputReport;
    if (reportId !== REPORT_ID || data.byteLength !== REPORT_BYTES) return;
    transport.onReport(new Uint8Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength)));
  };
  const unplugged = (event: Event): void => {
    if ((event as Event & { device?: HidDevice }).device === device) gone();
  };
  const gone = (): void => {
    if (!isOpen) return;
    isOpen = false;
    device.removeEventListener('inputreport', take);
    hid.removeEventListener('disconnect', unplugged);
    transport.onClose();
  };
  device.addEventListener('inputreport', take);
  hid.addEventListener('disconnect', unplugged);
  return transport;
}
