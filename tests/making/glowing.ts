/** Lamps as short text: when something changes, what some keys show. */
import { mustBeSound } from '../../src/core/check';
import { lampLines } from '../../src/core/lamps';
import type { Profile } from '../../src/core/profile';
import { fingers } from './sketch';

/** `100 KeyB #2F7A68, KeyC dark pulses`: a line for each moment at which one of the keys shows something else; at first, at rest. */
export function played(profile: Profile, hand: string, keys: readonly string[]): string[] {
  const now = new Map(keys.map((key) => [key, 'dark']));
  const lines: string[] = [];
  const say = (tUs: number): string => `${tUs / 1000} ${keys.map((key) => `${key} ${now.get(key) ?? ''}`).join(', ')}`;
  let atUs = 0;
  let differs = false;
  const tell = (): void => {
    if (differs) lines.push(say(atUs));
    differs = false;
  };
  for (const { t, key, lamp, pulses } of lampLines(mustBeSound(profile), fingers(hand))) {
    if (t !== atUs) tell();
    atUs = t;
    if (!now.has(key)) continue;
    now.set(key, `${lamp}${pulses ? ' pulses' : ''}`);
    differs = true;
  }
  tell();
  return lines;
}
