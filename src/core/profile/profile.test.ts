import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { HARROW_64, TWILL_42 } from '../board';
import {
  applyEdit,
  answerFrom,
  mustEdit,
  DEFAULT_TIMING,
  inverseOf,
  plainProfile,
  printPath,
  printProblem,
  profileJsonSchema,
  profileProblems,
  readProfile,
  sameData,
  timingOf,
  takeOutLayer,
  duplicateLayer,
  referencesTo,
  waysTo,
  type Edit,
  type Profile,
  type Span,
} from '.';

const plain = (): Profile => plainProfile(HARROW_64, 'p_test', 'Test');
const withLayer = (): Profile =>
  mustEdit(
    mustEdit(plain(), { edit: 'insertLayer', at: 1, layer: { id: 'nav', name: 'Nav', dye: 'madder', keys: {} } }),
    {
      edit: 'assign',
      layer: 'base',
      key: 'CapsLock',
      to: {
        does: {
          kind: 'gesture',
          steps: [{ tap: { do: 'keys', codes: ['Escape'] }, hold: { do: 'layer', how: 'while', layer: 'nav' } }],
        },
      },
    },
  );

describe('reading profiles', () => {
  test('the example of the format reads, and comes back the same', () => {
    const profile = withLayer();
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual({ profile });
  });

  test('what a file may leave out gets its default', () => {
    const result = readProfile({
      format: 'underloom-profile',
      version: 1,
      id: 'a',
      name: 'A',
      board: 'harrow-64',
      layers: [{ id: 'base', name: 'Base', keys: {} }],
      timing: { holdAfterMs: 170 },
    });
    expect(result).toMatchObject({
      profile: {
        hostLayout: 'us',
        joints: [],
        macros: [],
        timing: { ...DEFAULT_TIMING, holdAfterMs: 170 },
        travel: { board: { mode: 'fixed', pointUm: 1500 } },
      },
    });
  });

  const broken = (change: (profile: Record<string, any>) => void): string[] => {
    const profile = JSON.parse(JSON.stringify(withLayer()));
    change(profile);
    const result = readProfile(profile);
    return 'problems' in result ? result.problems.map(printProblem) : [];
  };
  test.each<[string, (profile: any) => void, string]>([
    [
      'an unknown field',
      (p) => {
        p.colour = 'red';
      },
      'colour: is not a field that is known here',
    ],
    [
      'an unknown code',
      (p) => {
        p.layers[0].keys.KeyA.does.action.codes = ['KeyÄ'];
      },
      'layers[0].keys.KeyA.does.action.codes[0]: "KeyÄ" is not a W3C code nor hid:PP:UUUU',
    ],
    [
      'an unknown kind of binding',
      (p) => {
        p.layers[0].keys.KeyA.does = { kind: 'wish' };
      },
      'layers[0].keys.KeyA.does.kind: is missing or not one of the known kinds',
    ],
    [
      'an unknown action',
      (p) => {
        p.layers[0].keys.KeyA.does.action = { do: 'dance' };
      },
      'layers[0].keys.KeyA.does.action.do: is missing or not one of the known kinds',
    ],
    [
      'a bad number',
      (p) => {
        p.timing.holdAfterMs = -5;
      },
      'timing.holdAfterMs: is too small; 0 is the least',
    ],
    [
      'a release too fine for any finger',
      (p) => {
        p.travel.board = { mode: 'reversal', pointUm: 500, pressUm: 100, releaseUm: 20, reset: 'top' };
      },
      'travel.board.releaseUm: must be 50 µm at the least: no finger is steadier',
    ],
    [
      'a crossing where a key counts as at rest',
      (p) => {
        const span = { from: { going: 'down', atUm: 60 }, action: { do: 'capitals' } };
        p.layers[0].keys.KeyA.does = { kind: 'stroke', spans: [span] };
      },
      'layers[0].keys.KeyA.does.spans[0].from.atUm: must be 100 µm at the least: above that a key counts as at rest',
    ],
    [
      'a stroke plan without parts',
      (p) => {
        p.layers[0].keys.KeyA.does = { kind: 'stroke', spans: [] };
      },
      'layers[0].keys.KeyA.does.spans: has too few entries; 1 is the least',
    ],
    [
      'two layers with one id',
      (p) => {
        p.layers[1].id = 'base';
      },
      'layers[1].id: layer "base" is there twice; the first is number 1',
    ],
    [
      'another version',
      (p) => {
        p.version = 2;
      },
      'version: must be 1',
    ],
    [
      'no layers',
      (p) => {
        p.layers = [];
      },
      'layers: has no layer; there is one at the least',
    ],
  ])('%s is named with its place', (_what, change, message) => expect(broken(change)).toContain(message));

  test('the published JSON Schema is the one of these sources; `npm run schema` writes it', () => {
    expect(JSON.parse(readFileSync('docs/formats/profile.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(profileJsonSchema())),
    );
  });
});

describe('problems of a profile of the right shape', () => {
  const problems = (change: (profile: Profile) => void): string[] => {
    const profile = structuredClone(withLayer());
    change(profile);
    return profileProblems(profile).map(printProblem);
  };
  const span = (atUm: number): Span => ({ from: { going: 'down', atUm }, action: { do: 'capitals' } });
  test('stroke plans need a board that measures travel', () => {
    const split = plainProfile(TWILL_42, 'p_split', 'Split');
    split.layers[0]!.keys['L2-2'] = { does: { kind: 'stroke', spans: [span(600)] } };
    expect(profileProblems(split).map(printProblem)).toEqual([
      'layers[0].keys["L2-2"].does: the Twill 42 does not measure travel, so it has no stroke plans',
    ]);
  });

  test('a sound profile has none', () => expect(profileProblems(withLayer())).toEqual([]));
  test.each<[string, (profile: Profile) => void, string]>([
    [
      'a key the board lacks',
      (p) => {
        p.layers[0]!.keys.KeyÖ = { does: { kind: 'none' } };
      },
      'layers[0].keys["KeyÖ"]: the Harrow 64 has no key "KeyÖ"',
    ],
    [
      'a layer that does not exist',
      (p) => {
        p.layers[0]!.keys.Tab = { does: { kind: 'act', action: { do: 'layer', how: 'go', layer: 'sym' } } };
      },
      'layers[0].keys.Tab.does.action.layer: there is no layer "sym"; the layers are base, nav',
    ],
    [
      'a role that does not exist',
      (p) => {
        p.layers[0]!.keys.Tab!.role = 'cue';
      },
      'layers[0].keys.Tab.role: there is no role "cue"',
    ],
    [
      'a macro that does not exist',
      (p) => {
        p.layers[0]!.keys.Tab = { does: { kind: 'act', action: { do: 'macro', macro: 'm1' } } };
      },
      'layers[0].keys.Tab.does.action.macro: there is no macro "m1"',
    ],
    [
      'an unknown board',
      (p) => {
        p.board = 'loom-9';
      },
      'board: there is no board "loom-9" here; give its board file',
    ],
    [
      'a point beyond the travel',
      (p) => {
        p.travel.board = { mode: 'fixed', pointUm: 4100 };
      },
      'travel.board.pointUm: 4.1 mm is more than the 4.0 mm that a key of the Harrow 64 travels',
    ],
    [
      'a release below the point',
      (p) => {
        p.travel.keys.KeyA = { mode: 'fixed', pointUm: 1000, releaseUm: 1200 };
      },
      'travel.keys.KeyA.releaseUm: 1.2 mm is deeper than the actuation point at 1.0 mm',
    ],
    [
      'too many steps',
      (p) => {
        p.layers[0]!.keys.KeyA = { does: { kind: 'gesture', steps: [{}, {}, {}, {}] } };
      },
      'layers[0].keys.KeyA.does.steps: 4 steps; the Harrow 64 has room for 3',
    ],
    [
      'a crossing beyond the travel',
      (p) => {
        p.layers[0]!.keys.KeyA = { does: { kind: 'stroke', spans: [span(4500), span(600)] } };
      },
      'layers[0].keys.KeyA.does.spans[0].from.atUm: 4.5 mm is more than the 4.0 mm that a key of the Harrow 64 travels',
    ],
    [
      'a part that ends where it begins',
      (p) => {
        p.layers[0]!.keys.KeyA = { does: { kind: 'stroke', spans: [{ ...span(600), to: span(600).from }] } };
      },
      'layers[0].keys.KeyA.does.spans[0].to: is the same crossing as "from"; leave it out for a mark',
    ],
    [
      'too many parts',
      (p) => {
        p.layers[0]!.keys.KeyA = { does: { kind: 'stroke', spans: Array.from({ length: 5 }, () => span(600)) } };
      },
      'layers[0].keys.KeyA.does.spans: 5 parts; the Harrow 64 has room for 4',
    ],
    [
      'joints with the same keys',
      (p) => {
        p.joints = ['a', 'b'].map((id) => ({
          id,
          keys: id === 'a' ? ['KeyJ', 'KeyK'] : ['KeyK', 'KeyJ'],
          withinMs: 40,
          action: { do: 'capitals' as const },
        }));
      },
      'joints[1].keys: joint press number 1 has the same keys',
    ],
  ])('%s', (_what, change, message) => expect(problems(change)).toContain(message));

  test('a path is written as in code', () =>
    expect([printPath([]), printPath(['layers', 1, 'keys', 'L2-3'])]).toEqual([
      'the whole file',
      'layers[1].keys["L2-3"]',
    ]));
});

describe('edits are values with inverses', () => {
  const EDITS: [string, Edit][] = [
    ['assigning a key', { edit: 'assign', layer: 'base', key: 'KeyA', to: { does: { kind: 'none' }, label: 'quiet' } }],
    ['making a key a pass', { edit: 'assign', layer: 'base', key: 'CapsLock', to: null }],
    ['assigning a key that was a pass', { edit: 'assign', layer: 'nav', key: 'KeyH', to: { does: { kind: 'none' } } }],
    ['renaming', { edit: 'describe', to: { name: 'Other' } }],
    ['timing', { edit: 'timing', to: { holdAfterMs: 150, interrupt: 'any' } }],
    ['roles', { edit: 'insert', list: 'roles', at: 0, item: { id: 'cue', name: 'Cues', color: '#A63D40' } }],
    ['a new layer', { edit: 'insertLayer', at: 1, layer: { id: 'sym', name: 'Sym', dye: 'weld', keys: {} } }],
    ['taking a layer out', { edit: 'removeLayer', layer: 'nav' }],
    ['moving a layer', { edit: 'moveLayer', layer: 'base', to: 1 }],
    ['taking a layer out with what leads to it', takeOutLayer(withLayer(), 'nav')],
    ['a copy of a layer', duplicateLayer(withLayer(), 'base', 'copy', 'woad')],
    ['a layer’s name and dye', { edit: 'describeLayer', layer: 'nav', to: { name: 'Move', dye: 'woad' } }],
    [
      'several at once',
      {
        edit: 'several',
        edits: [
          { edit: 'removeLayer', layer: 'nav' },
          { edit: 'assign', layer: 'base', key: 'CapsLock', to: null },
          { edit: 'describe', to: { name: 'X' } },
        ],
      },
    ],
  ];
  test.each(EDITS)('%s can be taken back', (_what, edit) => {
    const before = withLayer();
    const after = mustEdit(before, edit);
    expect(after).not.toEqual(before);
    expect(mustEdit(after, inverseOf(before, edit))).toEqual(before);
    expect(JSON.parse(JSON.stringify(edit))).toEqual(edit);
  });

  test.each<Edit>([
    { edit: 'assign', layer: 'gone', key: 'KeyA', to: null },
    { edit: 'removeLayer', layer: 'gone' },
    { edit: 'insertLayer', at: 0, layer: withLayer().layers[1]! },
    { edit: 'remove', list: 'macros', id: 'gone' },
    {
      edit: 'replace',
      list: 'joints',
      id: 'gone',
      item: { id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'capitals' } },
    },
    { edit: 'whole', to: { ...withLayer(), id: 'another' } },
  ])('an edit that does not fit is refused, with its place: %j', (edit) =>
    expect(applyEdit(withLayer(), edit)).toMatchObject({ ok: false, problem: { wrong: { is: 'refused' } } }),
  );
  test('the last layer stays', () =>
    expect(() => mustEdit(plain(), { edit: 'removeLayer', layer: 'base' })).toThrow('one layer at least'));
});

describe('questions and comparison', () => {
  test('ways to a layer, and who answers', () => {
    const profile = withLayer();
    expect(waysTo(profile, 'nav')).toMatchObject([
      { how: 'while', site: { in: 'key', layer: 'base', key: 'CapsLock', by: 'hold', step: 1 } },
    ]);
    expect(answerFrom(profile, 1, 'KeyA')?.layerIndex).toBe(0);
    expect(answerFrom(profile, 1, 'Fn')).toBeUndefined();
  });

  test('a gesture’s own timing stands over the profile’s', () => {
    expect(
      timingOf(plain(), { kind: 'gesture', steps: [{}], timing: { holdAfterMs: 90, retapMs: undefined } }),
    ).toEqual({ ...DEFAULT_TIMING, holdAfterMs: 90 });
  });

  test('equality does not depend on the order of fields', () => {
    expect(sameData({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1, d: undefined })).toBe(true);
    expect(sameData({ a: [1] }, { a: { 0: 1 } })).toBe(false);
  });
});

describe('taking a layer out', () => {
  const nav = { do: 'layer' as const, how: 'while' as const, layer: 'nav' };
  const escape = { do: 'keys' as const, codes: ['Escape'] };
  const rich = (): Profile => {
    const profile = withLayer();
    const base = profile.layers[0]!;
    return {
      ...profile,
      layers: [
        {
          ...base,
          keys: {
            ...base.keys,
            Tab: { does: { kind: 'act', action: nav } },
            KeyB: { does: { kind: 'act', action: { do: 'many', actions: [escape, nav] } }, label: 'both' },
          },
        },
        ...profile.layers.slice(1),
      ],
      joints: [{ id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: nav }],
      joinedLayers: [{ when: ['nav', 'base'], also: 'base' }],
    };
  };

  test('what leads to it is found', () => {
    expect(referencesTo(rich(), 'layer', 'nav').map(({ path }) => printPath(path))).toEqual([
      'layers[0].keys.Tab.does.action.layer',
      'layers[0].keys.KeyB.does.action.actions[1].layer',
      'layers[0].keys.CapsLock.does.steps[0].hold.layer',
      'joints[0].action.layer',
      'joinedLayers[0].when[0]',
    ]);
  });

  test('keys lose that meaning, and pass when it was their only one', () => {
    const after = mustEdit(rich(), takeOutLayer(rich(), 'nav'));
    expect(profileProblems(after)).toEqual([]);
    expect(after.layers[0]!.keys.CapsLock).toEqual({ does: { kind: 'gesture', steps: [{ tap: escape }] } });
    expect(after.layers[0]!.keys.Tab).toBeUndefined();
    expect(after.layers[0]!.keys.KeyB).toEqual({ does: { kind: 'act', action: escape }, label: 'both' });
    expect([after.joints, after.joinedLayers]).toEqual([[], []]);
  });
});
