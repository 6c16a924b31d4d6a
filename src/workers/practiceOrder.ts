/** What the page and the worker of the practice bench say to each other. */
import type { Board } from '../core/board';
import type { Profile } from '../core/profile';
import type { Exercise, FingerId, LighterMove, Load, ShortcutLoad, WalkStep, Way } from '../core/typing';

/** A take as texts: a strokes file, and what was meant. */
export type TakeText = { strokes: string; meant: string };

type Of = { profile: Profile; board: Board };

export type PracticeOrder =
  | (Of & { do: 'exercises' })
  | (Of & { do: 'walk' })
  | (Of & { do: 'where'; question: string })
  | (Of & { do: 'load'; text: string })
  | (Of & { do: 'taken'; strokes: string; text: string })
  | { do: 'takeOf'; board: Board; from: readonly TakeText[] }
  | (Of & { do: 'shortcuts'; list: string })
  | (Of & { do: 'lighten'; text: string; finger: FingerId });

/** What each order is answered with. */
export type PracticeAnswers = {
  exercises: Exercise[];
  walk: WalkStep[];
  where: Way[];
  load: { load: Load; lacking: string[] };
  taken: { load: Load; lacking: string[] };
  /** Several are one, one behind the other; or why there is none. */
  takeOf: TakeText | { why: string };
  shortcuts: ShortcutLoad[];
  lighten: LighterMove[];
};

export type PracticeAnswer<K extends PracticeOrder['do'] = PracticeOrder['do']> =
  { what: 'progress'; share: number } | { what: 'done'; answer: PracticeAnswers[K] };
