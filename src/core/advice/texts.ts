/** Texts: what keeps one from being typed on the profile's host, with a way out; and one that looks like a password. */
import { hostLayout, lackingIn, namedCharacter } from '../hosts';
import { allActions, editTowards, replacedAt, type Edit, type Path, type Profile } from '../profile';
import type { Found } from './advice';

/** A text in a profile, what it is called there, and where it is. */
type Placed = { text: string; path: Path; called: string; layer: string; key?: string; macro?: string };

function textsOf(profile: Profile): Placed[] {
  const onKeys = allActions(profile).flatMap(({ action, path }): Placed[] => {
    if (action.do !== 'text') return [];
    const layer = path[0] === 'layers' ? profile.layers[Number(path[1])] : undefined;
    const key = layer && String(path[3]);
    const assignment = key === undefined ? undefined : layer?.keys[key];
    return [
      {
        text: action.text,
        path: [...path, 'text'],
        called: `${assignment?.label ?? ''} ${assignment?.note ?? ''}`,
        layer: layer?.id ?? '',
        ...(key !== undefined && { key }),
      },
    ];
  });
  const inMacros = profile.macros.flatMap((macro, n) =>
    (['onPress', 'repeat', 'onRelease'] as const).flatMap((part) =>
      (macro[part]?.events ?? []).flatMap((event, e): Placed[] =>
        'text' in event
          ? [
              {
                text: event.text,
                path: ['macros', n, part, 'events', e, 'text'],
                called: macro.name,
                layer: '',
                macro: macro.id,
              },
            ]
          : [],
      ),
    ),
  );
  return [...onKeys, ...inMacros];
}

/** Words by which people name a secret, in some of the languages of the hosts. */
const SECRET_WORDS =
  /\b(pass ?(word|phrase|code)?|pw|pwd|pin|secret|login|kennwort|passwort|geheim|mot de passe|mdp|contrase(ñ|n)a|clave|senha|has(ł|l)o|heslo|l(ö|o)senord|adgangskode|salasana|wachtwoord|(ş|s)ifre)\b/iu;

/**
 * Whether a text looks like a password: one word of 8 to 64 characters with small and capital letters, digits and signs, three of these at
 * least; or one word of 4 to 64 under a name that says so.
 */
export function looksSecret(text: string, called = ''): boolean {
  const word = text.replace(/\n$/, '');
  if (!/^\S{4,64}$/u.test(word)) return false;
  if (SECRET_WORDS.test(called)) return true;
  // Addresses, paths and the like have all kinds of characters as well.
  if (word.length < 8 || /:\/\/|^[^\s@]+@[^\s@]+\.[a-z]+$|^[\w.-]*\/|^[A-Za-z]:\\/i.test(word)) return false;
  const kinds = [/\p{Ll}/u, /\p{Lu}/u, /\d/, /[^\p{L}\d]/u].filter((kind) => kind.test(word)).length;
  // A name with a number behind it is a name: `Scene12` in any form.
  return kinds >= 3 && /\d/.test(word) && !/^\p{L}+[^\p{L}\d]?\d{1,3}[^\p{L}\d]?$/u.test(word);
}

/** Found on texts of a sound profile. */
export const textAdvice = (profile: Profile): Found[] =>
  textsOf(profile).flatMap(({ text, called, path, layer, key, macro }): Found[] =>
    looksSecret(text, called)
      ? [
          {
            path,
            layer,
            ...(key !== undefined && { key }),
            ...(macro !== undefined && { macro }),
            message:
              'this text looks like a password. Whoever has the keyboard can read its memory, and so can whoever gets this file: keep it elsewhere.',
          },
        ]
      : [],
  );

/**
 * The edit that leaves out of a text, at a place of a draft, what the host's keys do not make; undefined when nothing would be left, or
 * nothing is lacking.
 */
export function leavingOut(profile: Profile, path: Path): { fix: Edit; fixName: string } | undefined {
  const found = textsOf(profile).find((one) => one.path.join('/') === path.join('/'));
  if (!found) return undefined;
  const lacking = new Set(lackingIn(hostLayout(profile.hostLayout), found.text).map(({ character }) => character));
  const rest = [...found.text].filter((character) => !lacking.has(character)).join('');
  if (lacking.size === 0 || rest === '') return undefined;
  const fix = editTowards(profile, replacedAt(profile, path, rest) as Profile);
  const names = [...lacking].slice(0, 3).map(namedCharacter).join(', ');
  return fix && { fix, fixName: `Leave out ${names}${lacking.size > 3 ? ' …' : ''}` };
}
