/** One run of a macro, played by the engine: how long it takes in engine time, and until the host has the last report. */
import type { Board, KeyId } from '../board';
import { isSound, type Problems, type Sound } from '../check';
import { usageOfCode, type Code } from '../codes';
import { isEdgeLine, isWheelLine, replay, ReportPacker, type OutcomeLine } from '../engine';
import { partsOf, pressesOf } from '../macro';
import type { Action, Macro, Profile } from '../profile';
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

/** A moment while a macro holds a key, and which key that is: the middle of its longest press. */
export type Hold = { code: Code; atUs: number };

/** One key plays a macro, another sends what the macro holds longest, and nothing else is there to come in between. */
export type MacroStage = { sound: Sound; macro: Macro; plays: KeyId; sends: KeyId; hold: Hold | undefined };

function longestHold(macro: Macro): Hold | undefined {
  let fromUs = 0;
  let best: (Hold & { lengthUs: number }) | undefined;
  for (const { score } of partsOf(macro)) {
    for (const { code, downUs, upUs } of pressesOf(score).presses) {
      const lengthUs = (upUs ?? score.lengthUs) - downUs;
      if (!best || lengthUs > best.lengthUs)
        best = { code, atUs: fromUs + downUs + Math.floor(lengthUs / 2), lengthUs };
    }
    fromUs += score.lengthUs;
  }
  return best;
}

/** The stage for a macro; or what keeps the macro from being played at all, whatever else is in the profile. */
export function stageMacro(profile: Profile, board: Board, macro: Macro): MacroStage | Problems {
  const [plays = '', sends = ''] = board.keys.map(({ id }) => id);
  const hold = longestHold(macro);
  const does: Record<KeyId, Action> = {
    [plays]: { do: 'macro', macro: macro.id },
    ...(hold && { [sends]: { do: 'keys', codes: [hold.code] } }),
  };
  const checked = aloneWith(profile, board, does, [macro]);
  return isSound(checked) ? { sound: checked, macro, plays, sends, hold } : checked;
}

/**
 * Runs a macro from a press of its key that lasts `heldUs`. One that goes on until it is pressed again is pressed again then.
 * @param pollHz how often the host asks the device
 */
export function runMacro({ sound, macro, plays: key }: MacroStage, heldUs: number, pollHz: number): MacroRun {
  const { board, program } = sound;
  const press = (tUs: number) => [
    { tUs, key, depthUm: board.travelUm },
    { tUs: tUs + heldUs, key, depthUm: 0 },
  ];
  const samples =
    macro.run.kind === 'untilPressedAgain'
      ? [...press(0).map((one, n) => ({ ...one, tUs: n })), ...press(heldUs)]
      : press(0);
  const lines = replay(program, samples, { settleMs: MOST_US / 1000 });
  const packer = new ReportPacker('bitmap', pollHz);
  let lastReportUs = 0;
  let reports = 0;
  for (const line of lines) {
    if (isEdgeLine(line)) lastReportUs = packer.edge(line.t, line.edge === 'down', usageOfCode(line.code) ?? 0).tUs;
    // A turn of the wheel is a report, too, at the next poll.
    else if (isWheelLine(line)) lastReportUs = Math.ceil((line.t * pollHz) / 1e6) * (1e6 / pollHz);
    else continue;
    reports++;
  }
  return { lines, lastEdgeUs: lines.at(-1)?.t ?? 0, lastReportUs, reports };
}
