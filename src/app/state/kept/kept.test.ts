/** The keeping kernel over a store that answers late, refuses, loses its answer and forgets: what it calls kept is there, and nothing is done twice. */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { z } from '../../../core/reading';
import { closeChannels } from '../../../../tests/channels';
import { runs, seed } from '../../../../tests/runs';
import { Collection, type Entry } from './collection';
import type { Keeping } from './kept';
import { HEARD_OF, type Kind, type Stored } from './kind';
import { settle } from './settle';

/** Words on a list; one that is on it already, or is forbidden, does not fit. */
type Words = readonly string[];
type Say = { id: string; word: string };
type Row = { words: Words; revision: number; recent: string[] };

/** What the next writes come to: `late` is refused after it was done, which nobody hears. */
type Fate = 'done' | 'refused' | 'late';

class Store {
  readonly rows = new Map<string, Row>();
  readonly fates: Fate[] = [];
  writes = 0;
  /** While it stalls, nothing is answered. */
  stalled: Promise<void> = Promise.resolve();

  readonly kind: Kind<Words, Say> = {
    name: 'words',
    act: z.object({ id: z.string(), word: z.string() }),
    apply: (words, { word }) =>
      words.includes(word) ? { ok: false, reason: `“${word}” is said` } : { ok: true, document: [...words, word] },
    unfit: (words) => (words.includes('forbidden') ? 'It is forbidden.' : undefined),
    load: async (id) => {
      await this.stalled;
      const row = this.rows.get(id);
      return row && { document: row.words, changedAt: 0, revision: row.revision };
    },
    write: async (id, known, acts, shown) => {
      await this.stalled;
      const fate = this.fates.shift() ?? 'done';
      if (fate === 'refused') throw new Error('no room');
      this.writes++;
      const row = this.rows.get(id);
      const there = row && { document: row.words, revision: row.revision, recent: row.recent };
      const { document, revision, recent, applied, refused } = settle(known, there, acts, shown, this.kind.apply);
      this.rows.set(id, { words: document, revision, recent });
      if (fate === 'late') throw new Error('no answer');
      return { document, revision, changedAt: 0, applied, refused };
    },
    missing: async (id, acts) => acts.filter((act) => !this.rows.get(id)?.recent.includes(act.id)),
  };
}

type Window = {
  things: Collection<Words, Say>;
  entries: readonly Entry<Words>[];
  refused: string[];
  gone: string[];
};

function open(store: Store): Window {
  const window: Window = { things: undefined as never, entries: [], refused: [], gone: [] };
  window.things = new Collection(store.kind, {
    show: (entries) => (window.entries = entries),
    refused: (_id, { word }, reason) => window.refused.push(`${word}: ${reason}`),
    gone: ({ id }) => window.gone.push(id),
  });
  return window;
}

let names = 0;
const say = ({ things }: Window, id: string, word: string): string | undefined =>
  things.get(id)?.act({ id: `act${++names}`, word });
const fresh = (words: Words = []): Stored<Words> => ({ document: words, changedAt: 0, revision: 0 });
const nothingElse = async (): Promise<void> => {
  for (let n = 0; n < 40; n++) await jest.advanceTimersByTimeAsync(500);
};

let store: Store;
beforeEach(() => {
  jest.useFakeTimers();
  store = new Store();
});
afterEach(() => {
  closeChannels();
  jest.useRealTimers();
});

describe('one window', () => {
  test('a new thing, and what is done to it, is kept; what does not fit is refused at once', async () => {
    const window = open(store);
    expect(await window.things.add('a', fresh(['one']))).toEqual({ state: 'kept' });
    expect(say(window, 'a', 'two')).toBeUndefined();
    expect(say(window, 'a', 'two')).toBe('“two” is said');
    expect(say(window, 'a', 'forbidden')).toBe('It is forbidden.');
    expect(say(window, 'nothing', 'two')).toBeUndefined();
    expect(await window.things.whenKept('a')).toEqual({ state: 'kept' });
    expect(store.rows.get('a')?.words).toEqual(['one', 'two']);
    expect(window.entries).toMatchObject([{ id: 'a', document: ['one', 'two'], keeping: { state: 'kept' } }]);
  });

  test('while the store refuses, it is said and tried again; then it is kept without anybody asking', async () => {
    const window = open(store);
    await window.things.add('a', fresh());
    store.fates.push('refused', 'refused');
    say(window, 'a', 'one');
    await jest.advanceTimersByTimeAsync(0);
    expect(window.entries[0]?.keeping).toEqual({ state: 'notKept', because: 'no room' });
    say(window, 'a', 'two');
    await nothingElse();
    expect(window.entries[0]?.keeping).toEqual({ state: 'kept' });
    expect(store.rows.get('a')?.words).toEqual(['one', 'two']);
  });

  test('a write that was done and never answered is not done twice', async () => {
    const window = open(store);
    await window.things.add('a', fresh());
    store.fates.push('late');
    say(window, 'a', 'one');
    await nothingElse();
    expect([store.rows.get('a')?.words, window.entries[0]?.document, window.refused]).toEqual([['one'], ['one'], []]);
  });

  test('a store that forgets everything gets it again', async () => {
    const window = open(store);
    await window.things.add('a', fresh(['one']));
    store.rows.clear();
    window.things.makeSure();
    await nothingElse();
    expect(store.rows.get('a')?.words).toEqual(['one']);
  });

  test('what is done while a write is under way is written right after, in one piece', async () => {
    const window = open(store);
    await window.things.add('a', fresh());
    let goOn: () => void = () => undefined;
    store.stalled = new Promise((resolve) => (goOn = resolve));
    for (const word of ['one', 'two', 'three']) say(window, 'a', word);
    await jest.advanceTimersByTimeAsync(1000);
    expect(window.entries[0]?.keeping.state).toBe('keeping');
    const before = store.writes;
    goOn();
    await nothingElse();
    expect([store.rows.get('a')?.words, store.writes - before]).toEqual([['one', 'two', 'three'], 2]);
  });

  test('what cannot be taken away stays, with what was done meanwhile', async () => {
    const window = open(store);
    await window.things.add('a', fresh());
    const removing = window.things.remove('a', () => Promise.reject(new Error('locked')));
    say(window, 'a', 'one');
    await expect(removing).rejects.toThrow('locked');
    await nothingElse();
    expect(store.rows.get('a')?.words).toEqual(['one']);
    expect(await window.things.remove('a', async () => store.rows.delete('a'))).toBe(true);
    expect(window.entries).toEqual([]);
  });
});

