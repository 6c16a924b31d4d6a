/**
 * Lamps of a board on USB that has a LampArray (HID Usage Tables 1.4, section 26), over WebHID: what is tried on the trial bench shows on it.
 */
import type { Board } from '../../core/board';
import {
  attributesOf,
  control,
  lampOfResponse,
  lampRequest,
  lampsOfKeys,
  LIGHTING,
  LIGHTING_PAGE,
  multiUpdates,
  type Color,
  type Lamp,
} from '../../core/lamps';

/** What is used of the draft's interfaces: collections, and feature reports by their ids. */
type Collection = {
  readonly usagePage?: number;
  readonly usage?: number;
  readonly children?: readonly Collection[];
  readonly featureReports?: readonly { readonly reportId?: number }[];
};
export interface LampDevice {
  readonly opened: boolean;
  readonly collections: readonly Collection[];
  open(): Promise<void>;
  sendFeatureReport(reportId: number, data: BufferSource): Promise<void>;
  receiveFeatureReport(reportId: number): Promise<DataView>;
}

/** No board has more; one that says so is not believed. */
const MOST_LAMPS = 1024;

/** The ids of the reports of a LampArray; undefined when a device has none. */
function reportsOf({
  collections = [],
}: Partial<Pick<LampDevice, 'collections'>>): Record<keyof typeof LIGHTING, number> | undefined {
  const array = collections.find((one) => one.usagePage === LIGHTING_PAGE && one.usage === LIGHTING.lampArray);
  if (!array) return undefined;
  const idOf = (usage: number): number | undefined =>
    array.children?.find((one) => one.usage === usage)?.featureReports?.[0]?.reportId;
  const ids = Object.entries(LIGHTING).map(([name, usage]) => [name, name === 'lampArray' ? 0 : idOf(usage)] as const);
  return ids.every(([, id]) => id !== undefined)
    ? (Object.fromEntries(ids) as Record<keyof typeof LIGHTING, number>)
    : undefined;
}

export class LampArray {
  private told: readonly Color[] = [];
  private sending: Promise<void> = Promise.resolve();
  private waits: readonly Color[] | null = null;

  private constructor(
    private readonly device: LampDevice,
    private readonly reports: Record<keyof typeof LIGHTING, number>,
    private readonly lamps: readonly Lamp[],
  ) {}

  /** The lamps of a device; undefined when it has none, or does not say what they are. */
  static async of(device: LampDevice): Promise<LampArray | undefined> {
    const reports = reportsOf(device);
    if (!reports) return undefined;
    try {
      if (!device.opened) await device.open();
      const attributes = attributesOf(
        withoutId(await device.receiveFeatureReport(reports.attributes), reports.attributes),
      );
      if (!attributes || attributes.count > MOST_LAMPS) return undefined;
      const lamps: Lamp[] = [];
      for (let id = 0; id < attributes.count; id++) {
        await device.sendFeatureReport(reports.lampRequest, new Uint8Array(lampRequest(id)));
        const lamp = lampOfResponse(
          withoutId(await device.receiveFeatureReport(reports.lampResponse), reports.lampResponse),
        );
        if (lamp) lamps.push(lamp);
      }
      return new LampArray(device, reports, lamps);
    } catch {
      return undefined;
    }
  }

  /** Lets the lamps of a board's keys show colours. While one picture is on its way, only the newest of those that follow is kept. */
  show(colors: readonly Color[], board: Board): void {
    const isIdle = this.waits === null;
    this.waits = [...colors];
    if (isIdle) this.sending = this.sending.then(() => this.send(board)).catch(() => undefined);
  }

  /** The board does with its lamps as it likes again. */
  end(): void {
    this.told = [];
    this.sending = this.sending
      .then(() => this.device.sendFeatureReport(this.reports.control, new Uint8Array(control(true))))
      .catch(() => undefined);
  }

  private async send(board: Board): Promise<void> {
    const colors = this.waits ?? [];
    this.waits = null;
    if (this.told.length === 0)
      await this.device.sendFeatureReport(this.reports.control, new Uint8Array(control(false)));
    const shown = lampsOfKeys(this.lamps, board).flatMap((lamp, n) => {
      const color = colors[n] ?? -1;
      return lamp >= 0 && color !== this.told[n] ? [{ lamp, color }] : [];
    });
    this.told = colors;
    for (const report of multiUpdates(shown))
      await this.device.sendFeatureReport(this.reports.multiUpdate, new Uint8Array(report));
  }
}

/** A feature report as it comes begins with its id, when it has one. */
const withoutId = (report: DataView, id: number): DataView =>
  id > 0 && report.byteLength > 0 && report.getUint8(0) === id
    ? new DataView(report.buffer, report.byteOffset + 1, report.byteLength - 1)
    : report;

let current: LampArray | undefined;

/** The lamps of the board on USB that is in use. */
export const lampArray = (): LampArray | undefined => current;
export const setLampArray = (array: LampArray | undefined): void => {
  current = array;
};
