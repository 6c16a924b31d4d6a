/** `tune`: which settings of gestures suit recorded typing. */
import { boardById } from '../core/board';
import type { Sound } from '../core/check';
import type { Sample } from '../core/engine';
import { seeded } from '../core/hands';
import { printActuation } from '../core/notation';
import { sameData, writeProfile, type GestureTiming } from '../core/profile';
import {
  forAll,
  type Grid,
  hasGestures,
  isMeasured,
  type Result,
  type Setting,
  sweep,
  tokensOf,
  Trial,
  type Tuning,
  tuningOf,
  usualGrid,
} from '../core/typing';
import { loadGrid, loadProfile, loadStrokes, loadText } from './input';
import { BadInput, type Telling } from './io';
import { writeFile } from './output';

export type TuneOptions = {
  profile?: string;
  strokes?: string;
  meant?: string;
  grid?: string;
  depths?: boolean;
  board?: string;
  json?: boolean;
  apply?: string;
};

/** How sure a suggestion is, is drawn by lot: the same files always get the same answer. */
const SEED = 26;

const ms = (us: number): string => `${(us / 1000).toFixed(1)} ms`;

const figures = ({ misfires, delayMeanUs, delay95Us }: Result): string =>
  `${misfires} misfire${misfires === 1 ? '' : 's'}, keys come ${ms(delayMeanUs)} late on average, 95 of 100 within ${ms(delay95Us)}`;

/** What of a setting is another than now. */
function changed({ timing, travel }: Setting, now: Setting): string {
  const fields = Object.keys(timing) as (keyof GestureTiming)[];
  const said = fields
    .filter((field) => timing[field] !== now.timing[field])
    .map((field) => `${field} ${String(timing[field])}`);
  if (!sameData(travel, now.travel)) said.push(printActuation(travel));
  return said.length > 0 ? said.join(', ') : 'as it is';
}

function* lines({ now, suggested, front, tried, sure, timesAsMuch }: Tuning): Generator<string> {
  yield `${tried} settings tried\n`;
  yield `now:       ${figures(now)}\n`;
  yield `suggested: ${figures(suggested)}\n           ${changed(suggested, now)}\n`;
  const more =
    timesAsMuch === undefined || timesAsMuch <= 1
      ? ''
      : `; too little typing to be sure, ${timesAsMuch.toFixed(1)} times as much would do`;
  yield `holds in ${Math.round(sure * 100)} of 100 draws from this typing${more}\n`;
  yield 'the best there is, quickest first:\n';
  for (const one of front) yield `  ${figures(one)}: ${changed(one, now)}\n`;
}

/** What is tried when nobody says what. */
function usual({ depths, strokes }: TuneOptions, { profile, board }: Sound, samples: readonly Sample[]): Grid {
  if (!depths) return usualGrid(profile);
  if (!isMeasured(samples))
    throw new BadInput(`${strokes}: keys are only down or up in it, so that no depth can be tried`);
  return usualGrid(profile, { now: profile.travel.board, travelUm: board.travelUm });
}

export function* tuneCommand(options: TuneOptions): Telling {
  const { profile: file, strokes, meant: meantFile } = options;
  if (file === undefined || strokes === undefined || meantFile === undefined)
    throw new BadInput('tune needs --profile, --strokes and --meant');
  const sound = loadProfile(file, options.board);
  const samples = loadStrokes(strokes, sound.board);
  const meant = loadText(meantFile);
  if (tokensOf(meant).length === 0) throw new BadInput(`${meantFile}: is empty; what was meant has to stand in it`);
  const { profile, board } = sound;
  const grid = options.grid === undefined ? usual(options, sound, samples) : loadGrid(options.grid, sound);
  if (!hasGestures(profile) && !grid.travel)
    throw new BadInput(`${file}: has no gesture, so that there is nothing to tune`);
  const trial = new Trial(sound, samples, meant);
  const steps = sweep(trial, grid);
  let step = steps.next();
  while (!step.done) step = steps.next();
  const tuning = tuningOf(trial, grid, step.value, seeded(SEED));
  if (options.apply !== undefined) {
    const applied = forAll(profile, tuning.suggested);
    writeFile(options.apply, [writeProfile(applied, boardById(profile.board) ? undefined : board)]);
  }
  const { now, suggested, front, tried, sure } = tuning;
  // The depth stands in an answer when it was tried.
  const told = ({ travel, ...result }: Result) => ({ ...result, ...(grid.travel && { travel }) });
  if (options.json)
    yield `${JSON.stringify({ now: told(now), suggested: told(suggested), front: front.map(told), tried, sure })}\n`;
  else yield* lines(tuning);
}
