/**
 * A take while it is written: kept so far whenever the fingers rest, so that a browser that is killed has it. It is the same take all along:
 * when it is kept as a whole, or left off, that takes the place of what was kept so far.
 */
import { useEffect, useRef, useState } from 'react';
import { useTakes, type Take } from '../state/takes';
import type { Writing } from './writing';

/** Fingers that have done nothing for so long rest. */
const REST_MS = 2000;
/** After so many rests that never came it is kept all the same. */
const MOST_LOOKS = 15;

export type SoFar = {
  /** Up to when it is kept, in µs from its first key; null when nothing of it is. */
  keptUs: number | null;
  /** Why the store refuses; empty while it does not. */
  problem: string;
  /** Ends it, and takes away what was kept so far. Why not, when the store refuses. */
  forget(): Promise<string | undefined>;
};

/** @param soFar the take as it is now; null as long as it is too short to be one */
export function useSoFar(writing: Writing, isListening: boolean, soFar: () => Omit<Take, 'id'> | null): SoFar {
  const [kept, setKept] = useState({ of: '', upToUs: 0 });
  const [problem, setProblem] = useState('');
  const make = useRef(soFar);
  useEffect(() => void (make.current = soFar));

  useEffect(() => {
    if (!isListening) return;
    let [seen, stored, looks] = [0, 0, 0];
    const look = (): void => {
      const { length } = writing.samples;
      const isDue = !writing.isOver && length > stored && (length === seen || ++looks >= MOST_LOOKS);
      seen = length;
      const take = isDue ? make.current() : null;
      if (!take) return;
      [stored, looks] = [length, 0];
      const upToUs = writing.samples.at(-1)?.tUs ?? 0;
      writing.isStored = true;
      void useTakes
        .getState()
        .add(take, writing.id)
        .then((why) => {
          setProblem(why ?? '');
          if (why === undefined) setKept({ of: writing.id, upToUs });
          else stored = 0;
        });
    };
    const timer = setInterval(look, REST_MS);
    return () => clearInterval(timer);
  }, [writing, isListening]);

  return {
    keptUs: kept.of === writing.id ? kept.upToUs : null,
    problem,
    forget: async () => {
      writing.end();
      return writing.isStored ? useTakes.getState().remove([writing.id]) : undefined;
    },
  };
}
