/** Understanding a typed line: what it may mean, or what is missing. See `understand`. */
import { DEFAULT_TIMING, type Binding, type PartialTiming, mergeTiming } from '../../profile';
import { foreign } from '../../reading';
import type { NotationContext } from '../names';
import { parseLine } from '../parse';
import { printLine } from '../print';
import { sentencesOf } from '../sentences';
import { nearestOwn, nearestTo } from './nearest';
import { wordsOf } from './phrase';
import { isKnownWord } from './spelling';
import { repeatSaid, type MacroMade } from './repeatSaid';
import { ownWordsOf, readingsOf, type Reading } from './understand';

export type { Reading } from './understand';
export { keySaid, keysSaid } from './keysSaid';
export { namesOfKeys } from './keyNames';
export { rangeSaid } from './rangeSaid';
export { timeSaid } from './timeSaid';
export type { MacroMade } from './repeatSaid';
export { scoreSaid } from './scoreSaid';

/** A stretch of the line, from a column to before another, counted from 0. */
export type Stretch = { from: number; to: number };

/** A layer or a macro that the line names and the profile does not have. */
type Missing = {
  what: 'layer' | 'macro';
  name: string;
  /** The macro that the line says how to make. */
  makes?: MacroMade;
};

export type Understood =
  | { ok: true; readings: readonly Reading[] }
  | {
      ok: false;
      /** A sentence. */
      error: string;
      /** Where the error is, when it is at one place of the line. */
      at?: Stretch;
      /** Lines that it may have meant, the nearest first. */
      nearest: readonly string[];
      /** The words of the line that mean something. */
      known: readonly Stretch[];
      missing?: Missing;
    };

const NAMES_A_LAYER =
  /^(?:(?:hold|while)(?: for)?|flip|toggle|once|(?:go|switch|change|jump|back|return|move)(?: back)? to|go|stay on|hold for)\s+(?:the\s+)?(?:layer\s+)?(.+?)(?:\s+layer)?$|^layer (.+)$|^(.+) layer$/i;
const SEVERAL = /\b(?:then|followed by|after that|afterwards)\b|\b(?:double|triple)[ -]?clicks?\b/i;

function wordsIn(line: string): Stretch[] {
  return [...line.matchAll(/[^\s,;/+&()"]+/g)].map(({ 0: word, index }) => ({ from: index, to: index + word.length }));
}

/** The layer that a line which cannot be read names and that is not there. */
function missingLayer(line: string, own: ReadonlySet<string>): Missing | undefined {
  const match = NAMES_A_LAYER.exec(line.trim().replace(/[,.!]*(?:\s+(?:please|thanks|instead))*[.!]*$/i, ''));
  const name = (match?.[1] ?? match?.[2] ?? match?.[3])?.replace(/^"|"$/g, '').trim();
  if (name === undefined || name.length > 40) return undefined;
  const isNamed = /\blayer\b/i.test(line) || name.split(' ').some((word) => !isKnownWord(word.toLowerCase(), own));
  return isNamed && !/[,;&+]/.test(name) ? { what: 'layer', name } : undefined;
}

/**
 * What a typed line means: its readings, the likelier first, or a sentence that says what is wrong, the words that were understood,
 * the nearest lines, and a name that the profile does not have yet.
 */
export function understand(line: string, context: NotationContext): Understood {
  const readings = readingsOf(line, context);
  if (readings.length > 0) return { ok: true, readings };
  const exact = parseLine(line, context);
  const repeat = repeatSaid(line, context);
  const there = context.macros?.find(({ name }) => name === repeat?.name);
  if (there) {
    const binding: Binding = { kind: 'act', action: { do: 'macro', macro: there.id } };
    return { ok: true, readings: [{ line: printLine(binding, context) ?? line, binding }] };
  }
  const own = ownWordsOf(context);
  const stretches = wordsIn(line).slice(0, 60);
  const isKnown = ({ from, to }: Stretch): boolean => isKnownWord(wordsOf(line.slice(from, to)), own);
  const known = stretches.filter(isKnown);
  const unknown = stretches.filter((stretch) => !isKnown(stretch));
  const failed = (error: string, more: { at?: Stretch; missing?: Missing } = {}): Understood => ({
    ok: false,
    error,
    // Whoever names a layer means one: the nearest is another of one's own.
    nearest: more.missing
      ? nearestOwn(more.missing.name.toLowerCase(), context)
      : nearestTo(wordsOf(line.slice(0, 120)), context),
    known,
    ...more,
  });
  if (exact.ok) return failed('');
  if (repeat)
    return failed('What is pressed again and again while a key is held is a macro; there is none yet that does this.', {
      missing: { what: 'macro', name: repeat.name, makes: repeat },
    });
  const { column, length, expected, message, missing: named } = exact.error;
  const at = { from: column - 1, to: column - 1 + length };
  const missing = missingLayer(line, own) ?? named;
  if (missing)
    return failed(
      `There is no ${missing.what} “${foreign(missing.name)}” in this profile yet.`,
      named ? { at, missing } : { missing },
    );
  if (line.trim() === '') return failed(message);
  if (SEVERAL.test(line))
    return failed(
      'Several presses one after another are a macro: make one on the macros bench, and play it from here.',
    );
  // A reason of its own says more than what could stand there: a limit, a key that is there twice.
  if (expected.length === 0 || (unknown.length === 0 && /^A (?:comma|colon|plus) is missing/.test(message)))
    return failed(message, { at });
  // A stroke plan has no everyday words; what the exact line says of it is all there is.
  if (/^\s*(?:down|up)\s+[\d.]/i.test(line)) return failed(message, { at });
  const [first] = unknown;
  if (first) {
    const names = unknown.slice(0, 3).map(({ from, to }) => `“${foreign(line.slice(from, to))}”`);
    const more = unknown.length > 3 ? ` and ${unknown.length - 3} more` : '';
    return failed(`${names.join(', ')}${more} ${unknown.length > 1 ? 'are' : 'is'} not known here.`, { at: first });
  }
  return failed(
    stretches.length > 1 ? `Each word is known, but together they name nothing that a key does. ${message}` : message,
    { at },
  );
}

/** What a reading would do, in one sentence. */
export function sayReading(binding: Binding, timing: PartialTiming, context: NotationContext): string {
  return sentencesOf(binding, mergeTiming(DEFAULT_TIMING, timing), context).join(' ');
}
