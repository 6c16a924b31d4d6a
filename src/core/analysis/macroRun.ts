/** One run of a macro, played by the engine: how long it takes in engine time, and until the host has the last report. */
import { boardById, type Board } from '../board';
import { compile, isEdgeLine, replay, ReportPacker, type OutcomeLine } from '../engine';
import { usageOfCode } from '../codes';
import { type Macro, type Profile } from '../profile';

/** Keys of a board of two, made for the purpose. */
const PLAYS = 'play';
const MOST_US = 20_000_000;

export type MacroRun = {
  lines: OutcomeLine[];
  /** From the press to the last edge, in µs. */
  lastEdgeUs: number;
  /** From the press until the host has polled the last report, in µs. */
  lastReportUs: number;
  reports: number;
};

function stageFor(profile: Profile, macro: Macro, board: Board): Profile {
  return {
    ...profile,
    joints: [],
    joinedLayers: [],
    travel: { board: { mode: 'fixed', pointUm: 1500 }, keys: {} },
    macros: [macro],
    layers: [
      {
        id: 'base',
        name: 'Base',
        dye: 'indigo',
        keys: { [board.keys[0]?.id ?? PLAYS]: { does: { kind: 'act', action: { do: 'macro', macro: macro.id } } } },
      },
    ],
  };
}

/**
 * Runs a macro from a press of its key that lasts `heldUs`. One that goes on until it is pressed again is pressed again then.
 * @param pollHz how often the host asks the device
 */
export function runMacro(profile: Profile, macro: Macro, heldUs: number, pollHz: number): MacroRun {
  const board = boardById(profile.board);
  const key = board?.keys[0]?.id;
  if (!board || key === undefined) return { lines: [], lastEdgeUs: 0, lastReportUs: 0, reports: 0 };
  const press = (tUs: number) => [
    { tUs, key, depthUm: board.travelUm },
    { tUs: tUs + heldUs, key, depthUm: 0 },
  ];
  const samples =
    macro.run.kind === 'untilPressedAgain'
      ? [...press(0).map((one, n) => ({ ...one, tUs: n })), ...press(heldUs)]
      : press(0);
  const lines = replay(compile(stageFor(profile, macro, board), board), samples, { settleMs: MOST_US / 1000 });
  const packer = new ReportPacker('bitmap', pollHz);
  let lastReportUs = 0;
  let reports = 0;
  for (const line of lines.filter(isEdgeLine)) {
    lastReportUs = packer.edge(line.t, line.edge === 'down', usageOfCode(line.code) ?? 0).tUs;
    reports++;
  }
  return { lines, lastEdgeUs: lines.at(-1)?.t ?? 0, lastReportUs, reports };
}
