/**
 * What an image stands for once its references are followed, counted before any of it is built: five levels of sixteen references are
 * a million actions in 243 bytes. The parts of an action stand before it, so that each is sized once.
 */
import { LIMITS, type Action, type Binding, type Score } from '../profile';
import { Budget, READING_BUDGET } from '../reading';
import { badImage } from './bytes';

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
    const { nodes, nodesAByte } = READING_BUDGET.image;
    this.budget = new Budget(nodes + nodesAByte * imageBytes, 'the whole image');
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

  spendOnAction(action: Action): void {
    this.budget.spend(this.sizeOf(action).weight);
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
    if (action.do === 'many') {
      const inner = action.actions.map((part) => this.sizeOf(part));
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
