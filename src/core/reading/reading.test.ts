/** What comes from outside is hostile until it has been read: its size, its depth, its words, its encoding. */
import { describe, expect, test } from '@jest/globals';
import type { Problems } from '../check';
import { check } from '../check';
import { checkProfileText, parseProfile, parseProfiles, writeProfile, writeProfiles } from '../files';
import { HARROW_64 } from '../board';
import { plainProfile, printProblem, type Profile } from '../profile';
import { Budget, firstOf, foreign, listed, parseJson, quoted, shortened, textOfFile, Unreadable } from '.';

const nestedJson = (depth: number): string => `${'['.repeat(depth)}${']'.repeat(depth)}`;
const plain = (): any => JSON.parse(writeProfile(plainProfile(HARROW_64, 'p', 'P')));
const withAction = (action: unknown): string => {
  const profile = plain();
  profile.layers[0].keys.KeyA.does.action = action;
  return JSON.stringify(profile);
};
const manyDeep = (depth: number): unknown => {
  let action: unknown = { do: 'capitals' };
  for (let n = 0; n < depth; n++) action = { do: 'many', actions: [action] };
  return action;
};

describe('JSON', () => {
  test.each<[string, string, string]>([
    ['no JSON', 'hello', 'the whole file: is not JSON'],
    ['brackets without end', nestedJson(100_000), 'is nested deeper than 40 levels'],
    ['a thousand actions in each other', withAction(manyDeep(1000)), 'is nested deeper than 40 levels'],
    ['a name that the language keeps for itself', '{"a":[{"__proto__":{"x":1}}]}', 'has a field named "__proto__"'],
    ['more than can be read', `[${'0,'.repeat(3_000_001)}0]`, 'stands for more than 3000000 things'],
    ['far too long', ' '.repeat((16 << 20) + 1), 'is larger than 16 MB'],
  ])('%s is refused with a sentence', (_what, text, reason) => {
    expect(() => parseJson(text)).toThrow(Unreadable);
    expect(() => parseJson(text)).toThrow(reason);
  });

  test('actions nest as deep as a profile may hold them, and no deeper', () => {
    expect(parseProfile(withAction(manyDeep(4))).profile.id).toBe('p');
    expect(() => parseProfile(withAction(manyDeep(5)))).toThrow('is nested deeper than 4 levels');
  });
});

describe('encodings', () => {
  const utf16 = (text: string, isLittle: boolean): Uint8Array =>
    Uint8Array.from(
      [0xfeff, ...Array.from({ length: text.length }, (_, n) => text.charCodeAt(n))].flatMap((unit) =>
        isLittle ? [unit & 255, unit >> 8] : [unit >> 8, unit & 255],
      ),
    );
  test.each<[string, Uint8Array, string]>([
    ['UTF-8', Uint8Array.of(0xc3, 0xa9), 'é'],
    ['UTF-8 with a mark', Uint8Array.of(0xef, 0xbb, 0xbf, 0x61), 'a'],
    ['UTF-16, little end first', utf16('é✓', true), 'é✓'],
    ['UTF-16, big end first', utf16('é✓', false), 'é✓'],
    ['nothing', Uint8Array.of(), ''],
  ])('%s', (_what, bytes, text) => expect(textOfFile(bytes)).toBe(text));

  test.each<[string, Uint8Array]>([
    ['Latin-1', Uint8Array.of(0x63, 0x61, 0x66, 0xe9)],
    ['half of UTF-16', Uint8Array.of(0xff, 0xfe, 0x00, 0xd8)],
  ])('%s is refused, not patched up', (_what, bytes) => expect(() => textOfFile(bytes)).toThrow(/save it as UTF-8/));
});

describe('foreign words in our sentences', () => {
  test('are cut short, on one line, and never through a character', () => {
    expect(shortened('a'.repeat(90))).toHaveLength(60);
    expect(shortened(`${'a'.repeat(58)}😀b`)).toBe(`${'a'.repeat(58)}…`);
    expect(quoted('x'.repeat(20_000_000)).length).toBeLessThan(70);
    expect(foreign('Scene\n3')).toBe('Scene 3');
    expect([quoted(null), quoted([1]), quoted({}), quoted(12)]).toEqual(['null', 'a list', 'an object', '12']);
  });

  test('keep their direction to themselves, and cannot break out', () => {
    expect(foreign('במה')).toBe('\u2068במה\u2069');
    expect(foreign('a\u202Eb\u2069c')).toBe('\u2068a\u202Ebc\u2069');
    expect(foreign('Scène 3')).toBe('Scène 3');
  });

  test('of many, the first are said and the others counted', () => {
    expect(listed(['a', 'b', 'c', 'd'], 2)).toBe('a, b and 2 more');
    expect(firstOf(Array(50).fill('x'))).toHaveLength(21);
    expect(firstOf(Array(50).fill('x')).at(-1)).toBe('and 30 more');
  });

  test('a large bad profile makes a small amount of text', () => {
    const profile: Profile = plainProfile(HARROW_64, 'p', 'P');
    const layers = Array.from({ length: 250 }, (_, n) => ({
      id: `l${n}${'x'.repeat(30)}`,
      name: `L${n}`,
      dye: 'weld' as const,
      keys: Object.fromEntries(
        HARROW_64.keys.map(({ id }) => [
          id,
          { does: { kind: 'act' as const, action: { do: 'layer' as const, how: 'go' as const, layer: 'nowhere' } } },
        ]),
      ),
    }));
    const text = writeProfile({ ...profile, layers });
    expect(text.length).toBeGreaterThan(1_300_000);
    const { problems } = checkProfileText(text);
    expect(problems).toHaveLength(21);
    expect(problems.join('\n').length).toBeLessThan(8000);
    const checked = check({ ...profile, layers }, HARROW_64) as Problems;
    expect(checked.problems.map(printProblem).join('').length).toBeLessThan(8_000_000);
  });
});

test('a budget counts what is built, before it is built', () => {
  const budget = new Budget(10, 'the whole image');
  budget.spend(10);
  expect(() => budget.spend(1)).toThrow('the whole image: stands for more than 10 things');
});

describe('files of several profiles', () => {
  const [a, b] = ['a', 'b'].map((id) => plainProfile(HARROW_64, id, id.toUpperCase()));
  test('what a torn page hands over can be opened again, each profile by itself', () => {
    const read = parseProfiles(writeProfiles([a, { ...b, layers: [] }, b]));
    expect(read.map((one) => ('profile' in one ? one.profile.id : one.problem.message))).toEqual([
      'a',
      'layers: has no layer; there is one at the least',
      'b',
    ]);
    expect(read[1]!.place).toBe('profile 2 ("B")');
    expect(parseProfiles(JSON.stringify([a]))).toHaveLength(1);
    expect(() => parseProfiles('[]')).toThrow('holds no profile');
  });

  test.each([
    ['__proto__', false],
    ['.', false],
    ['..', false],
    ['constructor', true],
  ])('a profile with the id %s is read: %s', (id, isRead) => {
    const text = JSON.stringify({ ...plain(), id });
    if (isRead) expect(parseProfile(text).profile.id).toBe(id);
    else expect(() => parseProfile(text)).toThrow('id: must be 1 to 40 letters, digits, dots');
  });
});
