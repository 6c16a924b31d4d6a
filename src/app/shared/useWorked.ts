/** Something is worked out in a worker: the answer to what was asked last, and how far it is. */
import { useEffect, useState } from 'react';
import type { PracticeAnswer, PracticeAnswers, PracticeOrder } from '../../workers/practiceOrder';

type Worked<K extends PracticeOrder['do']> = {
  /** Null as long as it is not known. */
  answer: PracticeAnswers[K] | null;
  /** From 0 to 1; null when nothing is under way. */
  progress: number | null;
  failed: boolean;
};

/** @param order what is asked: the same object as long as it is the same question; null asks nothing */
export function useWorked<K extends PracticeOrder['do']>(order: Extract<PracticeOrder, { do: K }> | null): Worked<K> {
  const [found, setFound] = useState<{ of: object; answer: PracticeAnswers[K] } | null>(null);
  const [share, setShare] = useState<{ of: object; share: number } | null>(null);
  const [failed, setFailed] = useState<object | null>(null);
  useEffect(() => {
    if (!order) return;
    const worker = new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<PracticeAnswer<K>>) => {
      if (data.what === 'progress') {
        setShare({ of: order, share: data.share });
        return;
      }
      setFound({ of: order, answer: data.answer });
      worker.terminate();
    };
    worker.onerror = () => {
      setFailed(order);
      worker.terminate();
    };
    worker.postMessage(order);
    return () => worker.terminate();
  }, [order]);
  const isKnown = found !== null && found.of === order;
  return {
    answer: isKnown ? found.answer : null,
    progress: order && !isKnown && failed !== order ? (share?.of === order ? share.share : 0) : null,
    failed: order !== null && failed === order,
  };
}
