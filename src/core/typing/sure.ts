/**
 * How sure a suggestion is: the take is one sample of a person's typing, and another hour might say something else. So it is cut into words, and
 * words are drawn from it again and again, with repetition, as many as there are (Efron's bootstrap, 1979): how often does the suggestion
 * still hold, against what is set now and against the rest of the front?
 */
import { align, type Aligned } from './distance';
import type { Trial } from './sweep';
import type { Setting } from './grid';

const DRAWS = 200;
/** A setting that is compared: how many misfires in each word. */
export type ByWord = Int32Array;
const WITHIN = 1.05;
/** Of so many draws a suggestion should hold to be told from chance. */
const SURE_ENOUGH = 0.95;
/** Standard normal quantile of it. */
const Z = 1.645;

/** Cuts what was meant into words: of each token, in which word it stands. A space belongs to the word before it. */
export function wordsOf(meant: Int32Array, isSpace: (token: number) => boolean): { of: Int32Array; count: number } {
  let word = 0;
  let wasSpace = false;
  const of = Int32Array.from(meant, (token) => {
    if (wasSpace && !isSpace(token)) word++;
    wasSpace = isSpace(token);
    return word;
  });
  return { of, count: meant.length === 0 ? 0 : word + 1 };
}

/** How many misfires each word has. */
export function misfiresByWord(steps: readonly Aligned[], words: { of: Int32Array; count: number }): ByWord {
  const counts = new Int32Array(words.count);
  if (words.count === 0) return counts;
  for (const step of steps) {
    if (step.is === 'same') continue;
    const word = words.of[Math.min(step.meant, words.of.length - 1)] as number;
    counts[word] = (counts[word] as number) + (step.is === 'swapped' ? 2 : 1);
  }
  return counts;
}

/** Misfires by word of some settings, each played once more. */
export function byWord(trial: Trial, settings: readonly Setting[]): ByWord[] {
  const spaces = new Map<number, boolean>();
  const isSpace = (token: number): boolean => {
    const known = spaces.get(token) ?? /^[\s⏎⇥]$/.test(trial.token(token));
    spaces.set(token, known);
    return known;
  };
  return settings.map((setting) => {
    trial.outcome(setting);
    const { meant, came } = trial.tokens;
    return misfiresByWord(align(meant, came), wordsOf(meant, isSpace));
  });
}

/**
 * How often, of all draws, the suggestion has no more misfires than now and lies within 5 % of the best of the front.
 * @param chance 0 to 1, from outside
 */
export function sureness(suggested: ByWord, now: ByWord, front: readonly ByWord[], chance: () => number): number {
  const count = suggested.length;
  if (count === 0) return 0;
  const rows = [suggested, now, ...front];
  const sums = new Float64Array(rows.length);
  let holds = 0;
  for (let draw = 0; draw < DRAWS; draw++) {
    sums.fill(0);
    for (let n = 0; n < count; n++) {
      const word = Math.floor(chance() * count);
      for (let row = 0; row < rows.length; row++) sums[row] = (sums[row] as number) + (rows[row]?.[word] ?? 0);
    }
    const [own = 0, before = 0] = sums;
    let fewest = own;
    for (const sum of sums) fewest = Math.min(fewest, sum);
    // One misfire more is no other outcome.
    if (own <= before && own <= Math.max(fewest * WITHIN, fewest + 1)) holds++;
  }
  return holds / DRAWS;
}

/**
 * How many times as much typing would tell a suggestion from what is set now, when it gains as much there as here; 1 when there is enough, and
 * undefined where nothing is gained.
 */
export function timesAsMuch(suggested: ByWord, now: ByWord, sure: number): number | undefined {
  if (sure >= SURE_ENOUGH) return 1;
  const count = suggested.length;
  let [sum, squares] = [0, 0];
  for (let n = 0; n < count; n++) {
    const gain = (now[n] ?? 0) - (suggested[n] ?? 0);
    sum += gain;
    squares += gain * gain;
  }
  const mean = sum / count;
  if (!(mean > 0)) return undefined;
  const variance = squares / count - mean * mean;
  return Math.max(1, (Z * Z * variance) / (mean * mean) / count);
}
