/** What a share code begins with, and how one is told from other texts: asked here, by whoever wants to know. */

/** A word to find a code by in a message, and its version. */
export const MARK = 'loom1';

const CODE = /(?:^|[^0-9A-Za-z])(loom\d+[0-9A-Za-z]{8}[0-9A-Za-z\s]*)/;
/** A longer text is no message with a code in it. */
const MOST_LETTERS = 200_000;

/** The code in what was pasted: alone, in a link, broken into lines by a message; undefined when there is none. */
export const findShareCode = (pasted: string): string | undefined =>
  pasted.length > MOST_LETTERS ? undefined : CODE.exec(pasted)?.[1]?.replace(/\s+/g, '');

/** Whether a text may be a profile, as a share code or as a file; what it is is found out where it is read. */
export const mayBeProfile = (text: string): boolean =>
  findShareCode(text) !== undefined || (/^\s*[[{]/.test(text) && text.includes('underloom-'));
