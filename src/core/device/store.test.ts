/** The memory under power cuts: whatever is under way when the power goes, there is the old content or the new, whole. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs, seed } from '../../../tests/runs';
import { SHOW_DESK } from '../../../demo';
import { mustBeSound } from '../check';
import { encodeImage } from '../image';
import { mustEdit, type Edit } from '../profile';
import { blankFlash, ENDURANCE, Flash, FlashError, PAGE_BYTES, PowerCut, type FlashContents } from './flash';
import { BODY_BYTES, Store } from './store';

const SIZE = 32768;
const SLOTS = 4;
const RECORDINGS = SLOTS;

const copyOf = ({ bytes, erases, programmed }: FlashContents): FlashContents => ({
  bytes: bytes.slice(),
  erases: erases.slice(),
  programmed: programmed.slice(),
});

/** Bytes that look like nothing else: what was written where can be told. */
const content = (seed: number, length: number): Uint8Array =>
  Uint8Array.from({ length }, (_, n) => (seed * 7919 + n * 31 + (n >> 7)) & 0xff);

/** A memory after some saves. */
function memory(change: (store: Store) => void, size = SIZE, slots = SLOTS): FlashContents {
  const contents = blankFlash(size);
  change(new Store(new Flash(contents), slots));
  return contents;
}

const numbers = (bytes: Uint8Array | undefined): string =>
  bytes === undefined ? 'none' : Buffer.from(bytes).toString('base64');

/** All that a memory holds, as a person sees it after power-up. */
function held(contents: FlashContents, slots = SLOTS): string[] {
  const store = new Store(new Flash(contents), slots);
  return [
    ...Array.from({ length: slots + 1 }, (_, place) => `${store.stateOf(place)} ${numbers(store.read(place))}`),
    `slot ${store.selected}`,
  ];
}

