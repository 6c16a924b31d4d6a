/** The causes of decisions in words. */
import type { Cause } from '../engine';
import type { GestureTiming } from '../profile';

/** Why a key was decided, as the part of a sentence after "because". */
export function reasonOf(cause: Cause, timing: GestureTiming): string {
  switch (cause) {
    case 'released-early':
      return `it came up before ${timing.holdAfterMs} ms`;
    case 'timeout':
      return `it was down for ${timing.holdAfterMs} ms`;
    case 'held':
      return `it was down for ${timing.holdAfterMs} ms, and has no hold`;
    case 'nested':
      return 'another key went down and up inside it';
    case 'pressed-inside':
      return 'another key went down inside it';
    case 'interrupted':
      return 'another key came';
    case 'same-hand':
      return 'a key of the same hand came';
    case 'guard':
      return `a key was typed less than ${timing.typingGuardMs} ms before`;
    case 'retap':
      return `it was tapped less than ${timing.retapMs} ms before`;
    case 'only':
      return 'there is nothing else it could be';
    case 'gap':
      return `no further press came within ${timing.tapGapMs} ms`;
  }
}

/** The shortest form, for the lane itself. */
export const shortReasonOf = (cause: Cause): string =>
  ({
    'released-early': 'came up early',
    timeout: 'time was over',
    held: 'time was over',
    nested: 'a key down and up inside',
    'pressed-inside': 'a key down inside',
    interrupted: 'another key',
    'same-hand': 'same hand',
    guard: 'just typed',
    retap: 'just tapped',
    only: 'no choice',
    gap: 'no further press',
  })[cause];
