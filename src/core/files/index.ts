/** Files in, trusted objects or a sentence out; and the other way round. */
export { parseBoard, parseBoardDraft, writeBoard } from './boards';
export { fileStemOf, readBundle, writeBundle, writeBundles, BundleWriter, basesOf, type Bundled } from './bundle';
export { caseOf } from './cases';
export { type Incoming, readIncoming, readIncomingText } from './incoming';
export { isIntelHex, readIntelHex, writeIntelHex } from './intelHex';
export { checkProfileText, parseProfile, parseProfiles, parseSoundProfile, type Read, type Which } from './profiles';
export { writeProfile, writeProfiles } from '../profile';
export { findShareCode, readShareCode, writeShareCode } from './share';
export { readStrokes, strokesUntil, writeStrokes } from './strokes';
