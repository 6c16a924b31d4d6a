/** Profiles of one name, told apart wherever both stand. */

type Standing = { key: string; name: string; board: string; about?: string };

/**
 * What stands behind a name that is not its profile's alone: the board where that tells, else what is known of it, else its place among
 * those. Empty for a name that is alone.
 */
export function apartOf(all: readonly Standing[]): ReadonlyMap<string, string> {
  const told = new Map<string, string>();
  const byName = new Map<string, Standing[]>();
  for (const one of all) {
    const name = one.name.trim().toLowerCase();
    byName.set(name, [...(byName.get(name) ?? []), one]);
  }
  for (const same of byName.values()) {
    const isOnly = (of: (one: Standing) => string | undefined, one: Standing): boolean =>
      of(one) !== undefined && same.filter((other) => of(other) === of(one)).length === 1;
    same.forEach((one, n) => {
      if (same.length < 2) told.set(one.key, '');
      else if (isOnly(({ board }) => board, one)) told.set(one.key, one.board);
      else if (isOnly(({ about }) => about, one)) told.set(one.key, one.about ?? '');
      else told.set(one.key, `no. ${n + 1}`);
    });
  }
  return told;
}
