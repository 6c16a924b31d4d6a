/**
 * Edits are values. Each says what to change in a profile; `applyEdit` makes the changed profile and the edit that takes it
 * back, or says why not. Values, because the same edit feeds undo, is kept with the profile, is sent to the other windows
 * that show it, and is applied there to a profile that may have changed meanwhile. So an edit is as small as what it means: it
 * names things by their ids and leaves everything else alone.
 *
 * What an edit is, is here; what is done with each kind is one row of `editRows.ts`.
 */
import type { KeyId } from '../board';
import type { Problem } from './problem';
import type {
  Actuation,
  Assignment,
  GestureTiming,
  GlowLine,
  JoinedLayers,
  LampLayer,
  Joint,
  Layer,
  LayerId,
  Macro,
  Profile,
  Role,
  ScoreEvent,
  WrittenStep,
} from './schema';

/** What a profile says of itself. */
export type Description = Pick<Profile, 'name' | 'icon' | 'hostLayout'>;

/** The lists of a profile whose things are put in, changed and taken out one by one. */
export type Listed = { macros: Macro; joints: Joint; roles: Role; joinedLayers: JoinedLayers; lampLayers: LampLayer };
export type ListName = keyof Listed;

/** An edit of one of the lists, whichever it is. */
type Insert = { [L in ListName]: { edit: 'insert'; list: L; at: number; item: Listed[L] } }[ListName];
type Replace = { [L in ListName]: { edit: 'replace'; list: L; id: string; item: Listed[L] } }[ListName];

/** A stretch of a score becomes another: of a long one only what changes is named. Refused when the stretch is not there any more. */
export type ScoreEdit = {
  edit: 'score';
  macro: string;
  part: ScorePart;
  at: number;
  was: readonly ScoreEvent[];
  to: readonly ScoreEvent[];
  lengthUs: number;
};
export const SCORE_PARTS = ['onPress', 'repeat', 'onRelease'] as const;
export type ScorePart = (typeof SCORE_PARTS)[number];

/** Lists of lines that are written as a whole, in an order that means something. */
type Lines = { walk: readonly WrittenStep[]; glow: readonly GlowLine[] };
export type LinesName = keyof Lines;
export type LinesOf<N extends LinesName> = Lines[N];
/** A stretch of such a list becomes another. Refused when the stretch is not there any more. */
export type LinesEdit<N extends LinesName = LinesName> = {
  [L in N]: { edit: L; at: number; was: Lines[L]; to: Lines[L] };
}[N];

export type Edit =
  | { edit: 'assign'; layer: LayerId; key: KeyId; to: Assignment | null }
  | { edit: 'describe'; to: Partial<Description> }
  | { edit: 'timing'; to: Partial<GestureTiming> }
  | { edit: 'travel'; key: KeyId | null; to: Actuation | null }
  | Insert
  | Replace
  | { edit: 'remove'; list: ListName; id: string }
  | ScoreEdit
  | { edit: 'insertLayer'; at: number; layer: Layer }
  | { edit: 'removeLayer'; layer: LayerId }
  | { edit: 'moveLayer'; layer: LayerId; to: number }
  | { edit: 'describeLayer'; layer: LayerId; to: Partial<Pick<Layer, 'name' | 'dye'>> }
  | LinesEdit
  | { edit: 'rest'; on: string | null }
  | { edit: 'whole'; to: Profile }
  | { edit: 'several'; edits: readonly Edit[] };

export type EditKind = Edit['edit'];
export type EditOf<K extends EditKind> = Extract<Edit, { edit: K }>;

/** The changed profile and the edit that takes the change back; or why nothing was changed. */
export type Edited = { ok: true; profile: Profile; inverse: Edit } | { ok: false; problem: Problem };

/** What a thing in a list is named by in edits. Joined layers have no id: they are what they join; those of a lamp are what it shows. */
export const idIn = (item: Listed[ListName]): string =>
  'id' in item
    ? item.id
    : 'lamp' in item
      ? `${item.lamp} ${item.lit ? 'lit' : 'dark'} > ${item.shows}`
      : `${item.when.join('+')} > ${item.also}`;

/** One edit of many, or the only one itself. */
export const together = (edits: readonly Edit[]): Edit =>
  edits.length === 1 && edits[0] ? edits[0] : { edit: 'several', edits };
