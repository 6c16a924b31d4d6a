/** Profiles that no person would make, for the promises of the text: every kind of binding, names full of signs, lists in any order. */
import fc from 'fast-check';
import type { Board } from '../../src/core/board';
import { NAMED_CODES } from '../../src/core/codes';
import {
  MOVEMENTS,
  plainProfile,
  type Action,
  type Assignment,
  type Binding,
  type GlowLine,
  type Macro,
  type Profile,
  type Score,
  type UnderModifier,
} from '../../src/core/profile';
import { mergeTiming, DEFAULT_TIMING, DYES } from '../../src/core/profile';

const ODD_NAMES = [
  'Base',
  'cues',
  'Rig (low)',
  'a, b & "c"',
  '# 1',
  'x -- y',
  '// no',
  '$rate',
  'keys',
  'like Base',
  'Ünïcödé 夜',
  '{hold}',
  'a  b',
  'id x',
  'A: B',
  '| row',
  'swap A with B',
  '.',
  'nothing',
];

const id = fc.stringMatching(/^[a-z][a-z0-9.-]{0,8}$/);
const name = fc.oneof(fc.constantFrom(...ODD_NAMES), fc.stringMatching(/^[!-~]{1,12}$/));
const text = fc
  .oneof(
    fc.string({ minLength: 1, maxLength: 20, unit: 'grapheme' }),
    fc.constantFrom('a "b" \\ $x // (c) {d} -- e', 'line\none\ttwo', '\r', ' '),
  )
  .filter((said) => !/[\0\p{Surrogate}]/u.test(said));
const code = fc.constantFrom(...NAMED_CODES, 'hid:07:00A4', 'hid:09:0001', 'hid:09:0009', 'hid:0C:006F');
const codes = fc.array(code, { minLength: 1, maxLength: 4 });
const ms = fc.integer({ min: 0, max: 10_000 });
const lampColor = fc.stringMatching(/^#[0-9A-F]{6}$/);

/** A line of what lamps show, which may speak of what is gone. */
export function glowLine(key: fc.Arbitrary<string>, layers: readonly string[]): fc.Arbitrary<GlowLine> {
  const layer = fc.constantFrom(...layers, 'gone');
  const sign = { key, shows: lampColor };
  return fc.oneof(
    fc.record(
      {
        glow: fc.constant('keys' as const),
        shows: fc.oneof(fc.constantFrom('role' as const, 'dye' as const, 'dark' as const), lampColor),
        layer,
        keys: fc.array(key, { minLength: 1, maxLength: 4 }),
        only: fc.constant(true as const),
      },
      { requiredKeys: ['glow', 'shows'] },
    ),
    fc.record({ glow: fc.constant('layer' as const), ...sign, layer }),
    fc.record({ glow: fc.constantFrom('latch' as const, 'capitals' as const, 'recording' as const), ...sign }),
    fc.record({ glow: fc.constant('lamp' as const), ...sign, lamp: fc.constantFrom('NumLock', 'ScrollLock') }),
    fc.record({ glow: fc.constant('slot' as const), ...sign, slot: fc.integer({ min: 1, max: 16 }) }),
    fc.record({ glow: fc.constant('waiting' as const), pulses: fc.boolean() }),
    fc.record({ glow: fc.constant('level' as const), level: fc.integer({ min: 0, max: 5 }) }),
    fc.record({ glow: fc.constant('movement' as const), movement: fc.constantFrom(...MOVEMENTS) }),
  );
}

function actions(layers: readonly string[], macros: readonly string[]): fc.Arbitrary<Action> {
  const single: fc.Arbitrary<Action> = fc.oneof(
    codes.map((some): Action => ({ do: 'keys', codes: some })),
    fc
      .tuple(codes, fc.integer({ min: 1, max: 600_000 }))
      .map(([some, time]): Action => ({ do: 'holdFor', codes: some, ms: time })),
    codes.map((some): Action => ({ do: 'latch', codes: some })),
    codes.map((some): Action => ({ do: 'once', codes: some })),
    fc.constantFrom<Action>(
      { do: 'latchNext' },
      { do: 'capitals' },
      { do: 'device', what: 'record' },
      { do: 'slot', how: 'next' },
      { do: 'slot', how: 'go', slot: 3 },
    ),
    fc
      .tuple(fc.constantFrom('while', 'flip', 'go', 'once'), fc.constantFrom(...layers, 'gone'))
      .map(([how, layer]) => ({ do: 'layer', how, layer }) as Action),
    fc.integer({ min: 1, max: 8 }).map((button): Action => ({ do: 'button', button })),
    fc
      .tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }))
      .map(([dx, dy]): Action => ({ do: 'wheel', dx, dy })),
    fc.tuple(text, ms).map(([said, gapMs]): Action => ({ do: 'text', text: said, gapMs })),
    fc.constantFrom(...macros, 'gone').map((macro): Action => ({ do: 'macro', macro })),
  );
  const many = (inner: fc.Arbitrary<Action>): fc.Arbitrary<Action> =>
    fc.array(inner, { minLength: 1, maxLength: 3 }).map((some): Action => ({ do: 'many', actions: some }));
  const held = fc.subarray<UnderModifier>(['Control', 'Shift', 'Alt', 'Meta'], { minLength: 1 });
  const under = fc
    .record({
      cases: fc.array(fc.record({ held, action: fc.oneof(single, many(single)) }), { minLength: 1, maxLength: 3 }),
      otherwise: fc.option(fc.oneof(single, many(single)), { nil: undefined }),
    })
    .map(({ cases, otherwise }): Action => ({ do: 'under', cases, ...(otherwise && { otherwise }) }));
  return fc.oneof(
    { weight: 6, arbitrary: single },
    many(single),
    many(many(single)),
    under,
    many(fc.oneof(single, under)),
  );
}

