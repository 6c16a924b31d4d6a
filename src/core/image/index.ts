export { BadImage } from './bytes';
export { boardIdOfImage, decodeImage, type ImageHeader, readHeader } from './decode';
export { CannotStore, encodeImage, type EncodeOptions } from './encode';
