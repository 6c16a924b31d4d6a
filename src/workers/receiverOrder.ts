/** What the page and the receiver worker say to each other. Answers come one after the other, the quickest first. */
import type { Remedies, Seen } from '../core/macro';
import type { HostLayoutId } from '../core/hosts';
import type { Score } from '../core/profile';

export type ReceiverOrder = {
  score: Score;
  hz: number;
  pollUs: number;
  stretches: readonly number[];
  host: HostLayoutId;
};
export type ReceiverAnswer =
  { what: 'seen'; seen: Seen } | { what: 'curve'; chances: number[] } | { what: 'remedies'; remedies: Remedies };
