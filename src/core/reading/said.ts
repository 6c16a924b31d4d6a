/**
 * Sentences for people. Names of others stand in them, so nothing may be read out of one again: whoever calls a layer "Base, home" would
 * decide what a program makes of it. The type has nothing of a text but that it can be shown.
 */

declare const SAID: unique symbol;
/** A sentence that is only shown. What it says stands beside it as data. */
export type Said = { readonly [SAID]: never };

/** A sentence that is made. */
export const say = (text: string): Said => text as unknown as Said;

/** The sentence where it is shown: on a page, or on a terminal. Nowhere else. */
export const shown = (said: Said): string => said as unknown as string;
