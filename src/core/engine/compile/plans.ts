/**
 * Stroke plans made ready: the crossings of each way, in the order in which a finger meets them. A span that begins going
 * one way has, besides its own end, an end where its beginning is crossed the other way.
 */
import type { Span } from '../../profile';
import type { RunAction } from './actions';

const BEGINS = 0;
/** The plan's own end, or its beginning crossed the other way. */
const ENDS = 1;

/** The kind of binding that a plan is, beside those of `program`. */
export const STROKE = 3;

type PlanCrossing = { atUm: number; span: number; what: typeof BEGINS | typeof ENDS };
/** A mark begins and ends at once. */
type RunSpan = { action: RunAction; isMark: boolean };

export class RunPlan {
  readonly kind = STROKE;

  constructor(
    readonly spans: readonly RunSpan[],
    /** How long a mark is shown to the host, in µs. */
    readonly tapUs: number,
    /** From the top to the bottom, equal depths as the plan lists their spans. */
    private readonly downs: readonly PlanCrossing[],
    /** From the bottom to the top. */
    private readonly ups: readonly PlanCrossing[],
    /** Every depth that the plan names, in µm. */
    readonly depths: readonly number[],
  ) {}

  /** Gives each crossing of a movement to the player, in the order of travel. */
  cross(fromUm: number, toUm: number, player: PlanPlayer): void {
    const met = toUm >= fromUm ? this.downs : this.ups;
    for (let n = 0; n < met.length; n++) {
      const { atUm, span, what } = met[n] as PlanCrossing;
      if (!lies(atUm, fromUm, toUm)) continue;
      if (what === BEGINS) player.beginSpan(span);
      else player.endSpan(span);
    }
  }

  /** Whether a movement passes a depth of the plan, whichever way the plan names it. */
  isPassed(fromUm: number, toUm: number): boolean {
    for (let n = 0; n < this.depths.length; n++) if (lies(this.depths[n] as number, fromUm, toUm)) return true;
    return false;
  }

  /** Whether a movement begins a span or a mark. */
  isBegun(fromUm: number, toUm: number): boolean {
    const met = toUm >= fromUm ? this.downs : this.ups;
    for (let n = 0; n < met.length; n++) {
      const { atUm, what } = met[n] as PlanCrossing;
      if (what === BEGINS && lies(atUm, fromUm, toUm)) return true;
    }
    return false;
  }
}

/** What a plan's crossings are played on. */
export interface PlanPlayer {
  beginSpan(span: number): void;
  endSpan(span: number): void;
}

/** Crossed going down from less to at least the depth, going up from at least to less. */
const lies = (atUm: number, fromUm: number, toUm: number): boolean =>
  toUm >= fromUm ? fromUm < atUm && atUm <= toUm : toUm < atUm && atUm <= fromUm;

export function compilePlan(spans: readonly Span[], actions: readonly RunAction[], tapUs: number): RunPlan {
  const downs: PlanCrossing[] = [];
  const ups: PlanCrossing[] = [];
  spans.forEach(({ from, to }, span) => {
    const [there, back] = from.going === 'down' ? [downs, ups] : [ups, downs];
    there.push({ atUm: from.atUm, span, what: BEGINS });
    if (!to) return;
    back.push({ atUm: from.atUm, span, what: ENDS });
    (to.going === 'down' ? downs : ups).push({ atUm: to.atUm, span, what: ENDS });
  });
  // Sorting is stable: equal depths stay as listed.
  downs.sort((a, b) => a.atUm - b.atUm);
  ups.sort((a, b) => b.atUm - a.atUm);
  const runSpans = spans.map(({ to }, n): RunSpan => ({ action: actions[n] as RunAction, isMark: to === undefined }));
  const depths = new Set(spans.flatMap(({ from, to }) => (to ? [from.atUm, to.atUm] : [from.atUm])));
  return new RunPlan(runSpans, tapUs, downs, ups, [...depths]);
}

/** All depths of some plans in µm, ascending; null when there is none. */
export function depthsOfPlans(plans: readonly RunPlan[]): Int32Array | null {
  return plans.length > 0 ? Int32Array.from(new Set(plans.flatMap(({ depths }) => depths))).sort() : null;
}
