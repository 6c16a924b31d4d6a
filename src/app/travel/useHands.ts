/** Figures of unsteady hands, worked out in a worker; what was worked out once is kept. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Board } from '../../core/board';
import type { FingerSettings, HandFigures, RestingWeight } from '../../core/hands';
import type { HandsAnswer, HandsOrder } from '../../workers/handsOrder';

const SEED = 1;
/** A setting that is being dragged is not worked out yet. */
const SETTLES_MS = 400;

type HandsQuestion = { board: Board; groups: FingerSettings[]; weight: RestingWeight; restingH: number };

const known = new Map<string, HandFigures[][]>();
const nameOf = ({ board, groups, weight, restingH }: HandsQuestion): string =>
  JSON.stringify([board.id, groups, weight, restingH]);

export type Hands = {
  /** The figures of each group, in the order of its settings. */
  figures: HandFigures[][] | null;
  /** How far it is, from 0 to 1; null when nothing is worked out. */
  progress: number | null;
  stop(): void;
  begin(): void;
};

/** @param isAsked whether to work it out by itself; otherwise `begin` does */
export function useHands(question: HandsQuestion, isAsked: boolean): Hands {
  const name = nameOf(question);
  const { board } = question;
  const [, setAnswered] = useState(0);
  const [run, setRun] = useState<{ name: string; progress: number } | null>(null);
  const [asked, setAsked] = useState({ name: '', times: 0 });
  const worker = useRef<Worker | null>(null);
  const wanted = isAsked || asked.name === name;

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setRun(null);
  }, []);

  useEffect(() => {
    if (!wanted || known.has(name)) return;
    const [, groups, weight, restingH] = JSON.parse(name) as [string, FingerSettings[], RestingWeight, number];
    const timer = setTimeout(() => {
      const own = new Worker(new URL('../../workers/hands.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      setRun({ name, progress: 0 });
      own.onmessage = ({ data }: MessageEvent<HandsAnswer>) => {
        if (data.what === 'progress') setRun({ name, progress: data.share });
        else {
          known.set(name, data.figures);
          setAnswered((count) => count + 1);
          stop();
        }
      };
      // A setting that cannot be run is named in the list of problems.
      own.onerror = stop;
      own.postMessage({ board, groups, weight, restingH, seed: SEED } satisfies HandsOrder);
    }, SETTLES_MS);
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [name, board, wanted, asked, stop]);

  return {
    figures: known.get(name) ?? null,
    progress: run?.name === name ? run.progress : null,
    stop,
    begin: useCallback(() => setAsked(({ times }) => ({ name, times: times + 1 })), [name]),
  };
}
