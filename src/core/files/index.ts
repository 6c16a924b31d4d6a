export { FileProblem } from './fileProblem';
export { checkProfileText, parseBoard, parseProfile, parseSoundProfile, writeProfile } from './json';
export { readStrokes, writeStrokes } from './strokes';
