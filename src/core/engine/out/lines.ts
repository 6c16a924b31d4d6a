/** Outcome lines: what the engine sent and why, as plain objects with names instead of numbers. */
import { UNDER_MODIFIERS, type AskedFor, type DeviceFunction, type SlotWay, type UnderModifier } from '../../profile';
import type { Program } from '../compile';
import { BY_TIME, type Cause, type Decided, type LayerWay, type Listener } from './listener';

export type EdgeLine = { t: number; edge: 'down' | 'up'; code: string };
type WheelLine = { t: number; wheel: { dx: number; dy: number } };
type MoveLine = { t: number; move: { dx: number; dy: number } };
type DecisionLine = {
  t: number;
  why: Cause;
  key: string;
  layer: string;
  step: number;
  outcome: Decided;
  sinceUs: number;
};
export type OutcomeLine = EdgeLine | WheelLine | MoveLine | DecisionLine;

/** What lanes need besides outcome lines: when a key became undecided, and when a layer came and went. */
type PendingLine = { t: number; pending: string; layer: string; step: number; sinceUs: number };
export type LayerLine = { t: number; layer: string; active: boolean; under: boolean; way: LayerWay };
/** A decision that also says whose press or release closed it: a key, or `joint:ID`; absent when a deadline did. */
type TracedDecisionLine = DecisionLine & { by?: string };
/** What a press does begins; `from` is a key, or `joint:ID`. The downs that follow come from it. */
type BeginLine = { t: number; from: string; layer: string; pressedUs: number };
/** Another slot was asked for: the next, the previous, the next of some, or a number from 1. */
type SlotLine = { t: number; slot: Exclude<SlotWay, 'go'> | number };
/** The host was asked for something, by a name. */
type AskLine = { t: number; ask: string; what: AskedFor };
/** A function of the keyboard itself begins, or its key goes up. */
type DeviceLine = { t: number; device: DeviceFunction; begins: boolean };
/** What a press does is one thing under modifiers: which were lifted for it (none when it is what it is otherwise), and which were held. */
export type UnderLine = { t: number; lifted: UnderModifier[]; held: UnderModifier[] };
export type TraceLine =
  OutcomeLine | TracedDecisionLine | PendingLine | LayerLine | BeginLine | SlotLine | AskLine | DeviceLine | UnderLine;

export const isEdgeLine = (line: TraceLine): line is EdgeLine => 'edge' in line;
export const isWheelLine = (line: TraceLine): line is WheelLine => 'wheel' in line;
export const isMoveLine = (line: TraceLine): line is MoveLine => 'move' in line;
export const isDecisionLine = (line: TraceLine): line is TracedDecisionLine => 'why' in line;
export const isPendingLine = (line: TraceLine): line is PendingLine => 'pending' in line;
export const isBeginLine = (line: TraceLine): line is BeginLine => 'from' in line;
export const isAskLine = (line: TraceLine): line is AskLine => 'ask' in line;
export const isSlotLine = (line: TraceLine): line is SlotLine => 'slot' in line;
export const isDeviceLine = (line: TraceLine): line is DeviceLine => 'device' in line;
export const isUnderLine = (line: TraceLine): line is UnderLine => 'lifted' in line;
export const isLayerLine = (line: TraceLine): line is LayerLine => 'active' in line;

/** A listener that gives each usage edge, and with `why` each decision, to `take` as an outcome line. */
export function outcomeLines(program: Program, take: (line: OutcomeLine) => void, why: boolean): Listener {
  const edges: Listener = {
    wheel: (t, dx, dy) => take({ t, wheel: { dx, dy } }),
    move: (t, dx, dy) => take({ t, move: { dx, dy } }),
    edge: (t, down, usage) => take({ t, edge: down ? 'down' : 'up', code: program.codes[usage] ?? '' }),
  };
  if (!why) return edges;
  return { ...edges, decision: (...decision) => take(decisionLine(program, ...decision)) };
}

const decisionLine = (
  program: Program,
  ...[t, why, key, layer, step, outcome, openUs]: Parameters<NonNullable<Listener['decision']>>
): DecisionLine => ({
  t,
  why,
  key: program.keyIds[key] ?? '',
  layer: program.layerIds[layer] ?? '',
  step,
  outcome,
  sinceUs: openUs,
});

/** What a key number is called: a key id, or for a joint press `joint:ID`. */
const sourceName = ({ keyIds, joints }: Program, key: number): string =>
  keyIds[key] ?? `joint:${joints[key - keyIds.length]?.id ?? ''}`;

/** The modifiers that bits stand for. */
export const modifiersOf = (bits: number): UnderModifier[] => UNDER_MODIFIERS.filter((_, bit) => (bits >> bit) & 1);

/** A listener that gives everything that happens inside, in order. */
export function traceLines(program: Program, take: (line: TraceLine) => void): Listener {
  return {
    ...outcomeLines(program, take, false),
    decision: (...decision) => {
      const by = decision[7];
      const line = decisionLine(program, ...decision);
      take(by === BY_TIME ? line : { ...line, by: sourceName(program, by) });
    },
    pending: (t, key, layer, step, sinceUs) =>
      take({ t, pending: program.keyIds[key] ?? '', layer: program.layerIds[layer] ?? '', step, sinceUs }),
    begin: (t, key, layer, pressedUs) =>
      take({ t, from: sourceName(program, key), layer: program.layerIds[layer] ?? '', pressedUs }),
    layer: (t, layer, active, under, way) => take({ t, layer: program.layerIds[layer] ?? '', active, under, way }),
    slot: (t, how, slot) => take({ t, slot: how === 'go' ? slot : how }),
    ask: (t, what, ask) => take({ t, ask, what }),
    under: (t, lifted, held) => take({ t, lifted: modifiersOf(lifted), held: modifiersOf(held) }),
    device: (t, device, begins) => take({ t, device, begins }),
  };
}
