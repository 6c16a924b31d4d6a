/** What a binding does, in plain sentences that are true of what the engine will do. */
import { isModifier } from '../codes';
import type { Binding, GestureStep, GestureTiming } from '../profile';
import { spanSentence } from './planSentences';
import { predicate } from './actionWords';
import { chordTitle, type NotationContext } from './names';

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
const TIMES = ['once', 'twice', 'three times', 'four times', 'five times', 'six times', 'seven times', 'eight times'];

/** When a press with a hold becomes the hold, as the start of a sentence. */
function holdCondition(timing: GestureTiming): string {
  const held = `held for ${timing.holdAfterMs} ms`;
  switch (timing.interrupt) {
    case 'nested':
      return `${held}, or as soon as another key goes down and up inside it,`;
    case 'any':
      return `${held}, or as soon as another key goes down inside it,`;
    case 'wait':
      return `${held}, whatever other keys do meanwhile,`;
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function stepSentences(
  step: GestureStep,
  index: number,
  count: number,
  timing: GestureTiming,
  context: NotationContext,
): string[] {
  const sentences: string[] = [];
  const nth = index === 0 ? '' : `the ${ORDINALS[index] ?? `${index + 1}th`} time `;
  const tapped = index === 0 ? 'tapped' : `tapped ${TIMES[index] ?? `${index + 1} times`}`;
  if (step.tap) sentences.push(`${capital(tapped)}, it ${predicate(step.tap, 'tap', context)}.`);
  if (step.hold) {
    sentences.push(
      `${capital(nth)}${nth ? holdCondition(timing) : capital(holdCondition(timing))} it ${predicate(step.hold, 'until up', context)}.`,
    );
  } else if (step.tap && index + 1 < count) {
    sentences.push(
      `${capital(nth)}${nth ? 'held' : 'Held'} for ${timing.holdAfterMs} ms, it ${predicate(step.tap, 'until up', context)}.`,
    );
  }
  return sentences;
}

/**
 * What a key does, sentence by sentence.
 * @param timing the timing the gesture runs with, see `timingOf`
 */
export function sentencesOf(binding: Binding, timing: GestureTiming, context: NotationContext): string[] {
  switch (binding.kind) {
    case 'pass':
      return ['It passes: the next active layer below answers.'];
    case 'none':
      return ['It does nothing, and no layer below is asked.'];
    case 'act': {
      const [codes] = binding.action.do === 'keys' ? [binding.action.codes] : [];
      if (codes && !codes.every(isModifier))
        return [`It sends ${chordTitle(codes, context)}, and holds it as long as you hold the key.`];
      return [`It ${predicate(binding.action, 'until up', context)}.`];
    }
    case 'gesture': {
      const { steps } = binding;
      const sentences = steps.flatMap((step, index) => stepSentences(step, index, steps.length, timing, context));
      const [first] = steps;
      const anyHold = steps.some((step) => step.hold);
      if (sentences.length === 0) return ['It does nothing, however it is pressed.'];
      if (steps.length > 1)
        sentences.push(`A press within ${timing.tapGapMs} ms of letting go counts as the next one.`);
      if (anyHold && timing.otherHandOnly)
        sentences.push('A key of the same hand pressed meanwhile makes it a tap at once.');
      if (first?.tap && timing.typingGuardMs > 0)
        sentences.push(`Within ${timing.typingGuardMs} ms of typing it is a tap at once.`);
      if (first?.tap && first.hold && steps.length === 1 && timing.retapMs > 0) {
        sentences.push(
          `Pressed again within ${timing.retapMs} ms of a tap, it ${predicate(first.tap, 'until up', context)}.`,
        );
      }
      return sentences;
    }
    case 'stroke':
      return binding.spans.map((span) => spanSentence(span, context));
  }
}
