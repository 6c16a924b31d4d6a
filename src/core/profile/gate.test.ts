/** The gate for edits: whatever a person does, what comes out loads again; what would not is refused with a reason. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { isTooMuch, operations as op } from '../macro';
import { parseActuation, parseLine, parseScoreLine } from '../notation';
import { Unreadable } from '../reading';
import {
  addMacro,
  applyAct,
  applyEdit,
  bindKeys,
  changeKeys,
  copyLayerKeys,
  duplicateLayer,
  DYES,
  LIMITS,
  mergeEdits,
  misfitOf,
  newDocument,
  plainProfile,
  printProblem,
  putOnStep,
  readProfile,
  replaceMacro,
  sameData,
  setActuation,
  setBoardActuation,
  swapKeys,
  takeOutLayer,
  takeOutMacro,
  timeKeys,
  type Act,
  type Action,
  type Document,
  type Edit,
  type Macro,
  type Profile,
  type Score,
} from '.';

/** What a profile is after it has been kept and loaded: the same, or the reason why not. */
function reloaded(profile: Profile): Profile | string {
  const result = readProfile(JSON.parse(JSON.stringify(profile)));
  return 'profile' in result ? result.profile : printProblem(result.problems[0]!);
}

const score = (line: string): Score => parseScoreLine(line);
const MACRO: Macro = {
  id: 'm',
  name: 'Roll',
  repeat: score('A:20 30'),
  run: { kind: 'times', times: 2 },
  gapMs: 0,
  stop: 'now',
  leavesHeld: false,
  liftModifiers: false,
};
const PLAIN = { ...plainProfile(HARROW_64, 'p', 'P'), macros: [MACRO] };
const bind = (action: Action): Edit => bindKeys(PLAIN, 'base', ['KeyA'], { kind: 'act', action });
const letter: Action = { do: 'keys', codes: ['KeyA'] };
const nested = (depth: number): Action => (depth === 0 ? letter : { do: 'many', actions: [nested(depth - 1)] });
const stretched = (): Score => op.scale(score('A:1000000 2000000'), 50);

describe('what would not load again is refused at the edit, with the reason', () => {
  test.each<[string, Edit, string]>([
    [
      '17 actions at once',
      bind({ do: 'many', actions: Array(17).fill(letter) }),
      'has too many entries; 16 is the most',
    ],
    ['actions in actions in actions', bind(nested(5)), 'is nested deeper than 4 levels'],
    ['a gap of half a millisecond', replaceMacro({ ...MACRO, gapMs: 2.5 }), 'must be a whole number'],
    ['two and a half times', replaceMacro({ ...MACRO, run: { kind: 'times', times: 2.5 } }), 'must be a whole number'],
    [
      'a depth of 25 mm',
      setBoardActuation(PLAIN, { mode: 'fixed', pointUm: 25_000 }),
      'is too large; 20000 is the most',
    ],
    [
      'a score longer than an hour',
      replaceMacro({ ...MACRO, repeat: stretched() }),
      'is more than an hour, the longest that a score may be',
    ],
    ['a figure that is none', { edit: 'timing', to: { holdAfterMs: NaN } }, 'must be a number'],
    ['an empty name', { edit: 'describe', to: { name: '' } }, '1 character is the least'],
    [
      'a name that nobody sees',
      { edit: 'describe', to: { name: '\u200B\u2060\u00AD' } },
      'must have a character that can be seen',
    ],
    ['a name over two lines', { edit: 'describe', to: { name: 'a\nb' } }, 'must be on one line'],
    ['half a character', { edit: 'describe', to: { name: 'a\uD800' } }, 'holds a NUL, or half of a character'],
    ['a NUL in a text', bind({ do: 'text', text: 'a\0b', gapMs: 0 }), 'holds a NUL, or half of a character'],
    [
      'a second layer of one id',
      {
        edit: 'several',
        edits: [
          { edit: 'describeLayer', layer: 'base', to: { name: 'B' } },
          { edit: 'insertLayer', at: 1, layer: PLAIN.layers[0]! },
        ],
      },
      'There is a layer base already.',
    ],
    [
      'a key named as what every object has',
      { edit: 'assign', layer: 'base', key: 'constructor', to: { does: { kind: 'none' } } },
      'is a word that programs keep for themselves; name the key otherwise',
    ],
  ])('%s', (_what, edit, reason) => {
    const edited = applyEdit(PLAIN, edit);
    expect(edited.ok ? reloaded(edited.profile) : printProblem(edited.problem)).toContain(reason);
    expect(edited.ok).toBe(false);
  });

  test('what the lines say already: as many as the document holds, and not one more', () => {
    const joined = (count: number) => parseLine(Array(count).fill('A').join(' & '), SHOW_DESK);
    expect([joined(16).ok, joined(17)]).toMatchObject([true, { ok: false, error: { column: 65 } }]);
    expect(parseActuation('at 20 mm').ok).toBe(true);
    expect(parseActuation('at 25 mm')).toEqual({ ok: false, message: 'No switch goes deeper than 20 mm.' });
    expect(parseActuation('reversal 0.5 mm, press 30, release 30, to the top').ok).toBe(false);
  });

  test('operations count before they build', () => {
    const long = op.repeatPart(score('A:1 1'), 1000, 0) as Score;
    const tooLong = op.repeatPart(long, 1000, 0);
    expect(isTooMuch(tooLong) && tooLong.tooMuch).toBe('That would be 2000000 events; a score has 100000 at most.');
    const said = { lengthUs: 0, events: Array(2000).fill({ atUs: 0, text: 'x'.repeat(500), gapMs: 0 }) } as Score;
    expect(isTooMuch(op.spellOut(said, 1000, 1000))).toBe(true);
  });
});

