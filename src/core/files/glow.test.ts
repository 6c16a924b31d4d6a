/** What lamps show goes wherever the profile goes, and is edited like everything else. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../../../demo';
import { boardById, HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { isOfRow, rowsOf, sayChange, taking } from '../compare';
import { bringHosts } from '../hosts';
import { decodeImage, encodeImage } from '../image';
import { sectionsOf } from '../image/sections';
import { SECTION } from '../image/sets';
import { lampPlan } from '../lamps';
import { readText, rewriteText, writeText } from '../notation';
import {
  applyChanges,
  applyEdit,
  diff,
  editTowards,
  mustEdit,
  onBase,
  readProfile,
  swapKeysEverywhere,
  variantOf,
  whatOf,
  withLines,
  type GlowLine,
  type Profile,
} from '../profile';
import { readShareCode, writeShareCode } from './share';

beforeAll(() => bringHosts());

/** A line of each kind; some speak of what is gone. */
const LINES: GlowLine[] = [
  { glow: 'keys', shows: 'role' },
  { glow: 'keys', shows: 'dye', layer: 'cues', only: true },
  { glow: 'keys', shows: '#A63D40', layer: 'cues', keys: ['KeyF', 'Space'] },
  { glow: 'keys', shows: 'dark', keys: ['Escape', 'L2-1'] },
  { glow: 'keys', shows: 'dark', layer: 'gone' },
  { glow: 'layer', key: 'CapsLock', layer: 'cues', shows: '#C8A24A' },
  { glow: 'latch', key: 'ShiftLeft', shows: '#FFFFFF' },
  { glow: 'capitals', key: 'ShiftRight', shows: '#FFFFFF' },
  { glow: 'recording', key: 'KeyR', shows: '#FF0000' },
  { glow: 'lamp', key: 'CapsLock', lamp: 'CapsLock', shows: '#00FF00' },
  { glow: 'slot', key: 'Digit2', slot: 2, shows: '#0000FF' },
  { glow: 'waiting', pulses: false },
  { glow: 'level', level: 2 },
  { glow: 'movement', movement: 'tide' },
];
const GLOWING = withLines(SHOW_DESK, 'glow', LINES);
const PLAIN = withLines(SHOW_DESK, 'glow', []);
const said = (text: string): Profile | undefined => readText(text).profiles[0]?.profile;

describe('it goes with', () => {
  test('the file, the text, the share code and the image, and comes back as it was', () => {
    expect(readProfile(JSON.parse(JSON.stringify(GLOWING)))).toEqual({ profile: GLOWING });
    expect(said(writeText(GLOWING, HARROW_64))).toEqual(GLOWING);
    expect(readShareCode(writeShareCode(GLOWING)).profile).toEqual(GLOWING);
    expect(decodeImage(encodeImage(mustBeSound(GLOWING))).profile).toEqual(GLOWING);
    const lost = { ...GLOWING, board: 'elsewhere' };
    expect(readShareCode(writeShareCode(lost)).profile).toEqual(lost);
  });

  test('a variant, and what is taken over from another profile', () => {
    const own = { ...withLines(GLOWING, 'glow', [LINES[0]!]), id: 'tour', restsOn: GLOWING.id };
    expect(variantOf(own, GLOWING).changes).toEqual([{ change: 'glow', from: LINES, to: [LINES[0]] }]);
    expect(onBase(variantOf(own, GLOWING), GLOWING)).toEqual({ profile: own, clashes: [] });
    const [change] = diff(PLAIN, own);
    expect(applyChanges(PLAIN, diff(PLAIN, GLOWING))).toEqual(GLOWING);
    expect(
      sayChange({ ...change!, change: 'glow', from: [], to: LINES.slice(0, 2) } as never, PLAIN, GLOWING).text,
    ).toBe('What the lamps show: what is usual → by role; only its own, by dye on Cues');
    const row = rowsOf([PLAIN, GLOWING]).find(({ id }) => id === 'glow')!;
    expect(row).toMatchObject({ differs: true, values: ['what is usual', expect.stringContaining('by role')] });
    expect(taking(PLAIN, GLOWING, isOfRow(row)).edit).toEqual({ edit: 'glow', at: 0, was: [], to: LINES });
  });

  test('an image without names, which then has the dyes and roles that lamps need', () => {
    const bare = decodeImage(encodeImage(mustBeSound(GLOWING), { withoutNames: true })).profile;
    expect(bare.roles.map(({ color }) => color)).toEqual(GLOWING.roles.map(({ color }) => color.toUpperCase()));
    const shown = (profile: Profile): number[] => [...lampPlan(profile, HARROW_64).colors];
    expect(shown(bare)).toEqual(shown(GLOWING));
  });
});

