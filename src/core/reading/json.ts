/** JSON from outside: parsed, and measured before anything walks into it, so that no depth and no size can hang or crash a reader. */
import { Budget, READING_BUDGET } from './budget';
import { quoted } from './quote';
import { Unreadable } from './unreadable';

/** Field names that mean something to the language itself; no format of ours has them. */
const NOT_A_NAME = '__proto__';

/** Looks at every value once, without recursion. @throws Unreadable when there are too many, or too deep */
function measure(data: unknown, budget: Budget): void {
  const { depth: mostDepth } = READING_BUDGET.json;
  let level: unknown[] = [data];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > mostDepth) throw new Unreadable('the whole file', `is nested deeper than ${mostDepth} levels`);
    const next: unknown[] = [];
    for (const value of level) {
      budget.spend(1);
      if (typeof value !== 'object' || value === null) continue;
      if (!Array.isArray(value) && Object.hasOwn(value, NOT_A_NAME))
        throw new Unreadable(
          'the whole file',
          `has a field named ${quoted(NOT_A_NAME)}, which is not a field that is known here`,
        );
      for (const inner of Object.values(value)) next.push(inner);
    }
    level = next;
  }
}

/**
 * Data from JSON text, not yet checked for what it holds.
 * @param budget what all that is read together may hold; for a file by itself its own
 * @throws Unreadable
 */
export function parseJson(text: string, budget = new Budget(READING_BUDGET.json.nodes, 'the whole file')): unknown {
  if (text.length > READING_BUDGET.json.bytes)
    throw new Unreadable('the whole file', `is larger than ${READING_BUDGET.json.bytes >> 20} MB`);
  let data: unknown;
  try {
    data = JSON.parse(text) as unknown;
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    // The engine's own words quote the text around the place, which may be long and on many lines.
    throw new Unreadable('the whole file', `is not JSON: ${said.replace(/\s+/g, ' ').slice(0, 120)}`);
  }
  measure(data, budget);
  return data;
}
