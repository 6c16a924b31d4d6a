/** A take looked at, and a sweep over it, in workers: what was asked last counts. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { sameData } from '../../core/profile';
import { joined, type Grid, type Scope, type Swept, type Tuning } from '../../core/typing';
import { unpacked, type LookedAt, type TakeOrder, type TuneAnswer, type TuneOrder } from '../../workers/tuneOrder';

const newWorker = (): Worker =>
  new Worker(new URL('../../workers/tune.worker.ts', import.meta.url), { type: 'module' });

/** What went wrong in a take as it is set now; null as long as that is not known, and when it could not be found out: then there is a reason. */
export function useLooked(question: TakeOrder | null): { looked: LookedAt | null; trouble: string } {
  const [found, setFound] = useState<{ of: TakeOrder; at: LookedAt } | null>(null);
  const [failed, setFailed] = useState<{ of: TakeOrder; why: string } | null>(null);
  useEffect(() => {
    if (!question) return;
    const worker = newWorker();
    worker.onmessage = ({ data }: MessageEvent<TuneAnswer>) => {
      if (data.what === 'looked') setFound({ of: question, at: unpacked(data.at) });
      else if (data.what === 'unreadable') setFailed({ of: question, why: `This take cannot be played: ${data.why}.` });
      worker.terminate();
    };
    worker.onerror = () => {
      setFailed({
        of: question,
        why: 'This take could not be played through the engine; choose it again, or another one.',
      });
      worker.terminate();
    };
    worker.postMessage({ ...question, do: 'look' } satisfies TuneOrder);
    return () => worker.terminate();
  }, [question]);
  // While another setting is being looked at, what was found of the same take stays.
  const looked =
    question && found?.of.strokes === question.strokes && found.of.meant === question.meant ? found.at : null;
  return { looked, trouble: question !== null && failed?.of === question ? failed.why : '' };
}

export type Sweeping = {
  tuning: Tuning | null;
  /** All settings that were tried, for the chart. */
  swept: Swept | null;
  /** How far it is, from 0 to 1; null when nothing is under way. */
  progress: number | null;
  failed: boolean;
  begin(): void;
  stop(): void;
};

/** What was found, of which take and for whom. */
type Found = { of: TakeOrder; scope: Scope; tuning: Tuning; swept: Swept };

/** A sweep of a grid over a take, in as many workers as there are cores. */
export function useSweep(question: TakeOrder | null, grid: Grid, scope: Scope): Sweeping {
  const [found, setFound] = useState<Found | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [failed, setFailed] = useState(false);
  const workers = useRef<Worker[]>([]);

  const stop = useCallback(() => {
    for (const worker of workers.current) worker.terminate();
    workers.current = [];
    setProgress(null);
  }, []);
  useEffect(() => stop, [stop, question, grid, scope]);

  const begin = useCallback(() => {
    if (!question) return;
    stop();
    setFailed(false);
    const count = Math.max(1, Math.min(4, navigator.hardwareConcurrency || 2));
    const parts = new Array<Swept | null>(count).fill(null);
    const done = new Array<number>(count).fill(0);
    const fail = (): void => {
      stop();
      setFailed(true);
    };
    const finish = (swept: Swept): void => {
      const [worker] = workers.current;
      if (!worker) return;
      worker.onmessage = ({ data }: MessageEvent<TuneAnswer>) => {
        if (data.what !== 'tuned') return;
        setFound({ of: question, scope, tuning: data.tuning, swept });
        stop();
      };
      worker.postMessage({ ...question, do: 'finish', grid, scope, swept } satisfies TuneOrder);
    };
    setProgress(0);
    workers.current = Array.from({ length: count }, (_, from) => {
      const worker = newWorker();
      worker.onerror = fail;
      worker.onmessage = ({ data }: MessageEvent<TuneAnswer>) => {
        if (data.what === 'progress') {
          done[from] = data.done / data.of;
          setProgress((done.reduce((sum, one) => sum + one, 0) / count) * 0.95);
        } else if (data.what === 'swept') {
          parts[from] = data.swept;
          done[from] = 1;
          if (parts.every((part) => part !== null)) finish(joined(parts));
        } else if (data.what === 'unreadable') fail();
      };
      worker.postMessage({ ...question, do: 'sweep', grid, scope, part: { from, step: count } } satisfies TuneOrder);
      return worker;
    });
  }, [question, grid, scope, stop]);

  const isOf = found !== null && found.of === question && sameData(found.scope, scope);
  return { tuning: isOf ? found.tuning : null, swept: isOf ? found.swept : null, progress, failed, begin, stop };
}
