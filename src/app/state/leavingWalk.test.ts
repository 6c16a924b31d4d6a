/** Pages that are left at any moment, with profiles, boards and tags under way: what was done is there at the next start, once, whatever was on its way. */
import 'fake-indexeddb/auto';
import { afterAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs, seed } from '../../../tests/runs';
import { closeChannels } from '../../../tests/channels';
import { leave, leaving, noted } from '../../../tests/making/leavable';
import { beginWindow } from '../../../tests/windows';
import { BOBBIN_21, HARROW_64, moveKeys, type Board } from '../../core/board';
import { plainProfile, type Edit } from '../../core/profile';
import { sameData } from '../../core/reading';

afterAll(() => closeChannels());

const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** A page takes a while to open, in ms. Transactions of one that is dead would have died with it; here they come to their end meanwhile. */
const OPENS_IN_MS = 250;

async function openPage() {
  beginWindow();
  leaving.length = 0;
  await rest(OPENS_IN_MS);
  const { useShelf } = await import('./shelf');
  const { useBoards } = await import('./boards');
  const { database } = await import('./database');
  await useShelf.getState().load();
  await useBoards.getState().load();
  return { useShelf, useBoards, database };
}
type Page = Awaited<ReturnType<typeof openPage>>;

/**
 * The page is left: it writes down what is under way. One that dies may have had a last write done, of which it knows nothing; one that lives on
 * for a moment does all that it was about to do.
 */
async function leavePage({ database }: Page, dies: boolean): Promise<void> {
  leave();
  if (!dies) return;
  const written = [...noted];
  closeChannels();
  database.close();
  await rest(20);
  noted.clear();
  // Under names that it does not know: what this process still does of it, a page that is dead would not.
  for (const [key, value] of written) noted.set(`${key}-dead`, value);
}

const assign = (key: string, code: string): Edit => ({
  edit: 'assign',
  layer: 'base',
  key,
  to: { does: { kind: 'act', action: { do: 'keys', codes: [code] } } },
});
const moved = (board: Board, key: string): Board => {
  const made = moveKeys(board, [key], 0.25, 0);
  return 'board' in made ? made.board : board;
};

test('what was done before a page was left is there at the next start, once', async () => {
  const doing = fc.oneof(
    fc.record({ add: fc.constantFrom('a', 'b', 'c'), on: fc.boolean() }),
    fc.record({ edit: fc.constantFrom('a', 'b', 'c'), key: fc.nat(3), code: fc.nat(5) }),
    fc.record({ undo: fc.constantFrom('a', 'b', 'c') }),
    fc.record({ off: fc.constantFrom('a', 'b', 'c') }),
    fc.record({ draw: fc.nat(6) }),
    fc.record({ wait: fc.nat(12) }),
    fc.record({ dies: fc.boolean() }),
  );
  let count = 0;
  let page = await openPage();
  await fc.assert(
    fc.asyncProperty(fc.array(doing, { minLength: 3, maxLength: 16 }), async (all) => {
      const at = (name: string): string => `left${count}-${name}`;
      const boardId = `own-left${count++}`;
      const board: Board = { ...BOBBIN_21, id: boardId, name: 'Winder' };
      page.useBoards.getState().add(board);
      const shown = () => page.useShelf.getState().entries.filter(({ id }) => id.startsWith(at('')));
      const drawn = () => page.useBoards.getState().own.find((one) => one.board.id === boardId)?.board;
      const check = async (dies: boolean): Promise<void> => {
        const before = Object.fromEntries(shown().map(({ id, profile }) => [id, profile]));
        const boardBefore = drawn();
        await leavePage(page, dies);
        page = await openPage();
        const found = () => ({
          profiles: Object.fromEntries(shown().map(({ id, profile }) => [id, profile])),
          board: drawn(),
        });
        // What a page that lives on has kept is heard of a moment later.
        const isThere = (): boolean => sameData(found().profiles, before) && sameData(found().board, boardBefore);
        for (let n = 0; n < 150 && !isThere(); n++) await rest(10);
        expect(found()).toEqual({ profiles: before, board: boardBefore });
      };
      for (const act of all) {
        const shelf = page.useShelf.getState();
        if ('add' in act) {
          const profile = plainProfile(act.on ? board : HARROW_64, at(act.add), 'Plain');
          if (!shown().some(({ id }) => id === profile.id)) void shelf.add(profile, undefined, { tags: ['tour'] });
        } else if ('edit' in act)
          shelf.edit(at(act.edit), assign(`Key${'ABCD'[act.key]!}`, `F${13 + act.code}`), 'a key');
        else if ('undo' in act) shelf.undo(at(act.undo));
        else if ('off' in act) await shelf.remove(at(act.off));
        else if ('draw' in act) {
          const now = drawn();
          if (now) page.useBoards.getState().draw(boardId, moved(now, now.keys[act.draw]!.id));
        } else if ('wait' in act) await rest(act.wait);
        else await check(act.dies);
      }
      await check(true);
      for (let n = 0; n < 200 && noted.size > 0; n++) await rest(10);
      expect([...noted.values()]).toEqual([]);
    }),
    { numRuns: runs(2), seed: seed(), interruptAfterTimeLimit: 120_000, endOnFailure: true },
  );
});
