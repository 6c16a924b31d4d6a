/** A pretend finger on one switch: moved by pointer, keyboard or a gamepad's trigger, and followed by the engine itself. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { aloneWith } from '../../core/analysis';
import { compile, Engine } from '../../core/engine';
import type { Board, KeyId } from '../../core/board';
import type { Actuation, Profile } from '../../core/profile';

/** What the strip shows: depths over the last seconds, and the edges they made. */
export type Strip = {
  depths: { ms: number; um: number }[];
  edges: { ms: number; um: number; down: boolean }[];
  nowMs: number;
};

export const STRIP_MS = 4000;
const REST: Strip = { depths: [], edges: [], nowMs: 0 };
/** Triggers of a gamepad (Gamepad standard, "standard" mapping: buttons 6 and 7). */
const TRIGGERS = [6, 7];
const TRIGGER_STARTS = 0.02;

export type PretendFinger = {
  depthUm: number;
  isDown: boolean;
  strip: Strip;
  /** Moves the finger to a depth now. */
  moveTo(um: number): void;
};

export function usePretendFinger(profile: Profile, board: Board, key: KeyId, actuation: Actuation): PretendFinger {
  const [depthUm, setDepthUm] = useState(0);
  const [isDown, setIsDown] = useState(false);
  const [strip, setStrip] = useState<Strip>(REST);
  const depth = useRef(0);
  const wanted = useRef(0);
  const settings = JSON.stringify(actuation);

  useEffect(() => {
    const sends = { [key]: { do: 'keys' as const, codes: ['KeyA'] } };
    const program = compile(aloneWith(profile, sends, [], JSON.parse(settings) as Actuation), board);
    const index = program.keyIndex.get(key) ?? 0;
    const depths: Strip['depths'] = [];
    const edges: Strip['edges'] = [];
    const startMs = performance.now();
    let lastMs = 0;
    const engine = new Engine(program, {
      edge: (_t, down) => {
        edges.push({ ms: lastMs, um: depth.current, down });
        setIsDown(down);
      },
    });
    let frame = 0;
    const tick = (): void => {
      const nowMs = performance.now() - startMs;
      const trigger = navigator
        .getGamepads()
        .flatMap((pad) => (pad ? TRIGGERS.map((button) => pad.buttons[button]?.value ?? 0) : []))
        .reduce((most, value) => Math.max(most, value), 0);
      if (trigger > TRIGGER_STARTS) wanted.current = Math.round(trigger * board.travelUm);
      const moves = wanted.current !== depth.current;
      lastMs = nowMs;
      if (moves) {
        depth.current = wanted.current;
        setDepthUm(depth.current);
        engine.feed(Math.max(engine.nowUs, Math.round(nowMs * 1000)), index, depth.current);
      }
      const last = depths.at(-1);
      if (moves || !last || nowMs - last.ms > 40) {
        depths.push({ ms: nowMs, um: depth.current });
        while ((depths[0]?.ms ?? nowMs) < nowMs - STRIP_MS) depths.shift();
        while ((edges[0]?.ms ?? nowMs) < nowMs - STRIP_MS) edges.shift();
        setStrip({ depths: [...depths], edges: [...edges], nowMs });
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(frame);
      setIsDown(false);
    };
  }, [profile, board, key, settings]);

  const moveTo = useCallback((um: number) => {
    wanted.current = Math.max(0, Math.round(um));
  }, []);
  return { depthUm, isDown, strip, moveTo };
}
