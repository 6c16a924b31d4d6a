/** The gaps of a stroke plan in plain sentences. */
import type { Span } from '../profile';
import { crossingAt, gapsOf, type Stretch } from './loop';

const mm = (um: number): string => `${um / 1000} mm`;

const place = (um: number, travelUm: number): string => {
  const { going, atUm } = crossingAt(um, travelUm);
  return `${mm(atUm)} going ${going}`;
};

/** Where nothing is down: "From 1.7 to 2.1 mm going down, nothing is held." */
function gapSentence({ fromUm, toUm }: Stretch, travelUm: number): string {
  const [from, to] = [crossingAt(fromUm, travelUm), crossingAt(toUm, travelUm)];
  return from.going === to.going
    ? `From ${from.atUm / 1000} to ${mm(to.atUm)} going ${to.going}, nothing is held.`
    : `From ${place(fromUm, travelUm)} to ${place(toUm, travelUm)}, nothing is held.`;
}

/** A sentence for every gap of a plan. */
export const gapSentences = (spans: readonly Span[], travelUm: number): string[] =>
  gapsOf(spans, travelUm).map((gap) => gapSentence(gap, travelUm));
