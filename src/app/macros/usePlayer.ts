/**
 * Plays a macro on the bench in real time: a worker keeps the time, the page only shows. How far it is, is in a store of its own, which what
 * shows it follows: drawing the whole bench for it would take the machine from the player.
 */
import { useCallback, useEffect, useRef, useState } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import { stageMacro } from '../../core/probe';
import { Lanes } from '../../core/trial';
import type { Board } from '../../core/board';
import { firstProblem, Problems } from '../../core/check';
import { hostLayout, HostText } from '../../core/hosts';
import { isEdgeLine } from '../../core/engine';
import type { Macro, Profile } from '../../core/profile';
import type { PlayedPiece, PlayOrder } from '../../workers/playOrder';

export type Played = {
  isPlaying: boolean;
  /** How far it is, in µs; null before the first play. */
  atUs: number | null;
  text: string;
  held: string[];
  edges: number;
  /** How late the edges were, in µs, rising. */
  lateUs: number[];
  /** Why the macro could not be played; empty when nothing is wrong. */
  reason: string;
};

const NOTHING: Played = { isPlaying: false, atUs: null, text: '', held: [], edges: 0, lateUs: [], reason: '' };
const TAP_US = 60_000;
const SHOW_EVERY_MS = 60;

export type Player = {
  isPlaying: boolean;
  played: StoreApi<Played>;
  /** @param heldMs how long the key is held, for macros to which that matters */
  play(macro: Macro, heldMs: number): void;
  stop(): void;
};

export function usePlayer(profile: Profile, board: Board): Player {
  const [played] = useState(() => createStore<Played>()(() => NOTHING));
  const isPlaying = useStore(played, (state) => state.isPlaying);
  const setPlayed = played.setState;
  const worker = useRef<Worker | null>(null);
  const frame = useRef(0);

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    cancelAnimationFrame(frame.current);
    setPlayed({ isPlaying: false, atUs: null, held: [] });
  }, [setPlayed]);

  useEffect(() => stop, [stop]);

  const play = (macro: Macro, heldMs: number): void => {
    stop();
    const heldUs = heldMs * 1000;
    const presses =
      macro.run.kind === 'untilPressedAgain'
        ? [
            { fromUs: 0, toUs: TAP_US },
            { fromUs: Math.max(heldUs, TAP_US + 1), toUs: Math.max(heldUs, TAP_US + 1) + TAP_US },
          ]
        : [{ fromUs: 0, toUs: macro.run.kind === 'whileHeld' || macro.onRelease ? heldUs : TAP_US }];
    const stage = stageMacro(profile, board, macro);
    if (stage instanceof Problems) {
      setPlayed({ ...NOTHING, reason: firstProblem(stage) });
      return;
    }
    const lanes = new Lanes();
    const host = new HostText(hostLayout(profile.hostLayout));
    const late: number[] = [];
    let edges = 0;
    let startMs = performance.now();
    const own = new Worker(new URL('../../workers/player.worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    const show = (isPlaying: boolean): void =>
      setPlayed({
        isPlaying,
        atUs: isPlaying ? Math.max(0, (performance.now() - startMs) * 1000) : null,
        text: host.line(),
        held: lanes.held('host'),
        edges,
        lateUs: isPlaying ? [] : late.toSorted((a, b) => a - b),
        reason: '',
      });
    let shownMs = 0;
    const tick = (nowMs: number): void => {
      // Drawing competes with the player for the machine, so it is done seldom.
      if (nowMs - shownMs >= SHOW_EVERY_MS) {
        shownMs = nowMs;
        show(true);
      }
      frame.current = requestAnimationFrame(tick);
    };
    own.onmessage = ({ data }: MessageEvent<PlayedPiece>) => {
      if (data.startMs !== undefined) startMs = data.startMs - performance.timeOrigin;
      for (const line of data.lines) {
        lanes.take(line);
        if (!isEdgeLine(line)) continue;
        edges++;
        host.edge(line.edge === 'down', line.code);
      }
      late.push(...data.lateUs);
      if (!data.isDone) return;
      own.terminate();
      cancelAnimationFrame(frame.current);
      show(false);
    };
    own.onerror = (event) => {
      stop();
      setPlayed({ ...NOTHING, reason: event.message || 'the player could not be started' });
    };
    own.postMessage({
      profile: stage.sound.profile,
      board,
      key: stage.plays,
      presses,
      untilUs: 600_000_000,
    } satisfies PlayOrder);
    frame.current = requestAnimationFrame(tick);
  };

  return { isPlaying, played, play, stop };
}
