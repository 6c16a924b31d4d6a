/** Scores are read past the schema where it would only say yes: what comes out, and what is refused, is the same. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { SHOW_DESK } from '../../../demo';
import { readProfile } from '.';
import { problemsOfZod } from './reading';
import { profileSchema } from './schema';

const number = fc.oneof(fc.constantFrom(0, 1, 4_000_000_000, -1, 0.5, NaN, '1', null), fc.nat(5_000_000));
const event = fc.oneof(
  {
    weight: 8,
    arbitrary: fc.record({ atUs: fc.nat(9_000_000), edge: fc.constant('down'), code: fc.constant('KeyA') }),
  },
  fc.record({
    atUs: number,
    edge: fc.constantFrom('up', 'sideways', 1),
    code: fc.constantFrom('KeyA', 'Nokey', '', 4),
  }),
  fc.record({ atUs: number, text: fc.constantFrom('x', ''), gapMs: fc.constant(3) }),
  fc.record({ atUs: number, edge: fc.constant('up'), code: fc.constant('KeyA'), more: fc.constant(1) }),
  fc.constantFrom(null, 'KeyA', [], {}, JSON.parse('{"__proto__":1,"atUs":0,"edge":"up","code":"KeyA"}') as unknown),
);
const score = fc.oneof(
  { weight: 6, arbitrary: fc.record({ lengthUs: fc.nat(9_000_000), events: fc.array(event, { maxLength: 6 }) }) },
  fc.constantFrom(null, [], { events: [] }, { lengthUs: 1, events: {} }, { lengthUs: -1, events: [] }),
);
const bare = { id: 'm', name: 'M', run: { kind: 'times', times: 1 }, gapMs: 0 };

describe('a profile is read', () => {
  test('as the schema reads it, and refused for the same reasons', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ onPress: score, repeat: score }), { maxLength: 3 }), (parts) => {
        const data: unknown = { ...SHOW_DESK, macros: parts.map((part, n) => ({ ...bare, id: `m${n}`, ...part })) };
        const whole = profileSchema.safeParse(data);
        expect(readProfile(data)).toEqual(
          whole.success ? { profile: whole.data } : { problems: problemsOfZod(whole.error) },
        );
      }),
      { numRuns: runs(60) },
    );
  });

  test.each([null, [], 4, { macros: 4 }, { macros: [null, 4, []] }])(
    'and data that is no profile is refused: %j',
    (data) => {
      const whole = profileSchema.safeParse(data);
      expect(whole.success).toBe(false);
      if (!whole.success) expect(readProfile(data)).toEqual({ problems: problemsOfZod(whole.error) });
    },
  );

  test('with events of its own: what was given may be changed afterwards', () => {
    const given = structuredClone(SHOW_DESK);
    const read = readProfile(given);
    const [macro] = given.macros;
    if (!('profile' in read) || !macro?.onPress) throw new Error('the demo has no macro that is pressed');
    macro.onPress.events.length = 0;
    expect(read.profile.macros).toEqual(SHOW_DESK.macros);
  });
});
