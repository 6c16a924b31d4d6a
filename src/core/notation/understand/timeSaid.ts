/** Times as people say them: `2 seconds`, `half a second`, `one and a half seconds`, `500ms`. */
import { LIMITS } from '../../profile';
import { TIME_UNITS } from './idioms';
import { numberOfWord } from './keyNames';

const PARTS: Readonly<Record<string, number>> = {
  'half a': 0.5,
  half: 0.5,
  'a half': 0.5,
  'quarter of a': 0.25,
  'a quarter of a': 0.25,
  'a quarter': 0.25,
  'three quarters of a': 0.75,
  'a tenth of a': 0.1,
  a: 1,
  an: 1,
  'one single': 1,
};

/** A time in ms; undefined when the words are none, or longer than a key can be held. */
export function timeSaid(said: string): number | undefined {
  const match = /^(?:about |around |exactly )?(.+?)\s?-?\s?([a-z]+)$/.exec(said.replace(/(\d),(\d)/g, '$1.$2'));
  const unit = TIME_UNITS[match?.[2] ?? ''];
  if (!match?.[1] || unit === undefined) return undefined;
  const figure = match[1].trim();
  const half = /^(.+) and a half$/.exec(figure)?.[1];
  const count =
    PARTS[figure] ?? numberOfWord(figure) ?? (half === undefined ? undefined : (numberOfWord(half) ?? NaN) + 0.5);
  const ms = Math.round((count ?? NaN) * unit);
  return ms >= LIMITS.holdForMs.least && ms <= LIMITS.holdForMs.most ? ms : undefined;
}
