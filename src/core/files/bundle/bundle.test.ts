/** Bundles: what goes in comes out, and what others may have put into an archive is refused before it is unpacked. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { unzipSync, zipSync } from 'fflate';
import { runs } from '../../../../tests/runs';
import { test as inTurn } from '../../../../tests/turns';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../../demo';
import { familyById, HARROW_64, startingBoard } from '../../board';
import { bringHosts } from '../../hosts';
import { randomProfile } from '../../../../tests/making/randomProfiles';
import { plainProfile, variantOf, type Profile } from '../../profile';
import { Unreadable } from '../../reading';
import { readBundle, type Snapshot, writeBundle, writeBundles } from '.';
import { readZip } from './zip';

beforeAll(() => bringHosts());

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const textOf = (bytes: Uint8Array | undefined): string => new TextDecoder().decode(bytes);
const profilesOf = (bytes: Uint8Array): Profile[] =>
  readBundle(bytes).map((one) => {
    if ('problem' in one) throw one.problem;
    return one.profile;
  });

/** A bundle with some files of our own making. */
const forged = (files: Record<string, string>): Uint8Array =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, bytesOf(text)])));
const manifest = (...files: string[]): string =>
  JSON.stringify({ format: 'underloom-bundle', version: 1, profiles: files.map((file) => ({ file })) });

/** Puts other bytes over the first place where some stand. */
function patched(bytes: Uint8Array, from: string, to: string, everywhere = false): Uint8Array {
  const copy = Buffer.from(bytes);
  for (let at = copy.indexOf(from); at >= 0; at = copy.indexOf(from, at + 1)) {
    copy.write(to, at, 'latin1');
    if (!everywhere) break;
  }
  return new Uint8Array(copy);
}

describe('what goes in comes out', () => {
  test('the demo, with tags, snapshots and a page to read', () => {
    const snapshots = [{ name: 'before the tour', atMs: Date.UTC(2026, 5, 3), profile: { ...SHOW_DESK, name: 'Old' } }];
    const bytes = writeBundle([
      { profile: SHOW_DESK, tags: ['tour'], snapshots },
      { profile: PROMPT_BOOK },
      { profile: SOUND_PAD },
    ]);
    expect(readBundle(bytes)).toMatchObject([
      { profile: SHOW_DESK, tags: ['tour'], snapshots },
      { profile: PROMPT_BOOK },
      { profile: SOUND_PAD },
    ]);
    expect(writeBundle([{ profile: SHOW_DESK }])).toEqual(writeBundle([{ profile: SHOW_DESK }]));
    const page = textOf(unzipSync(bytes)['legend.html']);
    expect(page).toContain('Reachable without looking');
    expect(page).toContain('Thunder roll');
  });

  test('whatever a profile holds', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(randomProfile(HARROW_64), { maxLength: 3, minLength: 1, selector: ({ id }) => id }),
        (profiles) => expect(profilesOf(writeBundle(profiles.map((profile) => ({ profile }))))).toEqual(profiles),
      ),
      { numRuns: runs(15) },
    );
  });

  test('an own board, once, and profiles of one name', () => {
    const board = { ...startingBoard(familyById('number-pad')!), id: 'own-pad' };
    const [one, two] = [plainProfile(board, 'a', 'Pad'), plainProfile(board, 'b', 'Pad')];
    const bytes = writeBundle([{ profile: one }, { profile: two }], [board]);
    expect(Object.keys(unzipSync(bytes)).filter((name) => name.startsWith('boards/'))).toEqual(['boards/own-pad.json']);
    expect(readBundle(bytes)).toMatchObject([
      { profile: one, ownBoard: board },
      { profile: two, ownBoard: board },
    ]);
  });

  test('a variant is written as what it changes, and rests on the base in the same bundle', () => {
    const variant = {
      ...SHOW_DESK,
      id: 'tour',
      name: 'Tour',
      restsOn: SHOW_DESK.id,
      timing: { ...SHOW_DESK.timing, tapMs: 9 },
    };
    const stored = variantOf(variant, SHOW_DESK);
    const bytes = writeBundle([{ profile: variant, stored }, { profile: SHOW_DESK }]);
    // Who reads it finds the base first.
    expect(profilesOf(bytes)).toEqual([SHOW_DESK, variant]);
    expect(() => writeBundle([{ profile: variant, stored }])).toThrow(
      '"Tour": could not be read again from the bundle: restsOn: rests on the profile "demo-show-desk", which is not here',
    );
    const alone = forged({ 'bundle.json': manifest('tour.json'), 'tour.json': JSON.stringify(stored) });
    expect(readBundle(alone)).toMatchObject([
      { problem: { message: 'restsOn: rests on the profile "demo-show-desk", which is not here' } },
    ]);
  });
});

