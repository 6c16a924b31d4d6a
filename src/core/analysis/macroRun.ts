/** One run of a macro, played by the engine: how long it takes in engine time, and until the host has the last report. */
import { boardById, type Board, type KeyId } from '../board';
import { compile, isEdgeLine, replay, ReportPacker, type OutcomeLine } from '../engine';
import { usageOfCode } from '../codes';
import { type Macro, type Profile } from '../profile';
import { aloneWith } from './alone';

const MOST_US = 20_000_000;

export type MacroRun = {
  lines: OutcomeLine[];
  /** From the press to the last edge, in µs. */
  lastEdgeUs: number;
  /** From the press until the host has polled the last report, in µs. */
  lastReportUs: number;
  reports: number;
};

/** A profile in which one key plays a macro and nothing else is there to come in between. */
export function macroStage(profile: Profile, macro: Macro, board: Board): { profile: Profile; key: KeyId } {
  const key = board.keys[0]?.id ?? '';
  const alone = aloneWith(profile, { [key]: { do: 'macro', macro: macro.id } }, [macro]);
  return { profile: alone, key };
}

/**
 * Runs a macro from a press of its key that lasts `heldUs`. One that goes on until it is pressed again is pressed again then.
 * @param pollHz how often the host asks the device
 */
export function runMacro(profile: Profile, macro: Macro, heldUs: number, pollHz: number): MacroRun {
  const board = boardById(profile.board);
  if (!board) return { lines: [], lastEdgeUs: 0, lastReportUs: 0, reports: 0 };
  const { profile: alone, key } = macroStage(profile, macro, board);
  const press = (tUs: number) => [
    { tUs, key, depthUm: board.travelUm },
    { tUs: tUs + heldUs, key, depthUm: 0 },
  ];
  const samples =
    macro.run.kind === 'untilPressedAgain'
      ? [...press(0).map((one, n) => ({ ...one, tUs: n })), ...press(heldUs)]
      : press(0);
  const lines = replay(compile(alone, board), samples, { settleMs: MOST_US / 1000 });
  const packer = new ReportPacker('bitmap', pollHz);
  let lastReportUs = 0;
  let reports = 0;
  for (const line of lines.filter(isEdgeLine)) {
    lastReportUs = packer.edge(line.t, line.edge === 'down', usageOfCode(line.code) ?? 0).tUs;
    reports++;
  }
  return { lines, lastEdgeUs: lines.at(-1)?.t ?? 0, lastReportUs, reports };
}
