/** A whole profile as one text: read, written, and changed where a profile has changed. Its grammar: docs/formats/text.md. */
export { doText, isOf, type TextAnswer, type TextOrder, type TextSaid } from './beside';
export { broughtText, type KeptText, markOf } from './bring';
export { completeText, type TextCompletion } from './completeText';
export { readText, type ReadText, type Site, type TextProfile } from './read';
export { rewriteText } from './rewrite';
export { type TextProblem } from './source';
export { writeText } from './write';
