/** How practising went, by day and thing, in this browser alone: how often, how often wrong, how long, and how strong it is. */
import Dexie, { type EntityTable } from 'dexie';
import { z } from '../../core/reading';
import { inTime, OPENS_WITHIN_MS, reasonOf, WRITES_WITHIN_MS } from './database';
import { newActId } from './ids';

const rowSchema = z.object({
  id: z.string(),
  profile: z.string(),
  /** As `2026-12-01`. */
  day: z.string(),
  token: z.string(),
  key: z.string(),
  count: z.number(),
  wrong: z.number(),
  sumMs: z.number(),
  strength: z.number(),
  /** Up to which part each practising was added: one whose answer never came may be sent once more, and counts once. */
  upTo: z.record(z.string(), z.number()).optional(),
});
export type Practised = z.infer<typeof rowSchema>;

const database = new Dexie('underloom-practice', { chromeTransactionDurability: 'strict' }) as Dexie & {
  practised: EntityTable<Practised, 'id'>;
};
database.version(1).stores({ practised: 'id, profile' });

/** All that is known of a profile; with the reason, when the store cannot be read. */
export async function practisedOf(profile: string): Promise<{ rows: Practised[]; problem: string }> {
  try {
    const rows = await inTime(database.practised.where('profile').equals(profile).toArray(), OPENS_WITHIN_MS);
    return { rows: rows.flatMap((row) => rowSchema.safeParse(row).data ?? []), problem: '' };
  } catch (error) {
    return { rows: [], problem: reasonOf(error) };
  }
}

/** What was typed of one thing, since it was noted last. */
export type Noted = { token: string; key: string; count: number; wrong: number; sumMs: number; strength: number };

type Part = { n: number; day: string; noted: readonly Noted[] };

/** Adds parts to their days, in one step with what another window has added; none is added twice. Why not, when the store refuses. */
async function addParts(profile: string, writer: string, parts: readonly Part[]): Promise<string | undefined> {
  const work = database.transaction('rw', database.practised, async () => {
    for (const { n, day, noted } of parts)
      for (const one of noted) {
        const id = `${profile} ${day} ${one.token}`;
        const before = await database.practised.get(id);
        if ((before?.upTo?.[writer] ?? 0) >= n) continue;
        await database.practised.put({
          ...one,
          id,
          profile,
          day,
          count: (before?.count ?? 0) + one.count,
          wrong: (before?.wrong ?? 0) + one.wrong,
          sumMs: (before?.sumMs ?? 0) + one.sumMs,
          upTo: { ...before?.upTo, [writer]: n },
        });
      }
  });
  try {
    await inTime(work, WRITES_WITHIN_MS);
    return undefined;
  } catch (error) {
    return reasonOf(error);
  }
}

/** Where one who practises notes how it went. What the store refuses is noted with what comes next. */
export class PracticeBook {
  private readonly writer = newActId();
  private unkept: readonly Part[] = [];
  private parts = 0;
  private turn: Promise<unknown> = Promise.resolve();

  constructor(private readonly profile: string) {}

  /** Notes a part of a day. Why it is not kept yet, when the store refuses. */
  async note(day: string, noted: readonly Noted[]): Promise<string | undefined> {
    this.unkept = [...this.unkept, { n: ++this.parts, day, noted }];
    const turn = this.turn.then(async () => {
      const parts = this.unkept;
      const why = await addParts(this.profile, this.writer, parts);
      if (why === undefined) this.unkept = this.unkept.filter((part) => !parts.includes(part));
      return why;
    });
    this.turn = turn;
    return turn;
  }
}

/** How strong each thing is: as of the last day on which it was typed. */
export function strengthsOf(rows: readonly Practised[]): Map<string, number> {
  const strengths = new Map<string, number>();
  for (const { token, strength } of rows.toSorted((a, b) => a.day.localeCompare(b.day))) strengths.set(token, strength);
  return strengths;
}

/** Today, as it is here. */
export const dayOf = (date: Date): string =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`;

/** What was practised in the last seven days. */
export function ofLastWeek(rows: readonly Practised[]): Practised[] {
  const since = new Date();
  since.setDate(since.getDate() - 7);
  const first = dayOf(since);
  return rows.filter(({ day }) => day >= first);
}
