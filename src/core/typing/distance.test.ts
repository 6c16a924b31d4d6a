/** How far what came is from what was meant, and which went wrong. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { align, type Aligned, distance } from './distance';
import { TokenNumbers, tokensOf } from './tokens';

const numbers = new TokenNumbers();
const row = (line: string): Int32Array => numbers.rowOf(tokensOf(line));

/** An alignment as one line: `=` the same, `x` another, `-` lacking, `+` extra, `~` swapped. */
const SIGNS = { same: '=', other: 'x', lacking: '-', extra: '+', swapped: '~' } as const;
const said = (steps: readonly Aligned[]): string => steps.map(({ is }) => SIGNS[is]).join('');

describe('an alignment', () => {
  test.each([
    ['rain', 'rain', 0, '===='],
    ['rain', 'ran', 1, '==-='],
    ['rain', 'raiin', 1, '===+='],
    ['rain', 'rein', 1, '=x=='],
    ['rain', 'rian', 2, '=~='],
    ['fade', 'f[Ctrl+D]e', 2, '=x-='],
    ['', 'ab', 2, '++'],
    ['ab', '', 2, '--'],
    ['go [F13]', 'go F13', 3, '===x++'],
  ])('of %p and %p has %i changes: %s', (meant, came, changes, steps) => {
    expect(distance(row(meant), row(came))).toBe(changes);
    expect(said(align(row(meant), row(came))).replace(/x-/, 'x-')).toHaveLength(steps.length);
    expect([...said(align(row(meant), row(came)))].sort()).toEqual([...steps].sort());
  });

  /** Levenshtein's table, cell by cell. */
  function byTable(a: readonly number[], b: readonly number[]): number {
    let above = [0, ...b.map((_, n) => n + 1)];
    a.forEach((one, i) => {
      const here = [i + 1];
      b.forEach((other, j) =>
        here.push(Math.min(here[j]! + 1, above[j + 1]! + 1, above[j]! + (one === other ? 0 : 1))),
      );
      above = here;
    });
    return above[b.length]!;
  }

  test('of long rows that are nearly equal is that of the table, however far it is counted', () => {
    const token = fc.integer({ min: 0, max: 5 });
    const mistake = fc.tuple(fc.nat(119), fc.constantFrom(0, 1, 2), fc.array(token, { maxLength: 3 }));
    fc.assert(
      fc.property(
        fc.array(token, { minLength: 60, maxLength: 120 }),
        fc.array(mistake, { maxLength: 25 }),
        (meant, mistakes) => {
          const came = meant.slice();
          for (const [at, taken, added] of mistakes) came.splice(at, taken, ...added);
          const fewest = byTable(meant, came);
          const rows = [Int32Array.from(meant), Int32Array.from(came)] as const;
          expect(distance(...rows)).toBe(fewest);
          for (const most of [fewest - 1, fewest, 12]) expect(distance(...rows, most)).toBe(Math.min(fewest, most + 1));
        },
      ),
      { numRuns: runs(200) },
    );
  });

  test('has the fewest changes there are, and goes through both rows from end to end', () => {
    const tokens = fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 14 });
    fc.assert(
      fc.property(tokens, tokens, (a, b) => {
        const [meant, came] = [Int32Array.from(a), Int32Array.from(b)];
        const fewest = byTable(a, b);
        expect(distance(meant, came)).toBe(fewest);
        for (const most of [0, 1, 3, 7]) expect(distance(meant, came, most)).toBe(Math.min(fewest, most + 1));
        let [i, j, changes] = [0, 0, 0];
        for (const step of align(meant, came)) {
          expect([step.meant, 'came' in step ? step.came : j]).toEqual([i, j]);
          if (step.is === 'same') expect(a[i]).toBe(b[j]);
          const wide = step.is === 'swapped' ? 2 : 1;
          if (step.is !== 'extra') i += wide;
          if (step.is !== 'lacking') j += wide;
          changes += step.is === 'same' ? 0 : wide;
        }
        expect([i, j, changes]).toEqual([a.length, b.length, fewest]);
      }),
      { numRuns: runs(300) },
    );
  });
});

describe('a line as tokens', () => {
  test.each([
    ['ab', ['a', 'b']],
    ['[Ctrl+B]x', ['[Ctrl+B]', 'x']],
    ['[F13][button 2]', ['[F13]', '[button 2]']],
    ['a[0]', ['a', '[', '0', ']']],
    ['[', ['[']],
    ['é😀\n', ['é', '😀']],
    ['one\ntwo\t', ['o', 'n', 'e', '⏎', 't', 'w', 'o', '⇥']],
    ['[Ctrl+]]', ['[Ctrl+]]']],
  ])('%p', (line, tokens) => expect(tokensOf(line)).toEqual(tokens));
});
