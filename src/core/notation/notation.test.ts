import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../../tests/runs';
import { NAMED_CODES } from '../codes';
import { DEFAULT_TIMING, type Action, type Binding, type LayerHow, type Span, type UnderModifier } from '../profile';
import { completeLine, legendOf, parseLine, printLine, sentencesOf } from '.';

const LAYERS = [
  { id: 'base', name: 'Base' },
  { id: 'cues', name: 'Cues' },
  { id: 'lights', name: 'House, dim & "low"' },
  { id: 'twin-a', name: 'Twin' },
  { id: 'twin-b', name: 'Twin' },
];
const MACROS = [
  { id: 'm1', name: 'House lights down' },
  { id: 'm2', name: 'Thunder, far' },
];
const context = { layers: LAYERS, macros: MACROS };

const keys = (...codes: string[]): Action => ({ do: 'keys', codes });
const layer = (how: LayerHow, id: string): Action => ({ do: 'layer', how, layer: id });
const act = (action: Action): Binding => ({ kind: 'act', action });
const gesture = (...steps: { tap?: Action; hold?: Action }[]): Binding => ({ kind: 'gesture', steps });

const under = (cases: [held: UnderModifier[], action: Action][], otherwise?: Action): Action => ({
  do: 'under',
  cases: cases.map(([held, action]) => ({ held, action })),
  ...(otherwise && { otherwise }),
});

