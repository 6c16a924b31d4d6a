/** A value that is followed a frame later, so that what it is about is painted first; where another thing is looked at, at once. */
import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import { afterPaint } from '../state/afterPaint';

/**
 * @param isOne whether two values are one thing that has changed
 * @returns the value of the last painted frame, and what makes it the present one now
 */
export function useSettled<T>(value: T, isOne: (before: T, after: T) => boolean): [T, () => void] {
  const [followed, setFollowed] = useState({ value });
  const isBehind = followed.value !== value;
  const isHere = !isBehind || isOne(followed.value, value);
  if (!isHere) setFollowed({ value });
  useEffect(() => {
    if (!isBehind) return;
    let isCurrent = true;
    afterPaint(() => isCurrent && setFollowed({ value }));
    return () => {
      isCurrent = false;
    };
  }, [isBehind, value]);
  const hurry = (): void => {
    if (isBehind) flushSync(() => setFollowed({ value }));
  };
  return [isHere ? followed.value : value, hurry];
}
