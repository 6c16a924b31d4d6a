/** Figures of unsteady hands on a key's settings, worked out in a worker; what was worked out once is kept. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Board, Finger } from '../../core/board';
import { settingsAround, type HandFigures, type RestingWeight } from '../../core/hands';
import type { Actuation } from '../../core/profile';
import type { HandsAnswer, HandsOrder } from '../../workers/handsOrder';

const SEED = 1;
/** A setting that is being dragged is not worked out yet. */
const SETTLES_MS = 400;

const known = new Map<string, HandFigures[]>();

export type Hands = {
  figures: HandFigures[] | null;
  /** How far it is, from 0 to 1; null when nothing is worked out. */
  progress: number | null;
  stop(): void;
  begin(): void;
};

export function useHands(board: Board, actuation: Actuation, finger: Finger, weight: RestingWeight): Hands {
  const question = JSON.stringify([board.id, actuation, finger, weight]);
  const [, setAnswered] = useState(0);
  const [run, setRun] = useState<{ question: string; progress: number } | null>(null);
  const [again, setAgain] = useState(0);
  const worker = useRef<Worker | null>(null);

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setRun(null);
  }, []);

  useEffect(() => {
    if (known.has(question)) return;
    const [, setting] = JSON.parse(question) as [string, Actuation];
    const timer = setTimeout(() => {
      const own = new Worker(new URL('../../workers/hands.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      setRun({ question, progress: 0 });
      own.onmessage = ({ data }: MessageEvent<HandsAnswer>) => {
        if (data.what === 'progress') setRun({ question, progress: data.share });
        else {
          known.set(question, data.figures);
          setAnswered((count) => count + 1);
          stop();
        }
      };
      const settings = settingsAround(setting, board.travelUm);
      own.postMessage({ board, settings, finger, weight, seed: SEED } satisfies HandsOrder);
    }, SETTLES_MS);
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [question, board, finger, weight, again, stop]);

  return {
    figures: known.get(question) ?? null,
    progress: run?.question === question ? run.progress : null,
    stop,
    begin: useCallback(() => setAgain((count) => count + 1), []),
  };
}
