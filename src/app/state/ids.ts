/** Names that are not taken: of profiles, acts and rows of edits. */
import { customAlphabet, nanoid } from 'nanoid';

export const newProfileId = (): string => `p_${nanoid(8)}`;
const boardLetters = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyz', 8);
export const newBoardId = (): string => `own-${boardLetters()}`;
export const newActId = (): string => nanoid(12);
