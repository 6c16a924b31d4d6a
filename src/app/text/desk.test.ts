/** A profile and its text beside each other, over a store of their own and without a screen. */
import 'fake-indexeddb/auto';
import { afterAll, afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { closeChannels } from '../../../tests/channels';
import { comes } from '../../../tests/comes';
import { beginWindow } from '../../../tests/windows';
import { HARROW_64 } from '../../core/board';
import { doText, type TextOrder } from '../../core/notation';
import { plainProfile, type Assignment, type Edit, type Profile } from '../../core/profile';

// The database takes what stands for IndexedDB when it is loaded, so these are loaded after that.
const { useShelf } = await import('../state/shelf');
const { textKind } = await import('../state/textStore');
const { TextDesk } = await import('./desk');

/** Answers when it is told to, as a worker does that has much to read. */
function slowReader() {
  const waiting: (() => void)[] = [];
  let isSlow = false;
  return {
    reader: {
      read: (order: TextOrder) =>
        new Promise<ReturnType<typeof doText>>((resolve) => {
          const answer = (): void => resolve(doText(order));
          if (isSlow) waiting.push(answer);
          else answer();
        }),
      stop: () => undefined,
    },
    slow: (): void => void (isSlow = true),
    go: async (): Promise<void> => {
      isSlow = false;
      while (waiting.length > 0) {
        waiting.shift()?.();
        await new Promise((resolve) => setTimeout(resolve));
      }
    },
  };
}

const letter = (code: string): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes: [code] } } });
const assign = (key: string, code: string): Edit => ({ edit: 'assign', layer: 'base', key, to: letter(code) });
const profileNow = (id: string): Profile => useShelf.getState().entries.find((one) => one.id === id)!.profile;
const keyOf = (id: string, key: string) => profileNow(id).layers[0]?.keys[key];
const stored = async (id: string) => (await textKind(() => undefined).load(id))?.document.text;
const rest = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 30));

let count = 0;
let id: string;
let desk: InstanceType<typeof TextDesk>;
let slow: ReturnType<typeof slowReader>;
beforeEach(async () => {
  id = `text${++count}`;
  await useShelf.getState().add(plainProfile(HARROW_64, id, 'Plain'));
  slow = slowReader();
  desk = new TextDesk(id, HARROW_64, slow.reader);
  await desk.open();
});
afterEach(async () => {
  desk.close();
  await rest();
  jest.restoreAllMocks();
});

afterAll(() => closeChannels());

/** A line is written below what is there. */
const write = (line: string): void => desk.type(`${desk.now().text}  ${line}\n`, 'row');
const lineOf = (key: string): string | undefined => desk.now().text.match(new RegExp(`^.*\\b${key}:.*$`, 'm'))?.[0];

test('a text that reads is the profile, and a change of the profile is its line', async () => {
  write('B: F13');
  await comes(() => expect(keyOf(id, 'KeyB')).toEqual(letter('F13')));
  useShelf.getState().edit(id, assign('KeyB', 'F14'), 'a key');
  await comes(() => expect(lineOf('B')).toContain('F14'));
  await desk.travel('undo');
  await desk.travel('undo');
  await comes(() => expect(keyOf(id, 'KeyB')).toEqual(letter('KeyB')));
});

test('what was typed a moment ago is taken before undo, and undo takes exactly that', async () => {
  useShelf.getState().edit(id, assign('KeyC', 'F15'), 'before');
  await rest();
  slow.slow();
  write('B: F13');
  const undone = desk.travel('undo');
  await slow.go();
  await undone;
  await slow.go();
  await rest();
  expect([keyOf(id, 'KeyB'), keyOf(id, 'KeyC')]).toEqual([letter('KeyB'), letter('F15')]);
});

