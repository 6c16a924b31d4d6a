/** Which host layout a person has, as far as a browser can tell: by what its keys make, and by its language. */
import type { Code } from '../codes';
import { hostLayout, isHostHere } from './bring';
import { levelsOf, signOfDead } from './characters';
import { deadOf } from './layout';
import { HOST_IDS, hostName, type HostLayoutId } from './list';

export type Guess = { id: HostLayoutId; because: string };

/** Host layouts by language and region (BCP 47), the most exact first. */
const BY_LANGUAGE: readonly (readonly [string, HostLayoutId])[] = [
  ['de-CH', 'ch-de'],
  ['fr-CH', 'ch-fr'],
  ['it-CH', 'ch-fr'],
  ['fr-BE', 'be'],
  ['nl-BE', 'be'],
  ['pt-BR', 'br'],
  ['en-GB', 'gb'],
  ['en-IE', 'gb'],
  ['de', 'de'],
  ['fr', 'fr'],
  ['es', 'es'],
  ['it', 'it'],
  ['pt', 'pt'],
  ['sv', 'se'],
  ['nb', 'no'],
  ['nn', 'no'],
  ['no', 'no'],
  ['da', 'dk'],
  ['fi', 'fi'],
  ['pl', 'pl'],
  ['cs', 'cz'],
  ['tr', 'tr'],
  ['ja', 'jp'],
  ['nl', 'us-intl'],
];

function byLanguage(language: string): HostLayoutId | undefined {
  const wanted = language.toLowerCase();
  return BY_LANGUAGE.find(([tag]) => wanted === tag.toLowerCase() || wanted.startsWith(`${tag.toLowerCase()}-`))?.[1];
}

/** How many of a keyboard's keys make on a host what they make here. */
function keysAlike(made: ReadonlyMap<Code, string>, id: HostLayoutId): number {
  const layout = hostLayout(id);
  let alike = 0;
  for (const [code, character] of made) {
    const [plain = ''] = levelsOf(layout, code);
    if ((deadOf(plain) === undefined ? plain : signOfDead(layout, plain)) === character) alike++;
  }
  return alike;
}

/**
 * The host layout that is likeliest here, and why.
 * @param made what each key makes by itself, as `navigator.keyboard.getLayoutMap()` says (Keyboard Map, W3C); undefined where a browser has none
 * @param languages the browser's languages, the preferred first
 */
export function guessHost(made: ReadonlyMap<Code, string> | undefined, languages: readonly string[]): Guess {
  const spoken = languages.flatMap((language) => {
    const id = byLanguage(language);
    return id ? [{ id, language }] : [];
  });
  if (made && made.size > 20) {
    const found = HOST_IDS.filter(isHostHere).map((id) => ({ id, alike: keysAlike(made, id) }));
    const most = Math.max(...found.map(({ alike }) => alike));
    const best = found.filter(({ alike }) => alike === most).map(({ id }) => id);
    // Several layouts differ only with Shift or AltGr: the language says which.
    const id = spoken.find((one) => best.includes(one.id))?.id ?? best[0] ?? 'us';
    if (most > made.size * 0.8)
      return { id, because: `${most} of the ${made.size} keys that this browser tells of match this layout` };
  }
  const [first] = spoken;
  if (first) return { id: first.id, because: `this browser’s language is ${first.language}` };
  return { id: 'us', because: `this browser says nothing else; ${hostName('us')} is the commonest` };
}
