/**
 * A walk in a text: a heading, and below it a line a step, its words in quotes, then the layer and the keys that are shown with them:
 *
 *     walk
 *       "Hold Fn, and the arrows lie under the right hand." on Moves: I J K L
 */
import { LIMITS, withWalk, type WrittenStep } from '../../profile';
import { closingQuote, type Piece } from './behind';
import { partsOf, type Block, type Draft, type Gathered } from './gathered';
import type { SourceLine } from './source';
import { unescaped } from './words';

const SHAPE = 'A step of a walk is "words", "words" on LAYER, or "words" on LAYER: KEY KEY.';

/** The words of a piece that stand between spaces. */
const wordsOf = ({ text, at }: Piece): Piece[] =>
  [...text.matchAll(/\S+/g)].map(({ 0: word, index }) => ({ text: word, at: at + index }));

function stepOf(reading: Gathered, draft: Draft, line: SourceLine): WrittenStep | undefined {
  const whole: Piece = { text: line.text, at: 0 };
  const fail = (piece: Piece, message: string): undefined => {
    reading.fail(line, piece, message);
    return undefined;
  };
  if (!line.text.startsWith('"')) return fail(whole, SHAPE);
  const end = closingQuote(line.text, 0);
  const says = unescaped(line.text.slice(1, end - 1));
  if (says === '' || says.length > LIMITS.noteLength)
    return fail(whole, `The words of a step are 1 to ${LIMITS.noteLength} characters; these are ${says.length}.`);
  const [where, keys, more] = partsOf({ text: line.text.slice(end), at: end }, ':');
  const onLayer = where && /^on\s+(.+)$/is.exec(where.text)?.[1];
  if (more || (where && where.text !== '' && onLayer === undefined)) return fail(more ?? where ?? whole, SHAPE);
  const pieces = keys ? wordsOf(keys) : [];
  if (pieces.length > LIMITS.walkKeys)
    return fail(keys ?? whole, `A step shows ${LIMITS.walkKeys} keys at the most; these are ${pieces.length}.`);
  const found = pieces.map((piece) => reading.key(draft, line, piece));
  let layer: string | undefined;
  if (where && onLayer !== undefined) {
    const piece = { text: onLayer, at: where.at + where.text.length - onLayer.length };
    layer = reading.layerNamed(draft, piece)?.id ?? (onLayer.startsWith('#') ? onLayer.slice(1) : undefined);
    if (layer === undefined) reading.failName(line, piece, 'layer', draft.profile.layers);
  }
  return { says, ...(layer !== undefined && { layer }), keys: found.filter((key) => key !== undefined) };
}

export function walk(reading: Gathered, draft: Draft, block: Block): void {
  reading.site(block.head, undefined, 'walk');
  if (block.rest.text !== '') reading.fail(block.head, block.rest, `Behind walk stands nothing. ${SHAPE}`);
  const tooMany = block.inner[LIMITS.walkSteps];
  if (tooMany)
    reading.fail(tooMany, { text: tooMany.text, at: 0 }, `A walk has ${LIMITS.walkSteps} steps at the most.`);
  const steps = block.inner.flatMap((line): WrittenStep[] => {
    reading.source.spend(20 + line.text.length / 4);
    const step = stepOf(reading, draft, line);
    if (step) reading.site(line, undefined, 'step');
    return step ? [step] : [];
  });
  // It stands in the place of one that came with what the profile is like.
  draft.profile = withWalk(draft.profile, steps);
}
