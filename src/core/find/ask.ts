/**
 * One question, one understanding: the words of what is there, what the question would be as an assign line, ranges of keys, and times.
 * What comes first is what is called so; then what does exactly that; then what does it among other things.
 */
import type { Board } from '../board';
import { codeOfButton } from '../codes';
import { rangeSaid, sayReading, timeSaid, understand, type MacroMade } from '../notation';
import { sameData, type Action, type Binding, type Profile } from '../profile';
import { kindsOfKeys } from './kinds';
import { commonMeanings, otherWays, ownMeanings, type Meaning } from './meanings';
import { findables, type Findable, type Place } from './places';
import { askedFor, distance, searchable, wordsOfQuestion, type Searchable } from './words';

/** Something that the app can do or show, to be found by its words. */
export type Command = { title: string; about: string; words: string; run: () => void };

/** What a key can be made: a line, and what taking it is. */
export type Put = {
  title: string;
  about: string;
  group: string;
  line: string;
  /** What the line was read as, where it was read; any other line is whole and exact, unless it is only begun, and goes on at `own`. */
  binding?: Binding;
  own?: readonly [from: number, to: number];
  /** The macro that is made with it. */
  makes?: MacroMade;
};

export type Found = {
  title: string;
  about: string;
  goes: { is: 'place'; place: Place } | { is: 'command'; run: () => void };
};

export type Answers = {
  found: Found[];
  puts: Put[];
  /** What should be known of the answer as a whole, such as what of a range nothing sends; empty when nothing. */
  note: string;
};

const codesOf = (action: Action): readonly string[] =>
  'codes' in action ? action.codes : action.do === 'button' ? [codeOfButton(action.button)] : [];

const isSameChord = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((code) => b.includes(code));

/** How well what a thing does answers an action that was asked for: 0 exactly that, 1 among other things; Infinity not at all. */
function doesIt({ actions, plays, texts }: Findable, wanted: Action): number {
  const codes = codesOf(wanted);
  if (actions.some((one) => sameData(one, wanted))) return 0;
  if (codes.length > 0) {
    if (actions.some((one) => isSameChord(codesOf(one), codes))) return 0.1;
    if (actions.some((one) => codes.every((code) => codesOf(one).includes(code)))) return 1;
    return codes.every((code) => plays.includes(code)) ? 1.5 : Infinity;
  }
  if (wanted.do === 'layer' && actions.some((one) => one.do === 'layer' && one.layer === wanted.layer)) return 0.5;
  if (wanted.do === 'text' && texts.some((text) => text.toLowerCase().includes(wanted.text.toLowerCase()))) return 0.5;
  return Infinity;
}

/** The one action of a binding that is asked for; a gesture is asked for by its words. */
const actionAsked = (binding: Binding): Action[] => (binding.kind === 'act' ? [binding.action] : []);

const NOBODY = Infinity;
const PACE = /\b(?:every|each) (\S+ ?\S+)$/i;

type Ranked<T> = { thing: T; far: number; at: number };
const inOrder = <T>(ranked: Ranked<T>[]): T[] =>
  ranked
    .filter(({ far }) => far < NOBODY)
    .sort((a, b) => a.far - b.far || a.at - b.at)
    .map(({ thing }) => thing);

/** What a question can be asked of, made ready once for each profile. */
export type Asked = {
  profile: Profile;
  board: Board;
  places: readonly { place: Findable; search: Searchable }[];
  puts: readonly { put: Put; search: Searchable; isAskedFor: boolean }[];
};

export const readyToAsk = (profile: Profile, board: Board): Asked => ({
  profile,
  board,
  places: findables(profile, board).map((place) => ({ place, search: searchable(place) })),
  puts: allPuts(profile, board),
});

/** What of a range nothing sends. */
function lacksOf(codes: readonly string[], places: readonly Findable[]): string {
  const lacking = codes.filter((code) =>
    places.every(({ actions, plays }) => !plays.includes(code) && actions.every((one) => !codesOf(one).includes(code))),
  );
  if (lacking.length === 0) return '';
  return lacking.length === codes.length ? 'Nothing sends any of these.' : `Nothing sends ${lacking.join(', ')}.`;
}

