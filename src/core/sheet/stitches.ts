/** Dyes on paper: a colour that prints, and the stitch that stands for it where there is no colour. */
import type { Dye } from '../profile';
import type { Shape } from './shapes';

export const PAPER_DYES: Readonly<Record<Dye, string>> = {
  indigo: '#2F4B7C',
  madder: '#A63D40',
  weld: '#7C5D06',
  verdigris: '#256455',
  walnut: '#6B4F3A',
  orchil: '#7B4B94',
  iron: '#4A5560',
  woad: '#2C678B',
};

export const INK = '#22262B';
export const SOFT = '#66604F';
export const HAIR = '#B9AE93';

/** The strokes of one stitch on a square of 1 by 1. */
const STROKES: Readonly<Record<Dye, readonly (readonly [number, number, number, number])[]>> = {
  indigo: [[0.5, 0, 0.5, 0.65]],
  madder: [[0.1, 0.9, 0.9, 0.1]],
  weld: [[0.38, 0.5, 0.62, 0.5]],
  verdigris: [[0.1, 0.1, 0.9, 0.9]],
  walnut: [
    [0.1, 0.25, 0.9, 0.25],
    [0.1, 0.75, 0.9, 0.75],
  ],
  orchil: [
    [0.1, 0.1, 0.9, 0.9],
    [0.9, 0.1, 0.1, 0.9],
  ],
  iron: [
    [0.5, 0, 0.5, 0.35],
    [0.5, 0.6, 0.5, 0.8],
  ],
  woad: [
    [0.1, 0.5, 0.5, 0.1],
    [0.5, 0.1, 0.9, 0.5],
  ],
};

/** A row of stitches of a dye, each so large, from a left upper corner. */
export function stitches(dye: Dye, x: number, y: number, sizeMm: number, count: number, color: string): Shape[] {
  return Array.from({ length: count }, (_, n) =>
    STROKES[dye].map(([x1, y1, x2, y2]): Shape => ({
      is: 'line',
      from: { x: x + (n + x1) * sizeMm, y: y + y1 * sizeMm },
      to: { x: x + (n + x2) * sizeMm, y: y + y2 * sizeMm },
      stroke: color,
      widthMm: sizeMm * 0.22,
    })),
  ).flat();
}
