/** The same text for equal data, whatever the order of its fields. */

/** Fields in order, by how they stood: data has few kinds of things, and thousands of each. */
const orders = new Map<string, readonly string[]>();
const MOST_ORDERS = 500;

function inOrder(names: readonly string[]): readonly string[] {
  const key = JSON.stringify(names);
  const known = orders.get(key);
  if (known) return known;
  // An object puts names that are whole numbers first, by size; so does JSON that is made of one.
  const order = Object.keys(Object.fromEntries(names.toSorted((a, b) => (a < b ? -1 : 1)).map((name) => [name, 0])));
  if (orders.size >= MOST_ORDERS) orders.clear();
  orders.set(key, order);
  return order;
}

function textOf(value: unknown): string | undefined {
  if (Array.isArray(value)) return `[${value.map((part) => textOf(part) ?? 'null').join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) as string | undefined;
  const data = value as Record<string, unknown>;
  const fields: string[] = [];
  for (const name of inOrder(Object.keys(data))) {
    const text = textOf(data[name]);
    if (text !== undefined) fields.push(`${JSON.stringify(name)}:${text}`);
  }
  return `{${fields.join(',')}}`;
}

/** @param value plain data, as JSON has it */
export const jsonInOrder = (value: unknown): string => textOf(value) ?? 'null';
