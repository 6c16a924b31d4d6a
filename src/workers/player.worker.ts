/**
 * Plays a macro in real time, away from the page, so that a busy page does not make it late. It sleeps until shortly before the next
 * event and then watches the clock; how late each event was is told with it.
 */
import { mustBeSound } from '../core/check';
import { bringHosts } from '../core/hosts';
import { Engine, isEdgeLine, traceLines } from '../core/engine';
import type { PlayedPiece, PlayOrder } from './playOrder';

const scope = self as unknown as DedicatedWorkerGlobalScope;

/** Timers may be late by this much, and are never shorter than 4 ms; the rest of the time is waited for with open eyes. */
const AWAKE_MS = 14;
/** Time to get ready before the key goes down. */
const LEAD_MS = 40;
/** With this much time left, what has happened is told. */
const TELL_MS = 0.6;
/** It ends when nothing more is due for this long. */
const SETTLE_US = 50_000;

async function play({ profile, board, key, presses, untilUs }: PlayOrder): Promise<void> {
  await bringHosts([profile.hostLayout]);
  const { program } = mustBeSound(profile, board);
  const index = program.keyIndex.get(key) ?? 0;
  const startMs = performance.now() + LEAD_MS;
  let piece: PlayedPiece = { lines: [], lateUs: [], isDone: false };
  const engine = new Engine(
    program,
    traceLines(program, (line) => {
      piece.lines.push(line);
      if (isEdgeLine(line)) piece.lateUs.push(Math.round((performance.now() - startMs) * 1000 - line.t));
    }),
  );
  const samples = presses.flatMap(({ fromUs, toUs }) => [
    { tUs: fromUs, depthUm: board.travelUm },
    { tUs: toUs, depthUm: 0 },
  ]);
  let next = 0;
  const tell = (): void => {
    if (piece.lines.length === 0 && !piece.isDone) return;
    scope.postMessage(piece);
    piece = { lines: [], lateUs: [], isDone: false };
  };
  const step = (): void => {
    for (;;) {
      const sample = samples[next];
      const dueUs = Math.min(sample?.tUs ?? Infinity, engine.nextDeadlineUs);
      const isOver = dueUs === Infinity || dueUs > untilUs;
      const waitMs = startMs + (isOver ? engine.nowUs + SETTLE_US : dueUs) / 1000 - performance.now();
      if (waitMs > TELL_MS) tell();
      if (waitMs > AWAKE_MS || (isOver && waitMs > 0)) {
        setTimeout(step, Math.max(1, waitMs - AWAKE_MS));
        return;
      }
      if (isOver) {
        engine.letGo();
        piece.isDone = true;
        tell();
        return;
      }
      while (performance.now() < startMs + dueUs / 1000);
      if (sample && sample.tUs <= engine.nextDeadlineUs && sample.tUs === dueUs) {
        engine.feed(sample.tUs, index, sample.depthUm);
        next++;
      } else {
        engine.advance(dueUs);
      }
    }
  };
  scope.postMessage({
    lines: [],
    lateUs: [],
    isDone: false,
    startMs: performance.timeOrigin + startMs,
  } satisfies PlayedPiece);
  step();
}

scope.onmessage = ({ data }: MessageEvent<PlayOrder>) => {
  play(data).catch((error: unknown) => reportError(error));
};
