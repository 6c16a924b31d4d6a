/** Everything an engine says, as trace reports, and back as lines. */
import { BUTTON_PAGE, codeOfUsage, idOf, pageOf, usageOf, usageOfCode } from '../codes';
import {
  BY_TIME,
  CAUSES,
  DECIDED,
  LAYER_WAYS,
  modifiersOf,
  type Listener,
  type Program,
  type TraceLine,
} from '../engine';
import { ASKED_FOR, DEVICE_FUNCTIONS } from '../profile';
import type { ReportWriter } from './linkReports';
import { type ReportReader, TRACE, TRACE_BY_TIME, TRACE_KIND } from './linkReports';

const SLOT_WAYS = ['next', 'previous', 'go', 'among'] as const;

/** @param report begins a report of a kind; `send` takes it when it is full */
export function traceReports(
  program: Program,
  begin: (kind: number) => ReportWriter,
  send: (report: ReportWriter) => void,
): Listener {
  const usages = program.codes.map(
    (code) => usageOfCode(code) ?? usageOf(BUTTON_PAGE, Number(code.replace('button:', ''))),
  );
  const report = (tUs: number, kind: number): ReportWriter => begin(TRACE).u8(kind).timeUs(tUs);
  return {
    edge: (tUs, down, usage) => {
      const hid = usages[usage] ?? 0;
      send(
        report(tUs, TRACE_KIND.edge)
          .u8(down ? 1 : 0)
          .u8(pageOf(hid))
          .u16(idOf(hid)),
      );
    },
    decision: (tUs, cause, key, layer, step, outcome, openUs, by) =>
      send(
        report(tUs, TRACE_KIND.decision)
          .u8(CAUSES.indexOf(cause))
          .u16(key)
          .u8(layer)
          .u8(step)
          .u8(DECIDED.indexOf(outcome))
          .timeUs(openUs)
          .u16(by === BY_TIME ? TRACE_BY_TIME : by),
      ),
    pending: (tUs, key, layer, step, sinceUs) =>
      send(report(tUs, TRACE_KIND.pending).u16(key).u8(layer).u8(step).timeUs(sinceUs)),
    begin: (tUs, key, layer, pressedUs) => send(report(tUs, TRACE_KIND.begin).u16(key).u8(layer).timeUs(pressedUs)),
    move: (tUs, dx, dy) => send(report(tUs, TRACE_KIND.move).u8(dx).u8(dy)),
    wheel: (tUs, dx, dy) => send(report(tUs, TRACE_KIND.wheel).u8(dx).u8(dy)),
    layer: (tUs, layer, active, under, way) =>
      send(
        report(tUs, TRACE_KIND.layer)
          .u8(layer)
          .u8((active ? 1 : 0) | (under ? 2 : 0))
          .u8(LAYER_WAYS.indexOf(way)),
      ),
    slot: (tUs, how, slot) => send(report(tUs, TRACE_KIND.slot).u8(SLOT_WAYS.indexOf(how)).u8(slot)),
    ask: (tUs, what, name) => send(report(tUs, TRACE_KIND.ask).u8(ASKED_FOR.indexOf(what)).text(name)),
    under: (tUs, lifted, held) => send(report(tUs, TRACE_KIND.under).u8(lifted).u8(held)),
    device: (tUs, what, begins) =>
      send(
        report(tUs, TRACE_KIND.device)
          .u8(DEVICE_FUNCTIONS.indexOf(what))
          .u8(begins ? 1 : 0),
      ),
  };
}

/** Names for the numbers in trace reports: those of the image that plays. */
export type TraceNames = { keyIds: readonly string[]; layerIds: readonly string[]; jointIds: readonly string[] };

/** The line that a trace report stands for; undefined for one of a kind that is not known here. */
export function traceLineOf(report: ReportReader, names: TraceNames): TraceLine | undefined {
  const kind = report.u8();
  const t = report.timeUs();
  const key = (): string => names.keyIds[report.u16()] ?? '';
  const layer = (): string => names.layerIds[report.u8()] ?? '';
  const sourceName = (number: number): string =>
    names.keyIds[number] ?? `joint:${names.jointIds[number - names.keyIds.length] ?? ''}`;
  const signed = (): number => (report.u8() << 24) >> 24;
  switch (kind) {
    case TRACE_KIND.edge: {
      const down = report.u8() === 1;
      const page = report.u8();
      const id = report.u16();
      const code = page === BUTTON_PAGE ? `button:${id}` : codeOfUsage(usageOf(page, id));
      return { t, edge: down ? 'down' : 'up', code };
    }
    case TRACE_KIND.decision: {
      const why = CAUSES[report.u8()] ?? 'only';
      const line = { t, why, key: key(), layer: layer(), step: report.u8() };
      const decided = { ...line, outcome: DECIDED[report.u8()] ?? 'none', sinceUs: report.timeUs() };
      const by = report.u16();
      return by === TRACE_BY_TIME ? decided : { ...decided, by: sourceName(by) };
    }
    case TRACE_KIND.pending:
      return { t, pending: key(), layer: layer(), step: report.u8(), sinceUs: report.timeUs() };
    case TRACE_KIND.begin: {
      const number = report.u16();
      return { t, from: sourceName(number), layer: layer(), pressedUs: report.timeUs() };
    }
    case TRACE_KIND.wheel: {
      return { t, wheel: { dx: signed(), dy: signed() } };
    }
    case TRACE_KIND.move:
      return { t, move: { dx: signed(), dy: signed() } };
    case TRACE_KIND.layer: {
      const name = layer();
      const bits = report.u8();
      const way = LAYER_WAYS[report.u8()] ?? 'while';
      return { t, layer: name, active: (bits & 1) !== 0, under: (bits & 2) !== 0, way };
    }
    case TRACE_KIND.slot: {
      const how = SLOT_WAYS[report.u8()] ?? 'next';
      const slot = report.u8();
      return { t, slot: how === 'go' ? slot : how };
    }
    case TRACE_KIND.device: {
      const device = DEVICE_FUNCTIONS[report.u8()] ?? 'record';
      return { t, device, begins: report.u8() === 1 };
    }
    case TRACE_KIND.ask: {
      const what = ASKED_FOR[report.u8()] ?? 'program';
      return { t, ask: report.text(), what };
    }
    case TRACE_KIND.under:
      return { t, lifted: modifiersOf(report.u8()), held: modifiersOf(report.u8()) };
    default:
      return undefined;
  }
}
