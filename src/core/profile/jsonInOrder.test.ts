import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { jsonInOrder } from './jsonInOrder';

/** What JSON itself makes of data whose objects have their fields in order. */
const plainly = (value: unknown): string =>
  JSON.stringify(value, (_name, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );

test('JSON in order is what JSON makes of fields in order', () => {
  fc.assert(fc.property(fc.jsonValue(), (value) => expect(jsonInOrder(value)).toBe(plainly(value))));
  const odd = { b: undefined, 10: 1, 2: [undefined, { y: 1, x: null }], a: NaN, '\n': '"' };
  expect(jsonInOrder(odd)).toBe(plainly(odd));
  expect(
    jsonInOrder([
      { a: 1, 'b\nc': 2 },
      { 'a\nb': 1, c: 2 },
    ]),
  ).toBe('[{"a":1,"b\\nc":2},{"a\\nb":1,"c":2}]');
});

test('equal data has one text, whatever stood first', () => {
  expect(jsonInOrder({ a: 1, b: { d: 2, c: 3 } })).toBe(jsonInOrder({ b: { c: 3, d: 2 }, a: 1 }));
});
