/** What a sheet is made of: shapes in millimetres from the left upper corner of their page. Whoever shows, prints or writes a sheet only draws these. */

export type Point = { x: number; y: number };

export type Shape =
  | {
      is: 'outline';
      points: readonly Point[];
      stroke: string;
      widthMm: number;
      fill?: string;
      dashMm?: readonly number[];
    }
  | { is: 'line'; from: Point; to: Point; stroke: string; widthMm: number }
  /** `at` is the left end of the base line. */
  | {
      is: 'text';
      at: Point;
      text: string;
      sizeMm: number;
      color: string;
      isBold: boolean;
      angle?: number;
      about?: Point;
    };

/** One page. `labels` says where the labels on it lie and which key each is for, as it is cut. */
export type Page = {
  widthMm: number;
  heightMm: number;
  shapes: readonly Shape[];
  labels: readonly { key: string; x: number; y: number; widthMm: number; heightMm: number }[];
};

export type Sheet = { title: string; pages: readonly Page[] };

/** How wide a text is about, in mm: letters of this typeface are half as wide as high. A writer that knows the font may draw it smaller, never wider. */
export const aboutWidth = (text: string, sizeMm: number): number =>
  [...text].reduce(
    (sum, sign) =>
      sum + (/[il.,:;'|! ]/.test(sign) ? 0.27 : /[mwMW@—…]/.test(sign) ? 0.85 : /[A-Z0-9]/.test(sign) ? 0.6 : 0.5),
    0,
  ) * sizeMm;

/** A text in the largest size, up to one, at which it fits; cut with an ellipsis when it would be too small to read. */
export function fitted(
  text: string,
  sizeMm: number,
  leastMm: number,
  widthMm: number,
): { text: string; sizeMm: number } {
  const wide = aboutWidth(text, 1);
  const size = wide === 0 ? sizeMm : Math.min(sizeMm, widthMm / wide);
  if (size >= leastMm) return { text, sizeMm: size };
  const signs = [...text];
  while (signs.length > 1 && aboutWidth(`${signs.join('')}…`, leastMm) > widthMm) signs.pop();
  return { text: `${signs.join('')}…`, sizeMm: leastMm };
}

export const rectangle = (x: number, y: number, widthMm: number, heightMm: number): Point[] => [
  { x, y },
  { x: x + widthMm, y },
  { x: x + widthMm, y: y + heightMm },
  { x, y: y + heightMm },
];
