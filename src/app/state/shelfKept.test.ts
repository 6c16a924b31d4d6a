/** Whatever is done to a shelf, what was said to be kept is found by a fresh start: boards, bases, depth and ids at random. */
import 'fake-indexeddb/auto';
import { afterAll, expect, test } from '@jest/globals';
import { closeChannels } from '../../../tests/channels';
import fc from 'fast-check';
import { BOBBIN_21, HARROW_64, TWILL_42 } from '../../core/board';
import { plainProfile, type Edit, type Profile } from '../../core/profile';
import { runs, seed } from '../../../tests/runs';

// The database takes what stands for IndexedDB when it is loaded, so these are loaded after that.
const { useShelf } = await import('./shelf');
const { loadShelf } = await import('./store');

const entryOf = (id: string) => useShelf.getState().entries.find(({ profile }) => profile.id === id);
const assign = (key: string, code: string): Edit => ({
  edit: 'assign',
  layer: 'base',
  key,
  to: { does: { kind: 'act', action: { do: 'keys', codes: [code] } } },
});

afterAll(() => closeChannels());

test('whatever is done to a shelf, a fresh start finds what was said to be kept', async () => {
  const boards = [HARROW_64, TWILL_42, BOBBIN_21];
  const id = fc.constantFrom('a', 'b', 'c', 'd', 'e');
  const doing = fc.oneof(
    fc.record({ put: id, board: fc.nat(2), on: fc.option(id, { nil: undefined }) }),
    fc.record({ assign: id, key: fc.constantFrom('KeyA', 'KeyB', 'KeyC'), code: fc.constantFrom('F13', 'F14') }),
    fc.record({ become: id, board: fc.nat(2) }),
    fc.record({ rest: id, on: fc.option(id, { nil: null }) }),
    fc.record({ undo: id }),
    fc.record({ off: id }),
  );
  let count = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(doing, { minLength: 4, maxLength: 14 }), async (all) => {
      const at = (name: string): string => `walk${count}-${name}`;
      count++;
      const shelf = useShelf.getState();
      for (const act of all) {
        if ('put' in act) {
          const profile = plainProfile(boards[act.board]!, at(act.put), `P ${act.put}`);
          if (!entryOf(at(act.put)))
            await shelf.add({ ...profile, ...(act.on !== undefined && { restsOn: at(act.on) }) });
        } else if ('assign' in act) shelf.edit(at(act.assign), assign(act.key, act.code), 'a key');
        else if ('become' in act) {
          const to = plainProfile(boards[act.board]!, at(act.become), 'Another');
          shelf.edit(at(act.become), { edit: 'whole', to }, 'the file');
        } else if ('rest' in act)
          shelf.edit(at(act.rest), { edit: 'rest', on: act.on === null ? null : at(act.on) }, 'rests');
        else if ('undo' in act) shelf.undo(at(act.undo));
        else await shelf.remove(at(act.off));
      }
      const own = useShelf.getState().entries.filter(({ profile }) => profile.id.startsWith(at('')));
      const said = new Map<string, Profile>();
      for (const { profile } of own)
        if ((await shelf.whenKept(profile.id)).state === 'kept')
          said.set(profile.id, entryOf(profile.id)!.document.profile);
      const { stored, unreadable } = await loadShelf();
      expect(unreadable.filter((row) => row.id.startsWith(at('')))).toEqual([]);
      const found = new Map(stored.map(({ document: { profile } }) => [profile.id, profile]));
      for (const [name, profile] of said) expect(found.get(name)).toEqual(profile);
    }),
    { numRuns: runs(12), seed: seed(), interruptAfterTimeLimit: 60_000 },
  );
});
