import { expect, test } from '@jest/globals';
import { mustBeSound } from '../check';
import { isEdgeLine } from '../engine';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { runRecord } from '.';

const sound = mustBeSound(sketchProfile({ Base: { Caps: 'flip Nav', A: 'latch Shift' }, Nav: { H: 'Left' } }));
const HAND = fingers('+Caps 0, -Caps 10, +A 20, -A 30, +H 200, -H 220');
/** The downs of a run, in order. */
const downs = (lettings: readonly number[], samplesAPiece?: number): string[] =>
  [...runRecord(sound, HAND, lettings, 300_000, samplesAPiece)].flatMap(({ lines }) =>
    lines.filter(isEdgeLine).flatMap(({ edge, code }) => (edge === 'down' ? [code] : [])),
  );

test('a long record lets go of everything when that was done', () => {
  expect(downs([])).toEqual(['ShiftLeft', 'ArrowLeft']);
  expect(downs([100_000])).toEqual(['ShiftLeft', 'KeyH']);
  expect(downs([5000, 100_000, 250_000])).toEqual(['ShiftLeft', 'KeyH']);
});

test('in pieces it is the same, and the last piece says so', () => {
  expect(downs([100_000], 1)).toEqual(downs([100_000]));
  const pieces = [...runRecord(sound, HAND, [], 300_000, 4)];
  expect(pieces.map(({ nextSample, isDone }) => [nextSample, isDone])).toEqual([
    [4, false],
    [6, true],
  ]);
});
