import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseLine, printLine, spanSentence } from '../notation';
import type { Action, Span } from '../profile';
import {
  addSpan,
  crossingAt,
  gapSentences,
  mainAction,
  moveSpan,
  PLAN_SHAPES,
  placeOf,
  reachOf,
  removeSpan,
  reorderSpan,
  spansOfShape,
  toggleMark,
} from '.';

const TRAVEL = 4000;
const context = { layers: [{ id: 'cues', name: 'Cues' }] };

const plan = (line: string): Span[] => {
  const parsed = parseLine(line, context);
  if (!parsed.ok || parsed.binding.kind !== 'stroke') throw new Error(line);
  return parsed.binding.spans;
};
const lineOf = (spans: readonly Span[]): string | undefined =>
  printLine({ kind: 'stroke', spans: [...spans] }, context);

describe('the loop', () => {
  test.each([
    ['down 0.6 to down 2 mm: W', 600, 2000, 'its end'],
    ['down 0.6 to up 2 mm: W', 600, 6000, 'its end'],
    ['down 0.6 to up 0.5 mm: W', 600, 7400, 'turning back'],
    ['down 2 to down 1 mm: W', 2000, 6000, 'turning back'],
    ['up 2 to up 1 mm: W', 6000, 7000, 'its end'],
    ['up 2 to down 1 mm: W', 6000, 8000, 'rest'],
    ['up 2 to up 3 mm: W', 6000, 8000, 'rest'],
    ['down 3 mm: W', 3000, 3000, 'mark'],
  ])('%s reaches from %d to %d, ended by %s', (line, fromUm, toUm, endsBy) =>
    expect(reachOf(plan(line)[0]!, TRAVEL)).toEqual({ fromUm, toUm, endsBy }),
  );

  test('a place snaps to what is measured, and stays where something can be crossed', () => {
    expect(crossingAt(1234, TRAVEL)).toEqual({ going: 'down', atUm: 1230 });
    expect(crossingAt(7001, TRAVEL)).toEqual({ going: 'up', atUm: 1000 });
    expect(crossingAt(-50, TRAVEL)).toEqual({ going: 'down', atUm: 100 });
    expect(crossingAt(9000, TRAVEL)).toEqual({ going: 'up', atUm: 100 });
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 400 }), fc.constantFrom<'up' | 'down'>('up', 'down'), (n, going) =>
        expect(crossingAt(placeOf({ going, atUm: n * 10 }, TRAVEL), TRAVEL).atUm).toBe(n * 10),
      ),
    );
  });

  test.each([
    ['down 0.7 to down 1.7 mm: A, down 2.1 to up 0.5 mm: B', ['From 1.7 to 2.1 mm going down, nothing is held.']],
    ['down 0.7 to down 2 mm: A, down 2 to up 2.5 mm: B', []],
    [
      'down 0.7 to down 3 mm: A, up 3.2 to up 2 mm: B, up 1 to up 0.5 mm: C',
      ['From 3 mm going down to 3.2 mm going up, nothing is held.', 'From 2 to 1 mm going up, nothing is held.'],
    ],
    ['down 0.7 mm: A, down 2.1 mm: B', []],
  ])('the gaps of %s', (line, sentences) => expect(gapSentences(plan(line), TRAVEL)).toEqual(sentences));
});

describe('sentences', () => {
  test.each([
    ['down 3.2 mm: B', 'Going down past 3.2 mm it sends B, once.'],
    ['down 0.6 to down 2 mm: W', 'Going down past 0.6 mm it holds W until 2 mm, or until it comes back above 0.6 mm.'],
    [
      'down 0.6 to up 2 mm: while Cues',
      'Going down past 0.6 mm it shows Cues until it comes back up past 2 mm, or past 0.6 mm when it never went that deep.',
    ],
    ['down 0.6 to up 0.5 mm: Shift', 'Going down past 0.6 mm it holds Shift until it comes back above 0.6 mm.'],
    ['up 2 to up 1 mm: W', 'Coming up past 2 mm it holds W until 1 mm, or until it is pressed past 2 mm again.'],
    ['up 2 to down 1 mm: W', 'Coming up past 2 mm it holds W until it is at rest, or is pressed again past 1 mm.'],
    ['up 2 to down 3 mm: W', 'Coming up past 2 mm it holds W until it is at rest, or is pressed past 2 mm again.'],
  ])('%s', (line, sentence) => expect(spanSentence(plan(line)[0]!, context)).toBe(sentence));
});

