/**
 * What comes next in an exercise. Each thing has a *strength*, from 0; after it was typed it comes back after so many others: 2, 4, 8, 16, 32, 64 for the
 * strengths 0 to 5. Right at once makes it stronger by one; wrong makes it 0, and slow (more than 1.6 times as long as is usual for this person) weaker by one.
 * The one that is most overdue comes first; when none is due, a new one; when none is new, the one that is due soonest. Never the same one twice in a row.
 */
export type Strength = {
  strength: number;
  /** How many things had been typed when it was typed last. */
  last: number;
};

export const STRONGEST = 5;
/** How much longer than usual is slow. */
export const SLOW = 1.6;

/** After how many others something of a strength comes back. */
export const backAfter = (strength: number): number => 2 ** (Math.min(strength, STRONGEST) + 1);

/** How strong something is after it was typed. @param isSlow longer than `SLOW` times what is usual */
export const strengthAfter = (before: number, isRight: boolean, isSlow: boolean): number =>
  !isRight ? 0 : isSlow ? Math.max(0, before - 1) : Math.min(STRONGEST, before + 1);

export class Spacing {
  private readonly known = new Map<string, Strength>();
  private count = 0;
  private lastToken = '';

  /** @param known what is remembered from before: how strong each thing was */
  constructor(
    private readonly tokens: readonly string[],
    known: ReadonlyMap<string, number> = new Map(),
  ) {
    // What was known before comes back as if all of it had been typed just before the beginning.
    for (const [token, strength] of known) if (tokens.includes(token)) this.known.set(token, { strength, last: 0 });
  }

  strengthOf(token: string): number {
    return this.known.get(token)?.strength ?? 0;
  }

  /** In how many others something comes back; less than 1 when it is due. */
  dueIn(token: string): number {
    const known = this.known.get(token);
    return known ? known.last + backAfter(known.strength) - this.count : 0;
  }

  /** What comes next. @param chance 0 to 1, from outside: among those that are as good as each other */
  next(chance: () => number): string {
    const others = this.tokens.filter((token) => token !== this.lastToken || this.tokens.length === 1);
    const due = others.filter((token) => this.known.has(token) && this.dueIn(token) <= 0);
    const fresh = others.filter((token) => !this.known.has(token));
    const among =
      due.length > 0
        ? soonest(due, (token) => this.dueIn(token))
        : fresh.length > 0
          ? fresh
          : soonest(others, (token) => this.dueIn(token));
    return among[Math.floor(chance() * among.length)] ?? this.tokens[0] ?? '';
  }

  /** It was typed. */
  typed(token: string, isRight: boolean, isSlow: boolean): void {
    this.count++;
    this.lastToken = token;
    this.known.set(token, { strength: strengthAfter(this.strengthOf(token), isRight, isSlow), last: this.count });
  }

  /** A row of what would come next, if all of it were typed well. */
  ahead(length: number, chance: () => number): string[] {
    const copy = new Spacing(this.tokens);
    for (const [token, one] of this.known) copy.known.set(token, { ...one });
    copy.count = this.count;
    copy.lastToken = this.lastToken;
    return Array.from({ length }, () => {
      const token = copy.next(chance);
      copy.typed(token, true, false);
      return token;
    });
  }
}

/** Those for which a figure is least. */
function soonest(tokens: readonly string[], figure: (token: string) => number): string[] {
  const least = Math.min(...tokens.map(figure));
  return tokens.filter((token) => figure(token) === least);
}