describe('it is edited', () => {
  test('by the stretch that differs, which is refused when it was changed meanwhile', () => {
    const to = LINES.with(1, { glow: 'keys', shows: 'dark', layer: 'cues' });
    const edit = editTowards(GLOWING, withLines(GLOWING, 'glow', to))!;
    expect(edit).toEqual({ edit: 'glow', at: 1, was: [LINES[1]], to: [to[1]] });
    expect(whatOf(edit, GLOWING)).toBe('what the lamps show');
    const done = applyEdit(GLOWING, edit);
    if (!done.ok) throw new Error('refused');
    expect(mustEdit(done.profile, done.inverse)).toEqual(GLOWING);
    expect(applyEdit(done.profile, edit).ok).toBe(false);
    expect('glow' in mustEdit(GLOWING, { edit: 'glow', at: 0, was: LINES, to: [] })).toBe(false);
  });

  test('along with keys that change places', () => {
    const swapped = mustEdit(GLOWING, swapKeysEverywhere(GLOWING, 'KeyF', 'KeyR')!);
    expect(swapped.glow![2]).toMatchObject({ keys: ['KeyR', 'Space'] });
    expect(swapped.glow![8]).toMatchObject({ key: 'KeyF' });
  });

  test('within its limits', () => {
    const problem = (glow: unknown): boolean => 'problems' in readProfile({ ...PLAIN, glow });
    expect(problem([])).toBe(true);
    expect(problem(Array.from({ length: 65 }, () => LINES[0]))).toBe(true);
    expect(problem([{ glow: 'level', level: 6 }])).toBe(true);
    expect(problem([{ glow: 'keys', shows: '#a63d40' }])).toBe(true);
    expect(problem([{ glow: 'keys', shows: 'role', only: false }])).toBe(true);
  });
});

describe('in a text', () => {
  const TEXT = `profile Night
  board harrow-64

layer Base
layer "A: B", madder
  F: F20

glow  // as at the rehearsal
  by role
  only its own, by dye on "A: B"
  #a63d40 on "A: B": F Space  // the Go
  #C8A24A for layer "A: B": Caps
  #FFFFFF for latches: Esc
  #00FF00 for lamp capslock: Caps
  #0000FF for slot 2: 2
  what waits is still
  brightness 2
  movement tide
`;

  test('a line is what it shows, where, and for which keys; a change touches its own line', () => {
    const profile = said(TEXT)!;
    expect(profile.glow).toEqual([
      { glow: 'keys', shows: 'role' },
      { glow: 'keys', shows: 'dye', layer: 'a-b', only: true },
      { glow: 'keys', shows: '#A63D40', layer: 'a-b', keys: ['KeyF', 'Space'] },
      { glow: 'layer', key: 'CapsLock', layer: 'a-b', shows: '#C8A24A' },
      { glow: 'latch', key: 'Escape', shows: '#FFFFFF' },
      { glow: 'lamp', key: 'CapsLock', lamp: 'CapsLock', shows: '#00FF00' },
      { glow: 'slot', key: 'Digit2', slot: 2, shows: '#0000FF' },
      { glow: 'waiting', pulses: false },
      { glow: 'level', level: 2 },
      { glow: 'movement', movement: 'tide' },
    ]);
    const other = withLines(profile, 'glow', profile.glow!.with(8, { glow: 'level', level: 4 }));
    expect(rewriteText(TEXT, other)).toBe(TEXT.replace('brightness 2', 'brightness 4'));
    expect(rewriteText(TEXT, withLines(profile, 'glow', []))).not.toContain('glow');
    expect(said(rewriteText(TEXT.slice(0, TEXT.indexOf('glow')), profile))).toEqual(profile);
  });

  test('what is wrong in it is said at its place', () => {
    const problems = (line: string) =>
      readText(`${TEXT.slice(0, TEXT.indexOf('  by role'))}  ${line}\n`).problems.map(({ message }) => message);
    expect(problems('by colour')).toEqual([expect.stringContaining('A line below glow is')]);
    expect(problems('dark on Nowhere')).toEqual([expect.stringContaining('no layer “Nowhere”')]);
    expect(problems('dark: Fff')).toEqual([expect.stringContaining('no key “Fff”')]);
    expect(problems('#FFFFFF for slot 17: Esc')).toEqual([expect.stringContaining('A line below glow is')]);
    expect(problems('#FFFFFF for latches: Esc Tab')).toEqual([expect.stringContaining('A line below glow is')]);
    expect(problems(`dark: ${'F '.repeat(33)}`)).toEqual([expect.stringContaining('1 to 32 keys')]);
    expect(problems('brightness 6')).toEqual([expect.stringContaining('A line below glow is')]);
  });
});

test('it costs at most 0.3 bytes a key over the demo', () => {
  let keys = 0;
  let bytes = 0;
  for (const profile of [SHOW_DESK, PROMPT_BOOK, SOUND_PAD]) {
    keys += boardById(profile.board)!.keys.length;
    const whole = encodeImage(mustBeSound(profile));
    expect(sectionsOf(whole).byType.has(SECTION.glow)).toBe(profile.glow !== undefined);
    bytes += whole.length - encodeImage(mustBeSound(withLines(profile, 'glow', []))).length;
  }
  expect(bytes).toBeGreaterThan(0);
  expect(bytes).toBeLessThanOrEqual(keys * 0.3);
});
