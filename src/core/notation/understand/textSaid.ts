/** A text to be typed, as people ask for it: `type hello`, `write "Scene 3" and press Enter`, with a pace perhaps. */
import { LIMITS, type Action } from '../../profile';
import { timeSaid } from './timeSaid';

const VERB =
  /^\s*(?:please\s+)?(?:types? in|types?|typing|writes?|writing|says?|(?:enters?|inserts?|inputs?|outputs?|sends?|prints?|says?|spells?|puts?|pastes?)\s+(?:out\s+)?(?:the\s+|a\s+)?(?:texts?|words?|strings?|phrases?|sentences?|message|snippet)|texts?\b|spell(?: out)?|type out|write out)(?:\s+(?:out\s+)?(?:the\s+|a\s+)?(?:texts?|words?|strings?|phrases?|sentences?|message)(?=\s*[:"“'‘]|\s+\S))?\s*:?\s+(.+)$/isu;
/** A text that is only named as one: `the word lantern`, `lantern as text`. */
const NAMED =
  /^\s*(?:(?:the|this|a) (?:texts?|words?|strings?|phrases?|sentences?|message)\s*:?\s+(?!for\b|of\b|to\b|before\b|after\b)(.+)|(.+?) as (?:a |plain )?texts?)$/isu;
const QUOTED_VERB = /^\s*(?:enter|insert|input|output|send|print|say|put|paste)\s+(?=["“„'‘«])(.+)$/isu;
const QUOTES: readonly (readonly [string, string])[] = [
  ['"', '"'],
  ['“', '”'],
  ['„', '“'],
  ['„', '”'],
  ['«', '»'],
  ["'", "'"],
  ['‘', '’'],
  ['`', '`'],
];
const ENDING =
  /^(.*?\S)\s*(?:,\s*)?(?:and\s+|then\s+|and then\s+|,\s*|followed by\s+|\+\s*|plus\s+|with\s+)(?:an?\s+|the\s+)?(?:then\s+)?(?:press(?:es)?\s+|hits?\s+)?(?:(enter|return|a new line|newline|new line)|(tab))(?:\s+key)?(?:\s+at the end)?$/isu;
const PACE =
  /^(.*?\S)\s*,?\s+(?:(?:with )?(?:one|a) (?:character|letter|key)\s+)?(?:every|each|at one (?:character|key|letter) (?:every|per|each)|with(?: a gap of)?|at a pace of|pausing|waiting)\s+(\d[\d.,]*\s*[a-z]+)(?:\s+(?:between (?:characters|letters|keys)|(?:per|a|each) (?:character|letter|key)|apart|gaps?|pauses?|in between|each))?$/isu;

/** What stands in quotes when the whole is one quoted text. */
function unquoted(text: string): string | undefined {
  const trimmed = text.trim();
  for (const [open, close] of QUOTES)
    if (trimmed.length >= 2 && trimmed.startsWith(open) && trimmed.endsWith(close)) {
      const inner = trimmed.slice(1, -1);
      if (open === '"')
        return /^(?:[^"\\]|\\.)*$/s.test(inner)
          ? inner.replace(/\\(.)/g, (_, c: string) => ({ n: '\n', t: '\t' })[c] ?? c)
          : undefined;
      return inner.includes(open) || inner.includes(close) ? undefined : inner;
    }
  return undefined;
}

/** The texts that words may ask for, the likelier first; none when they ask for no text. */
export function textSaid(line: string): Action[] {
  const alone = unquoted(line);
  const said =
    VERB.exec(line)?.[1] ??
    QUOTED_VERB.exec(line)?.[1] ??
    NAMED.exec(line)?.slice(1).find(Boolean) ??
    (alone !== undefined && /^["“„«]/.test(line.trim()) ? line : undefined);
  if (said === undefined) return [];
  const found: Action[] = [];
  const add = (text: string, gapMs = 0): void => {
    const plain =
      unquoted(text) ??
      (/^["“]/.test(text.trim()) && !/["”]/.test(text.trim().slice(1)) ? text.trim().slice(1) : text.trim());
    if (plain !== '' && plain.length <= LIMITS.textLength && gapMs <= LIMITS.gapMs.most)
      found.push({ do: 'text', text: plain, gapMs });
  };
  const addEnded = (text: string, gapMs = 0): void => {
    const [, before, enter, tab] = ENDING.exec(text) ?? [];
    if (before !== undefined) {
      const plain = unquoted(before) ?? before.trim();
      const whole = `${plain}${enter ? '\n' : tab ? '\t' : ''}`;
      if (whole.length <= LIMITS.textLength) found.push({ do: 'text', text: whole, gapMs });
    }
    add(text, gapMs);
  };
  const [, paced, pace] = PACE.exec(said) ?? [];
  const gapMs = pace === undefined ? undefined : timeSaid(pace.toLowerCase().trim());
  if (paced !== undefined && gapMs !== undefined) addEnded(paced, gapMs);
  addEnded(said);
  return found;
}
