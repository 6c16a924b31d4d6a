/** What lamps show while fingers do something: a line for each lamp whose colour or pulse has changed. */
import type { KeyId } from '../board';
import type { Sound } from '../check';
import { HOST_LAMPS } from '../codes';
import { Engine, isOfLamp, lampOf, type Sample } from '../engine';
import { ALONE, AT_REST, shownAt } from './moment';
import { DARK, hexOf, lampPlan } from './plan';

/** At `t` µs the lamp of a key shows a colour, or is dark; `pulses` while the key waits for a decision. */
export type LampLine = { t: number; key: KeyId; lamp: string; pulses?: true };

/** How long time goes on after the last finger, in µs. */
const SETTLE_US = 10_000_000;

/** @returns first what every lit lamp shows at rest, then what changes, in the order of time and of the board's keys */
export function* lampLines(
  { profile, board, program }: Sound,
  samples: Iterable<Sample>,
  settleUs = SETTLE_US,
): Generator<LampLine> {
  const plan = lampPlan(profile, board);
  const engine = new Engine(program, { edge: () => undefined });
  let hostLamps = 0;
  let before: string[] = board.keys.map(() => 'dark');
  function* told(tUs: number, standing = engine.standing()): Generator<LampLine> {
    const { colors, pulsing } = shownAt(plan, standing, { ...ALONE, hostLamps });
    const now = colors.map(
      (color, n) => `${color === DARK ? 'dark' : hexOf(color)}${pulsing.includes(n) ? ' pulses' : ''}`,
    );
    for (const [n, { id }] of board.keys.entries()) {
      const [lamp = 'dark', pulses] = (now[n] ?? 'dark').split(' ');
      if (now[n] !== before[n]) yield { t: tUs, key: id, lamp, ...(pulses !== undefined && { pulses: true as const }) };
    }
    before = now;
  }
  function* passes(untilUs: number): Generator<LampLine> {
    while (engine.nextDeadlineUs <= untilUs) {
      engine.advance(engine.nextDeadlineUs);
      yield* told(engine.nowUs);
    }
    engine.advance(untilUs);
  }
  yield* told(0, AT_REST);
  let lastUs = 0;
  for (const sample of samples) {
    yield* passes(sample.tUs);
    lastUs = sample.tUs;
    const lamp = isOfLamp(sample) ? lampOf(sample) : undefined;
    if (lamp) {
      const bit = 1 << HOST_LAMPS.indexOf(lamp);
      hostLamps = sample.depthUm > 0 ? hostLamps | bit : hostLamps & ~bit;
    }
    engine.take(sample);
    yield* told(engine.nowUs);
  }
  yield* passes(lastUs + settleUs);
}
