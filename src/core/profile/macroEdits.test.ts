/** Scores that become others: the edit names what differs, leads there and back, and is refused when that is not there any more. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SHOW_DESK } from '../../../demo';
import { runs, seed } from '../../../tests/runs';
import { applyEdit, mergeEdits, printProblem, replaceScore, type Edit, type Macro, type Profile, type Score } from '.';

const scoreOf = (times: readonly number[]): Score => {
  const events = [...times]
    .sort((a, b) => a - b)
    .map((atUs, n) => ({
      atUs,
      edge: n % 2 === 0 ? ('down' as const) : ('up' as const),
      code: `Key${'ABCD'[n % 4]!}`,
    }));
  return { events, lengthUs: events.at(-1)?.atUs ?? 0 };
};
const withScore = (score: Score): { profile: Profile; macro: Macro } => {
  const macro: Macro = { ...SHOW_DESK.macros[0]!, id: 'm', onPress: score };
  return { profile: { ...SHOW_DESK, macros: [macro, ...SHOW_DESK.macros] }, macro };
};
const done = (profile: Profile, edit: Edit): { profile: Profile; inverse: Edit } => {
  const result = applyEdit(profile, edit);
  if (!result.ok) throw new Error(printProblem(result.problem));
  return result;
};

describe('a score that becomes another', () => {
  test('of a long one only what differs is in the edit', () => {
    const times = Array.from({ length: 2000 }, (_, n) => n * 1000);
    const { macro } = withScore(scoreOf(times));
    const moved = {
      ...macro.onPress!,
      events: macro.onPress!.events.with(1000, { ...macro.onPress!.events[1000]!, atUs: 1_000_500 }),
    };
    expect(replaceScore(macro, 'onPress', moved)).toMatchObject({ edit: 'score', at: 1000, was: [{}], to: [{}] });
    expect(replaceScore(macro, 'onPress', undefined)).toMatchObject({ edit: 'replace' });
    expect(replaceScore(macro, 'repeat', moved)).toMatchObject({ edit: 'replace' });
  });

  const times = fc.array(fc.nat(40), { minLength: 1, maxLength: 8 });

  test('leads there, and back; two of one row are one', () => {
    fc.assert(
      fc.property(times, times, times, (one, two, three) => {
        const { profile, macro } = withScore(scoreOf(one));
        const first = replaceScore(macro, 'onPress', scoreOf(two));
        const there = done(profile, first);
        const at = there.profile.macros[0]!;
        expect(at.onPress).toEqual(scoreOf(two));
        expect(done(there.profile, there.inverse).profile).toEqual(profile);
        const second = replaceScore(at, 'onPress', scoreOf(three));
        const merged = mergeEdits(first, second);
        if (!merged) return;
        const both = done(profile, merged);
        expect(both.profile.macros[0]!.onPress).toEqual(scoreOf(three));
        expect(done(both.profile, both.inverse).profile).toEqual(profile);
      }),
      { numRuns: runs(150), seed: seed() },
    );
  });

  test('is refused where another window has changed that stretch, or what stands beside it', () => {
    const { profile, macro } = withScore(scoreOf([0, 10, 20, 30]));
    const mine = replaceScore(macro, 'onPress', scoreOf([0, 15, 20, 30]));
    const theirs = done(profile, replaceScore(macro, 'onPress', scoreOf([0, 12, 20, 30]))).profile;
    expect(applyEdit(theirs, mine)).toMatchObject({
      ok: false,
      problem: { wrong: { said: 'That part of the score was changed meanwhile.' } },
    });
    const { events } = macro.onPress!;
    const beside: Edit = {
      edit: 'score',
      macro: 'm',
      part: 'onPress',
      at: 2,
      was: [events[2]!],
      to: [{ ...events[2]!, atUs: 5 }],
      lengthUs: 30,
    };
    expect(applyEdit(profile, beside)).toMatchObject({
      ok: false,
      problem: { wrong: { said: 'What stands beside it in the score was changed meanwhile.' } },
    });
    expect(applyEdit(SHOW_DESK, mine)).toMatchObject({ ok: false });
  });
});
