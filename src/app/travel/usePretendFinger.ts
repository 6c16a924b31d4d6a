/** A pretend finger on one switch: moved by pointer, keyboard, a gamepad's trigger or a curve, and followed by the engine itself. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { aloneBinding, aloneWith, type CurvePoint } from '../../core/probe';
import { firstProblem, isSound, type Checked } from '../../core/check';
import { Engine, type SwitchState } from '../../core/engine';
import type { Board, KeyId } from '../../core/board';
import { triggerShare } from '../shared/trigger';
import { bindingOn, type Actuation, type Layer, type Profile } from '../../core/profile';

/** What the strip shows: depths over the last seconds, and the edges they made. */
type Strip = {
  depths: { ms: number; um: number }[];
  edges: { ms: number; um: number; down: boolean; code: string }[];
  nowMs: number;
  /** All presses since the finger was put on the key. */
  presses: number;
};

export const STRIP_MS = 4000;
const REST: Strip = { depths: [], edges: [], nowMs: 0, presses: 0 };
const UP: SwitchState = { isDown: false, inZone: false, extremeUm: 0 };
/** How often a depth that does not change is drawn again. */
const STILL_MS = 40;

type PretendFinger = {
  depthUm: number;
  /** Whether anything is held at the host. */
  isDown: boolean;
  switchState: SwitchState;
  strip: Strip;
  /** Why the key cannot be tried; empty when it can. */
  reason: string;
  /** Moves the finger to a depth now. */
  moveTo(um: number): void;
  /** Plays a recorded curve from its beginning; a hand that takes the finger ends it. */
  play(curve: readonly CurvePoint[]): void;
};

/** The profile in which the finger is tried: the key's stroke plan when it has one, else a plain press of the key. */
function stageOf(profile: Profile, board: Board, layer: Layer, key: KeyId, actuation: Actuation): Checked {
  const does = bindingOn(layer, key);
  return does.kind === 'stroke'
    ? aloneBinding(profile, board, key, does)
    : aloneWith(profile, board, { [key]: { do: 'keys', codes: ['KeyA'] } }, [], actuation);
}

export function usePretendFinger(
  profile: Profile,
  layer: Layer,
  board: Board,
  key: KeyId,
  actuation: Actuation,
): PretendFinger {
  const [depthUm, setDepthUm] = useState(0);
  const [switchState, setSwitchState] = useState(UP);
  const [isDown, setIsDown] = useState(false);
  const [strip, setStrip] = useState<Strip>(REST);
  const depth = useRef(0);
  const wanted = useRef(0);
  /** Where a hand moved it since the last frame. */
  const steps = useRef<{ atMs: number; um: number }[]>([]);
  /** Whether a trigger holds the key, which goes up with it. */
  const pulled = useRef(false);
  const curve = useRef<{ points: readonly CurvePoint[]; at: number; startMs: number } | null>(null);
  const settings = JSON.stringify(actuation);
  const program = useMemo(() => {
    const stage = stageOf(profile, board, layer, key, JSON.parse(settings) as Actuation);
    return isSound(stage) ? stage.program : firstProblem(stage);
  }, [profile, layer, key, settings, board]);

  useEffect(() => {
    if (typeof program === 'string') return;
    const index = program.keyIndex.get(key) ?? 0;
    const depths: Strip['depths'] = [];
    const edges: Strip['edges'] = [];
    const held = new Set<number>();
    const startMs = performance.now();
    steps.current = [];
    let lastMs = 0;
    let presses = 0;
    const engine = new Engine(program, {
      edge: (_t, down, usage) => {
        edges.push({ ms: lastMs, um: depth.current, down, code: program.codes[usage] ?? '' });
        if (down) {
          held.add(usage);
          presses++;
        } else held.delete(usage);
        setIsDown(held.size > 0);
      },
    });
    const move = (ms: number, um: number): void => {
      lastMs = ms;
      depth.current = um;
      engine.feed(Math.max(engine.nowUs, Math.round(ms * 1000)), index, um);
      depths.push({ ms, um });
    };
    let frame = 0;
    const tick = (): void => {
      const nowMs = performance.now() - startMs;
      lastMs = nowMs;
      const trigger = triggerShare();
      if (trigger > 0) wanted.current = Math.round(trigger * board.travelUm);
      else if (pulled.current) wanted.current = 0;
      pulled.current = trigger > 0;
      const before = depth.current;
      const played = curve.current;
      if (played) {
        if (played.startMs < 0) played.startMs = nowMs;
        for (; played.at < played.points.length; played.at++) {
          const point = played.points[played.at] as CurvePoint;
          const atMs = played.startMs + point.tUs / 1000;
          if (atMs > nowMs) break;
          move(atMs, Math.min(board.travelUm, point.depthUm));
        }
        wanted.current = depth.current;
        if (played.at === played.points.length) curve.current = null;
      } else if (steps.current.length > 0) {
        // Every step that a hand took since the last frame, at its own time: none is skipped.
        for (const step of steps.current.splice(0)) move(step.atMs - startMs, step.um);
      } else if (wanted.current !== depth.current) move(nowMs, wanted.current);
      else engine.advance(Math.max(engine.nowUs, Math.round(nowMs * 1000)));
      const moves = depth.current !== before;
      if (moves) {
        setDepthUm(depth.current);
        setSwitchState(engine.switchState(index));
      }
      const last = depths.at(-1);
      if (moves || !last || nowMs - last.ms > STILL_MS) {
        if (!moves) depths.push({ ms: nowMs, um: depth.current });
        while ((depths[0]?.ms ?? nowMs) < nowMs - STRIP_MS) depths.shift();
        while ((edges[0]?.ms ?? nowMs) < nowMs - STRIP_MS) edges.shift();
        setStrip({ depths: [...depths], edges: [...edges], nowMs, presses });
      }
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(frame);
      curve.current = null;
      setIsDown(false);
      setSwitchState(UP);
    };
  }, [program, board, key]);

  const moveTo = useCallback((um: number) => {
    curve.current = null;
    wanted.current = Math.max(0, Math.round(um));
    steps.current.push({ atMs: performance.now(), um: wanted.current });
  }, []);
  const play = useCallback((points: readonly CurvePoint[]) => {
    curve.current = { points, at: 0, startMs: -1 };
  }, []);
  return { depthUm, isDown, switchState, strip, reason: typeof program === 'string' ? program : '', moveTo, play };
}