describe('edits', () => {
  const spans = plan('down 0.6 to up 0.6 mm: W, down 3 mm: B');
  test.each<[string, Parameters<typeof moveSpan>, string]>([
    ['a beginning is moved', [spans, 0, 'from', 1003, TRAVEL], 'down 1 to up 0.6 mm: W, down 3 mm: B'],
    ['an end is moved to the other limb', [spans, 0, 'to', 2000, TRAVEL], 'down 0.6 to down 2 mm: W, down 3 mm: B'],
    ['an end does not come to its beginning', [spans, 0, 'to', 600, TRAVEL], 'down 0.6 to up 0.6 mm: W, down 3 mm: B'],
    ['nor a beginning to its end', [spans, 0, 'from', 7400, TRAVEL], 'down 0.6 to up 0.6 mm: W, down 3 mm: B'],
    ['a mark is moved', [spans, 1, 'whole', 5000, TRAVEL], 'down 0.6 to up 0.6 mm: W, up 3 mm: B'],
    ['a part is moved as it is', [spans, 0, 'whole', 400, TRAVEL], 'down 0.4 to up 0.8 mm: W, down 3 mm: B'],
    ['and stops where it cannot go on', [spans, 0, 'whole', 5000, TRAVEL], 'down 1.1 to up 0.1 mm: W, down 3 mm: B'],
    [
      'a part that is not there is not moved',
      [spans, 7, 'from', 900, TRAVEL],
      'down 0.6 to up 0.6 mm: W, down 3 mm: B',
    ],
  ])('%s', (_what, args, line) => expect(lineOf(moveSpan(...args))).toBe(line));

  test('parts are added below the deepest, taken out, reordered and made marks', () => {
    const action: Action = { do: 'keys', codes: ['KeyX'] };
    expect(lineOf(addSpan([], false, action, TRAVEL))).toBe('down 1 to up 1 mm: X');
    expect(lineOf(addSpan(spans, true, action, TRAVEL))).toBe('down 0.6 to up 0.6 mm: W, down 3 mm: B, down 3.5 mm: X');
    expect(lineOf(removeSpan(spans, 0))).toBe('down 3 mm: B');
    expect(lineOf(reorderSpan(spans, 0, 1))).toBe('down 3 mm: B, down 0.6 to up 0.6 mm: W');
    expect(lineOf(reorderSpan(spans, 0, -1))).toBe(lineOf(spans));
    expect(lineOf(toggleMark(spans, 0))).toBe('down 0.6 mm: W, down 3 mm: B');
    expect(lineOf(toggleMark(spans, 1))).toBe('down 0.6 to up 0.6 mm: W, down 3 to up 3 mm: B');
    expect(lineOf(toggleMark(plan('up 3 mm: B'), 0))).toBe('up 3 to down 3 mm: B');
  });
});

describe('ready-made shapes', () => {
  test.each([
    ['light and full', 'down 0.8 to up 0.8 mm: W, down 3 to up 3 mm: Shift'],
    ['press and release', 'down 1.6 mm: W, up 1.4 mm: Shift+W'],
    ['sequence', 'down 2 mm: W, down 2 mm: Shift+W'],
    ['slow and fast', 'down 0.8 to down 2.2 mm: W, down 2.2 to up 1.8 mm: Shift+W'],
  ] as const)('%s of a key that sends W', (id, line) =>
    expect(lineOf(spansOfShape(id, mainAction({ kind: 'act', action: { do: 'keys', codes: ['KeyW'] } }), TRAVEL))).toBe(
      line,
    ),
  );

  test('every shape has a purpose, and fits a key that does nothing', () => {
    for (const { id, purpose } of PLAN_SHAPES) {
      expect(purpose.length).toBeGreaterThan(20);
      expect(lineOf(spansOfShape(id, mainAction({ kind: 'pass' }), 3500))).toContain('F13');
    }
  });
});
