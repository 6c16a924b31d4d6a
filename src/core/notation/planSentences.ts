/** What the parts of a stroke plan do, in plain sentences. */
import { endIsReached, type Crossing, type Span } from '../profile';
import { predicate } from './actionWords';
import type { NotationContext } from './names';

const mm = (um: number): string => `${um / 1000} mm`;

const passing = ({ going, atUm }: Crossing): string =>
  going === 'down' ? `Going down past ${mm(atUm)}` : `Coming up past ${mm(atUm)}`;

/** When a part that is held ends, as the end of a sentence. */
function until(span: Span, to: Crossing): string {
  const { from } = span;
  if (from.going === 'down') {
    if (!endIsReached(span)) return `until it comes back above ${mm(from.atUm)}`;
    return to.going === 'down'
      ? `until ${mm(to.atUm)}, or until it comes back above ${mm(from.atUm)}`
      : `until it comes back up past ${mm(to.atUm)}, or past ${mm(from.atUm)} when it never went that deep`;
  }
  if (!endIsReached(span)) return `until it is at rest, or is pressed past ${mm(from.atUm)} again`;
  return to.going === 'up'
    ? `until ${mm(to.atUm)}, or until it is pressed past ${mm(from.atUm)} again`
    : `until it is at rest, or is pressed again past ${mm(to.atUm)}`;
}

/** What one part of a plan does. */
export function spanSentence(span: Span, context: NotationContext): string {
  const { from, to, action } = span;
  return to
    ? `${passing(from)} it ${predicate(action, 'meanwhile', context)} ${until(span, to)}.`
    : `${passing(from)} it ${predicate(action, 'tap', context)}, once.`;
}
