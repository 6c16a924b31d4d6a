/**
 * What an image stands for once its references are followed, counted before any of it is built: five levels of sixteen references are
 * a million actions in a few bytes. The parts of an action stand before it, so that each is sized once. What may be asked of a
 * reader grows with the image's length: who writes one that stands for more fills it up, and so nothing sound is ever refused.
 */
import { LIMITS, partsOfUnder, type Action, type Binding, type Profile, type Score } from '../profile';
import { Budget, READING_BUDGET } from '../reading';
import { badImage } from './bytes';
import type { Patience } from './coder';

const { nodes: NODES, nodesAByte: NODES_A_BYTE, decisions: BITS, decisionsAByte: BITS_A_BYTE } = READING_BUDGET.image;

/** How many coded bits a reader takes of an image so long. */
export const patienceFor = (imageBytes: number): Patience => ({ decisions: BITS + BITS_A_BYTE * imageBytes });

/** How many bytes must be added to an image, so that it may stand for so much; a section of them has a head of up to 6 bytes. */
export function paddingFor(imageBytes: number, nodes: number, decisions: number): number {
  return Math.max(
    0,
    Math.ceil((nodes - NODES) / NODES_A_BYTE) - imageBytes,
    Math.ceil((decisions - BITS) / BITS_A_BYTE) - imageBytes,
  );
}

/** Actions, levels of `many`, and things in all, characters too. */
type Size = { parts: number; depth: number; weight: number };

function actionsIn(binding: Binding): Action[] {
  switch (binding.kind) {
    case 'act':
      return [binding.action];
    case 'gesture':
      return binding.steps.flatMap(({ tap, hold }) => [...(tap ? [tap] : []), ...(hold ? [hold] : [])]);
    case 'stroke':
      return binding.spans.map(({ action }) => action);
    case 'pass':
    case 'none':
      return [];
  }
}

export class Expansion {
  private readonly sizes = new Map<Action, Size>();
  private readonly scores = new Map<Score, number>();
  private readonly budget: Budget;

  constructor(imageBytes: number) {
    this.budget = new Budget(NODES + NODES_A_BYTE * imageBytes, 'the whole image');
  }

  /** What a profile stands for. */
  static of(profile: Profile): number {
    const expansion = new Expansion(Infinity);
    for (const { keys } of profile.layers) for (const { does } of Object.values(keys)) expansion.spendOnBinding(does);
    for (const { action } of profile.joints) expansion.spendOnBinding({ kind: 'act', action });
    for (const { onPress, repeat, onRelease } of profile.macros)
      for (const score of [onPress, repeat, onRelease]) if (score) expansion.spendOnScore(score);
    return expansion.budget.spent;
  }

  /** Lets an action into the pool. @throws Unreadable when no profile could hold it */
  admit(action: Action, at: number): void {
    const { parts, depth } = this.sizeOf(action);
    if (parts > LIMITS.actionParts || depth > LIMITS.actionDepth)
      throw badImage(at, `an action of ${parts} parts in ${depth} levels`);
  }

  /** Pays for everything that a binding stands for. @throws Unreadable when that is too much */
  spendOnBinding(binding: Binding): void {
    this.budget.spend(1 + actionsIn(binding).reduce((sum, action) => sum + this.sizeOf(action).weight, 0));
  }

  /** Pays for a score in one of the macros that play it: its events, and the characters of its texts. */
  spendOnScore(score: Score): void {
    const known =
      this.scores.get(score) ?? score.events.reduce((sum, event) => sum + ('text' in event ? event.text.length : 1), 1);
    this.scores.set(score, known);
    this.budget.spend(known);
  }

  private sizeOf(action: Action): Size {
    const known = this.sizes.get(action);
    if (known) return known;
    let size: Size = { parts: 1, depth: 0, weight: action.do === 'text' ? action.text.length : 1 };
    if (action.do === 'many' || action.do === 'under') {
      const inner = (action.do === 'many' ? action.actions : partsOfUnder(action)).map((part) => this.sizeOf(part));
      size = {
        parts: 1 + inner.reduce((sum, { parts }) => sum + parts, 0),
        depth: 1 + Math.max(0, ...inner.map(({ depth }) => depth)),
        weight: 1 + inner.reduce((sum, { weight }) => sum + weight, 0),
      };
    }
    this.sizes.set(action, size);
    return size;
  }
}
