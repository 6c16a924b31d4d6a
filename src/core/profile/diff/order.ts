/** Which of some things have to be moved so that they stand in another order, and as few as can be. */

/** Things that can stay where they are: the longest row of those whose order is the same before and after. */
function staying(before: readonly string[], after: readonly string[]): Set<string> {
  const places = new Map(before.map((id, place) => [id, place]));
  const both = after.flatMap((id) => {
    const was = places.get(id);
    return was === undefined ? [] : [{ id, was }];
  });
  // The longest rising row, by how long one is that ends at each thing, and what comes before it there.
  const ends = both.map(() => ({ length: 1, before: -1 }));
  both.forEach(({ was }, n) => {
    for (let m = 0; m < n; m++) {
      const length = (ends[m]?.length ?? 0) + 1;
      if ((both[m]?.was ?? 0) < was && length > (ends[n]?.length ?? 0)) ends[n] = { length, before: m };
    }
  });
  const stay = new Set<string>();
  let at = ends.reduce((best, { length }, n) => (length > (ends[best]?.length ?? 0) ? n : best), 0);
  while (at >= 0 && both[at]) {
    stay.add(both[at]?.id ?? '');
    at = ends[at]?.before ?? -1;
  }
  return stay;
}

/** What has to be moved, in the order in which that has to be done, and behind what each goes (null: to the beginning). */
export function movesBetween(
  before: readonly string[],
  after: readonly string[],
): { id: string; after: string | null }[] {
  const stay = staying(before, after);
  return after.flatMap((id, n) => (stay.has(id) ? [] : [{ id, after: after[n - 1] ?? null }]));
}
