/** A walk that its author wrote goes wherever the profile goes, counts against nothing, and outlives what it speaks of. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { boardById, HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { rowsOf, sayChange, isOfRow, taking } from '../compare';
import { bringHosts } from '../hosts';
import { decodeImage, encodeImage, howHeld, imageFor, measuresOf, readHeader } from '../image';
import { readText, rewriteText, writeText } from '../notation';
import {
  applyEdit,
  applyChanges,
  diff,
  editTowards,
  goneFrom,
  mustEdit,
  onBase,
  readProfile,
  swapKeysEverywhere,
  variantOf,
  walkEdit,
  whatOf,
  withWalk,
  type Profile,
  type WrittenStep,
} from '../profile';
import { readShareCode, writeShareCode } from './share';

beforeAll(() => bringHosts());

const STEPS: WrittenStep[] = [
  { says: 'Begin here: “Go” comes with the light.\nAlways.', layer: 'base', keys: [] },
  { says: 'Its "twin", // no comment, $no value: the second Go.', layer: 'cues', keys: ['KeyF', 'Space'] },
  { says: 'Nothing is shown with this one.', keys: [] },
];
const WALKED = withWalk(SHOW_DESK, STEPS);
const PLAIN = withWalk(SHOW_DESK, []);
const said = (text: string): Profile | undefined => readText(text).profiles[0]?.profile;

describe('it goes with', () => {
  test('the file, the text, the share code and the image, and comes back as it was', () => {
    expect(readProfile(JSON.parse(JSON.stringify(WALKED)))).toEqual({ profile: WALKED });
    expect(said(writeText(WALKED, HARROW_64))).toEqual(WALKED);
    expect(readShareCode(writeShareCode(WALKED)).profile).toEqual(WALKED);
    expect(decodeImage(encodeImage(mustBeSound(WALKED))).profile).toEqual(WALKED);
  });

  test('a share code of kind 2, where the profile is not sound', () => {
    const lost = { ...WALKED, board: 'elsewhere' };
    expect(readShareCode(writeShareCode(lost)).profile).toEqual(lost);
  });

  test('a variant, which may have a walk of its own, or none', () => {
    for (const walk of [[], [STEPS[1]!]]) {
      const own = { ...withWalk(WALKED, walk), id: 'tour', restsOn: WALKED.id };
      const variant = variantOf(own, WALKED);
      expect(variant.changes).toEqual([{ change: 'walk', from: STEPS, to: walk }]);
      expect(onBase(variant, WALKED)).toEqual({ profile: own, clashes: [] });
      const elsewhere = withWalk(WALKED, [STEPS[2]!]);
      expect(onBase(variant, elsewhere)).toMatchObject({ profile: own, clashes: [{ kind: 'both' }] });
    }
  });

  test('what is taken over from another profile, and is told apart from another walk', () => {
    const [change] = diff(PLAIN, WALKED);
    expect(sayChange(change!, PLAIN, WALKED).text).toBe('The walk: none → 3 steps');
    expect(applyChanges(PLAIN, diff(PLAIN, WALKED))).toEqual(WALKED);
    expect(applyChanges(WALKED, diff(WALKED, PLAIN))).toEqual(PLAIN);
    expect(rowsOf([PLAIN, PLAIN]).some(({ id }) => id === 'walk')).toBe(false);
    const row = rowsOf([PLAIN, WALKED]).find(({ id }) => id === 'walk')!;
    expect(row).toMatchObject({ differs: true, values: ['none', expect.stringContaining('Begin here')] });
    const { edit } = taking(PLAIN, WALKED, isOfRow(row));
    expect(edit).toEqual(walkEdit([], STEPS));
  });
});

describe('it is edited', () => {
  test('is taken back, and is never an empty one', () => {
    const made = applyEdit(PLAIN, walkEdit([], STEPS));
    if (!made.ok) throw new Error('refused');
    expect(made.profile).toEqual(WALKED);
    expect(mustEdit(made.profile, made.inverse)).toEqual(PLAIN);
    expect('walk' in mustEdit(WALKED, walkEdit(STEPS, []))).toBe(false);
    expect(whatOf(walkEdit(STEPS, []), WALKED)).toBe('the walk');
    expect(editTowards(PLAIN, WALKED)).toEqual({ edit: 'walk', at: 0, was: [], to: STEPS });
    expect(readProfile({ ...PLAIN, walk: [] })).toMatchObject({ problems: [{ path: ['walk'] }] });
  });

  test('by the stretch that differs; what another window has changed there meanwhile is not lost', () => {
    const [first, second, third] = STEPS;
    const other: WrittenStep = { says: 'Another.', keys: [] };
    expect(walkEdit(STEPS, [first!, other, third!])).toEqual({ edit: 'walk', at: 1, was: [second], to: [other] });
    expect(walkEdit(STEPS, [first!, third!])).toMatchObject({ at: 1, was: [second], to: [] });
    expect(walkEdit([first!, first!], [first!])).toMatchObject({ at: 1, was: [first], to: [] });
    const here = mustEdit(WALKED, walkEdit(STEPS, [first!, second!, other]));
    const there = applyEdit(here, walkEdit(STEPS, [first!, second!, { ...third!, says: 'Mine.' }]));
    expect(there).toMatchObject({ ok: false, problem: { path: ['walk'] } });
    const elsewhere = mustEdit(here, walkEdit(STEPS, [{ ...first!, says: 'Mine.' }, second!, third!]));
    expect(elsewhere.walk?.map(({ says }) => says)).toEqual(['Mine.', second!.says, 'Another.']);
  });

  test('within its limits: words, keys of a step, steps', () => {
    const to = (walk: WrittenStep[]) => applyEdit(PLAIN, walkEdit([], walk)).ok;
    const step = (more: Partial<WrittenStep>): WrittenStep => ({ says: 'x', keys: [], ...more });
    expect([to([step({ says: 'x'.repeat(400) })]), to([step({ says: 'x'.repeat(401) })])]).toEqual([true, false]);
    expect([to(Array.from({ length: 64 }, () => step({}))), to(Array.from({ length: 65 }, () => step({})))]).toEqual([
      true,
      false,
    ]);
    const keys = HARROW_64.keys.map(({ id }) => id);
    expect([to([step({ keys: keys.slice(0, 16) })]), to([step({ keys: keys.slice(0, 17) })])]).toEqual([true, false]);
    expect(to([step({ says: '' })])).toBe(false);
  });

  test('and outlives the layer and the keys that it speaks of, which it says are gone', () => {
    const without = mustEdit(WALKED, { edit: 'removeLayer', layer: 'cues' });
    expect(without.walk).toEqual(STEPS);
    expect(STEPS.map((step) => goneFrom(step, without, HARROW_64))).toEqual([
      { keys: [] },
      { layer: 'cues', keys: [] },
      { keys: [] },
    ]);
    expect(goneFrom({ says: 'x', keys: ['KeyF', 'L2-1'] }, without, HARROW_64)).toEqual({ keys: ['L2-1'] });
    expect(said(writeText(without, HARROW_64))).toEqual(without);
    expect(readShareCode(writeShareCode(without)).profile).toEqual(without);
  });

  test('keys that change places everywhere take the walk along', () => {
    const edit = swapKeysEverywhere(WALKED, 'KeyF', 'KeyG')!;
    expect(mustEdit(WALKED, edit).walk?.[1]?.keys).toEqual(['KeyG', 'Space']);
  });

  test('a layer with another id takes its steps along', () => {
    const renamed = {
      ...SHOW_DESK,
      layers: SHOW_DESK.layers.map((layer) => (layer.id === 'dark' ? { ...layer, id: 'night' } : layer)),
      walk: SHOW_DESK.walk!.map((step) => (step.layer === 'dark' ? { ...step, layer: 'night' } : step)),
    };
    expect(diff(SHOW_DESK, renamed).some(({ change }) => change === 'walk')).toBe(false);
  });
});

describe('in a keyboard', () => {
  const image = encodeImage(mustBeSound(WALKED));
  const without = encodeImage(mustBeSound(WALKED), { withoutWalk: true });

  test('it counts against no room, and is left out where there is none', () => {
    expect(without).toEqual(encodeImage(mustBeSound(PLAIN)));
    expect(image.length).toBeGreaterThan(without.length);
    expect(readHeader(image).version).toBe(readHeader(without).version);
    const bytes = (profile: Profile) =>
      measuresOf(profile, HARROW_64, 32768).find(({ what }) => what === 'bytes')?.used;
    expect(bytes(WALKED)).toBe(bytes(PLAIN));
  });

  test('what was stored without it is the same only where it has no room', () => {
    const held = decodeImage(without).profile;
    const how = (one: Profile, profile: Profile, bytes: number) => howHeld(one, profile, HARROW_64, bytes);
    expect(how(held, WALKED, image.length - 1)).toBe('withoutWalk');
    expect(how(held, WALKED, image.length)).toBe('other');
    expect(how(decodeImage(image).profile, WALKED, image.length)).toBe('same');
    expect(how(held, { ...WALKED, name: 'Tour' }, 10)).toBe('other');
    expect(how(decodeImage(image).profile, PLAIN, 10)).toBe('other');
    const sound = mustBeSound(WALKED);
    const lengths = [Infinity, image.length, image.length - 1, without.length - 1];
    expect(lengths.map((most) => imageFor(sound, most).leftOut)).toEqual(['nothing', 'nothing', 'walk', 'names']);
  });
});

describe('in a text', () => {
  const TEXT = `profile Night
  board harrow-64

layer Base
layer Cues, madder
  F: F20

walk  // for who comes after me
  "Begin here."
  "Go: \\"F\\"." on Cues: F Space  // both hands
`;

  test('a step is words, a layer and keys; a change touches its own line', () => {
    const profile = said(TEXT)!;
    expect(profile.walk).toEqual([
      { says: 'Begin here.', keys: [] },
      { says: 'Go: "F".', layer: 'cues', keys: ['KeyF', 'Space'] },
    ]);
    const [first, second] = profile.walk!;
    const shorter = rewriteText(TEXT, withWalk(profile, [{ ...first!, says: 'Look here.' }, second!]));
    expect(shorter).toBe(TEXT.replace('Begin here.', 'Look here.'));
    const longer = rewriteText(TEXT, withWalk(profile, [first!, second!, { says: 'Stop.', layer: 'base', keys: [] }]));
    expect(longer).toBe(`${TEXT.trimEnd()}\n  "Stop." on Base\n`);
    const none = rewriteText(TEXT, withWalk(profile, []));
    expect(none).not.toContain('walk');
    expect(none).toContain('// both hands');
    const named = {
      ...profile,
      layers: profile.layers.map((layer) => ({ ...layer, name: layer.id === 'cues' ? 'Signals' : layer.name })),
    };
    expect(rewriteText(TEXT, named)).toContain('on Signals: F Space  // both hands');
    expect(said(rewriteText(TEXT.slice(0, TEXT.indexOf('walk')), profile))).toEqual(profile);
  });

  test('what is wrong in it is said at its place', () => {
    const problems = (lines: string) =>
      readText(TEXT.slice(0, TEXT.indexOf('  "Begin')) + lines).problems.map(({ line, message }) => [
        line - 8,
        message,
      ]);
    expect(problems('  Begin here.')).toEqual([[1, expect.stringContaining('A step of a walk is "words"')]]);
    expect(problems('  ""')).toEqual([[1, 'The words of a step are 1 to 400 characters; these are 0.']]);
    expect(problems('  "x" on Nowhere: F')).toEqual([[1, expect.stringContaining('no layer “Nowhere”')]]);
    expect(problems('  "x" on Base: Fff')).toEqual([[1, expect.stringContaining('no key “Fff”')]]);
    expect(problems('  "x" at Base')).toEqual([[1, expect.stringContaining('A step of a walk is "words"')]]);
    expect(problems(`  "x"\n`.repeat(65))).toEqual([[65, 'A walk has 64 steps at the most.']]);
    expect(problems(`  "x": ${'F '.repeat(17)}`)).toEqual([[1, expect.stringContaining('16 keys at the most')]]);
  });

  test('one that is like another has its walk, or its own', () => {
    const like = `${TEXT}\nprofile Day like Night, id day\n`;
    const profiles = (text: string) => readText(text).profiles.map(({ profile }) => profile?.walk?.length);
    expect(profiles(like)).toEqual([2, 2]);
    expect(profiles(`${like}\nwalk\n  "One."\n`)).toEqual([2, 1]);
    expect(profiles(`${like}\nwalk\n`)).toEqual([2, undefined]);
  });
});

test('every demo has one, whose layers and keys are there', () => {
  for (const profile of [SHOW_DESK, PROMPT_BOOK, SOUND_PAD]) {
    const board = boardById(profile.board)!;
    expect(profile.walk?.length).toBeGreaterThan(3);
    for (const step of profile.walk ?? []) expect(goneFrom(step, profile, board)).toEqual({ keys: [] });
  }
});
