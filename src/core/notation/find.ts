/** Finding anything in a profile by a few words: keys by what they do, layers, macros, joint presses, depths of keys. */
import type { Board, KeyId } from '../board';
import { isCode, titleOfCode } from '../codes';
import { referencesTo, type Layer, type Profile } from '../profile';
import { legendOf } from './legend';
import { printAction } from './actionWords';
import { printLine } from './print';
import { printActuation } from './travel';

/** Where a thing is looked at. */
export type Place = {
  bench: 'layout' | 'travel' | 'macros';
  layer?: string;
  key?: KeyId;
  macro?: string;
};

/** One thing that can be found: what it is called, what it is, and further words that lead to it. */
type Findable = { title: string; about: string; words: string; place: Place };

const nameOf = (key: KeyId): string => (isCode(key) ? titleOfCode(key) : key);

function keysOf(profile: Profile, board: Board, layer: Layer): Findable[] {
  return board.keys.flatMap(({ id, code }): Findable[] => {
    const assignment = layer.keys[id];
    if (!assignment || assignment.does.kind === 'pass') return [];
    const { does, label, note, role } = assignment;
    const line = printLine(does, profile) ?? legendOf(assignment, profile).main;
    const roleName = profile.roles.find((one) => one.id === role)?.name ?? '';
    const usual = code !== undefined && code !== id ? nameOf(code) : '';
    return [
      {
        title: label ? `${label} (${nameOf(id)} on ${layer.name})` : `${nameOf(id)} on ${layer.name}`,
        about: line,
        words: [usual, roleName, note ?? ''].join(' '),
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

/** Everything of a profile that can be found, in the order of the profile. */
export function findables(profile: Profile, board: Board): Findable[] {
  const layers = profile.layers.map((layer): Findable => ({
    title: layer.name,
    about: usesOf(profile, 'layer', layer.id, `a layer with ${Object.keys(layer.keys).length} keys that`, 'lead to'),
    words: '',
    place: { bench: 'layout', layer: layer.id },
  }));
  const macros = profile.macros.map(({ id, name }): Findable => ({
    title: name,
    about: usesOf(profile, 'macro', id, 'a macro that', 'play'),
    words: '',
    place: { bench: 'macros', macro: id },
  }));
  const joints = profile.joints.map(({ keys, action }): Findable => ({
    title: `${keys.map(nameOf).join(' + ')} together`,
    about: printAction(action, profile) ?? action.do,
    words: 'joint press',
    place: { bench: 'layout', ...(keys[0] !== undefined && { key: keys[0] }) },
  }));
  const depths = Object.entries(profile.travel.keys).map(([key, actuation]): Findable => ({
    title: `Travel of ${nameOf(key)}`,
    about: printActuation(actuation),
    words: 'depth actuation point release sensitivity',
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

/** How well a thing answers a question: the less the better, Infinity when a word is nowhere in it. */
function distance(
  { title, about, words }: Pick<Findable, 'title' | 'about' | 'words'>,
  asked: readonly string[],
): number {
  const name = title.toLowerCase();
  const all = `${name} ${about} ${words}`.toLowerCase();
  if (!asked.every((word) => all.includes(word))) return Infinity;
  const whole = asked.join(' ');
  if (name === whole) return 0;
  if (name.startsWith(whole)) return 1;
  const parts = name.split(/[^\p{L}\p{N}]+/u);
  if (asked.every((word) => parts.some((part) => part.startsWith(word)))) return 2;
  return asked.every((word) => name.includes(word)) ? 3 : 4;
}

/** What a few words lead to, the best first; nothing asked is everything, as it stands. */
export function findIn<T extends Pick<Findable, 'title' | 'about' | 'words'>>(
  things: readonly T[],
  question: string,
): T[] {
  const asked = question.toLowerCase().split(/\s+/).filter(Boolean);
  return things
    .map((thing, place) => ({ thing, place, far: distance(thing, asked) }))
    .filter(({ far }) => far < Infinity)
    .sort((a, b) => a.far - b.far || a.place - b.place)
    .map(({ thing }) => thing);
}
