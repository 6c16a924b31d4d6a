/** The keyboard: its memory, its firmware, and both ends of the link (docs/formats/link.md). */
export { type After, KeyboardClient, type KeyboardHello, LinkError, type TraceNames, type Transport } from './client';
export { type Connection, Firmware, FIRMWARE_VERSION } from './firmware';
export { blankFlash, ENDURANCE, Flash, type FlashContents, FlashError, PAGE_BYTES, PowerCut } from './flash';
export { REPORT_BYTES } from './linkReports';
export { type PageUse, type PlaceState, Store } from './store';