describe('whatever a shelf holds', () => {
  const many = (count: number): Profile[] =>
    Array.from({ length: count }, (_, n) => ({
      ...plainProfile(HARROW_64, `p${n}`, n % 2 === 0 ? 'Plain' : `Plain ${n}`),
    }));
  const snapshotsOf = (profile: Profile, count: number): Snapshot[] =>
    Array.from({ length: count }, (_, n) => ({
      name: `take ${n}`,
      atMs: n * 60_000,
      profile: { ...profile, name: `Take ${n}` },
    }));
  /** What comes out of all archives together: each profile once, its snapshots from wherever they lie. */
  function together(volumes: readonly Uint8Array[]): Map<string, { profile: Profile; snapshots: Snapshot[] }> {
    const all = new Map<string, { profile: Profile; snapshots: Snapshot[] }>();
    for (const one of volumes.flatMap(readBundle)) {
      if ('problem' in one) throw one.problem;
      const { snapshots: before = [] } = all.get(one.profile.id) ?? {};
      all.set(one.profile.id, { profile: one.profile, snapshots: [...before, ...(one.snapshots ?? [])] });
    }
    return all;
  }

  test('a shelf of very many profiles comes back', () => {
    const profiles = many(runs(1) === 1 ? 120 : 1000);
    const volumes = writeBundles(profiles.map((profile) => ({ profile })));
    expect([...together(volumes).values()].map(({ profile }) => profile)).toEqual(profiles);
  });

  inTurn('more snapshots than one archive holds are in several, each with the profile', () => {
    const small: Profile = { ...many(1)[0]!, layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys: {} }] };
    const snapshots = snapshotsOf(small, 2100);
    const volumes = writeBundles([{ profile: small, snapshots }]);
    expect(volumes).toHaveLength(2);
    expect(together(volumes).get('p0')).toEqual({ profile: small, snapshots });
    expect(() => writeBundle([{ profile: small, snapshots }])).toThrow('is too large for one archive');
  });

  inTurn('a variant has its base with it in every archive', () => {
    const [base, ...others] = many(6);
    const variants = others.map((one) => ({
      ...base!,
      id: one.id,
      name: one.name,
      restsOn: base!.id,
      timing: { ...base!.timing, tapMs: 9 },
    }));
    const bundled = variants.map((profile) => ({
      profile,
      stored: variantOf(profile, base!),
      snapshots: snapshotsOf(
        { ...profile, layers: profile.layers.slice(0, 1).map((layer) => ({ ...layer, keys: {} })) },
        500,
      ),
    }));
    const volumes = writeBundles([...bundled, { profile: base! }]);
    expect(volumes.length).toBeGreaterThan(1);
    const read = together(volumes);
    expect(read.get(variants[0]!.id)?.profile).toEqual(variants[0]);
    expect(read.size).toBe(6);
  });

  test('a clock that was wrong, and a name that is too long, keep no snapshot out', () => {
    const [profile] = many(1);
    const snapshots = [
      { name: 'x'.repeat(200), atMs: 9e15, profile: profile! },
      { name: 'old', atMs: -5, profile: profile! },
    ];
    expect(
      together(writeBundles([{ profile: profile!, snapshots }]))
        .get('p0')
        ?.snapshots.map(({ name, atMs }) => [name.length, atMs]),
    ).toEqual([
      [60, Date.UTC(9999, 11, 31)],
      [3, 0],
    ]);
  });
});

test('the page to read has no script, and what comes from a profile is text in it', () => {
  const evil = '<script>alert(1)</script><img src=x onerror=alert(2)>"\'&';
  const base = SHOW_DESK.layers[0]!;
  const profile = {
    ...SHOW_DESK,
    name: evil.slice(0, 60),
    layers: [
      {
        ...base,
        name: evil.slice(0, 60),
        keys: { ...base.keys, KeyA: { ...base.keys.KeyA!, label: evil.slice(0, 24), note: evil } },
      },
    ],
  };
  const page = textOf(unzipSync(writeBundle([{ profile: profile as Profile }]))['legend.html']);
  expect(page).not.toMatch(/<script|<img/i);
  expect(page).toContain('&#60;script&#62;');
});

