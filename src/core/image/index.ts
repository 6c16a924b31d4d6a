/** A profile as the bytes that a keyboard keeps: docs/formats/image.md. */
export { boardIdOfImage, decodeImage, type ImageHeader, readHeader } from './decode';
export { macroBytes } from './scores';
export { encodeImage, type EncodeOptions } from './encode';