/** A hand that does anything a bench offers, with figures and words that no bench would. */
const hostileNumber = fc.oneof(
  fc.integer({ min: -5, max: 300 }),
  fc.constantFrom(0, 0.5, 2.5, -1, NaN, Infinity, 1e12, 99_999.7, 20_001, 600_001, 3_600_000_001),
);
const hostileText = fc.oneof(
  fc.string({ maxLength: 70 }),
  fc.constantFrom('', ' ', 'Scene', ' Scene ', '\u200B', '\0', '\uD800', 'é', 'א\u202E', '__proto__', 'x'.repeat(501)),
);
const LINES = ['A', 'tap A, hold Ctrl', 'while Cues', 'play Roll', 'type "é"', Array(16).fill('B').join(' & ')];
const PLANS = ['down 0.6 to up 0.6 mm: W, down 3 mm: E', 'down 20 mm: A', 'down 0.1 mm: wheel up 127'];
const DEPTHS = [
  'at 1.5 mm',
  'at 20 mm',
  'at 0.1 mm, back at 0.05 mm',
  'reversal 20 mm, press 0.05, release 20, to the top',
];
const gesture = fc.record({
  what: fc.nat(23),
  n: fc.nat(7),
  number: hostileNumber,
  text: hostileText,
  row: fc.option(fc.constantFrom('drag', 'field'), { nil: undefined }),
});
type Gesture = typeof gesture extends fc.Arbitrary<infer T> ? T : never;

const KEYS = ['KeyA', 'KeyS', 'Space', 'CapsLock'];

/** One thing a person does, as the edit a bench makes of it; undefined when the bench has none. */
function editOf(profile: Profile, { what, n, number, text }: Gesture): Edit | undefined {
  const layer = profile.layers[n % profile.layers.length]!;
  const key = KEYS[n % KEYS.length]!;
  const macro = profile.macros[n % Math.max(1, profile.macros.length)];
  const part = macro?.repeat ? 'repeat' : 'onPress';
  const own = macro?.[part] ?? score('A:5');
  const scored = (made: ReturnType<typeof op.repeatPart>): Edit | undefined =>
    macro && !isTooMuch(made) ? replaceMacro({ ...macro, [part]: made }) : undefined;
  const line = (lines: readonly string[]): Edit | undefined => {
    const parsed = parseLine(lines[n % lines.length]!, profile);
    return parsed.ok ? bindKeys(profile, layer.id, [key], parsed.binding) : undefined;
  };
  switch (what) {
    case 0:
      return line(LINES);
    case 1:
      return line(PLANS);
    case 2: {
      const parsed = parseActuation(DEPTHS[n % DEPTHS.length]!);
      return parsed.ok ? setActuation(profile, KEYS.slice(0, n), parsed.actuation) : undefined;
    }
    case 3:
      return setBoardActuation(profile, {
        mode: 'reversal',
        pointUm: number,
        pressUm: number,
        releaseUm: 250,
        reset: 'top',
      });
    case 4:
      return timeKeys(profile, layer.id, KEYS, { holdAfterMs: number });
    case 5:
      return { edit: 'timing', to: { tapGapMs: number, tapMs: number } };
    case 6:
      return changeKeys(profile, layer.id, [key], (old) => (old ? { ...old, label: text, note: text } : null));
    case 7:
      return { edit: 'describe', to: { name: text } };
    case 8:
      return { edit: 'describeLayer', layer: layer.id, to: n > 3 ? { name: text } : { dye: DYES[n % DYES.length]! } };
    case 9:
      return {
        edit: 'insertLayer',
        at: number,
        layer: { id: `layer-${n}`, name: `Layer ${n}`, dye: 'weld', keys: {} },
      };
    case 10:
      return duplicateLayer(profile, layer.id, `copy-${n}`, 'woad');
    case 11:
      return takeOutLayer(profile, layer.id);
    case 12:
      return { edit: 'moveLayer', layer: layer.id, to: number };
    case 13:
      return copyLayerKeys(profile, layer.id, profile.layers[0]!.id, 'all');
    case 14:
      return swapKeys(profile, layer.id, key, KEYS[(n + 1) % KEYS.length]!);
    case 15:
      return putOnStep(profile, layer.id, key, n, n > 3 ? 'hold' : 'tap', n === 0 ? null : letter);
    case 16:
      return addMacro(profile, { ...MACRO, id: `m-${n}`, name: text });
    case 17:
      return macro && takeOutMacro(profile, macro.id);
    case 18:
      return macro && replaceMacro({ ...macro, gapMs: number, run: { kind: 'times', times: number } });
    case 19:
      return scored(op.repeatPart(own, number, number));
    case 20:
      return scored(op.scale(own, number));
    case 21: {
      try {
        return scored(score(`+A ${number} "${text}"`));
      } catch (error) {
        if (error instanceof Unreadable) return undefined;
        throw error;
      }
    }
    case 22:
      return {
        edit: 'insert',
        list: 'joints',
        at: n,
        item: { id: `j-${n}`, keys: [key, 'KeyF'], withinMs: number, action: letter },
      };
    default:
      return { edit: 'insert', list: 'joinedLayers', at: n, item: { when: [layer.id, 'base'], also: layer.id } };
  }
}

