/** What the macro bench works on: which macro, which part of it, what is selected; and how it is changed. */
import { nanoid } from 'nanoid';
import { isTooMuch, tidy, type Places, type TooMuch } from '../../core/macro';
import { addMacro, replaceMacro, replaceScore, takeOutMacro, type Macro, type Score } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { useShelf } from '../state/shelf';
import { EMPTY_DESK, NOTHING, useDesks, type PartName } from '../state/macroDesks';

export type { PartName };

export const PART_NAMES: Readonly<Record<PartName, string>> = {
  onPress: 'On press',
  repeat: 'Repeated',
  onRelease: 'On release',
};

const EMPTY_SCORE: Score = { lengthUs: 0, events: [] };

export type MacroDesk = {
  macro: Macro | undefined;
  part: PartName;
  /** The score of that part; an empty one when the macro has no such part. */
  score: Score;
  places: Places;
  choose(macro: string): void;
  choosePart(part: PartName): void;
  select(places: Iterable<number>): void;
  /** Puts a changed macro in the place of the old one. */
  change(to: Macro, what: string, goesOn?: boolean): void;
  /** The same for a field: why it was refused. */
  tryChange(to: Macro, what: string, goesOn?: boolean): string | undefined;
  /** Puts another score in the present part; an empty one takes the part away. Selection stays when `keeps` says so. */
  setScore(score: Score | TooMuch, what: string, keeps?: Places): void;
  /** The same for a field: why it was refused. */
  tryScore(score: Score | TooMuch, what: string, keeps?: Places): string | undefined;
  add(made: Partial<Macro> & Pick<Macro, 'name'>): string;
  takeOut(macro: string): void;
};

export function useMacroDesk({ profile, edit, tryEdit }: Bench): MacroDesk {
  const notify = useShelf((state) => state.notify);
  const desk = useDesks((state) => state.byProfile.get(profile.id)) ?? EMPTY_DESK;
  const set = useDesks((state) => state.set);
  const macro = profile.macros.find(({ id }) => id === desk.macro) ?? profile.macros[0];
  const has = (part: PartName): boolean => macro?.[part] !== undefined;
  const first = (['onPress', 'repeat', 'onRelease'] as const).find(has) ?? 'onPress';
  const part = macro?.id === desk.macro ? desk.part : first;
  const score = macro?.[part] ?? EMPTY_SCORE;
  const places = macro?.id === desk.macro ? desk.places : NOTHING;

  const tryChange = (to: Macro, what: string, goesOn = false): string | undefined =>
    tryEdit(replaceMacro(to), what, goesOn);
  const tell = (refused: string | undefined): void => {
    if (refused !== undefined) notify(`Not changed: ${refused}`);
  };
  const tryScore: MacroDesk['tryScore'] = (to, what, keeps = NOTHING) => {
    if (!macro) return undefined;
    if (isTooMuch(to)) return to.tooMuch;
    const isEmpty = to.events.length === 0 && to.lengthUs === 0;
    const made = isEmpty ? undefined : tidy(to.events, to.lengthUs);
    const refused = tryEdit(replaceScore(macro, part, made), `${what} of ${macro.name}`, false);
    if (refused === undefined) set(profile.id, { macro: macro.id, part, places: keeps });
    return refused;
  };

  return {
    macro,
    part,
    score,
    places,
    choose: (id) => {
      const chosen = profile.macros.find((other) => other.id === id);
      const its = (['onPress', 'repeat', 'onRelease'] as const).find((name) => chosen?.[name]) ?? 'onPress';
      set(profile.id, { macro: id, part: its, places: NOTHING });
    },
    choosePart: (to) => set(profile.id, { macro: macro?.id ?? '', part: to, places: NOTHING }),
    select: (to) => set(profile.id, { macro: macro?.id ?? '', part, places: new Set(to) }),
    tryChange,
    change: (to, what, goesOn) => tell(tryChange(to, what, goesOn)),
    tryScore,
    setScore: (to, what, keeps) => tell(tryScore(to, what, keeps)),
    add: (made) => {
      const id = `m-${nanoid(6)}`;
      const usual = { run: { kind: 'times' as const, times: 1 }, gapMs: 0, stop: 'now' as const };
      const added = { ...usual, leavesHeld: false, liftModifiers: false, ...made, id };
      edit(addMacro(profile, added), `the macro ${made.name}`);
      set(profile.id, { macro: id, part: made.repeat && !made.onPress ? 'repeat' : 'onPress', places: NOTHING });
      return id;
    },
    takeOut: (id) => {
      const gone = profile.macros.find((other) => other.id === id);
      edit(takeOutMacro(profile, id), `taking out ${gone?.name ?? 'a macro'}`);
      set(profile.id, EMPTY_DESK);
    },
  };
}
