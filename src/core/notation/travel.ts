/**
 * Depths as a line of text, in millimetres:
 *
 *     at 1.5 mm                                                        fires there, lets go a little above
 *     at 1.5 mm, back at 1.3 mm                                        lets go where it says
 *     reversal 0.5 mm, press 0.15, release 0.25, to the top            from the point on, every small movement counts
 *     reversal 0.5 mm, press 0.15, release 0.25, to the point
 */
import { LIMITS, type Actuation } from '../profile';

const MM = String.raw`(\d+(?:\.\d{1,3})?)\s*(?:mm)?`;
const FIXED = new RegExp(String.raw`^at\s+${MM}(?:\s*,\s*back\s+at\s+${MM})?$`, 'i');
const REVERSAL = new RegExp(
  String.raw`^reversal\s+${MM}\s*,\s*press\s+${MM}\s*,\s*release\s+${MM}\s*,\s*to\s+the\s+(top|point)$`,
  'i',
);

const um = (mm: string | undefined): number => Math.round(Number(mm) * 1000);
const mm = (micrometres: number): string => String(micrometres / 1000);

export type ParsedActuation = { ok: true; actuation: Actuation } | { ok: false; message: string };

const { depthUm, movementUm } = LIMITS;

/** What is wrong with depths, in words; undefined when any profile can hold them. */
function wrongDepth(pointUm: number, movements: readonly number[]): string | undefined {
  if (pointUm < depthUm.least) return `A key fires at ${mm(depthUm.least)} mm at the least.`;
  if (pointUm > depthUm.most) return `No switch goes deeper than ${mm(depthUm.most)} mm.`;
  if (movements.some((um) => um < movementUm.least))
    return `Press and release are ${mm(movementUm.least)} mm at the least.`;
  return movements.some((um) => um > movementUm.most)
    ? `Press and release are ${mm(movementUm.most)} mm at the most.`
    : undefined;
}

/** Reads a line of depths; the message of a failure says what would do. */
export function parseActuation(line: string): ParsedActuation {
  const text = line.trim();
  const fixed = FIXED.exec(text);
  if (fixed) {
    const pointUm = um(fixed[1]);
    const releaseUm = fixed[2] === undefined ? undefined : um(fixed[2]);
    const wrong = wrongDepth(pointUm, []);
    if (wrong !== undefined) return { ok: false, message: wrong };
    if (releaseUm !== undefined && (releaseUm < movementUm.least || releaseUm > pointUm))
      return { ok: false, message: `It lets go between ${mm(movementUm.least)} mm and its point, ${mm(pointUm)} mm.` };
    return { ok: true, actuation: { mode: 'fixed', pointUm, ...(releaseUm !== undefined && { releaseUm }) } };
  }
  const reversal = REVERSAL.exec(text);
  if (!reversal)
    return {
      ok: false,
      message:
        'Expected “at 1.5 mm”, “at 1.5 mm, back at 1.3 mm” or “reversal 0.5 mm, press 0.15, release 0.25, to the top”.',
    };
  const [pointUm, pressUm, releaseUm] = [um(reversal[1]), um(reversal[2]), um(reversal[3])];
  const wrong = wrongDepth(pointUm, [pressUm, releaseUm]);
  if (wrong !== undefined) return { ok: false, message: wrong };
  const reset = reversal[4]?.toLowerCase() === 'top' ? 'top' : 'point';
  return { ok: true, actuation: { mode: 'reversal', pointUm, pressUm, releaseUm, reset } };
}

/** Depths as a line that `parseActuation` reads back without loss. */
export function printActuation(actuation: Actuation): string {
  if (actuation.mode === 'fixed') {
    const back = actuation.releaseUm === undefined ? '' : `, back at ${mm(actuation.releaseUm)} mm`;
    return `at ${mm(actuation.pointUm)} mm${back}`;
  }
  const { pointUm, pressUm, releaseUm, reset } = actuation;
  return `reversal ${mm(pointUm)} mm, press ${mm(pressUm)}, release ${mm(releaseUm)}, to the ${reset}`;
}
