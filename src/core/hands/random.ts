/** Chance from a seed, so that the same question always gets the same answer. */

/** Numbers from 0 up to 1, the same for the same seed (mulberry32, a public-domain generator). */
export function seeded(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** Numbers with mean 0 and deviation 1, normally distributed (Marsaglia's polar method, which makes them in pairs). */
export function normal(random: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    for (;;) {
      const u = 2 * random() - 1;
      const v = 2 * random() - 1;
      const s = u * u + v * v;
      if (s === 0 || s >= 1) continue;
      const factor = Math.sqrt((-2 * Math.log(s)) / s);
      spare = v * factor;
      return u * factor;
    }
  };
}