/** All that a key of a board can be, each ready to be searched; what stands only for who asks for it is marked. */
function allPuts(profile: Profile, board: Board): Asked['puts'] {
  const kinds = kindsOfKeys(board.analog).map(({ title, about, line, own, words }) => ({
    put: { title, about, group: 'Kinds', line, own },
    search: searchable({ title, about: '', words }),
    isAskedFor: false,
  }));
  const lines = (meanings: readonly Meaning[], isAskedFor: boolean): Asked['puts'] =>
    meanings.map(({ group, line, meaning, words }) => ({
      put: { title: line, about: meaning, group, line },
      search: searchable({ title: line, about: meaning, words }),
      isAskedFor,
    }));
  return [
    ...kinds,
    ...lines(ownMeanings(profile), false),
    ...lines(otherWays(profile), true),
    ...lines(commonMeanings(), false),
  ];
}

/** What a question would make of a key, as the assign line reads it. */
function readToPut(question: string, profile: Profile): Put[] {
  const understood = understand(question, profile);
  if (understood.ok)
    return understood.readings.map(({ line, binding }) => ({
      title: line,
      about: sayReading(binding, profile.timing, profile),
      group: 'As you say it',
      line,
      binding,
    }));
  const makes = understood.missing?.makes;
  return makes
    ? [
        {
          title: question.trim(),
          about: `a macro, “${makes.name}”, which is made with it`,
          group: 'As you say it',
          line: question.trim(),
          makes,
        },
      ]
    : [];
}

/**
 * What a few words lead to: what is there and what the app can do, the best first; and what a key can be made. Nothing asked is
 * everything there is.
 * @param commands what the app can do besides
 */
export function ask(question: string, from: Asked, commands: readonly Command[] = []): Answers {
  const { profile, places } = from;
  const said = askedFor(question);
  const asked = wordsOfQuestion(said);
  const things = places.map(({ place }) => place);
  const range = rangeSaid(said);
  if (range) {
    const ranked = places.map(({ place }, at): Ranked<Found> => {
      const n = range.findIndex((code) => [...place.actions.flatMap(codesOf), ...place.plays].includes(code));
      return { thing: foundAt(place), far: n < 0 ? NOBODY : n, at };
    });
    return { found: inOrder(ranked), puts: [], note: lacksOf(range, things) };
  }
  const readings = asked.length === 0 ? [] : readToPut(said, profile);
  const wanted = readings.flatMap(({ binding }) => (binding ? actionAsked(binding) : []));
  const everyMs = timeSaid(PACE.exec(said)?.[1]?.toLowerCase() ?? '');
  const isSign = /^[^\p{L}\p{N}\s]$/u.test(said);
  const ranked: Ranked<Found>[] = places.map(({ place, search }, at) => {
    const byWords = asked.length === 0 ? 3 : distance(search, asked);
    const byDeeds = Math.min(NOBODY, ...wanted.map((action, n) => 0.5 + n * 0.05 + doesIt(place, action)));
    const byTime = everyMs !== undefined && place.everyMs === everyMs ? 0.5 : NOBODY;
    const bySign = isSign && place.texts.some((text) => text.includes(said)) ? 2.5 : NOBODY;
    return {
      thing: foundAt(place),
      far: Math.min(isSign && byWords >= 3 ? NOBODY : byWords, byDeeds, byTime, bySign),
      at,
    };
  });
  const known = commands.map((command, at): Ranked<Found> => ({
    thing: { title: command.title, about: command.about, goes: { is: 'command', run: command.run } },
    far: asked.length === 0 ? 2.9 : distance(searchable(command), asked) + 0.3,
    at,
  }));
  const lines = new Set(readings.map(({ line }) => line));
  // How often is one's own to say: *repeat every 250 ms* asks for a kind.
  const kindOf = wordsOfQuestion(said.replace(PACE, ' '));
  const others = from.puts.map(({ put, search, isAskedFor }, at): Ranked<Put> => ({
    thing: put,
    far:
      lines.has(put.line) || (isAskedFor && asked.length === 0) ? NOBODY : distance(search, put.own ? kindOf : asked),
    at,
  }));
  const puts = [...readings, ...inOrder(others)];
  return { found: inOrder([...known, ...ranked]), puts, note: '' };
}

const foundAt = ({ title, about, place }: Findable): Found => ({ title, about, goes: { is: 'place', place } });
