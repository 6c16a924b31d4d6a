/** A profile as the bytes that a keyboard keeps: docs/formats/image.md. */
export { cut, endedBytes, shifted, topOf } from './coder';
export { boardIdOfImage, decodeImage } from './decode';
export { encodeImage, type EncodeOptions } from './encode';
export { howHeld, imageFor, type LeftOut } from './held';
export { decodeRecordings, encodeRecordings, type Recording } from './recordings';
export { type Measure, measuresOf } from './room';
export { macroBytes } from './scores';
export { bareImage, imageOfBare } from './bare';
export { type Names, type NamesSource } from './names';
export { readHeader, sizesOf } from './sections';
export { SECTION } from './sets';