/** A generator of shares, the same for the same seed. */
function shares(seed: number): () => number {
  let state = seed + 1;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/**
 * Does something with the power going at each of its operations in turn. After each cut there is all as before or all as
 * after, and doing it again ends as it should.
 * @returns how many cuts there were
 */
function cutEverywhere(before: FlashContents, work: (store: Store) => void, slots = SLOTS): number {
  const whole = copyOf(before);
  const flash = new Flash(whole);
  work(new Store(flash, slots));
  const [old, fresh] = [held(before, slots), held(whole, slots)];
  // Of all operations a fourth, others with each seed; the hunt takes all.
  const every = runs(1) === 1 ? 4 : 1;
  for (let at = seed() % every; at < flash.operations; at += every) {
    const contents = copyOf(before);
    const cut = new Flash(contents);
    const store = new Store(cut, slots);
    cut.cutAfter(at, at % 3 === 0 ? () => 0.5 : shares(at));
    expect(() => work(store)).toThrow(PowerCut);
    expect(() => store.write(0, content(99, 10))).toThrow(PowerCut);
    const now = held(contents, slots);
    expect([old, fresh]).toContainEqual(now);
    cut.powerUp();
    work(new Store(cut, slots));
    expect(held(contents, slots)).toEqual(fresh);
  }
  return flash.operations;
}

describe('flash', () => {
  test('a page is erased whole, a word is programmed once, anything else is refused', () => {
    const contents = blankFlash(4096);
    const flash = new Flash(contents);
    flash.program(8, Uint8Array.of(1, 2, 3));
    expect([...flash.bytes.subarray(8, 16)]).toEqual([1, 2, 3, 255, 255, 255, 255, 255]);
    expect(() => flash.program(8, Uint8Array.of(1))).toThrow(FlashError);
    expect(() => flash.program(3, Uint8Array.of(1))).toThrow('not the start of a word');
    expect(() => flash.program(4096, Uint8Array.of(1))).toThrow('beyond the end');
    expect(() => flash.erasePage(2)).toThrow('there is no page 2');
    expect(flash.isBlank(0)).toBe(false);
    flash.erasePage(0);
    expect([flash.bytes[8], flash.isBlank(0), flash.erasesOf(0), flash.erasesOf(1)]).toEqual([255, true, 1, 0]);
    expect(() => new Flash({ ...contents, erases: new Uint32Array(1) })).toThrow('not a whole number of pages');
  });

  test('a cut leaves the word or the page half done, and nothing works until the power is back', () => {
    const flash = new Flash(blankFlash(4096));
    flash.cutAfter(1, () => 0.999);
    flash.program(0, Uint8Array.of(0, 0));
    expect(() => flash.program(8, Uint8Array.of(0, 0))).toThrow(PowerCut);
    expect(() => flash.erasePage(0)).toThrow('the power is off');
    flash.powerUp();
    // Nothing can be seen of the word, and it is not free all the same.
    expect(flash.bytes[8]).toBe(0xff);
    expect(() => flash.program(8, Uint8Array.of(0, 0))).toThrow('was programmed before');
  });
});

describe('the power goes at any operation', () => {
  const three = memory((store) => {
    for (let place = 0; place < 3; place++) store.write(place, content(place, 900 + place * 1800));
    store.select(2);
  });
  const full = memory((store) => {
    for (let place = 0; place < 4; place++) store.write(place, content(place, store.slotBytes - place));
    store.write(RECORDINGS, content(9, store.recordingBytes));
    store.select(3);
  });
  const image = (edit?: Edit): Uint8Array => encodeImage(mustBeSound(edit ? mustEdit(SHOW_DESK, edit) : SHOW_DESK));
  const letter = (key: string, code: string): Edit => ({
    edit: 'assign',
    layer: 'base',
    key,
    to: { does: { kind: 'act', action: { do: 'keys', codes: [code] } } },
  });
  test.each<[string, FlashContents, (store: Store) => void]>([
    ['the first save of all', blankFlash(SIZE), (store) => store.write(0, image())],
    [
      'one key is changed',
      memory((store) => store.write(0, image())),
      (store) => store.write(0, image(letter('KeyA', 'KeyB'))),
    ],
    ['everything is changed', three, (store) => store.write(2, content(50, 5000))],
    ['a longer one, and a shorter one', three, (store) => store.write(1, content(51, 300))],
    ['the fourth slot', three, (store) => store.write(3, content(52, 4500))],
    ['nearly full, the largest anew', full, (store) => store.write(1, content(53, store.slotBytes))],
    ['recordings, in a full memory', full, (store) => store.write(RECORDINGS, content(54, store.recordingBytes))],
    ['a slot is emptied', full, (store) => store.write(1, new Uint8Array())],
    ['another slot is chosen', three, (store) => store.select(1)],
    ['another slot is chosen, in a full memory', full, (store) => store.select(1)],
  ])('%s', (_what, before, work) => {
    expect(cutEverywhere(before, work)).toBeGreaterThan(0);
  });

  test('the choice of a slot, also when its words are used up', () => {
    const used = memory((store) => {
      store.write(RECORDINGS, content(1, 700));
      for (let n = 0; n < 64; n++) store.select(1 - (n % 2));
    });
    expect(cutEverywhere(used, (store) => store.select(3))).toBeGreaterThan(64);
  });

  test('a small memory: two slots and the recordings in four pages', () => {
    const small = memory(
      (store) => {
        for (const place of [0, 1]) store.write(place, content(place, store.slotBytes));
        store.write(2, content(3, store.recordingBytes));
      },
      8192,
      2,
    );
    cutEverywhere(small, (store) => store.write(1, content(60, store.slotBytes)), 2);
    cutEverywhere(small, (store) => store.write(2, content(61, 100)), 2);
  });

  test('wear is spread: what rests is moved', () => {
    const worn = memory((store) => {
      store.write(0, content(0, 4000));
      store.write(1, content(1, 100));
      for (let n = 0; n < 1200; n++) store.write(1, content(n, 100));
    });
    const flash = new Flash(copyOf(worn));
    expect(new Store(flash, SLOTS).level()).toBe(true);
    expect(cutEverywhere(worn, (store) => store.level())).toBeGreaterThan(64);
  });

  test('erasing everything: each place is as it was, or empty', () => {
    const old = held(three);
    const flash = new Flash(copyOf(three));
    new Store(flash, SLOTS).format();
    for (let at = 0; at < flash.operations; at++) {
      const contents = copyOf(three);
      const cut = new Flash(contents);
      cut.cutAfter(at, shares(at));
      expect(() => new Store(cut, SLOTS).format()).toThrow(PowerCut);
      held(contents)
        .slice(0, 3)
        .forEach((now, place) => expect(['empty none', old[place]]).toContain(now));
    }
  });

  test('twice in a row, at random, in random work', () => {
    const step = fc.oneof(
      fc.record({
        place: fc.nat(SLOTS),
        length: fc.constantFrom(1, 200, 1400, 2016, 2017, 5000, 6048),
        seed: fc.nat(200),
      }),
      fc.record({ choose: fc.nat(SLOTS - 1) }),
      fc.record({ level: fc.constant(true) }),
    );
    const cuts = fc.tuple(fc.nat(900), fc.nat(900), fc.nat(1000));
    let happened = 0;
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), cuts, (steps, [first, second, seed]) => {
        const contents = blankFlash(SIZE);
        const flash = new Flash(contents);
        let cutsLeft = [first, second];
        const next = cutsLeft.shift();
        if (next !== undefined) flash.cutAfter(next, shares(seed));
        for (const one of steps) {
          const before = held(contents);
          const fits = 'place' in one ? (one.place === RECORDINGS ? Math.min(one.length, 1400) : one.length) : 0;
          for (;;) {
            const store = new Store(flash, SLOTS);
            try {
              if ('place' in one) store.write(one.place, content(one.seed, fits));
              else if ('choose' in one) store.select(one.choose);
              else store.level();
              break;
            } catch (error) {
              expect(error).toBeInstanceOf(PowerCut);
              happened++;
              const now = held(contents);
              const wanted =
                'place' in one
                  ? before.with(one.place, `sound ${numbers(content(one.seed, fits))}`)
                  : 'choose' in one
                    ? before.with(-1, `slot ${one.choose}`)
                    : before;
              expect([before, wanted]).toContainEqual(now);
              flash.powerUp();
              const again = cutsLeft.shift();
              cutsLeft = [];
              if (again !== undefined) flash.cutAfter(again % 150, shares(seed + 1));
            }
          }
        }
      }),
      { numRuns: runs(100) },
    );
    expect(happened).toBeGreaterThan(runs(100) / 4);
  });
});

