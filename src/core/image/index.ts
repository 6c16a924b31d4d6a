export { boardIdOfImage, decodeImage, type ImageHeader, readHeader } from './decode';
export { macroBytes } from './scores';
export { encodeImage, type EncodeOptions } from './encode';
