/** Every kind of edit: it is data that comes back, it is made, and what it gives back takes it back. */
import { describe, expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import {
  applyEdit,
  EDIT_ROWS,
  mergeEdits,
  printProblem,
  type Edit,
  type EditKind,
  type EditOf,
  type ScoreEvent,
} from '.';

const [base, cues] = SHOW_DESK.layers;
const [macro] = SHOW_DESK.macros;
const [role] = SHOW_DESK.roles;
const step = SHOW_DESK.walk?.[1];
const layerId = cues!.id;
const scored = SHOW_DESK.macros.find(({ onPress }) => (onPress?.events.length ?? 0) > 2)!;
const [first, second] = scored.onPress!.events;
const stretch = (was: readonly ScoreEvent[], to: readonly ScoreEvent[]): EditOf<'score'> => ({
  edit: 'score',
  macro: scored.id,
  part: 'onPress',
  at: 1,
  was,
  to,
  lengthUs: scored.onPress!.lengthUs,
});

/** An edit of every kind that fits the show desk, and another that is one with it, where there is such a thing. */
const EVERY: { [K in EditKind]: [edit: EditOf<K>, goesOn?: EditOf<K>] } = {
  assign: [
    { edit: 'assign', layer: layerId, key: 'KeyB', to: { does: { kind: 'none' } } },
    { edit: 'assign', layer: layerId, key: 'KeyB', to: null },
  ],
  describe: [
    { edit: 'describe', to: { name: 'Tour' } },
    { edit: 'describe', to: { name: 'Tour desk' } },
  ],
  timing: [
    { edit: 'timing', to: { holdAfterMs: 222 } },
    { edit: 'timing', to: { holdAfterMs: 223 } },
  ],
  travel: [
    { edit: 'travel', key: 'KeyB', to: { mode: 'fixed', pointUm: 900 } },
    { edit: 'travel', key: 'KeyB', to: { mode: 'fixed', pointUm: 901 } },
  ],
  insert: [{ edit: 'insert', list: 'macros', at: 1, item: { ...macro!, id: 'another' } }],
  replace: [
    { edit: 'replace', list: 'roles', id: role!.id, item: { ...role!, name: 'Signals' } },
    { edit: 'replace', list: 'roles', id: role!.id, item: { ...role!, name: 'Signs' } },
  ],
  remove: [{ edit: 'remove', list: 'macros', id: macro!.id }],
  score: [stretch([second!], [first!, second!]), stretch([first!, second!], [])],
  insertLayer: [{ edit: 'insertLayer', at: 1, layer: { ...cues!, id: 'another' } }],
  removeLayer: [{ edit: 'removeLayer', layer: layerId }],
  moveLayer: [{ edit: 'moveLayer', layer: layerId, to: 2 }],
  describeLayer: [
    { edit: 'describeLayer', layer: layerId, to: { dye: 'woad' } },
    { edit: 'describeLayer', layer: layerId, to: { dye: 'iron' } },
  ],
  walk: [
    { edit: 'walk', at: 1, was: [step!], to: [{ says: 'Begin here.', keys: ['KeyF'] }] },
    { edit: 'walk', at: 1, was: [{ says: 'Begin here.', keys: ['KeyF'] }], to: [] },
  ],
  glow: [
    { edit: 'glow', at: 0, was: [], to: [{ glow: 'keys', shows: 'dark' }] },
    { edit: 'glow', at: 0, was: [{ glow: 'keys', shows: 'dark' }], to: [{ glow: 'keys', shows: 'role' }] },
  ],
  rest: [{ edit: 'rest', on: 'another' }],
  whole: [{ edit: 'whole', to: { ...SHOW_DESK, name: 'Tour', layers: [base!] } }],
  several: [
    { edit: 'several', edits: [{ edit: 'describe', to: { name: 'Tour' } }] },
    { edit: 'several', edits: [{ edit: 'describe', to: { name: 'Tour desk' } }] },
  ],
};
const KINDS = Object.entries(EVERY) as [EditKind, [Edit, Edit?]][];

describe.each(KINDS)('%s', (kind, [edit, goesOn]) => {
  test('is data that comes back, and nothing else passes', () => {
    const { schema } = EDIT_ROWS[kind];
    expect(schema.parse(JSON.parse(JSON.stringify(edit)))).toEqual(edit);
    expect(schema.safeParse({ ...edit, more: 1 }).success).toBe(false);
    expect(schema.safeParse({ edit: kind }).success).toBe(false);
  });

  test('is made, and taken back by what it gives back', () => {
    const made = applyEdit(SHOW_DESK, edit);
    expect(made).toMatchObject({ ok: true });
    if (!made.ok) return;
    expect(made.profile).not.toEqual(SHOW_DESK);
    expect(applyEdit(made.profile, made.inverse)).toMatchObject({ ok: true, profile: SHOW_DESK });
  });

  test('one after the other are one where they are about the same thing, and otherwise not', () => {
    const [other] = KINDS.map(([, [one]]) => one).filter((one) => one.edit !== kind);
    expect(mergeEdits(other!, edit)).toBeUndefined();
    expect(EDIT_ROWS[kind].merge === null).toBe(goesOn === undefined);
    const merged = goesOn && mergeEdits(edit, goesOn);
    if (goesOn === undefined) expect(mergeEdits(edit, edit)).toBeUndefined();
    else {
      const first = applyEdit(SHOW_DESK, edit);
      const second = first.ok ? applyEdit(first.profile, goesOn) : first;
      expect(applyEdit(SHOW_DESK, merged!)).toMatchObject({ ok: true, profile: second.ok && second.profile });
    }
  });
});

test('a second thing of one id is not put in', () => {
  const [edit] = EVERY.insert;
  const once = applyEdit(SHOW_DESK, edit);
  if (!once.ok) throw new Error(printProblem(once.problem));
  expect(applyEdit(once.profile, edit)).toMatchObject({
    ok: false,
    problem: { path: ['macros'], wrong: { said: 'There is a macro another already.' } },
  });
});
