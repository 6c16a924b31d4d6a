/** What a page of memory is used for, and its number in a report. */

/** Nothing, no longer anything, or the place of that number. */
export type PageUse = 'free' | 'retired' | number;

const FREE = 0xff;
const RETIRED = 0xfe;

export function numberOfUse(use: PageUse): number {
  if (use === 'free') return FREE;
  return use === 'retired' ? RETIRED : use;
}

export function useOfNumber(number: number): PageUse {
  if (number === FREE) return 'free';
  return number === RETIRED ? 'retired' : number;
}
