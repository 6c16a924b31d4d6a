/** The keyboard: its memory, its firmware, and both ends of the link (docs/formats/link.md). */
export {
  KeyboardClient,
  type KeyboardHello,
  type PageInfo,
  type SaveOptions,
  type SlotInfo,
  type Transport,
} from './client';
export { type After, LinkError } from './exchange';
export { FaultyWay, seededChance } from './faults';
export { type Face, Firmware, type Home } from './firmware';
export type { Lamps } from './glowing';
export type { SomeLamps } from './lampReports';
export { blankFlash, ENDURANCE, Flash, type FlashContents, PAGE_BYTES, PowerCut } from './flash';
export { REPORT_BYTES } from './linkReports';
export { macroOfRecording } from './recorded';
export type { PageUse } from './pageUse';
export { Store } from './store';
export { yesKeyOf } from './yesKey';
export { type Body, bodySchema, type HandAct, handSchema, Simulation } from './simulation';