test('typing goes on while an older text is read, and while the profile changes; nothing of either is lost', async () => {
  slow.slow();
  write('B: F13');
  write('C: F14');
  useShelf.getState().edit(id, assign('KeyD', 'F15'), 'elsewhere');
  await slow.go();
  await comes(() =>
    expect(['KeyB', 'KeyC', 'KeyD'].map((key) => keyOf(id, key))).toEqual(['F13', 'F14', 'F15'].map(letter)),
  );
  expect(lineOf('D')).toContain('F15');
});

test('a text is called read when it has been read, and not when an older one was', async () => {
  expect(desk.now().isRead).toBe(true);
  slow.slow();
  desk.type(`${desk.now().text}\nlayer`, 'row');
  await rest();
  expect(desk.now()).toMatchObject({ isRead: false, problems: [] });
  await slow.go();
  await comes(() => expect(desk.now().isRead).toBe(true));
  expect(desk.now().problems).not.toEqual([]);
});

test('each stretch of typing is a step of its own, however slowly it is read', async () => {
  slow.slow();
  const { text } = desk.now();
  desk.type(`${text}  B: F1`, 'first');
  desk.type(`${text}  B: F13`, 'first');
  desk.type(`${text}  B: F13\n  C: F1`, 'second');
  desk.type(`${text}  B: F13\n  C: F14`, 'second');
  await slow.go();
  await comes(() => expect([keyOf(id, 'KeyB'), keyOf(id, 'KeyC')]).toEqual([letter('F13'), letter('F14')]));
  await desk.travel('undo');
  await comes(() => expect([keyOf(id, 'KeyB'), keyOf(id, 'KeyC')]).toEqual([letter('F13'), letter('KeyC')]));
  expect(desk.now().text).toBe(`${text}  B: F13`);
});

test('a text that does not read changes nothing, is kept as it is, and is there again', async () => {
  write('B: nonsense nonsense');
  await comes(() => expect([desk.now().problems.length, keyOf(id, 'KeyB')]).toEqual([1, letter('KeyB')]));
  const broken = desk.now().text;
  desk.close();
  await comes(async () => expect(await stored(id)).toBe(broken));
  desk = new TextDesk(id, HARROW_64, slow.reader);
  await desk.open();
  expect(desk.now().text).toBe(broken);
});

test('what is typed when the bench is left becomes the profile, and the next visit waits for it', async () => {
  slow.slow();
  write('B: F13');
  desk.close();
  desk = new TextDesk(id, HARROW_64, slow.reader);
  const opening = desk.open();
  await slow.go();
  await rest();
  await slow.go();
  await opening;
  expect(keyOf(id, 'KeyB')).toEqual(letter('F13'));
  expect(lineOf('B')).toContain('F13');
});

test('an edit that the shelf refuses is a problem of the text', async () => {
  jest.spyOn(useShelf.getState(), 'edit').mockReturnValue('That is too much.');
  write('B: F13');
  await comes(() => expect(desk.now().problems.map(({ message }) => message)).toEqual(['That is too much.']));
});

test('a text of a profile that is not kept is not called kept', async () => {
  const { database } = await import('../state/database');
  await database.profiles.delete(id);
  write('// a remark');
  await comes(() => expect(desk.now().keeping).toMatchObject({ state: 'notKept' }));
});

test('a text of another window comes when its profile is here, in whatever order the two are heard of', async () => {
  beginWindow();
  const other = await import('./desk');
  const { useShelf: otherShelf } = await import('../state/shelf');
  await otherShelf.getState().load();
  const looksOn = new other.TextDesk(id, HARROW_64, slow.reader);
  await looksOn.open();
  const begun = desk.now().text;
  for (const typed of ['layer', 'layer From', 'layer From o', 'layer From one']) {
    desk.type(`${begun}// a remark\n${typed}\n`, 'row');
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  await comes(() => expect(looksOn.now().text).toBe(`${begun}// a remark\nlayer From one\n`));
  expect(looksOn.now().problems).toEqual([]);
  const there = otherShelf.getState().entries.find((one) => one.id === id)?.profile;
  expect(there?.layers.map(({ name }) => name)).toEqual(['Base', 'From one']);
  looksOn.close();
});
