/**
 * Exercises made from a person's own layout: what each layer adds, signs, figures, keys with a hold, keys pressed together, keys under a modifier. An exercise
 * is a list of things to type; each has its shortest way, and what is done of the way is what is practised.
 */
import type { KeyId } from '../board';
import { isModifier, wordOfCode } from '../codes';
import type { Sound } from '../check';
import { charactersOf, hostLayout } from '../hosts';
import { actionsOf } from '../profile';
import type { ReachStep, Way } from './reach';
import { Ways } from './ways';

/** Something to type: a character or a key in brackets, and how. */
export type Item = { token: string; way: Way };

export type ExerciseKind = 'layer' | 'letters' | 'numbers' | 'signs' | 'holds' | 'together' | 'under' | 'weak' | 'text';

export type Exercise = {
  id: string;
  kind: ExerciseKind;
  /** The layer by its place, where it is one's. */
  layer?: number;
  items: readonly Item[];
};

/** An exercise of fewer things is none. */
const FEWEST = 2;

const lastOf = ({ steps }: Way): ReachStep | undefined => steps.at(-1);
const modifierWords: Readonly<Record<string, string>> = { Control: 'Ctrl', Alt: 'Alt', Meta: 'Meta', Shift: 'Shift' };

/** How the host shows what these codes make when it is no character. */
function markOf(codes: readonly string[]): string | undefined {
  const key = codes.at(-1);
  if (key === undefined || isModifier(key) || key === 'Backspace' || key.startsWith('button:')) return undefined;
  const held = codes.slice(0, -1).map((code) => modifierWords[code.replace(/Left|Right/, '')]);
  if (held.some((word) => word === undefined)) return undefined;
  const order = ['Ctrl', 'Alt', 'Meta', 'Shift'].filter((word) => held.includes(word));
  return `[${[...order, wordOfCode(key)].join('+')}]`;
}

/** Something that can be typed, and all short chains that lead to it, the shortest first. */
type Candidate = { token: string; ways: readonly Way[] };

/** Everything that a profile can type in one stroke. */
function candidatesOf(sound: Pick<Sound, 'profile' | 'board'>, ways: Ways): Candidate[] {
  const host = hostLayout(sound.profile.hostLayout);
  const { reach } = ways;
  const found: Candidate[] = [];
  const isUsed = new Set<string>();
  for (const character of charactersOf(host)) {
    const strokes = ways.codesOf(character);
    if (strokes?.length !== 1 || /\s/.test(character)) continue;
    const names = (strokes[0] ?? []).map((code) => code.replace(/^Shift(Left|Right)$/, 'Shift'));
    const all = ['Left', 'Right'].flatMap((side) => {
      const codes = names.map((name) => (name === 'Shift' ? `Shift${side}` : name));
      isUsed.add(codes.join('+'));
      return reach.waysTo(codes) ?? [];
    });
    const shown = all.map(({ way }) => way).sort((one, other) => one.cost - other.cost);
    if (shown.length > 0) found.push({ token: character, ways: [...new Set(shown)] });
  }
  for (const [codes, all] of reach.byCodes) {
    const mark = isUsed.has(codes) ? undefined : markOf(codes.split('+'));
    if (mark && !found.some(({ token }) => token === mark))
      found.push({ token: mark, ways: all.map(({ way }) => way) });
  }
  return found;
}

/** Of things that are led to by the same keys so many are practised: they are all alike. */
const MOST_ALIKE = 10;
const MOST_ITEMS = 60;

/** The exercises of a profile: those that it has enough for. */
export function exercisesOf(sound: Pick<Sound, 'profile' | 'board'>): Exercise[] {
  const { profile } = sound;
  const candidates = candidatesOf(sound, new Ways(sound));
  const found: Exercise[] = [];
  /** Everything of a kind, by the shortest of its ways that is of that kind. */
  const offer = (exercise: Omit<Exercise, 'items'>, is: (way: Way, token: string) => boolean): void => {
    const alike = new Map<string, number>();
    const items = candidates.flatMap(({ token, ways }): Item[] => {
      const way = ways.find((one) => is(one, token));
      if (!way) return [];
      const name = leadingKeys(way).join('+');
      const count = alike.get(name) ?? 0;
      alike.set(name, count + 1);
      return name !== '' && count >= MOST_ALIKE && exercise.kind !== 'layer' ? [] : [{ token, way }];
    });
    if (items.length >= FEWEST) found.push({ ...exercise, items: items.slice(0, MOST_ITEMS) });
  };
  profile.layers.forEach(({ id }, layer) => {
    if (layer === 0) return;
    offer({ id: `layer ${id}`, kind: 'layer', layer }, (way) => way.steps.length === 2 && lastOf(way)?.layer === layer);
  });
  offer({ id: 'letters', kind: 'letters' }, (_way, token) => /^\p{Ll}$/u.test(token));
  offer({ id: 'numbers', kind: 'numbers' }, (_way, token) => /^\d$/.test(token));
  offer({ id: 'signs', kind: 'signs' }, (_way, token) => /^[\p{P}\p{S}]$/u.test(token));
  const isGesture = ({ isLong, presses }: ReachStep): boolean => isLong || presses > 1;
  offer({ id: 'holds', kind: 'holds' }, ({ steps }) => steps.length <= 2 && steps.some(isGesture));
  offer(
    { id: 'together', kind: 'together' },
    ({ steps }) => steps.length === 1 && steps.some(({ keys }) => keys.length > 1),
  );
  const isUnder = (way: Way, token: string): boolean => {
    // With a modifier that no case names, it is a chord like any.
    if (token.includes('+')) return false;
    const last = lastOf(way);
    const does = profile.layers[last?.layer ?? 0]?.keys[last?.keys[0] ?? '']?.does;
    return way.steps.length === 2 && does !== undefined && actionsOf(does).some(({ action }) => action.do === 'under');
  };
  offer({ id: 'under', kind: 'under' }, isUnder);
  return found;
}

/** An exercise of a text: every character of it that the profile can type, in its order. */
export function exerciseOfText(sound: Pick<Sound, 'profile' | 'board'>, tokens: readonly string[]): Item[] {
  const ways = new Ways(sound);
  return tokens.flatMap((token) => {
    const [way, second] = ways.to(token) ?? [];
    return way && !second ? [{ token, way }] : [];
  });
}

/** The keys of a way that lead to the last one. */
export const leadingKeys = ({ steps }: Way): KeyId[] => steps.slice(0, -1).flatMap(({ keys }) => [...keys]);
