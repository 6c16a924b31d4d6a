/** What `capitals` does at a key: end before it, add Shift to it, or go on without adding. */
export const CAPITALS_END = 0;
export const CAPITALS_ADD = 1;
export const CAPITALS_GO_ON = 2;