const timing = fc.record(
  {
    holdAfterMs: ms,
    tapGapMs: ms,
    retapMs: ms,
    typingGuardMs: ms,
    tapMs: fc.integer({ min: 0, max: 1000 }),
    interrupt: fc.constantFrom('nested' as const, 'any' as const, 'wait' as const),
    otherHandOnly: fc.boolean(),
  },
  { requiredKeys: [] },
);
const crossing = fc.record({
  going: fc.constantFrom('down' as const, 'up' as const),
  atUm: fc.integer({ min: 100, max: 20_000 }),
});

function bindings(action: fc.Arbitrary<Action>): fc.Arbitrary<Binding> {
  const step = fc.record({ tap: action, hold: action }, { requiredKeys: [] });
  return fc.oneof(
    fc.constantFrom<Binding>({ kind: 'pass' }, { kind: 'none' }),
    action.map((one): Binding => ({ kind: 'act', action: one })),
    fc
      .tuple(fc.array(step, { minLength: 1, maxLength: 4 }), fc.option(timing))
      .map(([steps, own]): Binding => ({ kind: 'gesture', steps, ...(own && { timing: own }) })),
    fc
      .array(fc.record({ from: crossing, to: crossing, action }, { requiredKeys: ['from', 'action'] }), {
        minLength: 1,
        maxLength: 3,
      })
      .map((spans): Binding => ({ kind: 'stroke', spans })),
  );
}

const at = fc.integer({ min: 0, max: 3_600_000_000 });
const score: fc.Arbitrary<Score> = fc.record({
  lengthUs: at,
  events: fc.array(
    fc.oneof(
      fc.record({ atUs: at, edge: fc.constantFrom('down' as const, 'up' as const), code }),
      fc.record({ atUs: at, text, gapMs: ms }),
      fc.record({
        atUs: at,
        wheel: fc.record({ dx: fc.integer({ min: -127, max: 127 }), dy: fc.integer({ min: -127, max: 127 }) }),
      }),
    ),
    { maxLength: 6 },
  ),
});
const asked = fc.record({
  what: fc.constantFrom('program' as const, 'sound' as const),
  name: fc.stringMatching(/^[!-~]([ -~]{0,20}[!-~])?$/),
});
const macro: fc.Arbitrary<Macro> = fc.record(
  {
    id,
    name,
    onPress: score,
    repeat: score,
    onRelease: score,
    run: fc.oneof(
      fc.integer({ min: 1, max: 100_000 }).map((times) => ({ kind: 'times' as const, times })),
      fc.constantFrom({ kind: 'whileHeld' as const }, { kind: 'untilPressedAgain' as const }),
    ),
    gapMs: ms,
    stop: fc.constantFrom('now' as const, 'finish' as const),
    leavesHeld: fc.boolean(),
    liftModifiers: fc.boolean(),
    asksFirst: asked,
    asksLast: asked,
  },
  { requiredKeys: ['id', 'name', 'run', 'gapMs', 'stop', 'leavesHeld', 'liftModifiers'] },
);
const actuation = fc.oneof(
  fc.record({ mode: fc.constant('fixed' as const), pointUm: fc.integer({ min: 100, max: 20_000 }) }),
  fc.record({
    mode: fc.constant('reversal' as const),
    pointUm: fc.integer({ min: 100, max: 20_000 }),
    pressUm: fc.integer({ min: 50, max: 20_000 }),
    releaseUm: fc.integer({ min: 50, max: 20_000 }),
    reset: fc.constantFrom('point' as const, 'top' as const),
  }),
);
const unique = <T extends { id: string }>(one: fc.Arbitrary<T>, most: number, least = 0): fc.Arbitrary<T[]> =>
  fc.uniqueArray(one, { minLength: least, maxLength: most, selector: (item) => item.id });