/** What a person does with a document: mostly edits, sometimes a step back or forth. */
function actOf(document: Document, done: Gesture, id: string): Act | undefined {
  const step = done.n === 7 ? document.past.at(-1) : done.n === 6 ? document.future.at(-1) : undefined;
  if (step) return { act: done.n === 7 ? 'undo' : 'redo', id, step: step.id };
  const edit = editOf(document.profile, done);
  return edit && { act: 'edit', id, edit, what: 'something', row: done.row };
}

const RUNS = runs(10);

test('after anything that a person does, the profile loads again the same; and all of it can be taken back', () => {
  let made = 0;
  let refused = 0;
  fc.assert(
    fc.property(fc.array(gesture, { minLength: 15, maxLength: 40 }), (gestures) => {
      let document = newDocument({ ...SHOW_DESK, macros: [MACRO, ...SHOW_DESK.macros] });
      const first = document.profile;
      gestures.forEach((done, n) => {
        const act = actOf(document, done, String(n));
        const result = act && applyAct(document, act);
        if (result?.ok === false) refused++;
        if (!result?.ok) return;
        made++;
        ({ document } = result);
        expect(JSON.parse(JSON.stringify(act))).toBeDefined();
        const again = reloaded(document.profile);
        expect(typeof again === 'string' ? again : sameData(again, document.profile)).toBe(true);
      });
      while (document.past.length > 0) {
        const back = applyAct(document, { act: 'undo', id: 'back', step: document.past.at(-1)!.id });
        expect(back.ok).toBe(true);
        if (back.ok) ({ document } = back);
      }
      expect(sameData(document.profile, first)).toBe(true);
    }),
    { numRuns: RUNS },
  );
  // It would prove nothing if everything were refused, or nothing.
  expect(made).toBeGreaterThan(8 * RUNS);
  expect(refused).toBeGreaterThan(RUNS);
});

test('merged edits do what both do, and are taken back by what takes the first back', () => {
  fc.assert(
    fc.property(gesture, gesture, (one, two) => {
      const a = editOf(PLAIN, one);
      const first = a && applyEdit(PLAIN, a);
      if (!first?.ok) return;
      const b = editOf(first.profile, { ...two, what: one.what, n: one.n });
      const second = b && applyEdit(first.profile, b);
      const merged = b && mergeEdits(a!, b);
      if (!second?.ok || !merged) return;
      const both = applyEdit(PLAIN, merged);
      expect(both.ok && sameData(both.profile, second.profile)).toBe(true);
      const back = applyEdit(second.profile, first.inverse);
      expect(back.ok && sameData(back.profile, PLAIN)).toBe(true);
    }),
    { numRuns: runs(150) },
  );
});

test('limits are numbers that a board cannot exceed', () => {
  expect(LIMITS.depthUm.most).toBeGreaterThanOrEqual(HARROW_64.travelUm);
  expect(LIMITS.scoreEvents).toBeGreaterThanOrEqual(HARROW_64.device.macroEvents);
  expect(LIMITS.layers).toBeGreaterThanOrEqual(HARROW_64.device.layers);
});

test('a score of more events than any may have does not pass', () => {
  const profile = plainProfile(HARROW_64, 'p', 'P');
  const withEvents = (count: number): Profile => ({
    ...profile,
    macros: [
      {
        id: 'm',
        name: 'M',
        run: { kind: 'times', times: 1 },
        gapMs: 0,
        stop: 'now',
        leavesHeld: false,
        liftModifiers: false,
        onPress: {
          lengthUs: count,
          events: Array.from({ length: count }, (_, n) => ({
            atUs: n,
            edge: n % 2 === 0 ? 'down' : 'up',
            code: 'KeyA',
          })),
        },
      },
    ],
  });
  expect(misfitOf(withEvents(LIMITS.scoreEvents))).toBeUndefined();
  expect(printProblem(misfitOf(withEvents(LIMITS.scoreEvents + 2))!)).toContain(`${LIMITS.scoreEvents} is the most`);
});
