/**
 * What a key is under modifiers, as people say it: `shift makes it delete`, `ctrl i is f6`, `esc, with shift held tilde`. The cases
 * stand alone, about what the key is now, or behind what it is otherwise.
 */
import {
  hasUnder,
  isModifiersOnly,
  UNDER_MODIFIERS,
  withCase,
  type Action,
  type Binding,
  type UnderModifier,
} from '../../profile';
import { modifiersSaid } from './keysSaid';

/** `isSure`: it cannot be a chord as well. `key`: what the words call the key itself. */
type Case = { held: UnderModifier[]; action: Action; isSure: boolean; key?: Action };

const MODIFIER =
  '(?:(?:left |right )?(?:shift|ctrl|control|ctl|alt|option|opt|meta|win|windows|super|command|cmd)(?: key)?)';
const MODIFIERS = `(${MODIFIER}(?:(?: ?\\+ ?| ?& ?| and | - |-| )${MODIFIER})*)`;
const HELD = '(?: (?:is |are |being )?(?:also )?(?:held|down|pressed|held down|pressed down|pushed))';
const IS =
  '(?:it |this |this key |key )?(?:is |are |becomes |become |means |makes |makes it |gives |sends |send |does |types |type |should be |should send |to be |turns into |into )?';
const INTO = '(?:it|this|this key|key)(?: into| to)?(?: be| send| type| do)?';

/** Where the modifiers and the action stand in a phrase; the key's own name before what it is. */
const SAID: readonly { pattern: RegExp; mods: number; what: number; key?: number; isSure: boolean }[] = [
  {
    pattern: new RegExp(`^${MODIFIERS} (?:makes|turns|changes|should make|should turn|lets|has) ${INTO} (.+)$`),
    mods: 1,
    what: 2,
    isSure: true,
  },
  {
    pattern: new RegExp(
      `^(?:with|under|when|while|if|whilst|as long as|holding)(?: i hold| holding)? ${MODIFIERS}${HELD},? ${IS}(.+)$`,
    ),
    mods: 1,
    what: 2,
    isSure: true,
  },
  { pattern: new RegExp(`^(?:with|under|holding) ${MODIFIERS}(?:,| it) ?${IS}(.+)$`), mods: 1, what: 2, isSure: true },
  {
    pattern: new RegExp(`^(?:when|while|if) (?:i hold|i am holding|holding|i press) ${MODIFIERS},? ${IS}(.+)$`),
    mods: 1,
    what: 2,
    isSure: true,
  },
  { pattern: new RegExp(`^(?:under) ${MODIFIERS} ${IS}(.+)$`), mods: 1, what: 2, isSure: true },
  {
    pattern: new RegExp(
      `^(.+?) (?:with|under|when|while|if|as long as|whilst|only with|only when)(?: i hold| holding)? ${MODIFIERS}${HELD}$`,
    ),
    mods: 2,
    what: 1,
    isSure: true,
  },
  {
    pattern: new RegExp(`^(.+?) (?:under|while holding|when i hold|while i hold|holding) ${MODIFIERS}$`),
    mods: 2,
    what: 1,
    isSure: true,
  },
  { pattern: new RegExp(`^(.+?) with ${MODIFIERS}$`), mods: 2, what: 1, isSure: false },
  { pattern: new RegExp(`^with ${MODIFIERS} ${IS}(.+)$`), mods: 1, what: 2, isSure: false },
  {
    pattern: new RegExp(
      `^${MODIFIERS}(?: ?[+-] ?| and | )(\\S+(?: \\S+)?) (?:is|are|becomes|sends|should be|should send|gives|makes|means|=|->|=>|→|to be) (.+)$`,
    ),
    mods: 1,
    key: 2,
    what: 3,
    isSure: true,
  },
  {
    pattern: new RegExp(`^(?:make|let) ${MODIFIERS}(?: ?[+-] ?| and | )(\\S+) (?:be |send |become )?(.+)$`),
    mods: 1,
    key: 2,
    what: 3,
    isSure: true,
  },
];

/** Where a phrase may be cut into what the key is otherwise and its cases. */
const BETWEEN = /\s*[,;]\s*(?:(?:but|and|or)\s+)?|\s+(?:but|and)\s+/;

function caseSaid(said: string, part: (said: string) => Action | undefined): Case | undefined {
  for (const { pattern, mods, what, key, isSure } of SAID) {
    const match = pattern.exec(said);
    if (!match) continue;
    const codes = modifiersSaid((match[mods] ?? '').replaceAll(' key', ''));
    const action = part((match[what] ?? '').replace(/^(?:it |be |a |an )+/, '').replace(/ instead$/, ''));
    if (!codes || !action || hasUnder(action)) continue;
    const held = UNDER_MODIFIERS.filter((name) => codes.some((code) => code.startsWith(name)));
    const named = key === undefined ? undefined : part(match[key] ?? '');
    if (key !== undefined && named?.do !== 'keys') continue;
    return { held, action, isSure, ...(named && { key: named }) };
  }
  return undefined;
}

/** What a phrase says before its cases, and the cases. */
function casesSaid(
  said: string,
  part: (said: string) => Action | undefined,
): { before: Action | undefined; cases: Case[] } | undefined {
  const whole = caseSaid(said, part);
  if (whole) return { before: whole.key, cases: [whole] };
  const pieces = said.split(BETWEEN);
  // A comma may also stand within a case: `esc, with shift held, tilde`.
  for (let from = 1; from < pieces.length; from++) {
    const first = pieces.slice(0, from).join(' and ');
    const rest = pieces.slice(from);
    const cases: Case[] = [];
    for (let at = 0; at < rest.length;) {
      const alone = caseSaid(rest[at] ?? '', part);
      const joined = alone ? undefined : caseSaid(rest.slice(at, at + 2).join(', '), part);
      const found = alone ?? joined;
      if (!found) break;
      cases.push(found);
      at += alone ? 1 : 2;
      if (at >= rest.length) {
        const begun = caseSaid(first, part);
        if (begun) return { before: begun.key, cases: [begun, ...cases] };
        const before = part(first.replace(/ (?:normally|otherwise|alone|by itself|usually)$/, ''));
        if (before && !hasUnder(before)) return { before, cases };
      }
    }
  }
  return undefined;
}

/**
 * The binding that a phrase about modifiers asks for, and whether it can mean nothing else; undefined when it is about none.
 * @param now what the key is now, which it stays otherwise when the phrase says nothing else
 */
export function underSaid(
  said: string,
  part: (said: string) => Action | undefined,
  now: Binding | undefined,
): { binding: Binding; isSure: boolean } | undefined {
  if (!/\b(?:shift|ctrl|control|ctl|alt|option|opt|meta|win|windows|super|command|cmd)\b/.test(said)) return undefined;
  const found = casesSaid(said, part);
  if (!found) return undefined;
  let binding: Binding | undefined = found.before ? { kind: 'act', action: found.before } : (now ?? { kind: 'none' });
  for (const { held, action } of found.cases) binding = binding && withCase(binding, { held, action });
  const chord = found.cases.some(({ isSure, action }) => !isSure && isModifiersOnly(action));
  if (chord || !binding) return undefined;
  return { binding, isSure: found.before !== undefined || found.cases.every(({ isSure }) => isSure) };
}
