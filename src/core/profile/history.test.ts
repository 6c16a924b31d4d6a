import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs, seed } from '../../../tests/runs';
import { HARROW_64 } from '../board';
import {
  actSchema,
  applyAct,
  historyStepSchema,
  mustEdit,
  newDocument,
  plainProfile,
  printProblem,
  rebased,
  type Act,
  type Document,
  type Edit,
  type EditOf,
} from '.';

const rename = (name: string): Edit => ({ edit: 'describe', to: { name } });
const assign = (key: string, code: string): EditOf<'assign'> => ({
  edit: 'assign',
  layer: 'base',
  key,
  to: { does: { kind: 'act', action: { do: 'keys', codes: [code] } } },
});
const clear = (key: string): Edit => ({ edit: 'assign', layer: 'base', key, to: null });
const edit = (id: string, change: Edit, row?: string): Act => ({ act: 'edit', id, edit: change, what: id, row });
const back = (step: string): Act => ({ act: 'undo', id: `undo ${step}`, step });
const forth = (step: string): Act => ({ act: 'redo', id: `redo ${step}`, step });

const first = (): Document => newDocument(plainProfile(HARROW_64, 'p', 'Plain'));
/** The document after acts that all fit. */
function after(...acts: Act[]): Document {
  return acts.reduce((document, act) => {
    const result = applyAct(document, act);
    if (!result.ok) throw new Error(printProblem(result.problem));
    return result.document;
  }, first());
}
const steps = ({ past, future }: Document): string =>
  `${past.map(({ id }) => id).join(' ')} | ${future.map(({ id }) => id).join(' ')}`;

