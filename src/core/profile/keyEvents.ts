/**
 * Scores of nothing but keys that go down and up. Most are, and a long one has thousands of events: those that the schema would
 * pass are told without it.
 */
import { isCode } from '../codes';
import { isWithin, LIMITS } from './limits';
import type { Macro, Profile, Score, ScoreEvent } from './schema';

type KeyEvent = Extract<ScoreEvent, { code: string }>;

const PARTS = ['onPress', 'repeat', 'onRelease'] as const;

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An event of a key that the schema of events passes as it is. */
export const isKeyEvent = (event: unknown): event is KeyEvent =>
  isObject(event) &&
  typeof event.code === 'string' &&
  (event.edge === 'down' || event.edge === 'up') &&
  typeof event.atUs === 'number' &&
  isWithin(LIMITS.scoreUs, event.atUs) &&
  isCode(event.code) &&
  Object.keys(event).length === 3;

/** The events of a score that has none but sound ones of keys, and not too many; undefined for any other. */
function keyEventsOf(score: unknown): KeyEvent[] | undefined {
  if (!isObject(score) || !Array.isArray(score.events) || score.events.length > LIMITS.scoreEvents) return undefined;
  const events: unknown[] = score.events;
  const sound: KeyEvent[] = [];
  for (const event of events) {
    if (!isKeyEvent(event)) return undefined;
    sound.push({ atUs: event.atUs, edge: event.edge, code: event.code });
  }
  return sound;
}

type Taken = { macro: number; part: (typeof PARTS)[number]; events: KeyEvent[] }[];

/** Data of a profile without the events that need no schema, and how they come back into what the schema has made of it. */
export function withoutKeyEvents(data: unknown): { data: unknown; putBack: (profile: Profile) => Profile } {
  const taken: Taken = [];
  if (!isObject(data) || !Array.isArray(data.macros)) return { data, putBack: (profile) => profile };
  const macros = (data.macros as unknown[]).map((macro, n) => {
    if (!isObject(macro)) return macro;
    const bare = { ...macro };
    for (const part of PARTS) {
      const events = keyEventsOf(macro[part]);
      if (!events) continue;
      taken.push({ macro: n, part, events });
      bare[part] = { ...(macro[part] as object), events: [] };
    }
    return bare;
  });
  const putBack = (profile: Profile): Profile => {
    const whole = profile.macros.map((macro): Macro => ({ ...macro }));
    for (const { macro, part, events } of taken) {
      const into = whole[macro];
      if (into) into[part] = { ...(into[part] as Score), events };
    }
    return { ...profile, macros: whole };
  };
  return taken.length === 0 ? { data, putBack: (profile) => profile } : { data: { ...data, macros }, putBack };
}
