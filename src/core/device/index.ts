/** The keyboard: its memory, its firmware, and both ends of the link (docs/formats/link.md). */
export { type After, KeyboardClient, type KeyboardHello, LinkError, type TraceNames, type Transport } from './client';
export { type Connection, Firmware, FIRMWARE_VERSION } from './firmware';
export { Flash, FlashError, PAGE_BYTES } from './flash';
export { REPORT_BYTES } from './linkReports';
export { Store } from './store';
