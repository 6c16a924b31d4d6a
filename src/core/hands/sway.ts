/**
 * Sway: a force that wanders about zero at a usual frequency, as a damped spring kept going by chance would,
 *
 *     x'' + 2 d w x' + w^2 x = noise
 *
 * Its deviation and that of its speed are known (s and w s), so that one can say how often it crosses a level: Rice's
 * formula. Steps are exact for any step length: the state is carried on by the matrix exponential, and the noise of a step is
 * what keeps the covariance as it is.
 */

/** What a sway is like: its deviation, its frequency in Hz, its damping (0 a pure tone, 1 none). */
export type SwayShape = { deviation: number; hz: number; damping: number };

export class Sway {
  private x = 0;
  private v = 0;
  // The step matrix, and the lower triangle whose square is the covariance of a step's noise.
  private readonly a: readonly [number, number, number, number];
  private readonly l: readonly [number, number, number];

  constructor(
    { deviation, hz, damping }: SwayShape,
    stepS: number,
    private readonly chance: () => number,
  ) {
    const w = 2 * Math.PI * hz;
    const decay = Math.exp(-damping * w * stepS);
    const turning = w * Math.sqrt(1 - damping * damping);
    const c = Math.cos(turning * stepS);
    const s = Math.sin(turning * stepS);
    const skew = (damping * w) / turning;
    const a11 = decay * (c + skew * s);
    const a12 = (decay * s) / turning;
    const a21 = (-decay * w * w * s) / turning;
    const a22 = decay * (c - skew * s);
    this.a = [a11, a12, a21, a22];
    const xx = deviation * deviation;
    const vv = w * w * xx;
    const qxx = Math.max(0, xx - (a11 * a11 * xx + a12 * a12 * vv));
    const qxv = -(a11 * a21 * xx + a12 * a22 * vv);
    const qvv = Math.max(0, vv - (a21 * a21 * xx + a22 * a22 * vv));
    const l11 = Math.sqrt(qxx);
    const l21 = l11 > 0 ? qxv / l11 : 0;
    this.l = [l11, l21, Math.sqrt(Math.max(0, qvv - l21 * l21))];
    this.x = deviation * chance();
    this.v = w * deviation * chance();
  }

  /** The value after one more step. */
  next(): number {
    const n1 = this.chance();
    const n2 = this.chance();
    const x = this.a[0] * this.x + this.a[1] * this.v + this.l[0] * n1;
    this.v = this.a[2] * this.x + this.a[3] * this.v + this.l[1] * n1 + this.l[2] * n2;
    this.x = x;
    return x;
  }
}

/**
 * How often, a second, the sum of independent sways goes up past a level above its mean: Rice's formula (S. O. Rice,
 * Mathematical Analysis of Random Noise, Bell System Technical Journal 24, 1945, section 3.3).
 */
export function crossingsPerSecond(shapes: readonly SwayShape[], level: number): number {
  const variance = shapes.reduce((sum, { deviation }) => sum + deviation ** 2, 0);
  const speedVariance = shapes.reduce((sum, { deviation, hz }) => sum + (2 * Math.PI * hz * deviation) ** 2, 0);
  return (Math.sqrt(speedVariance / variance) / (2 * Math.PI)) * Math.exp(-(level ** 2) / (2 * variance));
}
