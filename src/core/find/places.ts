/** Finding anything in a profile by a few words: keys by what they do, layers, macros, joint presses, depths of keys. */
import type { Board, KeyId } from '../board';
import { isCode, titleOfCode } from '../codes';
import { hostLayout, levelsOf } from '../hosts';
import { durationOf, macroSentences, partsOf, sayCount } from '../macro';
import { legendOf, namesOfKeys, predicate, printAction, printActuation, printLine } from '../notation';
import { actionsOf, macrosPlayed, referencesTo, type Action, type Layer, type Profile } from '../profile';
import { kindWords } from './kinds';
import { saysMacro } from './meanings';

/** Where a thing is looked at. */
export type Place = {
  bench: 'layout' | 'travel' | 'macros';
  layer?: string;
  key?: KeyId;
  macro?: string;
};

/** One thing that can be found: what it is called, what it is, further words that lead to it, and what it sends and does. */
export type Findable = {
  title: string;
  about: string;
  words: string;
  place: Place;
  /** What it does by itself. */
  actions: readonly Action[];
  /** The keys that its macros press, and the texts that it types, by itself or by a macro. */
  plays: readonly string[];
  texts: readonly string[];
  /** How often it comes again, in ms; macros only. */
  everyMs?: number;
};

const nameOf = (key: KeyId): string => (isCode(key) ? titleOfCode(key) : key);

/** What a code is called, in all the ways, and what it makes on the host. */
function wordsOfCode(code: string, profile: Profile): string {
  const made = levelsOf(hostLayout(profile.hostLayout), code).slice(0, 2);
  const names = namesOfKeys();
  return [code, ...(names.get(code) ?? []), ...made, ...made.flatMap((one) => names.get(one) ?? [])].join(' · ');
}

/** What actions say of themselves: sentences, and all the names of the keys that they send. */
function wordsOfActions(actions: readonly Action[], profile: Profile): string {
  return actions
    .flatMap((action) => [
      action.do === 'many' ? '' : predicate(action, 'meanwhile', profile),
      ...('codes' in action ? action.codes : []).map((code) => wordsOfCode(code, profile)),
    ])
    .join(' · ');
}

const codesOfMacro = (macro: Profile['macros'][number]): string[] =>
  partsOf(macro).flatMap(({ score }) => score.events.flatMap((event) => ('code' in event ? [event.code] : [])));
const textsOfMacro = (macro: Profile['macros'][number]): string[] =>
  partsOf(macro).flatMap(({ score }) => score.events.flatMap((event) => ('text' in event ? [event.text] : [])));

/** What actions do and what comes of them, by a macro as well. */
function sendsOf(actions: readonly Action[], profile: Profile): Pick<Findable, 'actions' | 'plays' | 'texts'> {
  const macros = macrosPlayed(profile, actions);
  return {
    actions,
    plays: macros.flatMap(codesOfMacro),
    texts: [
      ...actions.flatMap((action) => (action.do === 'text' ? [action.text] : [])),
      ...macros.flatMap(textsOfMacro),
    ],
  };
}

function keysOf(profile: Profile, board: Board, layer: Layer): Findable[] {
  return board.keys.flatMap(({ id, code }): Findable[] => {
    const assignment = layer.keys[id];
    if (!assignment || assignment.does.kind === 'pass') return [];
    const { does, label, note, role } = assignment;
    const line = printLine(does, profile) ?? legendOf(assignment, profile).main;
    const actions = actionsOf(does).map(({ action }) => action);
    const roleName = profile.roles.find((one) => one.id === role)?.name ?? '';
    const usual = code !== undefined && code !== id ? nameOf(code) : '';
    return [
      {
        title: label ? `${label} (${nameOf(id)} on ${layer.name})` : `${nameOf(id)} on ${layer.name}`,
        about: line,
        words: [usual, roleName, note ?? '', kindWords(does), wordsOfActions(actions, profile)].join(' · '),
        ...sendsOf(actions, profile),
        place: { bench: does.kind === 'stroke' ? 'travel' : 'layout', layer: layer.id, key: id },
      },
    ];
  });
}

/** What a thing is, and how many others name it: keys, joint presses, joined layers. */
function usesOf(profile: Profile, what: 'layer' | 'macro', id: string, is: string, verb: string): string {
  const uses = referencesTo(profile, what, id).length;
  const plain = is.replace(/ that$/, '');
  return uses === 0
    ? plain
    : uses === 1
      ? `${is} one thing ${verb === 'play' ? 'plays' : 'leads to'}`
      : `${is} ${uses} things ${verb}`;
}

const NOTHING_SENT = { actions: [], plays: [], texts: [] } as const;

/** Everything of a profile that can be found, in the order of the profile. */
export function findables(profile: Profile, board: Board): Findable[] {
  const layers = profile.layers.map((layer): Findable => ({
    title: layer.name,
    about: usesOf(
      profile,
      'layer',
      layer.id,
      `a layer with ${sayCount(Object.keys(layer.keys).length, 'key')} that`,
      'lead to',
    ),
    words: 'layer',
    ...NOTHING_SENT,
    place: { bench: 'layout', layer: layer.id },
  }));
  const macros = profile.macros.map((macro, at): Findable => {
    const { passUs } = durationOf(macro);
    return {
      title: macro.name,
      about: `${usesOf(profile, 'macro', macro.id, 'a macro that', 'play')}: ${saysMacro(profile, at)}`,
      words: `${macroSentences(macro).join(' ')} ${macro.repeat ? 'repeats again and again every' : ''}`,
      ...NOTHING_SENT,
      plays: codesOfMacro(macro),
      texts: textsOfMacro(macro),
      ...(macro.repeat && { everyMs: passUs / 1000 }),
      place: { bench: 'macros', macro: macro.id },
    };
  });
  const joints = profile.joints.map(({ keys, action }): Findable => ({
    title: `${keys.map(nameOf).join(' + ')} together`,
    about: printAction(action, profile) ?? action.do,
    words: `joint press ${wordsOfActions([action], profile)}`,
    ...sendsOf([action], profile),
    place: { bench: 'layout', ...(keys[0] !== undefined && { key: keys[0] }) },
  }));
  const depths = Object.entries(profile.travel.keys).map(([key, actuation]): Findable => ({
    title: `Travel of ${nameOf(key)}`,
    about: printActuation(actuation),
    words: 'depth actuation point release sensitivity',
    ...NOTHING_SENT,
    place: { bench: 'travel', key },
  }));
  return [
    ...layers,
    ...macros,
    ...profile.layers.flatMap((layer) => keysOf(profile, board, layer)),
    ...joints,
    ...depths,
  ];
}
