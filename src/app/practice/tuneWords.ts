/** What a sweep comes to, in words. */
import { printActuation } from '../../core/notation';
import { sameData, type GestureTiming } from '../../core/profile';
import type { Grid, Result, Setting, Tuning } from '../../core/typing';

const FIELDS: readonly (readonly [keyof GestureTiming, (value: never) => string])[] = [
  ['holdAfterMs', (ms: number) => `hold after ${ms} ms`],
  ['interrupt', (rule: string) => `overlaps: ${rule}`],
  ['otherHandOnly', (only: boolean) => (only ? 'other hand only' : 'either hand')],
  ['typingGuardMs', (ms: number) => (ms > 0 ? `a tap within ${ms} ms of typing` : 'no typing guard')],
  ['retapMs', (ms: number) => (ms > 0 ? `re-tap within ${ms} ms` : 'no re-tap')],
  ['tapGapMs', (ms: number) => `double tap within ${ms} ms`],
  ['tapMs', (ms: number) => `taps shown ${ms} ms`],
];

/** What of a setting is another; empty when nothing is. */
export const differenceWords = ({ timing, travel }: Setting, now: Setting): string =>
  [
    ...FIELDS.filter(([field]) => timing[field] !== now.timing[field]).map(([field, say]) =>
      say(timing[field] as never),
    ),
    ...(sameData(travel, now.travel) ? [] : [`keys fire ${printActuation(travel)}`]),
  ].join(', ');

const TRIED: readonly (readonly [keyof Grid, string])[] = [
  ['holdAfterMs', 'hold after'],
  ['interrupt', 'the rule for overlaps'],
  ['otherHandOnly', 'other hand only'],
  ['typingGuardMs', 'typing guard'],
  ['retapMs', 're-tap'],
  ['tapGapMs', 'double tap'],
  ['travel', 'how deep keys fire'],
];

/** What a grid has several values of. */
export const triedWords = (grid: Grid): string =>
  TRIED.flatMap(([field, words]) => ((grid[field]?.length ?? 0) > 1 ? [words] : [])).join(', ');

export const msOf = (us: number): string => `${Math.round(us / 1000)} ms`;

const slips = (count: number): string => `${count} wrong character${count === 1 ? '' : 's'}`;

/** A share as people bet: 9 in 10. */
const sureWords = (share: number): string =>
  share >= 0.98 ? 'Sure, as far as this typing tells.' : `Sure to ${Math.round(share * 10)} in 10.`;

/** How much later keys come. */
function later(to: Result, from: Result): string {
  const by = Math.round((to.delayMeanUs - from.delayMeanUs) / 1000);
  if (by === 0) return 'keys come as soon as now';
  return `keys come ${Math.abs(by)} ms ${by > 0 ? 'later' : 'sooner'} on average`;
}

/** What somebody may prefer who minds delay more. */
const isNearly = (misfires: number, best: number): boolean => misfires !== best && misfires <= best * 1.5 + 3;

/** So many words are shown of those that would come out otherwise. */
const MOST_WORDS = 5;

/** Which words would come out otherwise; empty when none would. */
export function otherWordsSaid({ otherWords }: Tuning): string {
  const said = otherWords.slice(0, MOST_WORDS).map(({ was, is }) => `${was || '—'} → ${is || '—'}`);
  const more = otherWords.length - said.length;
  return said.length === 0 ? '' : `${said.join(', ')}${more > 0 ? `, and ${more} more` : ''}`;
}

export function suggestionWords({ now, suggested, sure, timesAsMuch, knee }: Tuning): string {
  const change = differenceWords(suggested, now);
  const enough =
    timesAsMuch !== undefined && timesAsMuch > 1
      ? ` Too little typing to be sure: about ${timesAsMuch < 1.5 ? 'half as much again' : `${Math.ceil(timesAsMuch)} times as much`} would tell.`
      : '';
  if (change === '')
    return `It can stay as it is: ${slips(now.misfires)}, 95 of 100 keys within ${msOf(now.delay95Us)}. Of all settings within a twentieth of the fewest wrong characters on this take none is quicker. ${sureWords(sure)}`;
  const bends =
    knee && isNearly(knee.misfires, suggested.misfires) && knee.delayMeanUs < suggested.delayMeanUs
      ? ` Where the line bends: ${differenceWords(knee, now) || 'as now'}, ${slips(knee.misfires)}.`
      : '';
  return `Suggested: ${change}. ${slips(suggested.misfires)} instead of ${now.misfires}, ${later(suggested, now)} (95 of 100 within ${msOf(suggested.delay95Us)}). ${sureWords(sure)}${enough}${bends}`;
}
