/** Fingers that another bench hands to the trial, to be run there once: of a take, up to a press whose story is asked for. */
import type { Sample } from '../../core/engine';

export type Handed = {
  samples: readonly Sample[];
  /** The press whose story is asked for: the key, and when it went down by the time of the samples, in µs. */
  press: { key: string; pressedUs: number } | null;
};

/** By profile and board, as the trial has its places. */
const waiting = new Map<string, Handed>();

export const placeOfTrial = (profileId: string, boardId: string): string => `${profileId}/${boardId}`;
export const handOver = (place: string, handed: Handed): void => void waiting.set(place, handed);

/** What waits for a trial; it waits no longer then. */
export function takeHanded(place: string): Handed | undefined {
  const handed = waiting.get(place);
  waiting.delete(place);
  return handed;
}
