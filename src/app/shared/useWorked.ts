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

/** How long a question that is being typed must stand before it is asked. */
export const TYPED_MS = 250;

/**
 * @param order what is asked: the same object as long as it is the same question; null asks nothing
 * @param afterMs how long it must stand before it is asked
 */
export function useWorked<K extends PracticeOrder['do']>(
  order: Extract<PracticeOrder, { do: K }> | null,
  afterMs = 0,
): Worked<K> {
  const [found, setFound] = useState<{ of: object; answer: PracticeAnswers[K] } | null>(null);
  const [share, setShare] = useState<{ of: object; share: number } | null>(null);
  const [failed, setFailed] = useState<object | null>(null);
  useEffect(() => {
    if (!order) return;
    let worker: Worker | undefined;
    const ask = (): void => {
      const own = new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module' });
      worker = own;
      own.onmessage = ({ data }: MessageEvent<PracticeAnswer<K>>) => {
        if (data.what === 'progress') {
          setShare({ of: order, share: data.share });
          return;
        }
        setFound({ of: order, answer: data.answer });
        own.terminate();
      };
      own.onerror = () => {
        setFailed(order);
        own.terminate();
      };
      own.postMessage(order);
    };
    const timer = setTimeout(ask, afterMs);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [order, afterMs]);
  const isKnown = found !== null && found.of === order;
  return {
    answer: isKnown ? found.answer : null,
    progress: order && !isKnown && failed !== order ? (share?.of === order ? share.share : 0) : null,
    failed: order !== null && failed === order,
  };
}
