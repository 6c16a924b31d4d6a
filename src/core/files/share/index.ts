/** A profile as one line of text: docs/formats/share-code.md. */
export { findShareCode, readShareCode, writeShareCode } from './shareCode';
