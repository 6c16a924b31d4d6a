/** Found on stroke plans: ends that are never reached, one usage held by two parts, depths finer than can be measured. */
import type { Board, KeyId } from '../board';
import { titleOfCode } from '../codes';
import { reachOf, resolutionOf, snappedUm } from '../plan';
import {
  bindKeys,
  endIsReached,
  partsOfUnder,
  sameData,
  turnedBack,
  type Action,
  type Crossing,
  type Layer,
  type Path,
  type Profile,
  type Span,
} from '../profile';
import type { Found } from './advice';

const mm = (um: number): string => `${um / 1000} mm`;
const nameOf = ({ going, atUm }: Crossing): string => `${mm(atUm)} going ${going}`;

/** Usages that an action keeps down as long as it lasts. */
function heldBy(action: Action): string[] {
  if (action.do === 'many') return action.actions.flatMap(heldBy);
  if (action.do === 'under') return partsOfUnder(action).flatMap(heldBy);
  return action.do === 'keys' ? action.codes : [];
}

const snap = (crossing: Crossing, stepUm: number): Crossing => ({
  ...crossing,
  atUm: snappedUm(crossing.atUm, stepUm),
});

/** Found on the stroke plan of one key. */
export function planAdvice(
  profile: Profile,
  board: Board,
  layer: Layer,
  key: KeyId,
  spans: readonly Span[],
  path: Path,
): Found[] {
  const advise = (n: number, message: string, to: Span[], fixName: string): Found => ({
    path: [...path, 'spans', n],
    layer: layer.id,
    key,
    message,
    fix: bindKeys(profile, layer.id, [key], { kind: 'stroke', spans: to }),
    fixName,
  });
  const changed = (at: number, span: Span): Span[] => spans.map((other, n) => (n === at ? span : other));
  const found: Found[] = [];
  const stepUm = resolutionOf(board);
  spans.forEach((span, n) => {
    const back = turnedBack(span.from);
    if (span.to && !endIsReached(span) && !sameData(span.to, back)) {
      found.push(
        advise(
          n,
          `part ${n + 1} never reaches its end at ${nameOf(span.to)}: it ends at ${nameOf(back)} already.`,
          changed(n, { ...span, to: back }),
          `End at ${nameOf(back)}`,
        ),
      );
    }
    if ([span.from, span.to].some((crossing) => crossing && snappedUm(crossing.atUm, stepUm) !== crossing.atUm)) {
      found.push(
        advise(
          n,
          `part ${n + 1} has depths finer than the board measures, ${mm(stepUm)}.`,
          changed(n, { ...span, from: snap(span.from, stepUm), ...(span.to && { to: snap(span.to, stepUm) }) }),
          'Round them',
        ),
      );
    }
    spans.slice(n + 1).forEach((other, more) => {
      const shared =
        span.to && other.to ? heldBy(span.action).filter((code) => heldBy(other.action).includes(code)) : [];
      const [code] = shared;
      if (code === undefined) return;
      const [a, b] = [reachOf(span, board.travelUm), reachOf(other, board.travelUm)];
      const [first, second] = a.fromUm <= b.fromUm ? [a, b] : [b, a];
      if (second.fromUm > first.toUm) return;
      const [earlier, later] = first === a ? [n, n + 1 + more] : [n + 1 + more, n];
      const [one, two] = [spans[earlier] as Span, spans[later] as Span];
      const meets = nameOf(two.from);
      const isTouching = second.fromUm === first.toUm;
      const isOne = isTouching && sameData(one.action, two.action);
      if (isTouching && !isOne) return;
      found.push(
        isOne
          ? advise(
              later,
              `${titleOfCode(code)} is let go of and pressed again at ${meets}: parts ${earlier + 1} and ${later + 1} hold it apart.`,
              changed(earlier, { ...one, ...(two.to && { to: two.to }) }).filter((_, at) => at !== later),
              'Make them one part',
            )
          : advise(
              later,
              `${titleOfCode(code)} is held by parts ${earlier + 1} and ${later + 1} apart: at ${meets} it goes up and down again.`,
              changed(earlier, { ...one, to: two.from }),
              `End part ${earlier + 1} there`,
            ),
      );
    });
  });
  return found;
}
