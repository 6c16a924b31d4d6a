/** How many runs random tests make: few on the way, so that whoever changes a line knows soon; many more in the hunt (`npm run hunt`). */

/** @param usual the runs of the usual run; `HUNT` says how many times as many the hunt makes */
export const runs = (usual: number): number => Math.ceil(usual * Number(process.env.HUNT ?? 1));

/** The seed of everything random: the commit's, so that each commit tries something else; or the one that is said, to see a case again. */
export const seed = (): number => Number(process.env.SEED ?? 7);

/**
 * Whether one of many of a kind has its turn: in the usual run one of so many, another at the next commit; all in the hunt, and for who names
 * the tests (`TURNS=all`).
 * @param place its place among them
 */
export const hasItsTurn = (place: number, oneOf = 2): boolean =>
  process.env.TURNS === 'all' || (place + Number(process.env.TURN ?? seed())) % oneOf < runs(1);