describe('what lies where', () => {
  test('pages that are the same are not written again: one key is one page, or two', () => {
    const contents = blankFlash(SIZE);
    const flash = new Flash(contents);
    const store = new Store(flash, SLOTS);
    const first = content(1, 5000);
    store.write(0, first);
    const changed = first.slice();
    changed[4900]! ^= 1;
    const before = contents.erases.reduce((sum, erases) => sum + erases, 0) + flash.operations;
    store.write(0, changed);
    // The last page only: 968 bytes and a head are 125 words, and a blank page was there.
    expect(contents.erases.reduce((sum, erases) => sum + erases, 0) + flash.operations - before).toBe(125);
    store.write(0, changed);
    expect(store.read(0)).toEqual(changed);
  });

  test('a slot that would leave no room to change the largest is refused, and nothing has changed', () => {
    const contents = memory((store) => {
      for (let place = 0; place < 4; place++) store.write(place, content(place, store.slotBytes));
      store.write(RECORDINGS, content(9, 100));
    });
    const before = held(contents);
    const store = new Store(new Flash(contents), SLOTS);
    expect(() => store.write(0, content(1, store.slotBytes + 1))).toThrow(`room for ${3 * BODY_BYTES}`);
    expect(() => store.write(RECORDINGS, content(1, store.recordingBytes + 1))).toThrow('where there is room');
    expect(held(contents)).toEqual(before);
    expect(store.pages().filter(({ use }) => use === 'free')).toHaveLength(3);
  });

  test('damage is seen and kept until somebody writes there', () => {
    const contents = memory((store) => {
      store.write(0, content(0, 3000));
      store.write(1, content(1, 3000));
    });
    contents.bytes[contents.bytes.findIndex((_, n) => n > 100 && contents.bytes[n] !== 0xff)]! &= 0x55;
    contents.bytes.fill(0, 40, 60);
    const store = new Store(new Flash(contents), SLOTS);
    const damaged = [0, 1].filter((place) => store.stateOf(place) === 'damaged');
    expect(damaged).toHaveLength(1);
    expect(store.read(damaged[0]!)).toBeUndefined();
    expect(store.infoOf(damaged[0]!).lengthBytes).toBe(3000);
    store.write(2, content(2, 3000));
    expect(new Store(new Flash(contents), SLOTS).infoOf(damaged[0]!).lengthBytes).toBe(3000);
    store.write(damaged[0]!, content(5, 20));
    expect(store.stateOf(damaged[0]!)).toBe('sound');
  });

  test('a memory that something else wrote is not touched until it is erased', () => {
    const contents = blankFlash(SIZE);
    contents.bytes.fill(0x20, 0, 300);
    contents.programmed.fill(1, 0, 40);
    const store = new Store(new Flash(contents), SLOTS);
    expect(store.isForeign).toBe(true);
    expect(() => store.write(0, content(1, 10))).toThrow('erase it first');
    expect(() => store.select(1)).toThrow('erase it first');
    expect(store.level()).toBe(false);
    expect(contents.bytes[0]).toBe(0x20);
    store.format();
    store.write(0, content(1, 10));
    expect(held(contents)[0]).toBe(`sound ${numbers(content(1, 10))}`);
  });

  test('a worn page is not used again; when too few are left, saving says so and keeps what was there', () => {
    const contents = blankFlash(8192);
    const flash = new Flash(contents, 5);
    const store = new Store(flash, 2);
    let saved = 0;
    const save = (): void => {
      store.write(0, content(saved + 1, 100));
      saved++;
    };
    for (let n = 0; n < 16; n++) save();
    expect(() => {
      for (;;) save();
    }).toThrow(/worn out|memory is full/);
    expect(saved).toBeGreaterThan(20);
    const again = new Store(flash, 2);
    expect(again.read(0)).toEqual(content(saved, 100));
    expect(store.pages().some(({ use }) => use === 'retired')).toBe(true);
  });

  test('each save goes to the page that is worn least', () => {
    const contents = blankFlash(SIZE);
    const store = new Store(new Flash(contents), SLOTS);
    for (let n = 0; n < 320; n++) store.write(0, content(n, 100));
    expect(Math.max(...contents.erases) - Math.min(...contents.erases)).toBeLessThanOrEqual(2);
  });

  test('a save that would leave no room to change a slot once more is refused, and a slot can be changed after it', () => {
    const store = new Store(new Flash(blankFlash(4 * PAGE_BYTES)), SLOTS);
    for (const slot of [0, 1, 2]) store.write(slot, content(slot, 100));
    expect(() => store.write(3, content(3, 100))).toThrow('the memory is full');
    store.write(1, content(9, 100));
    expect([0, 1, 2, 3].map((slot) => numbers(store.read(slot)))).toEqual(
      [content(0, 100), content(9, 100), content(2, 100), undefined].map(numbers),
    );
  });

  test('a choice that could not be kept is none', () => {
    const flash = new Flash(blankFlash(SIZE));
    const store = new Store(flash, SLOTS);
    store.select(1);
    flash.cutAfter(0);
    expect(() => store.select(2)).toThrow(PowerCut);
    expect(store.selected).toBe(1);
  });

  test('a choice is a word; only each 64th erases', () => {
    const contents = blankFlash(SIZE);
    const store = new Store(new Flash(contents), SLOTS);
    for (let n = 1; n <= 300; n++) store.select(n % 4);
    expect(new Store(new Flash(contents), SLOTS).selected).toBe(300 % 4);
    expect(contents.erases.reduce((sum, erases) => sum + erases, 0)).toBeLessThanOrEqual(4);
    expect([ENDURANCE, PAGE_BYTES]).toEqual([10_000, 2048]);
  });
});