describe('acts on a document', () => {
  test('what is taken back can be done again, until something else is done', () => {
    expect(steps(after(edit('a', rename('A')), edit('b', rename('B'))))).toBe('a b | ');
    const undone = after(edit('a', rename('A')), edit('b', rename('B')), back('b'));
    expect([steps(undone), undone.profile.name]).toEqual(['a | b', 'A']);
    expect(after(edit('a', rename('A')), edit('b', rename('B')), back('b'), forth('b')).profile.name).toBe('B');
    expect(steps(after(edit('a', rename('A')), back('a'), edit('c', rename('C'))))).toBe('c | ');
  });

  test('a step with others behind it is taken back when they do not touch the same thing', () => {
    const document = after(edit('a', rename('A')), edit('b', clear('KeyA')));
    const undone = after(edit('a', rename('A')), edit('b', clear('KeyA')), back('a'));
    expect([steps(undone), undone.profile.name]).toEqual(['b | a', 'Plain']);
    expect(undone.profile.layers[0]!.keys.KeyA).toBeUndefined();
    expect(applyAct(undone, forth('a'))).toMatchObject({ ok: true, document: { profile: document.profile } });
    const twice = after(edit('a', rename('A')), edit('b', rename('B')));
    expect(applyAct(twice, back('a'))).toMatchObject({
      ok: false,
      problem: { wrong: { said: '“a” cannot be taken back before “b”, which came after it.' } },
    });
    expect(applyAct(document, back('z')).ok).toBe(false);
    expect(applyAct(document, forth('z')).ok).toBe(false);
    expect(applyAct(after(edit('a', rename('A')), back('a')), forth('z')).ok).toBe(false);
  });

  test('taken back with others behind it, the profile is what those make of it alone', () => {
    const key = fc.constantFrom('KeyA', 'KeyB', 'KeyC');
    const change = fc.oneof(
      key.map(clear),
      fc.constantFrom('A', 'B').map(rename),
      fc.record({ edit: fc.constant('timing' as const), to: fc.record({ tapMs: fc.nat(30) }) }),
    );
    let carried = 0;
    fc.assert(
      fc.property(change, fc.array(change, { minLength: 1, maxLength: 4 }), (mine, theirs) => {
        const acts = theirs.map((one, n) => edit(`t${n}`, one as Edit));
        const undone = applyAct(after(edit('mine', mine as Edit), ...acts), back('mine'));
        if (!undone.ok) return;
        carried++;
        expect(undone.document.profile).toEqual(after(...acts).profile);
      }),
      { numRuns: runs(100), seed: seed() },
    );
    expect(carried).toBeGreaterThan(runs(100) / 5);
  });

  test.each<[string, Act[], string]>([
    ['edits of one row are one step', [edit('a', rename('A'), 'r'), edit('b', rename('B'), 'r')], 'a | '],
    ['of two rows, two', [edit('a', rename('A'), 'r'), edit('b', rename('B'), 's')], 'a b | '],
    ['of no row, each its own', [edit('a', rename('A')), edit('b', rename('B'))], 'a b | '],
    ['about two things, two', [edit('a', clear('KeyA'), 'r'), edit('b', clear('KeyB'), 'r')], 'a b | '],
    [
      'with a step back between, two',
      [edit('a', rename('A'), 'r'), edit('b', clear('KeyA')), back('b'), edit('c', rename('C'), 'r')],
      'a c | ',
    ],
  ])('%s', (_what, acts, expected) => expect(steps(after(...acts))).toBe(expected));

  test('a row is taken back whole', () =>
    expect(after(edit('a', rename('A'), 'r'), edit('b', rename('B'), 'r'), back('a')).profile.name).toBe('Plain'));

  test('the oldest steps are forgotten, by number and by weight', () => {
    let document = first();
    for (let n = 0; n < 520; n++) {
      const result = applyAct(document, edit(`s${n}`, rename(`N${n}`)));
      if (result.ok) ({ document } = result);
    }
    expect([document.past.length, document.past[0]!.id]).toEqual([500, 's20']);
    const events = Array.from({ length: 60_000 }, (_, n) => ({ atUs: n, edge: 'down' as const, code: 'KeyA' }));
    const item = {
      id: 'm',
      name: 'M',
      onPress: { lengthUs: 60_000, events },
      run: { kind: 'times' as const, times: 1 },
      gapMs: 0,
      stop: 'now' as const,
      leavesHeld: false,
      liftModifiers: false,
    };
    const heavy = after(
      edit('a', { edit: 'insert', list: 'macros', at: 0, item }),
      edit('b', { edit: 'remove', list: 'macros', id: 'm' }),
      edit('c', rename('C')),
    );
    expect(steps(heavy)).toBe('b c | ');
  });

  test('what a variant has of its own is taken back to what its base has become, even where the base became the same', () => {
    const base = { ...plainProfile(HARROW_64, 'b', 'Base') };
    const act = (document: Document, one: Act): Document => {
      const result = applyAct(document, one);
      if (!result.ok) throw new Error(printProblem(result.problem));
      return result.document;
    };
    const own = act(
      { ...newDocument({ ...base, id: 'v', restsOn: 'b' }), base, clashes: [] },
      edit('mine', assign('KeyA', 'F13')),
    );
    for (const theirs of ['F13', 'F14']) {
      const now = mustEdit(base, assign('KeyA', theirs));
      const onIt = { ...own, ...rebased(own.profile, base, own.clashes ?? [], now), base: now };
      const undone = act(onIt, back('mine'));
      expect(undone.profile.layers[0]!.keys['KeyA']).toEqual(now.layers[0]!.keys['KeyA']);
      // It follows again.
      const later = mustEdit(now, assign('KeyA', 'F15'));
      const { profile } = rebased(undone.profile, now, undone.clashes ?? [], later);
      expect(profile.layers[0]!.keys['KeyA']).toEqual(later.layers[0]!.keys['KeyA']);
      // Done again, it is one's own again.
      expect(act(undone, forth('mine')).profile.layers[0]!.keys['KeyA']).toEqual(own.profile.layers[0]!.keys['KeyA']);
    }
  });

  test('a key that was its own before is its own again when that is taken back', () => {
    const base = { ...plainProfile(HARROW_64, 'b', 'Base') };
    let document: Document = { ...newDocument({ ...base, id: 'v', restsOn: 'b' }), base, clashes: [] };
    for (const act of [
      edit('mine', assign('KeyA', 'F13')),
      edit('again', { edit: 'assign', layer: 'base', key: 'KeyA', to: base.layers[0]!.keys['KeyA'] ?? null }),
      back('again'),
    ]) {
      const result = applyAct(document, act);
      if (result.ok) ({ document } = result);
    }
    expect(document.profile.layers[0]!.keys['KeyA']).toEqual(assign('KeyA', 'F13').to);
  });

  test('replacing a document is a step like others', () => {
    const other = {
      ...plainProfile(HARROW_64, 'p', 'From a file'),
      layers: [{ id: 'x', name: 'X', dye: 'weld' as const, keys: {} }],
    };
    const acts = [edit('a', clear('KeyA')), edit('file', { edit: 'whole', to: other })];
    expect(after(...acts).profile).toEqual(other);
    expect(after(...acts, back('file'), back('a')).profile).toEqual(first().profile);
  });
});

test('acts and steps come back from a store, or from another window, as they were', () => {
  const document = after(
    edit('a', rename('A'), 'r'),
    edit('b', { edit: 'several', edits: [clear('KeyA'), rename('B')] }),
  );
  for (const step of document.past) expect(historyStepSchema.parse(JSON.parse(JSON.stringify(step)))).toEqual(step);
  expect(actSchema.parse(edit('a', rename('A'), 'r'))).toEqual(edit('a', rename('A'), 'r'));
  expect(actSchema.safeParse({ act: 'edit', id: 'a', what: 'a', edit: { edit: 'explode' } }).success).toBe(false);
  expect(historyStepSchema.safeParse({ id: 'a', what: 'a', undo: rename('A'), redo: { edit: 'assign' } }).success).toBe(
    false,
  );
});
