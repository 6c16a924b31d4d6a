/**
 * A case: a profile, what fingers did, and what came of it, as the three files that the command line's `--cases` runs and compares.
 * Kept once, it says ever after whether a change of the profile changed this.
 */
import type { Sound } from '../check';
import { replay, type Sample } from '../engine';
import { writeProfile } from '../profile';
import { writeStrokes } from './strokes';

/** The files of a case, by name. What is expected, with its decisions, is what the engine makes of the strokes as they are written. */
export function caseOf({ profile, program }: Sound, samples: readonly Sample[]): Readonly<Record<string, string>> {
  const lines = replay(program, samples, { why: true });
  return {
    'profile.json': writeProfile(profile),
    'strokes.csv': writeStrokes(samples),
    'expected.jsonl': lines.map((line) => `${JSON.stringify(line)}\n`).join(''),
  };
}
