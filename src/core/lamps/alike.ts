/**
 * Colours that somebody cannot tell apart. What a colour looks like with a deficiency: Viénot, Brettel and Mollon, *Digital video colourmaps for checking
 * the legibility of displays by dichromats*, Color Research and Application 24 (1999), for red and green; for blue the plane of Brettel, Viénot and
 * Mollon, *Computerized simulation of color appearance for dichromats*, JOSA A 14 (1997), in its usual approximation by one matrix. How far two lie apart:
 * the distance in CIELAB (CIE 15:2004, 8.2.1.3), white D65.
 */
import type { Color } from './plan';

export const DEFICIENCIES = ['protanopia', 'deuteranopia', 'tritanopia'] as const;
export type Deficiency = (typeof DEFICIENCIES)[number];

type Triple = readonly [number, number, number];
type Matrix = readonly [Triple, Triple, Triple];

/** From linear red, green and blue to the same as they are seen. */
const SEEN: Readonly<Record<Deficiency, Matrix>> = {
  protanopia: [
    [0.11238, 0.88762, 0],
    [0.11238, 0.88762, 0],
    [0.00401, -0.00401, 1],
  ],
  deuteranopia: [
    [0.29275, 0.70725, 0],
    [0.29275, 0.70725, 0],
    [-0.02234, 0.02234, 1],
  ],
  tritanopia: [
    [1, 0.14461, -0.14461],
    [0, 0.85924, 0.14076],
    [0, 0.85924, 0.14076],
  ],
};

/** Linear sRGB to CIE XYZ (IEC 61966-2-1). */
const TO_XYZ: Matrix = [
  [0.4124, 0.3576, 0.1805],
  [0.2126, 0.7152, 0.0722],
  [0.0193, 0.1192, 0.9505],
];
const WHITE: Triple = [0.9505, 1, 1.089];

/** Colours nearer than that are easily taken for each other on small lamps. */
const APART = 14;

const times = (matrix: Matrix, [a, b, c]: Triple): Triple =>
  matrix.map(([x, y, z]) => x * a + y * b + z * c) as unknown as Triple;

function linear(color: Color): Triple {
  const channel = (shift: number): number => {
    const value = ((color >> shift) & 0xff) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  };
  return [channel(16), channel(8), channel(0)];
}

function lab(rgb: Triple): Triple {
  const [x, y, z] = times(TO_XYZ, rgb.map((value) => Math.min(1, Math.max(0, value))) as unknown as Triple).map(
    (value, n) => {
      const share = value / (WHITE[n] as number);
      return share > (6 / 29) ** 3 ? Math.cbrt(share) : share / (3 * (6 / 29) ** 2) + 4 / 29;
    },
  ) as unknown as Triple;
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

const apart = (a: Triple, b: Triple): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** Two colours that are told apart with full colour vision, and not with these deficiencies. */
export type Alike = { a: Color; b: Color; to: readonly Deficiency[] };

/** The pairs of colours that somebody takes for each other; those that nobody tells apart are none. */
export function alikeColors(colors: readonly Color[]): Alike[] {
  const each = [...new Set(colors)].map((color) => {
    const rgb = linear(color);
    return { color, plain: lab(rgb), seen: DEFICIENCIES.map((one) => lab(times(SEEN[one], rgb))) };
  });
  return each.flatMap((a, n) =>
    each.slice(n + 1).flatMap((b): Alike[] => {
      if (apart(a.plain, b.plain) < APART) return [];
      const to = DEFICIENCIES.filter((_, which) => apart(a.seen[which] as Triple, b.seen[which] as Triple) < APART);
      return to.length > 0 ? [{ a: a.color, b: b.color, to }] : [];
    }),
  );
}
