/**
 * What a trial shows: bars from down to up for fingers, layers and the host, and one for each decision from the moment a
 * key became undecided until its cause. Events come in as they happen; bars that ended long ago are dropped.
 */
import {
  isBeginLine,
  isDecisionLine,
  isEdgeLine,
  isLayerLine,
  isPendingLine,
  isUnderLine,
  type Cause,
  type LayerWay,
  type Decided,
  type LayerLine,
  type TraceLine,
  type UnderLine,
} from '../engine';

/** Something that lasts: a finger on a key, a usage at the host, a layer. `toUs` is null while it goes on. */
export type Bar = { name: string; fromUs: number; toUs: number | null };

/** Which press something at the host came from: the key or joint press, the layer that answered, when it went down. */
export type Origin = {
  from: string;
  layer: string;
  pressedUs: number;
  /** Of an action that is something else under modifiers: which it was under, and which were held. */
  under?: Pick<UnderLine, 'lifted' | 'held'>;
};

/** A usage at the host, and where it came from. */
export type HostBar = Bar & { origin?: Origin };

/** A layer while it was active: what made it so, and the press that did. */
export type LayerBar = Bar & { way: LayerWay; origin?: Origin };

/** A key that was or is undecided. `by` is the key (or `joint:ID`) whose press or release closed it; absent when time did. */
export type DecisionBar = Bar & {
  layer: string;
  step: number;
  why: Cause | null;
  outcome: Decided | null;
  by?: string;
};

type LaneKind = 'fingers' | 'layers' | 'host';

export class Lanes {
  readonly fingers: Bar[] = [];
  readonly layers: LayerBar[] = [];
  readonly host: HostBar[] = [];
  readonly decisions: DecisionBar[] = [];
  /** Active layers that stand under the others. */
  private readonly under = new Set<string>();
  /** What goes on in each lane, by name: looked up for every event, so that long histories cost nothing. */
  private readonly open: Record<LaneKind, Map<string, Bar>> = {
    fingers: new Map(),
    layers: new Map(),
    host: new Map(),
  };
  private origin: Origin | undefined;
  /** When the last thing happened. */
  lastUs = 0;

  /** A finger went down on a key, or up. */
  finger(tUs: number, key: string, down: boolean): void {
    this.turn('fingers', tUs, key, down);
  }

  /** Something the engine said. */
  take(line: TraceLine): void {
    this.lastUs = Math.max(this.lastUs, line.t);
    if (isEdgeLine(line)) {
      this.turn('host', line.t, line.code, line.edge === 'down', this.origin);
    } else if (isDecisionLine(line)) {
      const open = this.decisions.findLast((bar) => bar.toUs === null);
      const bar = open ?? this.addDecision(line.key, line.layer, line.step, line.t - line.sinceUs);
      bar.toUs = line.t;
      bar.why = line.why;
      bar.outcome = line.outcome;
      bar.step = line.step;
      if (line.by !== undefined) bar.by = line.by;
    } else if (isPendingLine(line)) {
      const open = this.decisions.findLast((bar) => bar.toUs === null);
      if (open) open.step = line.step;
      else this.addDecision(line.pending, line.layer, line.step, line.sinceUs);
    } else if (isBeginLine(line)) {
      this.origin = { from: line.from, layer: line.layer, pressedUs: line.pressedUs };
    } else if (isUnderLine(line)) {
      if (this.origin) this.origin.under = { lifted: line.lifted, held: line.held };
    } else if (isLayerLine(line)) {
      this.turnLayer(line);
      if (line.under) this.under.add(line.layer);
      else this.under.delete(line.layer);
    }
  }

  /** Drops bars that ended before a time. */
  forget(beforeUs: number): void {
    for (const bars of [this.fingers, this.layers, this.host, this.decisions]) {
      const kept = bars.findIndex((bar) => bar.toUs === null || bar.toUs >= beforeUs);
      bars.splice(0, kept < 0 ? bars.length : kept);
    }
  }

  /** Names of what goes on in a lane, in the order it began. */
  held(kind: LaneKind): string[] {
    return [...this.open[kind].keys()];
  }

  /** The indices of the active layers in the order a press asks them, the base last. */
  askOrder(layerIds: readonly string[]): number[] {
    const active = this.held('layers');
    const indices = layerIds
      .map((id, index) => ({ id, index }))
      .filter(({ id, index }) => index > 0 && active.includes(id));
    const descending = indices.toReversed();
    return [
      ...descending.filter(({ id }) => !this.under.has(id)),
      ...descending.filter(({ id }) => this.under.has(id)),
      { index: 0 },
    ].map(({ index }) => index);
  }

  get pending(): DecisionBar | undefined {
    return this.decisions.findLast((bar) => bar.toUs === null);
  }

  private turn(lane: 'fingers' | 'host', tUs: number, name: string, on: boolean, origin?: Origin): void {
    if (on) this.begin(lane, this[lane], beginBar(name, tUs, origin));
    else this.end(lane, name, tUs);
  }

  private turnLayer({ t, layer: name, active, way }: LayerLine): void {
    if (active) this.begin('layers', this.layers, { ...beginBar(name, t, this.origin), way });
    else this.end('layers', name, t);
  }

  private begin<B extends Bar>(lane: LaneKind, bars: B[], bar: B): void {
    this.lastUs = Math.max(this.lastUs, bar.fromUs);
    if (this.open[lane].has(bar.name)) return;
    this.open[lane].set(bar.name, bar);
    bars.push(bar);
  }

  private end(lane: LaneKind, name: string, tUs: number): void {
    this.lastUs = Math.max(this.lastUs, tUs);
    const bar = this.open[lane].get(name);
    if (bar) bar.toUs = tUs;
    this.open[lane].delete(name);
  }

  private addDecision(key: string, layer: string, step: number, fromUs: number): DecisionBar {
    const bar: DecisionBar = { name: key, layer, step, fromUs, toUs: null, why: null, outcome: null };
    this.decisions.push(bar);
    return bar;
  }
}

const beginBar = (name: string, fromUs: number, origin: Origin | undefined): HostBar => ({
  name,
  fromUs,
  toUs: null,
  ...(origin && { origin }),
});

/** Bars that touch a span of time. */
export const barsWithin = <B extends Bar>(bars: readonly B[], fromUs: number, toUs: number): B[] =>
  bars.filter((bar) => bar.fromUs <= toUs && (bar.toUs === null || bar.toUs >= fromUs));

/** Rows for a lane of many names: the names that have a bar in the span, in the order they first appeared. */
export function rowsWithin(bars: readonly Bar[], fromUs: number, toUs: number): { name: string; bars: Bar[] }[] {
  const rows = new Map<string, Bar[]>();
  for (const bar of barsWithin(bars, fromUs, toUs)) rows.set(bar.name, [...(rows.get(bar.name) ?? []), bar]);
  return [...rows].map(([name, rowBars]) => ({ name, bars: rowBars }));
}
