/** A take, a grid, and what comes of it: what is set now, what is suggested, the best there is, and how sure that is. */
import type { Grid } from './grid';
import { sizeOf } from './grid';
import { otherWords, type OtherWord } from './otherWords';
import { frontOf, kneeOf, suggestionOf } from './suggestion';
import { byWord, sureness, timesAsMuch } from './sure';
import type { Result, Swept, Tried, Trial } from './sweep';

export type Tuning = {
  now: Result;
  suggested: Result;
  /** The words that would come out otherwise. */
  otherWords: OtherWord[];
  front: Result[];
  knee: Tried | undefined;
  /** How many settings were tried. */
  tried: number;
  /** 0 to 1. */
  sure: number;
  /** How many times as much typing would make it sure; 1 when it is, undefined when nothing is gained. */
  timesAsMuch: number | undefined;
};

/** What the front is compared with in each draw: not more than so many settings, spread over it. */
const MOST_COMPARED = 12;

const spread = <T>(row: readonly T[], most: number): T[] =>
  row.length <= most
    ? [...row]
    : Array.from({ length: most }, (_, n) => row[Math.round((n * (row.length - 1)) / (most - 1))] as T);

/**
 * What a whole sweep comes to.
 * @param chance 0 to 1, from outside
 */
export function tuningOf(trial: Trial, grid: Grid, swept: Swept, chance: () => number): Tuning {
  const now = trial.result(trial.now);
  const front = frontOf(swept, grid, now);
  const suggested = suggestionOf(swept, grid, now);
  const compared = spread(front, MOST_COMPARED);
  const [own, before, ...rest] = byWord(trial, [suggested, now, ...compared]);
  const sure = own && before ? sureness(own, before, rest, chance) : 0;
  const better = trial.result(suggested);
  return {
    now,
    suggested: better,
    otherWords: otherWords(now.text, better.text),
    front: front.map((one) => trial.result(one)),
    knee: kneeOf(front),
    tried: sizeOf(grid),
    sure,
    timesAsMuch: own && before ? timesAsMuch(own, before, sure) : undefined,
  };
}
