/** A profile as one line of text: docs/formats/share-code.md. */
export { readShareCode, writeShareCode } from './shareCode';
export { findShareCode } from './mark';
