/** Everything one key can be, under headings: kinds to begin with, layers, macros, then keys by group. */
import { CODE_TABLE, titleOfCode, wordOfCode, type CodeGroup } from '../codes';
import { durationOf, macroSentences } from '../macro';
import { namesOfKeys, OFFERS, printLayer, printMacro } from '../notation';
import type { Profile } from '../profile';

/** A line that can be taken as it is, under the heading that it belongs to, and further words that lead to it. */
export type Meaning = { group: string; line: string; meaning: string; words: string };

const GROUP_NAMES: Readonly<Record<CodeGroup, string>> = {
  writing: 'Letters, digits and signs',
  modifier: 'Modifiers',
  editing: 'Editing',
  arrow: 'Moving about',
  function: 'Function keys',
  keypad: 'Keypad',
  international: 'Other scripts',
  media: 'Sound and media',
  system: 'System',
};

/** What a macro plays, told so that two of one name do not look the same. */
export function saysMacro(profile: Profile, at: number): string {
  const macro = profile.macros[at];
  if (!macro) return '';
  const isAlone = profile.macros.every(({ name }, n) => n === at || name.toLowerCase() !== macro.name.toLowerCase());
  const [plays = ''] = macroSentences(macro);
  const which = isAlone ? '' : `no. ${at + 1} of the list: `;
  return `${which}${plays.replace(/\.$/, '').replace(/^Pressed, it plays/, 'plays')}${durationOf(macro).events === 0 ? ', empty' : ''}`;
}

/** Ways to layers and back, and macros: what is this profile's own. */
export function ownMeanings(profile: Profile): Meaning[] {
  const [base, ...above] = profile.layers;
  const layers = above.map(({ id, name }) => ({
    group: 'Layers',
    line: `while ${printLayer(id, profile)}`,
    meaning: `${name}, as long as the key is held`,
    words: 'layer hold held while',
  }));
  const back = base && {
    group: 'Layers',
    line: `go ${printLayer(base.id, profile)}`,
    meaning: `back to ${base.name} alone`,
    words: 'layer base back return',
  };
  const macros = profile.macros.map(({ id, name }, at) => ({
    group: 'Macros',
    line: `play ${printMacro(id, profile)}`,
    meaning: saysMacro(profile, at),
    words: `macro ${name}`,
  }));
  return [...layers, ...(back && above.length > 0 ? [back] : []), ...macros];
}

/** The other ways to layers: they are found by who asks for them, and do not stand beside the usual one. */
export const otherWays = (profile: Profile): Meaning[] =>
  profile.layers.slice(1).flatMap(({ id, name }) =>
    (
      [
        ['flip', `${name} on, or off when it is on`, 'toggle on off'],
        ['go', `to ${name}, and stay there`, 'stay switch change'],
        ['once', `${name} for the next key only`, 'once one key next key'],
      ] as const
    ).map(([how, meaning, words]) => ({
      group: 'Layers',
      line: `${how} ${printLayer(id, profile)}`,
      meaning,
      words: `layer ${words}`,
    })),
  );

/** Everything that needs no name of one's own. */
export function commonMeanings(): Meaning[] {
  const silence = [
    { line: 'pass', meaning: 'the next active layer below answers', words: 'through below transparent nothing' },
    { line: 'none', meaning: 'does nothing, and nothing below is asked', words: 'nothing off block disable silent' },
  ].map((one) => ({ ...one, group: 'Nothing here' }));
  const names = namesOfKeys();
  const keys = (Object.keys(GROUP_NAMES) as CodeGroup[]).flatMap((group) =>
    CODE_TABLE[group].map(([code]) => ({
      group: GROUP_NAMES[group],
      line: wordOfCode(code),
      meaning: titleOfCode(code),
      words: `key ${(names.get(code) ?? []).join(' · ')}`,
    })),
  );
  return [...OFFERS.map((offer) => ({ ...offer, words: '' })), ...silence, ...keys];
}
