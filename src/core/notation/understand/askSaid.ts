/** A program or a sound of the computer, as people ask for it: `start the program Mixer`, `play the sound bell`. */
import { LIMITS, type Action, type AskedFor } from '../../profile';

/** With the word that says what it is, there is no doubt. */
const SURE: readonly (readonly [AskedFor, RegExp])[] = [
  ['program', /^(?:start|launch|run|open)s? (?:the |my )?(?:program|app|application)(?: called| named)? (.+)$/i],
  ['program', /^(?:start|launch|run|open)s? (?:the |my )?(.+) (?:program|app|application)$/i],
  ['sound', /^(?:plays?|makes?) (?:the |a )?sound(?: called| named| of)? (.+)$/i],
  ['sound', /^(?:plays?|makes?) (?:the |a )?(.+) sound$/i],
];
/** Without it, what nothing else is called may be one. */
const PERHAPS =
  /^(?:start|launch)s? (?:the |my )?(?!(?:layer|level|macro|key|keys|slot|profile|text|the|my|with|by|a|an|when|if|on|and)\b)(.+)$/i;

function asked(what: AskedFor, said: string): Action[] {
  const name = said
    .trim()
    .replace(/^["“'](.*)["”']$/, '$1')
    .trim();
  return name !== '' && name.length <= LIMITS.askLength && /^[ -~]+$/.test(name) ? [{ do: 'ask', what, name }] : [];
}

/**
 * The name keeps its own capitals, so it is read from the line as it was typed.
 * @param isLast nothing else that this could mean was found
 */
export function askSaid(line: string, isLast: boolean): Action[] {
  const said = line
    .trim()
    .replace(/[.!]+$/, '')
    .replace(/\s+/g, ' ');
  for (const [what, pattern] of SURE) {
    const name = pattern.exec(said)?.[1];
    if (name !== undefined) return asked(what, name);
  }
  const name = isLast ? PERHAPS.exec(said)?.[1] : undefined;
  return name === undefined ? [] : asked('program', name);
}
