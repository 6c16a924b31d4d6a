/** Strokes that a plan is tried with, each as a curve of depths, and what the engine sends for them. */
import type { KeyId } from '../board';
import type { Sound } from '../check';
import { legendOfCode } from '../codes';
import { Engine } from '../engine';

/** The depth of a finger at a time. */
export type CurvePoint = { tUs: number; depthUm: number };
type TestStroke = { name: string; about: string; curve: CurvePoint[] };

/** A sample every millisecond. */
const STEP_US = 1000;
/** How far a hesitating finger trembles, in µm, and how often. */
const TREMOR_UM = 50;
const TREMOR_HZ = 10;

/** A finger that goes from one depth to the next, each in a time of its own, in ms. */
function curveOf(moves: readonly [toUm: number, ms: number][], tremblesUm = 0): CurvePoint[] {
  const curve: CurvePoint[] = [{ tUs: 0, depthUm: 0 }];
  let at = 0;
  for (const [to, ms] of moves) {
    const startUs = (curve.at(-1) as CurvePoint).tUs;
    for (let step = 1; step <= ms; step++) {
      const tUs = startUs + step * STEP_US;
      // A finger starts and stops gently.
      const eased = (1 - Math.cos((Math.PI * step) / ms)) / 2;
      const tremor = to === at ? tremblesUm * Math.sin((2 * Math.PI * TREMOR_HZ * tUs) / 1e6) : 0;
      curve.push({ tUs, depthUm: Math.max(0, Math.round(at + (to - at) * eased + tremor)) });
    }
    at = to;
  }
  return curve;
}

/** Slow, fast, half, hesitating and twice down: what fingers do to a plan. */
export function testStrokes(travelUm: number): TestStroke[] {
  const mm = (um: number): string => (um / 1000).toFixed(1);
  const [half, third] = [travelUm / 2, travelUm / 3];
  return [
    {
      name: 'slow and full',
      about: `${mm(travelUm)} mm in 0.6 s, and back`,
      curve: curveOf([
        [travelUm, 600],
        [travelUm, 100],
        [0, 600],
      ]),
    },
    {
      name: 'fast and full',
      about: `${mm(travelUm)} mm in 25 ms, and back`,
      curve: curveOf([
        [travelUm, 25],
        [travelUm, 20],
        [0, 25],
      ]),
    },
    {
      name: 'half',
      about: `to ${mm(half)} mm and back`,
      curve: curveOf([
        [half, 200],
        [half, 60],
        [0, 200],
      ]),
    },
    {
      name: 'hesitating',
      about: `trembles by ${TREMOR_UM / 1000} mm at ${mm(half)}, then goes on`,
      curve: curveOf(
        [
          [half, 200],
          [half, 500],
          [travelUm, 200],
          [0, 200],
        ],
        TREMOR_UM,
      ),
    },
    {
      name: 'twice down',
      about: `full, up to ${mm(third)} mm, full again`,
      curve: curveOf([
        [travelUm, 80],
        [third, 80],
        [travelUm, 80],
        [0, 80],
      ]),
    },
  ];
}

/** What happened at one moment of a stroke, at which depth and on which way: a key or a layer by its name went down or up. */
export type Sent = { tUs: number; depthUm: number; going: 'down' | 'up'; name: string; down: boolean };

/** Runs a curve on one key of a stage through the engine. */
export function runStroke({ profile, program }: Sound, key: KeyId, curve: readonly CurvePoint[]): Sent[] {
  const index = program.keyIndex.get(key) ?? 0;
  const sent: Sent[] = [];
  let depthUm = 0;
  let going: Sent['going'] = 'down';
  const take = (tUs: number, name: string, down: boolean): void => void sent.push({ tUs, depthUm, going, name, down });
  const engine = new Engine(program, {
    edge: (tUs, down, usage) => take(tUs, legendOfCode(program.codes[usage] ?? ''), down),
    wheel: (tUs) => take(tUs, 'wheel', true),
    layer: (tUs, layer, active) => take(tUs, profile.layers[layer]?.name ?? '', active),
  });
  for (const point of curve) {
    engine.advance(point.tUs);
    if (point.depthUm !== depthUm) going = point.depthUm > depthUm ? 'down' : 'up';
    depthUm = point.depthUm;
    engine.feed(point.tUs, index, depthUm);
  }
  engine.advance(engine.nowUs + 2_000_000);
  return sent;
}
