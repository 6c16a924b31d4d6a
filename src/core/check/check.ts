/**
 * A sound profile is a type. `check` is the only place that makes one: a profile in which nothing is wrong, the board it is for,
 * and the program the engine runs. Whoever runs, stores, plays or advises takes a `Sound` and need not ask again; whoever has
 * only a profile, which may be a draft, gets the problems instead and draws those.
 */
import { boardById, type Board } from '../board';
import { isHostHere } from '../hosts';
import { compile, type Program } from '../engine';
import { profileProblems, sayWrong, type Problem, type Profile } from '../profile';

class SoundProfile {
  // A private field makes the type one of its own: nothing else can pass for it.
  #program: Program | null = null;

  constructor(
    readonly profile: Profile,
    readonly board: Board,
  ) {}

  /** The profile made ready to run; made when it is first asked for. */
  get program(): Program {
    return (this.#program ??= compile(this.profile, this.board));
  }
}

export type Sound = SoundProfile;

/** Why a profile cannot be run or stored: at least one problem, references first. */
export class Problems {
  constructor(readonly problems: readonly Problem[]) {}
}

/** What is wrong first, as a sentence. */
export const firstProblem = ({ problems }: Problems): string =>
  `${problems[0] ? sayWrong(problems[0].wrong) : 'it is not sound'}.`;

export type Checked = Sound | Problems;

export const isSound = (checked: Checked): checked is Sound => checked instanceof SoundProfile;

/** Profiles and boards are never changed in place, and many ask: each pair is looked at once. */
const known = new WeakMap<Profile, WeakMap<Board, Checked>>();
const nowhere = new WeakMap<Profile, Problems>();

function find(profile: Profile, board: Board): Checked {
  const problems = profileProblems(profile, board);
  return problems.length > 0 ? new Problems(problems) : new SoundProfile(profile, board);
}

/** Remembers an answer in a map of maps. */
function remembered<Key extends WeakKey, Value>(map: WeakMap<Key, Value>, key: Key, make: () => Value): Value {
  const before = map.get(key);
  if (before !== undefined) return before;
  const made = make();
  map.set(key, made);
  return made;
}

/**
 * A sound profile, or what is wrong with this one.
 * @param board the board it is for; by default the bundled one that it names
 */
export function check(profile: Profile, board: Board | undefined = boardById(profile.board)): Checked {
  if (!board) return remembered(nowhere, profile, () => new Problems(profileProblems(profile, undefined)));
  // An answer without the host's characters is none to remember.
  if (!isHostHere(profile.hostLayout)) return find(profile, board);
  const byBoard = remembered(known, profile, () => new WeakMap<Board, Checked>());
  return remembered(byBoard, board, () => find(profile, board));
}

/**
 * A sound profile whose gestures are decided at other times. Times within their limits make nothing wrong that was right, so that a thousand of them
 * need not be looked at one by one.
 * @param retime changes times of gestures and nothing else
 */
export const retimed = ({ profile, board }: Sound, retime: (profile: Profile) => Profile): Sound =>
  new SoundProfile(retime(profile), board);

/**
 * The sound profile, where anything else would be our own mistake: in workers, which get what was checked, in demo and tests.
 * @throws Error with the first problem
 */
export function mustBeSound(profile: Profile, board?: Board): Sound {
  const checked = check(profile, board);
  if (isSound(checked)) return checked;
  throw new Error(`${profile.name}: ${firstProblem(checked)}`);
}
