import { afterAll, beforeAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { HARROW_64 } from '../../core/board';
import { mustBeSound } from '../../core/check';
import { sketchProfile } from '../../../tests/making/sketch';
import { macroFromLines } from '../../core/macro';
import { draftPlayer } from './players';
import { TrialSession } from './session';

/** The page's clock stands: trials begin now, and what comes later says when. */
const NOW_MS = 1000;
const at = (ms: number): number => NOW_MS + ms;
beforeAll(() => void jest.spyOn(performance, 'now').mockReturnValue(NOW_MS));
afterAll(() => void jest.restoreAllMocks());

/** A trial of a profile with one key of two meanings and a way to a layer. */
function begin(): TrialSession {
  const profile = sketchProfile({ Base: { A: 'tap A, hold Ctrl', Caps: 'flip Nav' }, Nav: { H: 'Left' } });
  const session = new TrialSession(mustBeSound(profile));
  session.attach(draftPlayer(mustBeSound(profile), session.take));
  return session;
}

let session: TrialSession;
beforeEach(() => {
  session = begin();
});

describe('a trial', () => {
  test('fingers go in, bars and text come out', () => {
    session.finger('KeyB', true, at(10));
    session.finger('KeyB', false, at(60));
    expect(session.host.line()).toBe('b');
    expect(session.lanes.fingers).toHaveLength(1);
    expect(session.lanes.host.map(({ name, toUs }) => [name, toUs !== null])).toEqual([['KeyB', true]]);
    expect(session.reports).toHaveLength(2);
  });

  test('a deadline passes when time does, a little behind the page’s clock', () => {
    session.finger('KeyA', true, at(10));
    session.tick(at(212));
    expect(session.lanes.pending?.name).toBe('KeyA');
    session.tick(at(230));
    expect(session.lanes.decisions[0]).toMatchObject({ why: 'timeout', outcome: 'hold' });
    expect(session.lanes.held('host')).toEqual(['ControlLeft']);
  });

  test('an event that was on its way is not overtaken by a deadline it beat', () => {
    session.finger('KeyA', true, at(0));
    session.tick(at(204));
    session.finger('KeyA', false, at(199));
    expect(session.lanes.decisions[0]).toMatchObject({ why: 'released-early', outcome: 'tap' });
  });

  test('an event that comes too late counts from then, and is recorded so: run again, it is the same', () => {
    session.finger('KeyA', true, at(0));
    session.tick(at(230));
    // It was on its way for longer than a deadline waits.
    session.finger('KeyA', false, at(150));
    session.finger('KeyB', true, at(160));
    session.finger('KeyB', false, at(170));
    const pressed = session.lanes.host.map(({ name, fromUs, toUs, origin }) => [name, fromUs, toUs, origin?.pressedUs]);
    const next = new TrialSession(mustBeSound(session.profile));
    next.attach(draftPlayer(mustBeSound(session.profile), next.take));
    next.resume(session);
    expect(next.lanes.host.map(({ name, fromUs, toUs, origin }) => [name, fromUs, toUs, origin?.pressedUs])).toEqual(
      pressed,
    );
    expect(next.samples).toEqual(session.samples);
  });

  test('time goes on while a macro waits, though no finger moves', () => {
    const later = macroFromLines({ id: 'later', name: 'Later', press: '+B 20 -B 2000 +C 20 -C' });
    const profile = sketchProfile({ Base: { A: 'play Later' } }, {}, { macros: [later] });
    const trial = new TrialSession(mustBeSound(profile));
    trial.attach(draftPlayer(mustBeSound(profile), trial.take));
    trial.finger('KeyA', true, at(0));
    trial.finger('KeyA', false, at(30));
    for (let ms = 16; ms < 3500; ms += 16) trial.tick(at(ms));
    expect([trial.host.line(), trial.isRunning]).toEqual(['bc', false]);
  });

  test('and where it plays elsewhere, time is told though nothing is seen', () => {
    const told: number[] = [];
    session.attach({
      isHere: false,
      isAtWork: false,
      feed: () => undefined,
      advance: (tUs) => told.push(tUs),
      light: () => undefined,
      letGo: () => undefined,
      shown: () => null,
      close: () => undefined,
    });
    for (let ms = 1000; ms < 3000; ms += 16) session.tick(at(ms));
    expect([told.length, Math.max(...told.slice(1).map((tUs, n) => tUs - told[n]!))]).toEqual([18, 112_000]);
  });

  describe('the lamps of the host', () => {
    const keys = { Base: { A: 'NumLock', S: 'B' }, Dark: { S: 'C' } };
    const profile = sketchProfile(keys, {}, { lampLayers: [{ lamp: 'NumLock', lit: false, shows: 'dark' }] });
    const open = (): TrialSession => {
      const trial = new TrialSession(mustBeSound(profile));
      trial.attach(draftPlayer(mustBeSound(profile), trial.take));
      return trial;
    };
    const tap = (trial: TrialSession, key: string, ms: number): void => {
      trial.finger(key, true, at(ms));
      trial.finger(key, false, at(ms + 5));
    };

    test('a key that turns one off is answered, and the layer of that lamp is shown', () => {
      const trial = open();
      tap(trial, 'KeyS', 10);
      tap(trial, 'KeyA', 20);
      for (let ms = 30; ms < 60; ms += 10) trial.tick(at(ms));
      tap(trial, 'KeyS', 70);
      expect([trial.host.line(), trial.host.isLit('NumLock'), trial.lanes.held('layers')]).toEqual([
        'bc',
        false,
        ['dark'],
      ]);
      expect(trial.strokes().map(({ key, depthUm }) => `${key} ${depthUm}`)).toEqual([
        'lamp:NumLock 1',
        ...['KeyS 4000', 'KeyS 0', 'KeyA 4000', 'lamp:NumLock 0', 'KeyA 0', 'KeyS 4000', 'KeyS 0'],
      ]);
      expect(new Set(trial.lanes.fingers.map(({ name }) => name))).toEqual(new Set(['KeyS', 'KeyA']));
    });

    test('by hand, too; and the same fingers run again say the same', () => {
      const trial = open();
      trial.light('NumLock', false, at(10));
      tap(trial, 'KeyS', 20);
      tap(trial, 'KeyA', 30);
      trial.tick(at(60));
      tap(trial, 'KeyS', 70);
      expect(trial.host.line()).toBe('cb');
      const again = open();
      again.resume(trial);
      expect([again.host.line(), again.samples]).toEqual(['cb', trial.samples]);
    });

    test('a record that comes with lamps is run with those, and this host says nothing of its own', () => {
      const trial = open();
      const said = [
        { tUs: 0, key: 'lamp:NumLock', depthUm: 1 },
        { tUs: 10_000, key: 'KeyA', depthUm: 4000 },
        { tUs: 20_000, key: 'KeyA', depthUm: 0 },
        { tUs: 30_000, key: 'KeyS', depthUm: 4000 },
        { tUs: 40_000, key: 'KeyS', depthUm: 0 },
      ];
      trial.run(said, at(0));
      expect(trial.host.line()).toBe('b');
    });
  });

  test('a key that moves the pointer moves it, as far as the screen goes; the wheel scrolls the page', () => {
    const profile = sketchProfile({ Base: { A: 'move left at 2000 after 0 ms', S: 'turn down at 10' } });
    const trial = new TrialSession(mustBeSound(profile));
    trial.attach(draftPlayer(mustBeSound(profile), trial.take));
    trial.finger('KeyA', true, at(0));
    trial.finger('KeyS', true, at(0));
    for (let ms = 16; ms < 300; ms += 16) trial.tick(at(ms));
    trial.finger('KeyS', false, at(310));
    expect([Math.round(trial.pointer.x / 10), trial.pointer.y, trial.pointer.line]).toEqual([22, 300, 3]);
    for (let ms = 320; ms < 700; ms += 16) trial.tick(at(ms));
    expect(trial.pointer.x).toBe(0);
  });

  test('a trigger pulls a key as deep as it is pulled, and half a pull is half a plan', () => {
    const profile = sketchProfile({ Base: { D: 'down 0.6 to up 0.6 mm: X, down 3 mm: Y' } });
    const plan = new TrialSession(mustBeSound(profile));
    plan.attach(draftPlayer(mustBeSound(profile), plan.take));
    for (const [depthUm, ms] of [
      [0, 5],
      [900, 10],
      [2000, 20],
      [700, 30],
      [0, 40],
      [0, 50],
    ] as const)
      plan.depth('KeyD', depthUm, at(ms));
    plan.depth('Nowhere', 900, at(60));
    expect(plan.lanes.host.map(({ name }) => name)).toEqual(['KeyX']);
    expect(plan.lanes.fingers).toHaveLength(1);
    expect(plan.samples.map(({ depthUm }) => depthUm)).toEqual([900, 2000, 700, 0]);
  });

  test('doubles and keys of other boards are ignored', () => {
    session.finger('KeyB', true, at(0));
    session.finger('KeyB', true, at(5));
    session.finger('Nowhere', true, at(6));
    session.finger('KeyC', false, at(7));
    expect(session.lanes.fingers).toHaveLength(1);
    expect(session.host.line()).toBe('b');
  });

  test('a lost focus lifts every finger', () => {
    for (const key of ['KeyB', 'KeyC', 'ShiftLeft']) session.finger(key, true, at(0));
    session.liftAll(at(20));
    expect(session.lanes.held('host')).toEqual([]);
    expect(['KeyB', 'KeyC', 'ShiftLeft'].some((key) => session.isDown(key))).toBe(false);
  });

  test('letting go of everything ends what is pending, and goes back to the base', () => {
    session.finger('CapsLock', true, at(0));
    session.finger('CapsLock', false, at(5));
    expect(session.lanes.held('layers')).toEqual(['nav']);
    session.finger('KeyA', true, at(10));
    session.letGo(at(20));
    expect([session.lanes.held('layers'), session.lanes.pending, session.lanes.held('host')]).toEqual([
      [],
      undefined,
      [],
    ]);
    session.finger('KeyH', true, at(30));
    expect(session.host.line()).toContain('h');
  });

  test('the lanes stand still while nothing happens, and listeners are told when something does', () => {
    let told = 0;
    const stop = session.subscribe(() => told++);
    session.finger('KeyB', true, at(10));
    session.finger('KeyB', false, at(20));
    session.tick(at(100));
    const edge = session.edgeUs;
    const before = told;
    // That time stands still is told once.
    session.tick(at(5000));
    session.tick(at(6000));
    session.tick(at(7000));
    expect([session.edgeUs, told, session.isRunning]).toEqual([edge, before + 1, false]);
    stop();
    session.finger('KeyB', true, at(7000));
    expect(told).toBe(before + 1);
  });

  test('lamps are told when a finger moves, what moves every frame, and what is read a few times a second', () => {
    const told = { lamps: 0, frames: 0, words: 0 };
    session.onLamps(() => told.lamps++);
    session.onFrame(() => told.frames++);
    session.subscribe(() => told.words++);
    session.finger('KeyB', true, at(0));
    expect(told).toEqual({ lamps: 1, frames: 0, words: 0 });
    for (let ms = 16; ms <= 480; ms += 16) session.tick(at(ms));
    // The first frame is the lamp's alone.
    expect(told).toEqual({ lamps: 31, frames: 29, words: 5 });
  });

  test('cleared text starts anew', () => {
    session.finger('KeyB', true, at(10));
    session.clearText();
    expect(session.host.line()).toBe('');
  });

  test('what was played can be kept, and run again behind everything else', () => {
    session.finger('KeyA', true, at(100));
    session.finger('KeyA', false, at(150));
    session.finger('KeyB', true, at(300));
    session.finger('KeyB', false, at(340));
    session.tick(at(2000));
    const kept = session.strokes();
    expect(kept.map(({ tUs, key, depthUm }) => [Math.round(tUs / 1000), key, depthUm])).toEqual([
      [0, 'KeyA', 4000],
      [50, 'KeyA', 0],
      [200, 'KeyB', 4000],
      [240, 'KeyB', 0],
    ]);
    session.run(kept, at(2100));
    expect(session.host.line()).toBe('abab');
    expect(session.lanes.fingers).toHaveLength(4);
    expect(session.moments()).toEqual(session.moments().toSorted((a, b) => a - b));
    session.finger('KeyB', true, at(2200));
    expect(session.host.line()).toBe('ababb');
    expect(session.lanes.fingers.at(-1)!.fromUs).toBeGreaterThan(session.lanes.fingers.at(-2)!.fromUs);
  });

  test('recorded fingers that stay down are lifted at the end, and can press again', () => {
    session.run([{ tUs: 0, key: 'KeyB', depthUm: HARROW_64.travelUm }], at(100));
    expect([session.lanes.held('host'), session.lanes.held('fingers')]).toEqual([[], []]);
    session.finger('KeyB', true, at(200));
    expect(session.lanes.host.filter(({ name }) => name === 'KeyB')).toHaveLength(2);
    // What is held down repeats at the host, until it is lifted.
    expect(session.host.line()).toMatch(/^b{3,}$/);
  });

  test('after closing, fingers do nothing', () => {
    session.close();
    session.finger('KeyB', true, at(10));
    session.tick(at(20));
    expect(session.host.line()).toBe('');
  });
});

describe('the same fingers, run again', () => {
  /** The trial that follows when the profile has been changed. */
  const again = (timing: { holdAfterMs: number }): TrialSession => {
    const changed = { ...session.profile, timing: { ...session.profile.timing, ...timing } };
    const next = new TrialSession(mustBeSound(changed), true);
    next.attach(draftPlayer(mustBeSound(changed), next.take));
    next.resume(session);
    return next;
  };
  const hold = (): void => {
    session.finger('KeyA', true, at(10));
    session.finger('KeyA', false, at(160));
    session.tick(at(400));
  };

  test('other moments, another outcome; what differs is told', () => {
    hold();
    expect(session.host.line()).toBe('a');
    const next = again({ holdAfterMs: 100 });
    expect(next.lanes.decisions[0]).toMatchObject({ why: 'timeout', outcome: 'hold' });
    const { gone, came } = next.changes!;
    expect([gone.map(({ name }) => name), came.map(({ name }) => name)]).toEqual([['KeyA'], ['ControlLeft']]);
    expect(next.samples).toEqual(session.samples);
    expect(next.edgeUs).toBe(session.edgeUs);
  });

  test('back again there is nothing to compare; a comparison can be left', () => {
    hold();
    const first = again({ holdAfterMs: 100 });
    const back = new TrialSession(mustBeSound(session.profile), true);
    back.attach(draftPlayer(mustBeSound(session.profile), back.take));
    back.resume(first);
    expect(back.changes).toBeNull();
    const other = again({ holdAfterMs: 100 });
    expect(other.changes).not.toBeNull();
    other.forgetComparison();
    expect(other.changes).toBeNull();
  });

  test('what is compared counts from the last clearing, and what would be read too', () => {
    hold();
    session.clearText();
    session.finger('KeyB', true, at(600));
    session.finger('KeyB', false, at(640));
    session.tick(at(1500));
    const next = again({ holdAfterMs: 100 });
    expect(next.changes).toEqual({ gone: [], came: [], moved: [] });
    expect(next.wouldRead).toBe('');
    expect(next.screen.map(({ text }) => text).join('')).toBe('b');
  });

  test('names, labels and notes are not heard: nothing is compared for them', () => {
    hold();
    const renamed = { ...session.profile, name: 'Another name' };
    const next = new TrialSession(mustBeSound(renamed), true);
    next.attach(draftPlayer(mustBeSound(renamed), next.take));
    next.resume(session);
    expect(next.changes).toBeNull();
  });

  test('what was typed stays on the screen, and what it would read now is told', () => {
    const shown = (one: TrialSession): string => one.screen.map(({ text }) => text).join('');
    hold();
    const next = again({ holdAfterMs: 100 });
    expect([shown(next), next.wouldRead]).toEqual(['a', 'nothing']);
    // What comes now follows it; deleting goes on into it.
    next.finger('KeyB', true, at(600));
    next.finger('KeyB', false, at(620));
    expect(shown(next)).toBe('ab');
    next.clearText();
    expect([shown(next), next.wouldRead]).toEqual(['', '']);
  });

  test('what was let go of is let go of again, at its time', () => {
    session.finger('CapsLock', true, at(10));
    session.finger('CapsLock', false, at(20));
    session.letGo(at(100));
    session.finger('KeyH', true, at(200));
    session.finger('KeyH', false, at(220));
    expect(session.host.line()).toBe('h');
    expect(again({ holdAfterMs: 300 }).host.line()).toBe('h');
  });

  test('fingers that come later are not compared', () => {
    hold();
    const next = again({ holdAfterMs: 150 });
    next.finger('KeyB', true, at(500));
    next.finger('KeyB', false, at(520));
    expect(next.changes!.came.map(({ name }) => name)).toEqual(['ControlLeft']);
  });

  test('a listener is told once a frame, however much happens', () => {
    let told = 0;
    session.subscribe(() => told++);
    hold();
    const before = told;
    for (const key of ['KeyB', 'KeyC', 'KeyD']) session.finger(key, true, at(500));
    expect(told).toBe(before);
    session.tick(at(610));
    expect(told).toBe(before);
    session.tick(at(626));
    expect(told).toBe(before + 1);
  });
});