test('who waits for what is taken away meanwhile is told, and does not wait for ever', async () => {
  const window = open(store);
  await window.things.add('a', fresh());
  let goOn: () => void = () => undefined;
  const removing = window.things.remove('a', () => new Promise<void>((resolve) => (goOn = resolve)));
  await jest.advanceTimersByTimeAsync(0);
  say(window, 'a', 'too late');
  const waiting = window.things.whenKept('a');
  goOn();
  await removing;
  expect(await waiting).toMatchObject({ state: 'notKept' });
});

describe('two windows', () => {
  /** Windows that tell each other nothing: hints may be lost, and then the store is what counts. */
  const both = async (): Promise<[Window, Window]> => {
    const [one, two] = [open(store), open(store)];
    await one.things.add('a', fresh());
    const stored = await store.kind.load('a');
    if (stored) two.things.take('a', stored);
    return [one, two];
  };

  test('each has what the other did, and what does not fit any more is said to who did it', async () => {
    const [one, two] = await both();
    say(one, 'a', 'mine');
    say(two, 'a', 'yours');
    say(one, 'a', 'same');
    say(two, 'a', 'same');
    await nothingElse();
    expect([...(store.rows.get('a')?.words ?? [])].sort()).toEqual(['mine', 'same', 'yours']);
    expect([...one.refused, ...two.refused]).toEqual(['same: “same” is said']);
  });

  test('one that was taken away elsewhere goes, unless something was just done to it', async () => {
    const [one, two] = await both();
    store.rows.clear();
    await one.things.get('a')?.look();
    say(two, 'a', 'still here');
    await two.things.get('a')?.look();
    await nothingElse();
    expect([one.gone, two.gone, store.rows.get('a')?.words]).toEqual([['a'], [], ['still here']]);
  });
});

test.each([
  ['a row that another window has made anew', { revision: 5, there: 2 }],
  ['none, where one was that was only heard of', { revision: HEARD_OF, there: undefined }],
  ['none, where one was', { revision: 5, there: undefined }],
])('what is written where a lost store has %s, no window takes for its own', (_what, { revision, there }) => {
  jest.spyOn(Math, 'random').mockReturnValue(0.5);
  const known = { ...fresh(['mine']), revision };
  const row = there === undefined ? undefined : { document: ['theirs'], revision: there, recent: [] };
  const settled = settle(known, row, [], known.document, new Store().kind.apply);
  expect(settled.revision).toBeGreaterThan(Math.max(5, revision) + 1000);
  jest.restoreAllMocks();
});

test('whatever the store does, what is called kept is there, once; and in the end all is kept', async () => {
  const doing = fc.oneof(
    fc.record({ who: fc.nat(2), word: fc.constantFrom(...'abcdefghij') }),
    fc.record({ fate: fc.constantFrom<Fate>('refused', 'late', 'late') }),
    fc.record({ pass: fc.nat(900) }),
    fc.record({ look: fc.nat(2) }),
    fc.record({ forget: fc.constant(true) }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(doing, { maxLength: 24 }), async (all) => {
      const own = new Store();
      const windows = [open(own), open(own), open(own)];
      await windows[0]!.things.add('a', fresh());
      const stored = await own.kind.load('a');
      for (const { things } of windows.slice(1)) things.take('a', stored!);
      for (const step of all) {
        if ('who' in step) say(windows[step.who]!, 'a', step.word);
        else if ('fate' in step) own.fates.push(step.fate);
        else if ('pass' in step) await jest.advanceTimersByTimeAsync(step.pass);
        else if ('look' in step) await windows[step.look]!.things.get('a')?.look();
        else {
          own.rows.clear();
          for (const { things } of windows) things.makeSure();
        }
        for (const { entries } of windows) {
          const [entry] = entries;
          if (entry?.keeping.state !== 'kept' || !own.rows.has('a')) continue;
          const { words } = own.rows.get('a')!;
          for (const word of entry.document) expect(words).toContain(word);
        }
      }
      await nothingElse();
      const { words } = own.rows.get('a')!;
      expect(new Set(words).size).toBe(words.length);
      const states: Keeping[] = windows.flatMap(({ entries }) => entries.map(({ keeping }) => keeping));
      expect(states).toEqual(states.map(() => ({ state: 'kept' })));
    }),
    { numRuns: runs(40), seed: seed() },
  );
});
