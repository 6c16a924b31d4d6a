import { describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { CAUSES, compile, Engine, LAYER_WAYS, traceLines } from '../engine';
import { fingers, sketchProfile } from '../../../tests/making/sketch';
import { overlapsOf } from '../probe';
import { DEFAULT_TIMING, mustEdit, type Gesture, type Profile } from '../profile';
import {
  barsWithin,
  changesBetween,
  exampleFingers,
  runRecord,
  Lanes,
  layerGained,
  layerLost,
  reasonOf,
  relatedTo,
  remediesFor,
  rowsWithin,
  shortReasonOf,
  storyOf,
  type Chosen,
} from '.';

/** The lanes of a hand played on a profile until some time after it. */
function lanesOf(profile: Profile, hand: string, untilUs = 2_000_000): Lanes {
  const program = compile(profile);
  const lanes = new Lanes();
  const engine = new Engine(
    program,
    traceLines(program, (line) => lanes.take(line)),
  );
  for (const { tUs, key, depthUm } of fingers(hand)) {
    lanes.finger(tUs, key, depthUm > 0);
    engine.feed(tUs, program.keyIndex.get(key)!, depthUm);
  }
  engine.advance(untilUs);
  return lanes;
}

const PROFILE = sketchProfile({
  Base: { A: 'tap A, hold while Nav', Tab: 'go Low', G: 'tap G, twice B' },
  Nav: { H: 'Left' },
  Low: {},
});

describe('lanes', () => {
  test('fingers, decision, layer and host as bars', () => {
    const lanes = lanesOf(PROFILE, '+A 0, +H 50, -H 90, -A 120');
    expect(lanes.fingers).toEqual([
      { name: 'KeyA', fromUs: 0, toUs: 120_000 },
      { name: 'KeyH', fromUs: 50_000, toUs: 90_000 },
    ]);
    expect(lanes.decisions).toEqual([
      { name: 'KeyA', layer: 'base', step: 1, fromUs: 0, toUs: 90_000, why: 'nested', outcome: 'hold', by: 'KeyH' },
    ]);
    const held = { from: 'KeyA', layer: 'base', pressedUs: 0 };
    expect(lanes.layers).toEqual([{ name: 'nav', fromUs: 90_000, toUs: 120_000, way: 'while', origin: held }]);
    const origin = { from: 'KeyH', layer: 'nav', pressedUs: 50_000 };
    expect(lanes.host).toEqual([{ name: 'ArrowLeft', fromUs: 90_000, toUs: 90_000, origin }]);
  });

  test('what goes on has no end yet', () => {
    const lanes = lanesOf(PROFILE, '+B 0, +A 10', 20_000);
    expect([lanes.held('host'), lanes.held('fingers'), lanes.pending?.name]).toEqual([
      ['KeyB'],
      ['KeyB', 'KeyA'],
      'KeyA',
    ]);
  });

  test('a gesture of two steps is one bar, from its first press to its cause', () => {
    const lanes = lanesOf(PROFILE, '+G 0, -G 50, +G 100, -G 150');
    expect(lanes.decisions).toMatchObject([{ name: 'KeyG', fromUs: 0, toUs: 100_000, step: 2, why: 'only' }]);
  });

  test('layers in the order a press asks them: the go layer under the held ones', () => {
    const lanes = lanesOf(PROFILE, '+Tab 0, -Tab 5, +A 10', 300_000);
    expect(lanes.askOrder(['base', 'nav', 'low'])).toEqual([1, 2, 0]);
  });

  test('bars in a span, gathered in rows, and forgotten when they are old', () => {
    const lanes = lanesOf(PROFILE, '+B 0, -B 10, +C 20, -C 30, +B 40, -B 50');
    expect(barsWithin(lanes.host, 15_000, 25_000).map(({ name }) => name)).toEqual(['KeyC']);
    expect(rowsWithin(lanes.host, 0, 100_000).map(({ name, bars }) => [name, bars.length])).toEqual([
      ['KeyB', 2],
      ['KeyC', 1],
    ]);
    lanes.forget(35_000);
    expect(lanes.host).toHaveLength(1);
  });
});

describe('the story of what reached the host', () => {
  const tell = (profile: Profile, hand: string, code: string): string[] => {
    const lanes = lanesOf(profile, hand);
    const bar = lanes.host.find(({ name }) => name === code)!;
    return storyOf({ lane: 'host', bar }, lanes, profile, (key) => key.replace('Key', '')).map(
      ({ tUs, what, more }) => `${tUs / 1000} ${what}${more && `: ${more}`}`,
    );
  };

  test('a key that waited for another’s decision', () => {
    expect(tell(PROFILE, '+A 0, +H 50, -H 90, -A 120', 'ArrowLeft')).toEqual([
      '50 H goes down: it waits: A is undecided',
      '90 A is decided: hold: H went down and up inside it',
      '90 Left arrow goes down at the host: Nav answered',
    ]);
  });

  test('a key that is something else under a modifier: which case was taken, and what was held', () => {
    const profile = sketchProfile({ Base: { Q: 'Bksp, under Shift Del' } });
    expect(tell(profile, '+Shift 0, +Q 10, -Q 20, -Shift 30', 'Delete')).toEqual([
      '10 Q goes down',
      '10 It is under Shift: Shift is held; the host does not see Shift meanwhile',
      '10 Delete goes down at the host: Base answered',
    ]);
    expect(tell(profile, '+Ctrl 0, +Q 10, -Q 20, -Ctrl 30', 'Backspace')).toEqual([
      '10 Q goes down',
      '10 It is what it is otherwise: Control is held',
      '10 Backspace goes down at the host: Base answered',
    ]);
  });

  test('a key with a decision of its own', () => {
    expect(tell(PROFILE, '+A 0, -A 50', 'KeyA')).toEqual([
      '0 A goes down: it could be several things: undecided',
      '50 A is decided: tap: it came up before 200 ms',
      '50 A goes down at the host: Base answered',
    ]);
  });

  test('a plain key has a short one, and a joint press names its keys', () => {
    expect(tell(PROFILE, '+B 10, -B 20', 'KeyB')).toEqual([
      '10 B goes down',
      '10 B goes down at the host: Base answered',
    ]);
    const joints = [
      { id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys' as const, codes: ['Escape'] } },
    ];
    expect(tell({ ...PROFILE, joints }, '+J 10, +K 20, -J 60, -K 65', 'Escape')).toEqual([
      '20 J and K are together',
      '20 Escape goes down at the host: as the joint press says',
    ]);
  });
});

describe('from a finger to what came of it, and back', () => {
  const HAND = '+A 0, +H 50, -H 90, -A 120';
  const lanes = lanesOf(PROFILE, HAND);
  const tell = (chosen: Chosen): string[] =>
    storyOf(chosen, lanes, PROFILE, (key) => key.replace('Key', '')).map(
      ({ tUs, what, more }) => `${tUs / 1000} ${what}${more && `: ${more}`}`,
    );

  test('a press tells what was decided and what the host got', () => {
    expect(tell({ lane: 'fingers', bar: lanes.fingers[0]! })).toEqual([
      '0 A goes down',
      '90 A is decided: hold: H went down and up inside it',
      '90 Nav begins: A holds it',
      '120 A comes up',
    ]);
    expect(tell({ lane: 'fingers', bar: lanes.fingers[1]! })).toEqual([
      '50 H goes down',
      '90 H comes up',
      '90 Left arrow goes down at the host: Nav answered',
    ]);
  });

  test('a decision has the press before it and what came of it', () => {
    expect(tell({ lane: 'decisions', bar: lanes.decisions[0]! })).toHaveLength(4);
  });

  test('what a stroke plan does is told as such, from the press of its stroke', () => {
    const plan = sketchProfile({ Base: { D: 'down 0.6 to up 1 mm: W, down 2 mm: E' } });
    const played = lanesOf(plan, 'D@1 0, D@3 100, D@0 200');
    const [first, second] = played.host;
    expect([first?.name, second?.name]).toEqual(['KeyW', 'KeyE']);
    const told = storyOf({ lane: 'host', bar: second! }, played, plan, (key) => key.replace('Key', ''));
    expect(told.map(({ tUs, what, more }) => `${tUs / 1000} ${what}: ${more}`)).toEqual([
      '0 D goes down: ',
      '100 E goes down at the host: the stroke plan on Base answered',
    ]);
  });

  test('a layer tells who holds it, and why it ended', () => {
    expect(tell({ lane: 'layers', bar: lanes.layers[0]! })).toEqual([
      '0 A goes down: it could be several things: undecided',
      '90 A is decided: hold: H went down and up inside it',
      '90 Nav begins: A holds it',
      '120 Nav ends: A no longer holds it',
    ]);
  });

  test('every bar knows the others that belong to it', () => {
    const count = (chosen: Chosen): number[] =>
      Object.values(relatedTo(chosen, lanes, PROFILE)).map((bars) => bars.length);
    expect(count({ lane: 'fingers', bar: lanes.fingers[0]! })).toEqual([1, 1, 1, 0]);
    expect(count({ lane: 'host', bar: lanes.host[0]! })).toEqual([1, 0, 0, 1]);
    expect(count({ lane: 'layers', bar: lanes.layers[0]! })).toEqual([1, 1, 1, 0]);
    const twice = lanesOf(PROFILE, '+G 0, -G 50, +G 100, -G 150');
    const both = relatedTo({ lane: 'host', bar: twice.host[0]! }, twice, PROFILE);
    expect(both.fingers.map(({ fromUs }) => fromUs)).toEqual([0, 100_000]);
    const joints = [
      { id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys' as const, codes: ['Escape'] } },
    ];
    const jointly = { ...PROFILE, joints };
    const together = lanesOf(jointly, '+J 10, +K 20, -J 60, -K 65');
    const press = relatedTo({ lane: 'fingers', bar: together.fingers[0]! }, together, jointly);
    expect(press.host.map(({ name }) => name)).toEqual(['Escape']);
  });
});

describe('the same fingers under other settings', () => {
  const HAND = '+B 0, -B 40, +A 100, +H 150, -H 190, -A 260, +C 400, -C 450';
  const host = (profile: Profile) => lanesOf(profile, HAND).host;
  const names = (bars: readonly { name: string }[]): string[] => bars.map(({ name }) => name);

  test('nothing differs from itself', () => {
    expect(changesBetween(host(PROFILE), host(PROFILE))).toEqual({ gone: [], came: [], moved: [] });
  });

  test('what is new, what is gone, what comes at another time; the rest is left alone', () => {
    const waits = { ...PROFILE, timing: { ...PROFILE.timing, interrupt: 'wait' as const } };
    const { gone, came, moved } = changesBetween(host(PROFILE), host(waits));
    expect([names(gone), names(came), moved]).toEqual([['ArrowLeft'], ['KeyA', 'KeyH'], []]);
    const later = { ...PROFILE, timing: { ...PROFILE.timing, tapGapMs: 300 } };
    const taps = (profile: Profile) => lanesOf(profile, '+G 0, -G 50').host;
    expect(changesBetween(taps(PROFILE), taps(later)).moved.map(({ byUs }) => byUs)).toEqual([120_000]);
  });
});

describe('what would have helped', () => {
  const HAND = '+A 100, +H 150, -H 190, -A 260';
  const played = (hand: string) => ({ samples: fingers(hand), lettings: [], untilUs: 2_000_000 });
  const profile = sketchProfile({ Base: { A: 'tap A, hold Shift' } });

  test('a hold by another key inside: each remedy says what these fingers would have made of it', () => {
    const lanes = lanesOf(profile, HAND);
    const [bar] = lanes.decisions;
    expect(bar).toMatchObject({ why: 'nested', outcome: 'hold' });
    const remedies = remediesFor(bar!, mustBeSound(profile), played(HAND));
    const named = (part: string) => remedies.find(({ name }) => name.includes(part));
    expect(named('time alone')).toMatchObject({ outcome: 'tap' });
    expect(named('time alone')!.differ).toBeGreaterThan(0);
    // The profile's own advice on the key stands here as well, whatever comes of it.
    expect(remedies.some(({ because }) => because !== undefined)).toBe(true);
    // What a remedy promises is what its edit does to the same fingers.
    for (const { edit, outcome } of remedies) {
      const then = lanesOf(mustEdit(profile, edit), HAND);
      expect(then.decisions[0]?.outcome ?? null).toBe(outcome);
    }
  });

  test('a tap that was meant as a hold would have been one under a shorter moment', () => {
    const hand = '+A 100, -A 280';
    const [bar] = lanesOf(profile, hand).decisions;
    expect(bar).toMatchObject({ why: 'released-early', outcome: 'tap' });
    const remedies = remediesFor(bar!, mustBeSound(profile), played(hand));
    expect(remedies.map(({ name, outcome }) => [name, outcome])).toContainEqual(['Hold after 160 ms', 'hold']);
  });
});

test('an example shows a tap, a hold, and another key inside; without a key of two meanings some letters', () => {
  const outcomes = (profile: Profile): string[] => {
    const lanes = new Lanes();
    const sound = mustBeSound(profile);
    const samples = exampleFingers(profile, HARROW_64);
    for (const { lines } of runRecord(sound, samples, [], 5_000_000)) for (const line of lines) lanes.take(line);
    return lanes.decisions.map(({ outcome, why }) => `${outcome} ${why}`);
  };
  expect(outcomes(PROFILE)).toEqual(['tap released-early', 'hold timeout', 'hold nested']);
  const plain = sketchProfile({ Base: {} });
  expect(outcomes(plain)).toEqual([]);
  expect(exampleFingers(plain, HARROW_64).length).toBeGreaterThan(4);
});

test('overlaps under each rule are what the engine sends', () => {
  const gesture: Gesture = {
    kind: 'gesture',
    steps: [{ tap: { do: 'keys', codes: ['KeyA'] }, hold: { do: 'keys', codes: ['ControlLeft'] } }],
  };
  expect(overlapsOf(mustBeSound(PROFILE), 'base', 'KeyA', gesture, 200)).toEqual([
    { interrupt: 'nested', other: 'KeyH', sent: ['ControlLeft', 'KeyH'] },
    { interrupt: 'any', other: 'KeyH', sent: ['ControlLeft', 'KeyH'] },
    { interrupt: 'wait', other: 'KeyH', sent: ['KeyA', 'KeyH'] },
  ]);
});

test('every cause has a reason in words', () => {
  for (const cause of CAUSES) {
    expect(reasonOf(cause, DEFAULT_TIMING)).toMatch(/^(it|another|a|there|no) /);
    expect(shortReasonOf(cause).length).toBeGreaterThan(3);
  }
});

test('every way to a layer has words for its beginning and its end', () => {
  for (const way of LAYER_WAYS) expect(layerGained(way, 'A')).not.toBe(layerLost(way, 'A'));
});