describe('archives of others', () => {
  const good = writeBundle([{ profile: SHOW_DESK }]);
  const zip = (files: Record<string, string>): Uint8Array => forged(files);

  test.each<[string, Uint8Array, string]>([
    ['no archive', bytesOf('hello, this is no archive at all, but text'), 'is not a ZIP archive'],
    ['nothing', new Uint8Array(), 'is not a ZIP archive'],
    ['one that was cut short', good.slice(0, -30), 'is not a ZIP archive, or was cut short'],
    ['one without a list', zip({ 'readme.txt': 'hello' }), 'holds no bundle.json'],
    ['a list that is none', zip({ 'bundle.json': '{"format":"other"}' }), 'bundle.json'],
    [
      'one of a newer version',
      zip({ 'bundle.json': manifest('a.json').replace('"version":1', '"version":2') }),
      'is from a newer program: the file has version 2, and this one reads version 1',
    ],
    ['a list of nothing', zip({ 'bundle.json': manifest() }), 'holds no profile'],
    ['a file that is not there', zip({ 'bundle.json': manifest('profiles/x.json') }), 'which is not in the bundle'],
    [
      'a name that climbs',
      zip({ 'bundle.json': manifest('a'), '../../evil.json': '{}' }),
      'whose name leads elsewhere: "../../evil.json"',
    ],
    ['a name from the root', zip({ 'bundle.json': manifest('a'), '/etc/evil.json': '{}' }), 'leads elsewhere'],
    ['a name of a disk', zip({ 'bundle.json': manifest('a'), 'C:evil.json': '{}' }), 'leads elsewhere'],
    ['a name with backslashes', zip({ 'bundle.json': manifest('a'), '..\\evil.json': '{}' }), 'leads elsewhere'],
    ['a name with a line in it', zip({ 'bundle.json': manifest('a'), 'é\nvil.json': '{}' }), 'leads elsewhere'],
    [
      'two files of one name',
      patched(
        zip({ 'bundle.json': manifest('a'), 'aaaa.json': '{}', 'bbbb.json': '{}' }),
        'bbbb.json',
        'aaaa.json',
        true,
      ),
      'holds two files named "aaaa.json"',
    ],
    [
      'two names that differ in capitals',
      zip({ 'bundle.json': manifest('a'), 'a.json': '{}', 'A.json': '{}' }),
      'holds two files named "A.json"',
    ],
    [
      'two profiles with one id',
      zip({
        'bundle.json': manifest('a.json', 'b.json'),
        'a.json': JSON.stringify(SHOW_DESK),
        'b.json': JSON.stringify(SHOW_DESK),
      }),
      'b.json: has the id "demo-show-desk", which a.json has too',
    ],
    ['Latin-1', new Uint8Array(zipSync({ 'bundle.json': Uint8Array.from([0x7b, 0xe4, 0x7d]) })), 'is not UTF-8'],
    ['deep nesting', zip({ 'bundle.json': '['.repeat(100_000) + ']'.repeat(100_000) }), 'nested deeper'],
    ['a prototype key', zip({ 'bundle.json': '{"__proto__":{"x":1}}' }), '__proto__'],
    [
      'gigantic numbers',
      zip({ 'bundle.json': manifest('a.json').replace('"version":1', '"version":1e999') }),
      'bundle.json',
    ],
  ])('%s: refused with the reason', (_what, bytes, reason) => {
    expect(() => readBundle(bytes)).toThrow(Unreadable);
    expect(() => readBundle(bytes)).toThrow(reason);
  });

  test('a profile that cannot be read leaves the others alone', () => {
    const bytes = zip({
      'bundle.json': manifest('a.json', 'b.json'),
      'a.json': JSON.stringify({ ...SHOW_DESK, timing: { tapMs: 1e300 } }),
      'b.json': JSON.stringify(PROMPT_BOOK),
    });
    expect(readBundle(bytes)).toMatchObject([
      { place: 'a.json', problem: { place: 'timing.tapMs' } },
      { profile: PROMPT_BOOK },
    ]);
  });

  test('profiles that rest on one another in a circle are refused, each with the circle', () => {
    const rests = (id: string, on: string): string =>
      JSON.stringify({
        format: 'underloom-profile',
        version: 1,
        id,
        name: id,
        board: 'harrow-64',
        restsOn: on,
        changes: [],
      });
    const bytes = zip({
      'bundle.json': manifest('a.json', 'b.json', 'c.json'),
      'a.json': rests('a', 'b'),
      'b.json': rests('b', 'a'),
      'c.json': rests('c', 'c'),
    });
    expect(readBundle(bytes).map((one) => 'problem' in one && one.problem.reason)).toEqual([
      'a circle: "a" rests on "b" rests on "a"',
      'a circle: "b" rests on "a" rests on "b"',
      'a circle: "c" rests on "c"',
    ]);
  });

  test('a byte that was changed is noticed, wherever in a profile it stands', () => {
    const stored = zipSync({
      'bundle.json': [bytesOf(manifest('a.json')), { level: 0 }],
      'a.json': [bytesOf(JSON.stringify(SHOW_DESK)), { level: 0 }],
    });
    expect(() => readBundle(patched(stored, '"holdAfterMs":180', '"holdAfterMs":190'))).toThrow(
      '"a.json" is damaged: its checksum is wrong',
    );
  });
});

