export { checkProfileText, parseBoard, parseProfile, parseProfiles, parseSoundProfile, type Read } from './profiles';
export { writeProfile, writeProfiles } from '../profile';
export { readStrokes, writeStrokes } from './strokes';