const LINES: [line: string, binding: Binding][] = [
  ['pass', { kind: 'pass' }],
  ['none', { kind: 'none' }],
  ['A', act(keys('KeyA'))],
  ['Ctrl+Alt+Down', act(keys('ControlLeft', 'AltLeft', 'ArrowDown'))],
  ['Ctrl+-', act(keys('ControlLeft', 'Minus'))],
  ['Comma', act(keys('Comma'))],
  ['hid:07:00A4', act(keys('hid:07:00A4'))],
  ['while Cues', act(layer('while', 'cues'))],
  ['go Base', act(layer('go', 'base'))],
  ['once "House, dim & \\"low\\""', act(layer('once', 'lights'))],
  ['flip #twin-b', act(layer('flip', 'twin-b'))],
  ['play House lights down', act({ do: 'macro', macro: 'm1' })],
  ['play "Thunder, far"', act({ do: 'macro', macro: 'm2' })],
  ['type "Scene 3"', act({ do: 'text', text: 'Scene 3', gapMs: 0 })],
  ['type "a, \\"b\\"\\n" every 20 ms', act({ do: 'text', text: 'a, "b"\n', gapMs: 20 })],
  ['tap Esc, hold Ctrl', gesture({ tap: keys('Escape'), hold: keys('ControlLeft') })],
  ['tap Esc, hold while Cues', gesture({ tap: keys('Escape'), hold: layer('while', 'cues') })],
  ['hold Ctrl', gesture({ hold: keys('ControlLeft') })],
  ['tap G, twice B', gesture({ tap: keys('KeyG') }, { tap: keys('KeyB') })],
  [
    'tap G, hold F, twice B, twice hold H',
    gesture({ tap: keys('KeyG'), hold: keys('KeyF') }, { tap: keys('KeyB'), hold: keys('KeyH') }),
  ],
  ['tap G, 3 times hold H', gesture({ tap: keys('KeyG') }, {}, { hold: keys('KeyH') })],
  ['tap nothing', gesture({})],
  ['latch L', act({ do: 'latch', codes: ['KeyL'] })],
  ['latch next', act({ do: 'latchNext' })],
  ['once Shift', act({ do: 'once', codes: ['ShiftLeft'] })],
  ['once Ctrl+Shift', act({ do: 'once', codes: ['ControlLeft', 'ShiftLeft'] })],
  ['once keys A', act({ do: 'once', codes: ['KeyA'] })],
  ['capitals', act({ do: 'capitals' })],
  ['hold Right for 1.5 s', act({ do: 'holdFor', codes: ['ArrowRight'], ms: 1500 })],
  ['hold Ctrl+Right for 80 ms', act({ do: 'holdFor', codes: ['ControlLeft', 'ArrowRight'], ms: 80 })],
  ['tap nothing, hold Right for 2 s', gesture({ hold: { do: 'holdFor', codes: ['ArrowRight'], ms: 2000 } })],
  [
    'tap A, hold Right for 2 s',
    gesture({ tap: keys('KeyA'), hold: { do: 'holdFor', codes: ['ArrowRight'], ms: 2000 } }),
  ],
  [
    'down 0.7 to up 0.7 mm: Right, down 2.5 to up 2.25 mm: Shift & while Cues, down 3.7 mm: hid:07:00A4, up 1 mm: Esc for 2 s',
    {
      kind: 'stroke',
      spans: [
        { from: { going: 'down', atUm: 700 }, to: { going: 'up', atUm: 700 }, action: keys('ArrowRight') },
        {
          from: { going: 'down', atUm: 2500 },
          to: { going: 'up', atUm: 2250 },
          action: { do: 'many', actions: [keys('ShiftLeft'), layer('while', 'cues')] },
        },
        { from: { going: 'down', atUm: 3700 }, action: keys('hid:07:00A4') },
        { from: { going: 'up', atUm: 1000 }, action: { do: 'holdFor', codes: ['Escape'], ms: 2000 } },
      ],
    },
  ],
  ['button 2', act({ do: 'button', button: 2 })],
  ['wheel down', act({ do: 'wheel', dx: 0, dy: -1 })],
  ['wheel right 3', act({ do: 'wheel', dx: 3, dy: 0 })],
  ['Backspace, under Shift Delete', act(under([[['Shift'], keys('Delete')]], keys('Backspace')))],
  [
    '., under Ctrl+Alt while Cues, under Meta A & B',
    act(
      under(
        [
          [['Control', 'Alt'], layer('while', 'cues')],
          [['Meta'], { do: 'many', actions: [keys('KeyA'), keys('KeyB')] }],
        ],
        keys('Period'),
      ),
    ),
  ],
  ['under Shift Delete', act(under([[['Shift'], keys('Delete')]]))],
  ['nothing, under Shift A & B', act(under([[['Shift'], { do: 'many', actions: [keys('KeyA'), keys('KeyB')] }]]))],
  [
    'tap A, under Shift B, hold Ctrl',
    gesture({ tap: under([[['Shift'], keys('KeyB')]], keys('KeyA')), hold: keys('ControlLeft') }),
  ],
  [
    'A & [Backspace, under Shift while Cues]',
    act({ do: 'many', actions: [keys('KeyA'), under([[['Shift'], layer('while', 'cues')]], keys('Backspace'))] }),
  ],
  ['[', act(keys('BracketLeft'))],
  [
    '[ & [BracketRight+B & once keys BracketLeft]',
    act({
      do: 'many',
      actions: [
        keys('BracketLeft'),
        { do: 'many', actions: [keys('BracketRight', 'KeyB'), { do: 'once', codes: ['BracketLeft'] }] },
      ],
    }),
  ],
  ['Ctrl+B & while Cues', act({ do: 'many', actions: [keys('ControlLeft', 'KeyB'), layer('while', 'cues')] })],
];

