/**
 * For trying the engine: a profile sketched from assign lines, fingers as a line of text, outcomes as lines of text.
 * Tests, benchmarks and worked examples use it, so that all of them read like the rules.
 */
import { boardById, HARROW_64, type Board } from '../../src/core/board';
import { codeOfWord, wordOfCode } from '../../src/core/codes';
import { parseLine } from '../../src/core/notation';
import { plainProfile, type PartialTiming, type Profile } from '../../src/core/profile';
import { isEdgeLine, isMoveLine, isWheelLine, type OutcomeLine } from '../../src/core/engine/out';
import { compile } from '../../src/core/engine/compile';
import { replay } from '../../src/core/engine/replay';
import type { Sample } from '../../src/core/engine/sample';

/** Layers as assign lines: `{ Base: { A: 'tap A, hold Ctrl' }, Nav: { H: 'Left' } }`. The first is the base. */
export type SketchLayers = Record<string, Record<string, string>>;

/** The key id a short name means: `A`, `Caps`, `Space`, or an id itself. */
const keyNamed = (name: string, board: Board): string =>
  board.keys.some((key) => key.id === name) ? name : (codeOfWord(name) ?? name);

/**
 * A profile in which every key is plain but for the lines given. The lines are written in the notation of the assign line.
 * @throws Error naming the line that cannot be read
 */
export function sketchProfile(layers: SketchLayers, timing: PartialTiming = {}, more: Partial<Profile> = {}): Profile {
  const board = boardById(more.board ?? HARROW_64.id) ?? HARROW_64;
  const named = Object.keys(layers).map((name) => ({ id: name.toLowerCase(), name }));
  const plain = plainProfile(board, 'stage', 'Stage');
  const built = Object.entries(layers).map(([name, lines], index) => {
    const keys = Object.entries(lines).map(([key, line]) => {
      const parsed = parseLine(line, { layers: named, macros: more.macros ?? [] });
      if (!parsed.ok) throw new Error(`${name}, ${key}: ${parsed.error.message}`);
      return [keyNamed(key, board), { does: parsed.binding }] as const;
    });
    return {
      id: name.toLowerCase(),
      name,
      dye: 'indigo' as const,
      keys: { ...(index === 0 ? plain.layers[0]?.keys : {}), ...Object.fromEntries(keys) },
    };
  });
  return { ...plain, layers: built, timing: { ...plain.timing, ...timing } as Profile['timing'], ...more };
}

/**
 * Fingers as text: `+A 0, +B 50, -B 90, -A 120` with times in milliseconds; `A@0.6 20` is a depth in millimetres.
 * @param name a board's key for each short name
 */
export function fingers(text: string, board: Board = HARROW_64): Sample[] {
  return text.split(',').map((word) => {
    const [, sign, name = '', , depth, ms = ''] = /^\s*([+-]?)([^@\s]+)(@([\d.]+))?\s+([\d.]+)\s*$/.exec(word) ?? [];
    if (sign === undefined || (sign === '') === (depth === undefined))
      throw new Error(`"${word}" is not like "+A 50" or "A@0.6 50"`);
    return {
      tUs: Math.round(Number(ms) * 1000),
      key: keyNamed(name, board),
      depthUm: depth !== undefined ? Math.round(Number(depth) * 1000) : sign === '+' ? board.travelUm : 0,
    };
  });
}

/** Outcome lines as short text: `120 +A`, `120 A tap released-early` (times in ms). */
export const shortly = (lines: readonly OutcomeLine[]): string[] =>
  lines.map((line) => {
    const ms = line.t / 1000;
    if (isEdgeLine(line)) return `${ms} ${line.edge === 'down' ? '+' : '-'}${wordOfCode(line.code)}`;
    if (isMoveLine(line)) return `${ms} move ${line.move.dx} ${line.move.dy}`;
    if (isWheelLine(line)) return `${ms} wheel ${line.wheel.dx} ${line.wheel.dy}`;
    return `${ms} ${wordOfCode(line.key)}${line.step > 1 ? line.step : ''} ${line.outcome} ${line.why}`;
  });

/** What a hand on a sketched profile sends, as short text; with a rule for interruptions, decisions too. */
export function sent(
  layers: SketchLayers,
  hand: string,
  timing: PartialTiming = {},
  more: Partial<Profile> = {},
): string {
  const program = compile(sketchProfile(layers, timing, more));
  return shortly(replay(program, fingers(hand), { why: timing.interrupt !== undefined })).join(', ');
}
