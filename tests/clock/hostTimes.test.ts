/** What a display gets of a macro comes when the keyboard says: seen by a program of its own, by the time of the X server. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { HARROW_64 } from '../../src/core/board';
import { mustBeSound } from '../../src/core/check';
import { encodeImage } from '../../src/core/image';
import { plainProfile } from '../../src/core/profile';
import { useApp } from '../app';
import { open, plugInto } from '../cable';
import { startHost } from '../making/hostProgram';
import { eventsOf } from '../making/keyEvents';
import { lacking, startScreen, until, type Screen } from '../making/screen';

const missing = lacking();
const withScreen = missing.length === 0 ? describe : describe.skip;
const app = useApp();
let screen: Screen;
beforeAll(async () => {
  if (missing.length === 0) screen = await startScreen();
});
afterAll(() => screen?.kill());

/** So many presses, 7 to 23 ms apart, down for 6 to 12 ms. */
const PRESSES = 150;
const KEYS = ['KeyA', 'KeyS', 'KeyD', 'KeyF', 'Digit1', 'Space'];
const events = Array.from({ length: PRESSES }, (_, n) => {
  const atUs = Array.from({ length: n }, (_, m) => 7000 + ((m * 5) % 17) * 1000).reduce((sum, gap) => sum + gap, 0);
  const code = KEYS[n % KEYS.length] ?? 'KeyA';
  return [
    { atUs, edge: 'down' as const, code },
    { atUs: atUs + 6000 + (n % 7) * 100, edge: 'up' as const, code },
  ];
}).flat();

/** How late timers of a millisecond are: what the longest waited too long, in ms. */
function timerWaits(): { end(): number } {
  const late: number[] = [];
  let lastMs = performance.now();
  const timer = setInterval(() => {
    const nowMs = performance.now();
    late.push(nowMs - lastMs - 1);
    lastMs = nowMs;
  }, 1);
  return {
    end: () => {
      clearInterval(timer);
      return Math.max(...late);
    },
  };
}

withScreen('the times of a macro at the host', () => {
  test('are those of the trace: 99 of 100 within 2 ms', async () => {
    const cable = await plugInto(app.server.url);
    const hand = await open(app.server.url, `/hand/${HARROW_64.id}`);
    const plain = plainProfile(HARROW_64, 'stage', 'Stage');
    const lengthUs = (events.at(-1)?.atUs ?? 0) + 1000;
    await cable.client.save(
      0,
      encodeImage(
        mustBeSound({
          ...plain,
          macros: [
            {
              id: 'm',
              name: 'Roll',
              onPress: { lengthUs, events },
              run: { kind: 'times', times: 1 },
              gapMs: 0,
              stop: 'finish',
              leavesHeld: false,
              liftModifiers: false,
            },
          ],
          layers: [
            {
              id: 'base',
              name: 'Base',
              dye: 'indigo',
              keys: { KeyF: { does: { kind: 'act', action: { do: 'macro', macro: 'm' } } } },
            },
          ],
        }),
      ),
    );
    const host = startHost(['--server', app.server.url, '--display', screen.display]);
    await host.says('Type yes');
    host.answer('yes');
    await host.says('Plugged in.');
    const seen = await eventsOf(screen.display);
    /** How far the times lie apart, in ms: the 99th in a hundred. */
    const round = async (): Promise<number> => {
      seen.events.length = 0;
      const key = HARROW_64.keys.findIndex(({ id }) => id === 'KeyF');
      hand.send(JSON.stringify({ do: 'finger', key, depthUm: HARROW_64.travelUm }));
      await until(() => seen.events.length >= events.length, 'all events');
      hand.send(JSON.stringify({ do: 'finger', key, depthUm: 0 }));
      expect(seen.events.map(({ isDown }) => isDown)).toEqual(events.map(({ edge }) => edge === 'down'));
      const apart = seen.events.map(({ timeMs }, n) => timeMs - (events[n]?.atUs ?? 0) / 1000).sort((a, b) => a - b);
      const middle = apart[Math.floor(apart.length / 2)] ?? 0;
      const off = apart.map((ms) => Math.abs(ms - middle)).sort((a, b) => a - b);
      return off[Math.ceil(off.length * 0.99) - 1] ?? Infinity;
    };
    // A machine that others use keeps everybody waiting now and then: how long, a timer of this process tells. Of rounds in which it let us work one must do.
    const rounds: { offMs: number; waitedMs: number }[] = [];
    const isFair = ({ waitedMs }: { waitedMs: number }): boolean => waitedMs <= 3;
    const isRight = ({ offMs }: { offMs: number }): boolean => offMs <= 2;
    while (rounds.length < 6 && !rounds.some(isRight) && rounds.filter(isFair).length < 3) {
      const waits = timerWaits();
      const offMs = await round();
      rounds.push({ offMs, waitedMs: waits.end() });
    }
    const fair = rounds.filter(isFair);
    if (!rounds.some(isRight) && fair.length < 3)
      process.stderr.write(
        `Times at the host cannot be told here: this machine kept us waiting in each round (${JSON.stringify(rounds)}).\n`,
      );
    else expect([rounds, rounds.some(isRight)]).toEqual([rounds, true]);
    host.child.kill('SIGTERM');
    await host.ended;
    seen.close();
    hand.terminate();
    cable.close();
  });
});