/** A profile on a board, with keys that the board does not have among its keys. */
export function randomProfile(board: Board): fc.Arbitrary<Profile> {
  const key = fc.constantFrom(...board.keys.map((one) => one.id), 'Gone-1');
  const heads = unique(fc.record({ id, name, dye: fc.constantFrom(...DYES) }), 4, 1);
  const roles = unique(fc.record({ id, name, color: fc.constantFrom('#A63D40', '#012345') }), 3);
  return fc.tuple(heads, roles, unique(macro, 3)).chain(([layers, some, macros]) => {
    const action = actions(
      layers.map((one) => one.id),
      macros.map((one) => one.id),
    );
    const assignment: fc.Arbitrary<Assignment> = fc.record(
      {
        does: bindings(action),
        label: fc
          .oneof(
            text.map((said) => said.slice(0, 12)),
            fc.constant(''),
          )
          .filter((said) => !/\p{Surrogate}/u.test(said)),
        role: fc.constantFrom(...some.map((one) => one.id), 'gone'),
        note: text,
      },
      { requiredKeys: ['does'] },
    );
    const keys = fc.dictionary(key, assignment, { maxKeys: 14 });
    const plain = plainProfile(board, 'p', 'P');
    return fc
      .record({
        id,
        name,
        icon: text,
        timing,
        keys: fc.tuple(...layers.map(() => keys)),
        usual: fc.boolean(),
        joints: unique(
          fc.record({
            id,
            keys: fc.uniqueArray(key, { minLength: 2, maxLength: 4 }),
            withinMs: fc.integer({ min: 1, max: 1000 }),
            action,
          }),
          3,
        ),
        joinedLayers: fc.array(
          fc.record({
            when: fc.array(fc.constantFrom(...layers.map((one) => one.id)), { minLength: 1, maxLength: 3 }),
            also: fc.constantFrom(...layers.map((one) => one.id), 'gone'),
          }),
          { maxLength: 2 },
        ),
        lampLayers: fc.array(
          fc.record({
            lamp: fc.constantFrom('NumLock' as const, 'CapsLock' as const, 'ScrollLock' as const),
            lit: fc.boolean(),
            shows: fc.constantFrom(...layers.map((one) => one.id), 'gone'),
          }),
          { maxLength: 2 },
        ),
        walk: fc.array(
          fc.record({
            says: fc.string({ minLength: 1, maxLength: 40 }).filter((says) => !says.includes('\0')),
            layer: fc.constantFrom(undefined, ...layers.map((one) => one.id), 'gone'),
            keys: fc.uniqueArray(fc.oneof(key, fc.constant('Gone')), { maxLength: 4 }),
          }),
          { maxLength: 3 },
        ),
        glow: fc.array(
          glowLine(
            key,
            layers.map((one) => one.id),
          ),
          { maxLength: 4 },
        ),
        // A key with the board's own setting has none when it is read.
        travel: fc
          .record({ board: actuation, keys: fc.dictionary(key, actuation, { maxKeys: 4 }) })
          .map(({ board: all, keys }) => ({
            board: all,
            keys: Object.fromEntries(
              Object.entries(keys).filter(([, one]) => JSON.stringify(one) !== JSON.stringify(all)),
            ),
          })),
      })
      .map((said): Profile => ({
        ...plain,
        id: said.id,
        name: said.name,
        icon: said.icon,
        timing: mergeTiming(DEFAULT_TIMING, said.timing),
        layers: layers.map((layer, n) => ({
          ...layer,
          keys: {
            ...(n === 0 && said.usual ? plain.layers[0]?.keys : {}),
            ...(said.keys as Record<string, Assignment>[])[n],
          },
        })),
        roles: some,
        macros,
        joints: said.joints,
        joinedLayers: said.joinedLayers,
        lampLayers: said.lampLayers,
        travel: said.travel,
        ...(said.walk.length > 0 && {
          walk: said.walk.map(({ layer, ...step }) => ({ ...step, ...(layer !== undefined && { layer }) })),
        }),
        ...(said.glow.length > 0 && { glow: said.glow }),
      }));
  });
}
