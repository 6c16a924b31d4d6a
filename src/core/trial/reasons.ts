/** The causes of decisions, and of layers that come and go, in words. */
import { titleOfCode } from '../codes';
import type { Cause, LayerWay, UnderLine } from '../engine';
import type { GestureTiming, UnderModifier } from '../profile';

/**
 * Why a key was decided, as the part of a sentence after "because".
 * @param other what the key is called that closed the decision; left out when it is not known
 */
export function reasonOf(cause: Cause, timing: GestureTiming, other = 'another key'): string {
  switch (cause) {
    case 'released-early':
      return `it came up before ${timing.holdAfterMs} ms`;
    case 'timeout':
      return `it was down for ${timing.holdAfterMs} ms`;
    case 'held':
      return `it was down for ${timing.holdAfterMs} ms, and has no hold`;
    case 'nested':
      return `${other} went down and up inside it`;
    case 'pressed-inside':
      return `${other} went down inside it`;
    case 'interrupted':
      return `${other} came`;
    case 'same-hand':
      return other === 'another key' ? 'a key of the same hand came' : `${other}, of the same hand, came`;
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

const modifierNames = (held: readonly UnderModifier[]): string =>
  held.length > 0 ? held.map((name) => titleOfCode(`${name}Left`)).join(' and ') : 'no modifier';

/** Which of its cases an action under modifiers took, and why. */
export const underTaken = ({ lifted, held }: Pick<UnderLine, 'lifted' | 'held'>): { what: string; more: string } =>
  lifted.length > 0
    ? {
        what: `It is under ${modifierNames(lifted)}`,
        more: `${modifierNames(held)} ${held.length > 1 ? 'are' : 'is'} held; the host does not see ${modifierNames(lifted)} meanwhile`,
      }
    : { what: 'It is what it is otherwise', more: `${modifierNames(held)} ${held.length > 1 ? 'are' : 'is'} held` };

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

/** Why a layer became active; `who` is what the key that did it is called. */
export function layerGained(way: LayerWay, who = 'a key'): string {
  switch (way) {
    case 'while':
      return `${who} holds it`;
    case 'flip':
      return `${who} flipped it on`;
    case 'go':
      return `${who} goes to it`;
    case 'once':
      return `${who} asked for it, for the next press`;
    case 'joined':
      return 'the layers it is joined to are active together';
    case 'lamp':
      return 'a lamp of the host says so';
    case 'host':
      return 'the host shows it, by the program that is in front';
  }
}

/** Why a layer ceased to be active. */
export function layerLost(way: LayerWay, who = 'the key'): string {
  switch (way) {
    case 'while':
      return `${who} no longer holds it`;
    case 'flip':
      return 'it was flipped off, or another layer was gone to';
    case 'go':
      return 'another layer was gone to';
    case 'once':
      return 'a press has looked up its binding, which uses it up';
    case 'joined':
      return 'the layers it is joined to are no longer active together';
    case 'lamp':
      return 'the lamp of the host says so no longer';
    case 'host':
      return 'the host shows it no longer';
  }
}
