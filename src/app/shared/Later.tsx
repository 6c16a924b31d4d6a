/**
 * A part of a bench that comes a frame after what stands before it: a bench is drawn part by part, and no part takes the page so long
 * that a hand would notice. The parts come one each frame, in the order in which they stand on the page.
 */
import { startTransition, useEffect, useRef, useState, type ReactNode } from 'react';
import { afterPaint } from '../state/afterPaint';

type Part = { come: () => void };

/** The first is on its way. */
const coming: Part[] = [];

function bring(): void {
  afterPaint(() => coming[0]?.come());
}

function wait(part: Part): void {
  if (coming.push(part) === 1) bring();
}

/** It has come, or is not wanted any more. */
function leave(part: Part): void {
  const place = coming.indexOf(part);
  if (place >= 0) coming.splice(place, 1);
  if (place === 0) bring();
}

export const Later = ({ children }: { children: ReactNode }) => {
  const [isHere, setIsHere] = useState(false);
  const part = useRef<Part>({ come: () => startTransition(() => setIsHere(true)) });
  useEffect(() => {
    const { current } = part;
    if (isHere) leave(current);
    else wait(current);
    return () => leave(current);
  }, [isHere]);
  return isHere && children;
};
