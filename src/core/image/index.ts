export { BadImage } from './bytes';
export { boardIdOfImage, decodeImage, type ImageHeader, readHeader } from './decode';
export { macroBytes } from './scores';
export { CannotStore, encodeImage, type EncodeOptions } from './encode';
