export { Budget, READING_BUDGET } from './budget';
export { parseJson } from './json';
export { firstOf, foreign, listed, MOST_LISTED, quoted, shortened } from './quote';
export { sameData } from './sameData';
export { say, type Said, shown } from './said';
export { textOfFile, utf8Bytes, utf8Text } from './text';
export { Unreadable } from './unreadable';
export { z } from './zod';
