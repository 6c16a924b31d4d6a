/**
 * Rules by the program in front: *when Mixer is in front: slot 2*, *when Ledger is in front: show layer Cues*, *else: what it was*. The first rule that
 * fits counts. docs/formats/host.md.
 */
import { z } from '../reading';

const words = (most: number) => z.string().min(1).max(most);

/** What a rule wants of the keyboard: a slot, counted from 1; a layer by its name or id; or what it was. */
const wantedSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('slot'), slot: z.number().int().min(1).max(16) }),
  z.strictObject({ do: z.literal('layer'), layer: words(60) }),
  z.strictObject({ do: z.literal('nothing') }),
]);
export type Wanted = z.infer<typeof wantedSchema>;

export const MOST_RULES = 32;

export const ruleSchema = z.strictObject({
  name: words(60),
  /** The class of the program's windows, or its instance, as the program gives it. Capitals do not count. */
  program: words(200),
  /** A word that the window's title must hold. The title is looked at for this alone. */
  title: words(100).optional(),
  wants: wantedSchema,
});
export type Rule = z.infer<typeof ruleSchema>;

export const rulesSchema = z.array(ruleSchema).max(MOST_RULES);

/** A window in front, as far as rules look at it. */
export type InFront = { program: string; instance: string };

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
const isOf = ({ program }: Rule, front: InFront): boolean =>
  same(program, front.program) || same(program, front.instance);

/** Whether any rule for this program looks at the title of its window. */
export const asksForTitle = (rules: readonly Rule[], front: InFront): boolean =>
  rules.some((rule) => rule.title !== undefined && isOf(rule, front));

/**
 * The rule that counts for what is in front; undefined when none does, and the keyboard is as it was.
 * @param title of the window; only where a rule asks for it
 */
export function ruleFor(rules: readonly Rule[], front: InFront | null, title = ''): Rule | undefined {
  if (!front) return undefined;
  return rules.find(
    (rule) => isOf(rule, front) && (rule.title === undefined || title.toLowerCase().includes(rule.title.toLowerCase())),
  );
}

/** Rules of which an earlier one always counts in their place: for the same program, and with nothing more asked of the title. */
export const neverReached = (rules: readonly Rule[]): Rule[] =>
  rules.filter((rule, n) =>
    rules
      .slice(0, n)
      .some(
        (earlier) =>
          same(earlier.program, rule.program) &&
          (earlier.title === undefined ||
            (rule.title !== undefined && rule.title.toLowerCase().includes(earlier.title.toLowerCase()))),
      ),
  );