describe('the assign line', () => {
  test.each(LINES)('%s', (line, binding) => {
    expect(parseLine(line, context)).toEqual({ ok: true, binding });
    expect(printLine(binding, context)).toBe(line);
  });

  test.each([
    ['TAP esc , HOLD ctrl', 'tap Esc, hold Ctrl'],
    ['hold Ctrl, tap Esc', 'tap Esc, hold Ctrl'],
    ['DOWN 0.6mm TO Up 0.60 mm :W , up 1:down', 'down 0.6 to up 0.6 mm: W, up 1 mm: Down'],
    ['down 0.6: up', 'down 0.6 mm: Up'],
    ['KeyA', 'A'],
    ['!', '!'],
    ['Plus', 'Shift+='],
    ['while cues', 'while Cues'],
    ['2 times B, tap A', 'tap A, twice B'],
    ['Right for 1500ms', 'hold Right for 1.5 s'],
    ['once cues', 'once Cues'],
  ])('"%s" is understood as "%s"', (line, printed) => {
    const parsed = parseLine(line, context);
    expect(parsed.ok && printLine(parsed.binding, context)).toBe(printed);
  });

  test.each([
    ['', 1, 'pass'],
    ['tap Escc, hold Ctrl', 5, 'a key such as Esc'],
    ['tap Esc hold Ctrl', 9, ','],
    ['tap Esc, hold', 14, 'a key such as Esc'],
    ['while Cue', 7, 'Cues'],
    ['tap , hold A', 5, 'Comma'],
    ['tap A, tap B', 8, 'there already'],
    ['Ctrl+Ctrl', 6, 'already'],
    ['go "House', 4, 'closing quote'],
    ['9 times A', 1, '1 to 8 times'],
    ['A B', 3, '+'],
    ['none of it', 6, 'complete before'],
    ['button 9', 8, 'from 1 to 8'],
    ['A, under', 9, 'Shift'],
    ['A, under B C', 10, 'Ctrl'],
    ['A, under RightShift B', 10, 'Left and right are one'],
    ['A, under Shift+Shift B', 16, 'named already'],
    ['A, under Shift', 15, 'a key such as Esc'],
    ['A, under Shift [B, under Ctrl C]', 16, 'No “under” stands within another'],
    ['[A, under Shift B], under Ctrl C', 1, 'No “under” stands within another'],
    ['A & [B', 7, 'bracket is missing at the end'],
    ['A & nothing', 5, 'a key such as Esc'],
    ['wheel about', 7, 'up'],
    ['A for ever', 7, 'a time such as 1.5 s'],
    ['A for 2 h', 9, 'ms'],
    ['A for 700 s', 7, '600 s'],
    ['once upon a time', 6, 'Cues'],
    ['down 0.6 A', 10, ':'],
    ['down 0.6 to 2 mm: A', 13, 'up'],
    ['down 0.6 to down 0.6 mm: A', 10, 'where it begins'],
    ['down 0.05: A', 6, '0.1 mm at the least'],
    ['down 0.60001: A', 6, 'a depth such as 0.6 mm'],
    ['down 0.6: A, tap B', 14, 'down'],
    ['down 0.6: A B', 13, ','],
    ['up 0.6:', 8, 'a key such as Esc'],
  ])('"%s" is wrong at column %i, and says: %s', (line, column, part) => {
    const parsed = parseLine(line, context);
    if (parsed.ok) throw new Error('was understood');
    expect(parsed.error.column).toBe(column);
    expect(`${parsed.error.message} ${parsed.error.expected.join(' ')}`).toContain(part);
  });

  test('whatever it can print it reads back the same', () => {
    const code = fc.constantFrom(...NAMED_CODES, 'hid:07:00A4', 'hid:0C:0123');
    const chord = fc.uniqueArray(code, { minLength: 1, maxLength: 4 }).map((codes) => keys(...codes));
    const way = fc
      .tuple(fc.constantFrom<LayerHow>('while', 'flip', 'go', 'once'), fc.constantFrom(...LAYERS.map(({ id }) => id)))
      .map(([how, id]) => layer(how, id));
    const codes = fc.uniqueArray(code, { minLength: 1, maxLength: 3 });
    const special: fc.Arbitrary<Action> = fc.oneof(
      codes.map((given): Action => ({ do: 'latch', codes: given })),
      codes.map((given): Action => ({ do: 'once', codes: given })),
      fc
        .tuple(codes, fc.integer({ min: 1, max: 600_000 }))
        .map(([given, ms]): Action => ({ do: 'holdFor', codes: given, ms })),
      fc.constantFrom<Action>(
        { do: 'latchNext' },
        { do: 'capitals' },
        { do: 'button', button: 3 },
        { do: 'wheel', dx: 0, dy: 7 },
      ),
    );
    const single = fc.oneof(chord, way, special);
    const together = (one: fc.Arbitrary<Action>): fc.Arbitrary<Action> =>
      fc.array(one, { minLength: 2, maxLength: 3 }).map((actions) => ({ do: 'many', actions }));
    const held = fc.subarray<UnderModifier>(['Control', 'Shift', 'Alt', 'Meta'], { minLength: 1 });
    const cased = fc
      .tuple(
        fc.array(fc.tuple(held, fc.oneof(single, together(single))), { minLength: 1, maxLength: 3 }),
        fc.option(fc.oneof(single, together(single)), { nil: undefined }),
      )
      .map(([cases, otherwise]) => under(cases, otherwise));
    const action = fc.oneof(single, cased, together(single), together(fc.oneof(single, cased, together(single))));
    const step = fc.record({ tap: action, hold: action }, { requiredKeys: [] });
    const crossing = fc.record({
      going: fc.constantFrom<'down' | 'up'>('down', 'up'),
      atUm: fc.integer({ min: 100, max: 20_000 }),
    });
    const span = fc.tuple(crossing, fc.option(crossing), action).map(([from, to, does]): Span => ({
      from,
      ...(to && (to.atUm !== from.atUm || to.going !== from.going) && { to }),
      action: does,
    }));
    const binding: fc.Arbitrary<Binding> = fc.oneof(
      fc.array(span, { minLength: 1, maxLength: 4 }).map((spans): Binding => ({ kind: 'stroke', spans })),
      action.map(act),
      fc.array(step, { minLength: 1, maxLength: 4 }).map((steps) => gesture(...steps)),
    );
    fc.assert(
      fc.property(binding, (given) => {
        const line = printLine(given, context);
        expect(parseLine(line ?? '', context)).toEqual({ ok: true, binding: given });
      }),
      { numRuns: runs(200) },
    );
  });

  test('what it has no words for it does not print', () => {
    expect(printLine(act({ do: 'wheel', dx: 1, dy: 1 }), context)).toBeUndefined();
  });
});

