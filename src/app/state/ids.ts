/** Names that are not taken: of profiles, acts and rows of edits. */
import { nanoid } from 'nanoid';

export const newProfileId = (): string => `p_${nanoid(8)}`;
export const newActId = (): string => nanoid(12);
