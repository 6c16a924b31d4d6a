/** A value with one thing in it changed, wherever that lies. */
import type { Path } from './problem';

/** A copy of a value in which one thing, at a path, is another. */
export function replacedAt(value: unknown, path: Path, by: unknown): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return by;
  if (Array.isArray(value)) return value.map((one: unknown, n) => (n === head ? replacedAt(one, rest, by) : one));
  const fields = value as Record<string, unknown>;
  return { ...fields, [head]: replacedAt(fields[head], rest, by) };
}