describe('completing', () => {
  const inserts = (line: string): string[] => completeLine(line, context).map(({ insert }) => insert);
  test.each([
    ['', ['tap', 'hold', 'while']],
    ['ta', ['tap']],
    ['tap Esc, ', ['tap', 'hold', 'twice']],
    ['tap Es', ['Esc']],
    ['while C', ['Cues']],
    ['tap Esc, hold while ', ['Base', 'Cues']],
    ['Ctrl+Back', ['Backspace']],
    ['f1', ['F1', 'F10']],
    ['A, un', ['under']],
    ['A, under ', ['Shift', 'Ctrl', 'Alt', 'Meta']],
    ['A, under Ctrl+S', ['Shift']],
    ['A, under Shift Ba', ['Backspace']],
    ['down 0.6 t', ['to']],
    ['down 0.6 to u', ['up']],
    ['down 0.6 mm: A, d', ['down']],
    ['down 0.6 mm: whi', ['while']],
    ['down 0.6 mm: while C', ['Cues']],
    ['down 0.6 mm: Ctrl+Back', ['Backspace']],
  ])('after "%s"', (line, some) => expect(inserts(line)).toEqual(expect.arrayContaining(some)));

  test('own layers, macros and much used keys come before the others', () => {
    const own = {
      layers: [...LAYERS, { id: 'l2', name: 'Layer 2' }],
      macros: [{ id: 'm', name: 'Lanterns out' }],
      used: ['KeyL', 'Lang2'],
    };
    const words = completeLine('la', own, 20).map(({ insert }) => insert);
    expect(words.slice(0, 2)).toEqual(['while Layer 2', 'play Lanterns out']);
    expect(words.indexOf('Lang2')).toBeLessThan(words.indexOf('Lang1'));
    expect(completeLine('tap la', own)[0]?.insert).toBe('while Layer 2');
  });

  test('what people call a key leads to it', () => {
    expect(completeLine('ret', context)).toContainEqual({
      from: 0,
      insert: 'Enter',
      meaning: 'the key Enter, also called ret',
    });
    expect(inserts('lou')).toContain('VolumeUp');
  });

  test('a completion says from where it replaces, and what it means', () => {
    expect(completeLine('tap Es', context)[0]).toEqual({ from: 4, insert: 'Esc', meaning: 'the key Escape' });
  });
});

