/** Bounds that no depth reaches, in µm. */
export const ANY_ABOVE_UM = -(2 ** 31);
export const ANY_BELOW_UM = 2 ** 31 - 1;

/** A range of depths, in whole µm, in which a finger may move and nothing changes. */
export class Quiet {
  fromUm = 0;
  belowUm = 0;

  /** All depths. */
  reset(): void {
    this.fromUm = ANY_ABOVE_UM;
    this.belowUm = ANY_BELOW_UM;
  }

  atLeast(depthUm: number): void {
    if (depthUm > this.fromUm) this.fromUm = depthUm;
  }

  below(depthUm: number): void {
    if (depthUm < this.belowUm) this.belowUm = depthUm;
  }
}
