/** The computer on the table: it hears the keyboard's keys and lights its lamps, and the keyboard runs accordingly. */
import { expect, test } from '@jest/globals';
import { sketchProfile } from '../../../tests/making/sketch';
import { HARROW_64 } from '../board';
import { mustBeSound } from '../check';
import { encodeImage } from '../image';
import { blankFlash, type Body } from '.';
import { Flash } from './flash';
import { Simulation } from './simulation';
import { Store } from './store';

/** A simulation in a time of its own. */
function onTheTable(contents = blankFlash(HARROW_64.device.memoryBytes)) {
  let nowMs = 0;
  const due: { atMs: number; call: () => void }[] = [];
  const simulation = new Simulation(HARROW_64, contents, {
    keep: (_contents, done) => done(),
    nowMs: () => nowMs,
    after: (ms, call) => {
      const one = { atMs: nowMs + ms, call };
      due.push(one);
      return () => void due.splice(due.indexOf(one) >>> 0, 1);
    },
    chance: () => 0.5,
  });
  const pass = (ms: number): void => {
    for (const untilMs = nowMs + ms; nowMs < untilMs;) {
      due.sort((a, b) => a.atMs - b.atMs);
      if ((due[0]?.atMs ?? Infinity) > untilMs) nowMs = untilMs;
      else {
        const next = due.shift();
        nowMs = Math.max(nowMs, next?.atMs ?? nowMs);
        next?.call();
      }
    }
  };
  const bodies: Body[] = [];
  simulation.watch((body) => bodies.push(body));
  return { simulation, pass, lamps: () => bodies.at(-1)?.hostLamps };
}

test('Num Lock is lit from the beginning, and a hand turns a lamp on and off', () => {
  const { simulation, pass, lamps } = onTheTable();
  expect(lamps()).toBe(0b001);
  simulation.act({ do: 'hostLamp', lamp: 1 });
  pass(1);
  expect(lamps()).toBe(0b011);
  simulation.act({ do: 'hostLamp', lamp: 0 });
  pass(1);
  expect(lamps()).toBe(0b010);
});

test('without power nothing is lit; a keyboard that is plugged in again is told anew', () => {
  const { simulation, pass, lamps } = onTheTable();
  simulation.act({ do: 'hostLamp', lamp: 2 });
  simulation.act({ do: 'cable', isIn: false });
  pass(1);
  expect(lamps()).toBe(0);
  simulation.act({ do: 'cable', isIn: true });
  pass(1);
  expect(lamps()).toBe(0b001);
});

test('Caps Lock on the board is answered some milliseconds later; pressed again, it goes out', () => {
  const contents = blankFlash(HARROW_64.device.memoryBytes);
  const image = encodeImage(mustBeSound(sketchProfile({ Base: {} })));
  new Store(new Flash(contents), HARROW_64.device.slots).write(0, image);
  const { simulation, pass, lamps } = onTheTable(contents);
  const key = HARROW_64.keys.findIndex(({ id }) => id === 'CapsLock');
  const press = (): void => {
    simulation.act({ do: 'finger', key, depthUm: HARROW_64.travelUm });
    pass(2);
    simulation.act({ do: 'finger', key, depthUm: 0 });
  };
  press();
  expect(lamps()).toBe(0b001);
  pass(3);
  expect(lamps()).toBe(0b011);
  press();
  pass(10);
  expect(lamps()).toBe(0b001);
});