describe('sentences and legends', () => {
  const say = (line: string, timing = {}): string => {
    const parsed = parseLine(line, context);
    return parsed.ok
      ? sentencesOf(parsed.binding, { ...DEFAULT_TIMING, ...timing }, context).join(' ')
      : parsed.error.message;
  };
  test.each([
    [
      'tap Esc, hold while Cues',
      {},
      'Tapped, it sends Escape. Held for 200 ms, or as soon as another key goes down and up inside it, it shows Cues until you let go. Pressed again within 120 ms of a tap, it holds Escape until you let go.',
    ],
    [
      'tap A, hold Ctrl',
      { interrupt: 'wait' as const, retapMs: 0 },
      'Tapped, it sends A. Held for 200 ms, whatever other keys do meanwhile, it holds Control until you let go.',
    ],
    [
      'tap A, hold Ctrl',
      { interrupt: 'any' as const, retapMs: 0, otherHandOnly: true, typingGuardMs: 90 },
      'Tapped, it sends A. Held for 200 ms, or as soon as another key goes down inside it, it holds Control until you let go. A key of the same hand pressed meanwhile makes it a tap at once. Within 90 ms of typing it is a tap at once.',
    ],
    [
      'tap G, twice B',
      {},
      'Tapped, it sends G. Held for 200 ms, it holds G until you let go. Tapped twice, it sends B. A press within 180 ms of letting go counts as the next one.',
    ],
    [
      'down 0.7 to up 0.7 mm: Right, down 3.7 mm: play House lights down',
      {},
      'Going down past 0.7 mm it holds Right arrow until it comes back above 0.7 mm. Going down past 3.7 mm it plays House lights down, once.',
    ],
    ['Ctrl+B', {}, 'It sends Control+B, and holds it as long as you hold the key.'],
    ['go Base', {}, 'It goes to Base and stays there.'],
    ['tap nothing', {}, 'It does nothing, however it is pressed.'],
  ])('%s', (line, timing, sentence) => expect(say(line, timing)).toBe(sentence));

  test('a label stands in place of what a press does, not of what a hold does', () => {
    const parsed = parseLine('tap Esc, hold while Cues', context);
    const does = parsed.ok ? parsed.binding : ({ kind: 'none' } as const);
    expect(legendOf({ does }, context)).toEqual({ main: 'Esc', held: 'Cues', how: '' });
    expect(legendOf({ does, label: 'Out' }, context)).toEqual({ main: 'Out', held: 'Cues', how: '' });
    expect(legendOf({ does: act(layer('go', 'cues')) }, context)).toEqual({ main: 'Cues', held: '', how: 'go' });
    expect(legendOf({ does: act(keys('ShiftLeft', 'Digit1')) }, context).main).toBe('!');
    expect(legendOf({ does: act(keys('ControlLeft', 'AltLeft', 'KeyH')) }, context)).toEqual({
      main: 'H',
      held: '',
      how: 'Ctrl Alt',
    });
    expect(legendOf({ does: act(keys('ControlLeft', 'AltLeft', 'KeyH')), label: 'House' }, context)).toEqual({
      main: 'House',
      held: '',
      how: '',
    });
  });
});

test('as many actions as may begin together, and no more', () => {
  const joined = (count: number): string => Array<string>(count).fill('A').join(' & ');
  expect(parseLine(joined(16), context).ok).toBe(true);
  const more = parseLine(joined(17), context);
  expect(more.ok ? '' : more.error.message).toContain('16 actions can be joined by & at most');
});
