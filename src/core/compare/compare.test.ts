/** Profiles side by side: rows that differ, what looks as if nobody had meant it, and what comes along when something is taken. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { SHOW_DESK } from '../../../demo';
import { HARROW_64 } from '../board';
import { randomProfile } from '../../../tests/making/randomProfiles';
import { applyEdit, diff, mustEdit, plainProfile, type Assignment, type Profile } from '../profile';
import { isOfKey, isOfLayer, isOfRow, mirrorOf, odditiesOf, rowsOf, takeable, taking } from '.';

const keys = (...codes: string[]): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes } } });
const other = (change: (profile: Profile) => Profile): Profile => change({ ...SHOW_DESK, id: 'other', name: 'Other' });
const base = plainProfile(HARROW_64, 'p', 'Plain');
const withDepth = (key: string, pointUm: number, from = base): Profile =>
  mustEdit(from, { edit: 'travel', key, to: { mode: 'fixed', pointUm } });
const said = (...profiles: Profile[]): string[] =>
  odditiesOf(profiles, HARROW_64).map((one) => `${one.profile} ${one.said}`);

describe('rows', () => {
  test('only what differs says so, each in its group and in words', () => {
    const theirs = other((profile) =>
      [
        { edit: 'assign', layer: 'cues', key: 'KeyF', to: keys('F24') } as const,
        { edit: 'timing', to: { retapMs: 90 } } as const,
        { edit: 'travel', key: 'KeyJ', to: { mode: 'fixed', pointUm: 900 } } as const,
        {
          edit: 'assign',
          layer: 'cues',
          key: 'KeyC',
          to: { ...SHOW_DESK.layers[1]!.keys.KeyC!, label: 'Drapes' },
        } as const,
      ].reduce(mustEdit, profile),
    );
    expect(
      rowsOf([SHOW_DESK, theirs])
        .filter(({ differs }) => differs)
        .map(({ group, title, values }) => [group, title, ...values]),
    ).toEqual([
      ['keys', 'Cues · F', expect.any(String), 'F24'],
      ['roles', 'Cues · F', 'label “Go”, role Cues', 'nothing'],
      ['roles', 'Cues · C', 'label “Curtain”, role Cues', 'label “Drapes”, role Cues'],
      ['timing', 're-tap', '120 ms', '90 ms'],
      ['depths', 'J', expect.stringContaining('as the board'), 'at 0.9 mm'],
    ]);
  });

  test('two that are the same differ in nothing; a layer of another id and the same name is the same layer', () => {
    expect(rowsOf([SHOW_DESK, SHOW_DESK]).filter(({ differs }) => differs)).toEqual([]);
    const renamed = other((profile) => ({
      ...profile,
      layers: profile.layers.map((layer) => (layer.id === 'dark' ? { ...layer, id: 'night' } : layer)),
    }));
    const rows = rowsOf([SHOW_DESK, renamed]).filter(({ layer, group }) => layer === 'dark' && group === 'keys');
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.every(({ differs }) => !differs)).toBe(true);
  });

  test('whatever two profiles are: a row differs when, and only when, there is a change', () => {
    fc.assert(
      fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), (a, b) => {
        const rows = rowsOf([a, { ...b, id: a.id }]);
        for (const row of rows) expect(row.values).toHaveLength(2);
        const isOther = diff({ ...a, name: '', icon: '' }, { ...b, id: a.id, board: a.board, name: '', icon: '' }).some(
          ({ change }) => change !== 'order' && change !== 'reid',
        );
        if (rows.some(({ differs }) => differs)) expect(diff(a, b).length).toBeGreaterThan(0);
        if (!isOther) expect(rows.filter(({ differs, group }) => differs && group !== 'layers')).toEqual([]);
      }),
      { numRuns: runs(30) },
    );
  });
});

describe('oddities', () => {
  test('mirrors lie under the same finger of the other hand', () => {
    expect(['KeyF', 'KeyA', 'KeyT', 'KeyR'].map((key) => mirrorOf(HARROW_64, key))).toEqual([
      'KeyJ',
      'Semicolon',
      'KeyY',
      'KeyU',
    ]);
    expect(mirrorOf(HARROW_64, 'Space')).toBeUndefined();
  });

  test('a key unlike its neighbours and its mirror', () => {
    const reversal = mustEdit(base, {
      edit: 'travel',
      key: 'KeyJ',
      to: { mode: 'reversal', pointUm: 300, pressUm: 200, releaseUm: 200, reset: 'point' },
    });
    expect(said(reversal)).toEqual(['0 reversal on J alone; its neighbours and F, its mirror, have none']);
    expect(said(mustEdit(reversal, { edit: 'travel', key: 'KeyF', to: reversal.travel.keys.KeyJ! }))).toEqual([]);
    expect(said(withDepth('KeyG', 3000))[0]).toContain(
      'G fires at 3.0 mm; its neighbours and H, its mirror, do so elsewhere',
    );
  });

  test('a setting that a key has no use for', () => {
    expect(said(withDepth('KeyJ', 1500))).toEqual([]);
    const nothing = mustEdit(withDepth('KeyJ', 1200), { edit: 'assign', layer: 'base', key: 'KeyJ', to: null });
    expect(said(nothing)).toEqual(['0 J has a depth of its own, and does nothing on any layer']);
    const gesture = (timing: object): Profile =>
      mustEdit(base, {
        edit: 'assign',
        layer: 'base',
        key: 'KeyJ',
        to: { does: { kind: 'gesture', steps: [{ tap: { do: 'keys', codes: ['KeyJ'] } }], timing } },
      });
    expect(said(gesture({ holdAfterMs: 300 }))).toEqual([
      '0 Base · J: a time for holding, and nothing that a hold would do',
    ]);
    expect(said(gesture({ tapGapMs: 300 }))).toEqual(['0 Base · J: a gap between taps, and no second tap']);
    expect(said(gesture({ retapMs: 120 }))).toEqual(['0 Base · J: re-tap of its own, and the same as the profile’s']);
  });

  test('a figure far from what all others have; a whole board is one oddity', () => {
    expect(said(base, withDepth('Space', 3200), base).filter((one) => one.includes('others'))).toEqual([
      '1 Space fires at 3.2 mm, with the others at 1.5 mm',
    ]);
    const deep = mustEdit(base, { edit: 'travel', key: null, to: { mode: 'fixed', pointUm: 3000 } });
    expect(said(base, base, deep)).toEqual(['2 the whole board fires at 3.0 mm, with the others at 1.5 mm']);
  });
});

describe('taking over', () => {
  const take = (mine: Profile, theirs: Profile, wants: Parameters<typeof taking>[2]) => {
    const taken = taking(mine, theirs, wants);
    const edited = taken.edit ? applyEdit(mine, taken.edit) : undefined;
    return { ...taken, profile: edited?.ok ? edited.profile : mine };
  };

  test('one key, with the macro, the layer and the role that it cannot do without', () => {
    const { profile, along } = take(
      base,
      SHOW_DESK,
      (change) => isOfKey(change, 'KeyQ') || (change.change === 'key' && change.at.key === 'CapsLock'),
    );
    expect(along).toEqual(expect.arrayContaining([expect.stringContaining('the role')]));
    expect(profile.layers.map(({ id }) => id)).toContain('cues');
    expect(profile.layers[0]!.keys.CapsLock).toEqual(SHOW_DESK.layers[0]!.keys.CapsLock);
    // Everything that the layer plays is there, too.
    expect(profile.macros.map(({ id }) => id)).toEqual(expect.arrayContaining(['tag-1', 'tag-2', 'tag-3']));
  });

  test('a macro of mine under the same id goes on playing what it did, and theirs comes under another', () => {
    const thunder = SHOW_DESK.macros.find(({ id }) => id === 'thunder')!;
    const mine = {
      ...SHOW_DESK,
      id: 'mine',
      macros: SHOW_DESK.macros.map((macro) => (macro.id === 'thunder' ? { ...macro, gapMs: 77 } : macro)),
    };
    mine.layers = mine.layers.map((layer) =>
      layer.id === 'cues' ? { ...layer, keys: { ...layer.keys, KeyK: keys('F13') } } : layer,
    );
    const { profile, along } = take(mine, SHOW_DESK, (change) => isOfKey(change, 'KeyK'));
    expect(along).toEqual(['the macro Thunder roll 2']);
    expect(profile.macros.find(({ id }) => id === 'thunder')!.gapMs).toBe(77);
    expect(profile.macros.find(({ id }) => id === 'thunder-2')).toEqual({
      ...thunder,
      id: 'thunder-2',
      name: 'Thunder roll 2',
    });
    expect(JSON.stringify(profile.layers[1]!.keys.KeyK)).toContain('thunder-2');
    // Taken again, nothing more comes.
    expect(take(profile, SHOW_DESK, (change) => isOfKey(change, 'KeyK')).profile.macros).toHaveLength(
      profile.macros.length,
    );
  });

  test('a layer, every depth, everything', () => {
    const theirs = other((profile) =>
      withDepth('KeyJ', 700, mustEdit(profile, { edit: 'assign', layer: 'cues', key: 'KeyF', to: keys('F20') })),
    );
    expect(take(SHOW_DESK, theirs, (change) => isOfLayer(change, 'cues')).profile.layers).toEqual(theirs.layers);
    expect(take(SHOW_DESK, theirs, ({ change }) => change === 'travel').profile.travel).toEqual(theirs.travel);
    const all = take(SHOW_DESK, theirs, () => true);
    expect(all.profile).toEqual({ ...theirs, id: SHOW_DESK.id, name: SHOW_DESK.name });
    expect(takeable(all.profile, theirs)).toEqual([]);
    expect(taking(all.profile, theirs, () => true)).toEqual({ changes: 0, along: [] });
  });

  test('whatever two profiles are: what is taken one by one refers to nothing that is not there, if theirs did not', () => {
    fc.assert(
      fc.property(randomProfile(HARROW_64), randomProfile(HARROW_64), (mine, theirs) => {
        const all = take({ ...mine, board: theirs.board }, theirs, () => true).profile;
        expect({ ...all, id: '', name: '', icon: '' }).toEqual({ ...theirs, id: '', name: '', icon: '' });
      }),
      { numRuns: runs(30) },
    );
  });

  test('any one row: it is mine then, and no other row has changed that is not of the same key', () => {
    const theirs = other((profile) =>
      [
        { edit: 'assign', layer: 'cues', key: 'KeyF', to: keys('F24') } as const,
        { edit: 'timing', to: { retapMs: 90 } } as const,
        { edit: 'travel', key: 'KeyJ', to: { mode: 'fixed', pointUm: 900 } } as const,
        { edit: 'travel', key: null, to: { mode: 'fixed', pointUm: 1700 } } as const,
        { edit: 'describe', to: { hostLayout: 'de' } } as const,
        { edit: 'remove', list: 'macros', id: 'curtain' } as const,
        { edit: 'describeLayer', layer: 'rig', to: { name: 'Lamps' } } as const,
        { edit: 'remove', list: 'roles', id: 'sound' } as const,
      ].reduce(mustEdit, profile),
    );
    const wanted = rowsOf([SHOW_DESK, theirs]).filter(({ differs }) => differs);
    expect(wanted.length).toBeGreaterThan(7);
    for (const row of wanted) {
      const { profile, changes } = take(SHOW_DESK, theirs, isOfRow(row));
      expect([row.id, changes]).toEqual([row.id, 1]);
      const left = rowsOf([profile, theirs]).filter(({ differs }) => differs);
      expect(left.map(({ id }) => id)).not.toContain(row.id);
      expect(left.length).toBeGreaterThanOrEqual(wanted.length - 3);
    }
  });
});
