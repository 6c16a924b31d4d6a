/** A profile as one line of text: docs/formats/share-code.md. */
export { findShareCode, readShareCode, type Shared, writeShareCode } from './shareCode';
