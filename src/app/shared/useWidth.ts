/** How wide an element is, in CSS pixels; told when it changes, never asked while drawing. */
import { useEffect, useState, type RefObject } from 'react';

/** @param usual what it is taken for until it is known */
export function useWidth(element: RefObject<Element | null>, usual: number): number {
  const [width, setWidth] = useState(usual);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.floor(entry.contentRect.width)));
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}
