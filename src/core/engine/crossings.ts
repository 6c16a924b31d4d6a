/**
 * Stroke plans made ready: the crossings of each way, in the order in which a finger meets them. A span that begins going
 * one way has, besides its own end, an end where its beginning is crossed the other way.
 */
import type { Span } from '../profile';
import type { RunAction, RunBinding } from './program';

const BEGINS = 0;
const ENDS = 1;
/** An end that the plan does not name: the beginning is crossed the other way. */
const TURNS_BACK = 2;

type PlanCrossing = { atUm: number; span: number; what: typeof BEGINS | typeof ENDS | typeof TURNS_BACK };
/** A mark begins and ends at once. */
export type RunSpan = { action: RunAction; isMark: boolean };

export class RunPlan {
  readonly kind = 'stroke';

  constructor(
    readonly spans: readonly RunSpan[],
    /** How long a mark is shown to the host, in µs. */
    readonly tapUs: number,
    /** From the top to the bottom, equal depths as the plan lists their spans. */
    private readonly downs: readonly PlanCrossing[],
    /** From the bottom to the top. */
    private readonly ups: readonly PlanCrossing[],
  ) {}

  /** Gives each crossing of a movement to the player, in the order of travel. */
  cross(fromUm: number, toUm: number, player: PlanPlayer): void {
    for (const crossing of this.met(fromUm, toUm)) {
      if (!lies(crossing, fromUm, toUm)) continue;
      if (crossing.what === BEGINS) player.beginSpan(crossing.span);
      else player.endSpan(crossing.span);
    }
  }

  /** Whether a movement crosses something that the plan names. */
  isCrossed(fromUm: number, toUm: number): boolean {
    return this.met(fromUm, toUm).some((crossing) => crossing.what !== TURNS_BACK && lies(crossing, fromUm, toUm));
  }

  /** Whether a movement begins a span or a mark. */
  isBegun(fromUm: number, toUm: number): boolean {
    return this.met(fromUm, toUm).some((crossing) => crossing.what === BEGINS && lies(crossing, fromUm, toUm));
  }

  /** Every depth at which something can happen, in µm. */
  get depths(): number[] {
    return [...this.downs, ...this.ups].map(({ atUm }) => atUm);
  }

  private met(fromUm: number, toUm: number): readonly PlanCrossing[] {
    return toUm >= fromUm ? this.downs : this.ups;
  }
}

/** What a plan's crossings are played on. */
export interface PlanPlayer {
  beginSpan(span: number): void;
  endSpan(span: number): void;
}

/** Crossed going down from less to at least the depth, going up from at least to less. */
const lies = ({ atUm }: PlanCrossing, fromUm: number, toUm: number): boolean =>
  toUm >= fromUm ? fromUm < atUm && atUm <= toUm : toUm < atUm && atUm <= fromUm;

export function compilePlan(spans: readonly Span[], actions: readonly RunAction[], tapUs: number): RunPlan {
  const downs: PlanCrossing[] = [];
  const ups: PlanCrossing[] = [];
  spans.forEach(({ from, to }, span) => {
    const [there, back] = from.going === 'down' ? [downs, ups] : [ups, downs];
    there.push({ atUm: from.atUm, span, what: BEGINS });
    if (!to) return;
    back.push({ atUm: from.atUm, span, what: TURNS_BACK });
    (to.going === 'down' ? downs : ups).push({ atUm: to.atUm, span, what: ENDS });
  });
  // Sorting is stable: equal depths stay as listed.
  downs.sort((a, b) => a.atUm - b.atUm);
  ups.sort((a, b) => b.atUm - a.atUm);
  const runSpans = spans.map(({ to }, n): RunSpan => ({ action: actions[n] as RunAction, isMark: to === undefined }));
  return new RunPlan(runSpans, tapUs, downs, ups);
}

/** All depths of the plans among a key's bindings, ascending; null when there is none. */
export function depthsOfPlans(bindings: readonly (RunBinding | null | undefined)[]): Int32Array | null {
  const plans = bindings.filter((binding) => binding?.kind === 'stroke');
  return plans.length > 0 ? Int32Array.from(new Set(plans.flatMap((plan) => plan.depths))).sort() : null;
}
