export {
  checkProfileText,
  parseBoard,
  parseProfile,
  parseProfiles,
  parseSoundProfile,
  type Read,
  writeProfile,
  writeProfiles,
} from './profiles';
export { readStrokes, writeStrokes } from './strokes';