describe('bombs', () => {
  /** What an archive costs: memory that it takes, in MB, and whether it is refused. */
  const costOf = (bytes: Uint8Array, reason: string): number => {
    const before = process.memoryUsage().arrayBuffers;
    expect(() => readBundle(bytes)).toThrow(reason);
    return (process.memoryUsage().arrayBuffers - before) / (1 << 20);
  };

  test('one that says how large it is is not unpacked at all', () => {
    const bomb = zipSync({ 'bundle.json': new Uint8Array(64 << 20) }, { level: 9 });
    expect(bomb.length).toBeLessThan(100_000);
    expect(costOf(bomb, 'would unpack to more than 32 MB')).toBeLessThan(1);
  });

  test('many files that are large only together', () => {
    const file = new Uint8Array(4 << 20);
    const bomb = zipSync({
      'bundle.json': bytesOf(manifest('a')),
      ...Object.fromEntries(Array.from({ length: 10 }, (_, n) => [`${n}.json`, file])),
    });
    expect(costOf(bomb, 'would unpack to more than 32 MB')).toBeLessThan(1);
  });

  test('one that lies about its size is stopped where the lie ends', () => {
    const honest = zipSync({ 'bundle.json': new Uint8Array(30 << 20) }, { level: 9 });
    const lie = Buffer.from(honest);
    const directory = lie.indexOf(Buffer.from([0x50, 0x4b, 1, 2]));
    lie.writeUInt32LE(100, directory + 24);
    expect(costOf(new Uint8Array(lie), '"bundle.json" unpacks to more than it says')).toBeLessThan(4);
  });

  test('one file that is named many times is paid for once, and refused', () => {
    const profile = { ...SHOW_DESK, layers: SHOW_DESK.layers.map((layer) => ({ ...layer })) };
    const bytes = forged({ 'bundle.json': manifest('a.json', 'a.json'), 'a.json': JSON.stringify(profile) });
    expect(() => readBundle(bytes)).toThrow('bundle.json: names the file "a.json" twice');
    const snapshots = [1, 2].map(() => ({ file: 'b.json', name: 'b', at: '2026-06-03T19:30:00.000Z' }));
    const again = forged({
      'bundle.json': JSON.stringify({
        format: 'underloom-bundle',
        version: 1,
        profiles: [{ file: 'a.json', snapshots }],
      }),
      'a.json': JSON.stringify(profile),
      'b.json': JSON.stringify(profile),
    });
    expect(() => readBundle(again)).toThrow('names the file "b.json" twice');
  });

  test('values that are many only together', () => {
    const heavy = `[${'0,'.repeat(1_200_000)}0]`;
    const bytes = forged({
      'bundle.json': manifest('a.json', 'b.json', 'c.json'),
      'a.json': heavy,
      'b.json': heavy,
      'c.json': heavy,
    });
    expect(() => readBundle(bytes)).toThrow('c.json: stands for more than 3000000 things');
  });

  test('more files than any bundle has', () => {
    const many = zipSync(Object.fromEntries(Array.from({ length: 2500 }, (_, n) => [`${n}`, new Uint8Array()])));
    expect(() => readZip(many)).toThrow('holds 2500 files; 2000 are the most');
  });
});
