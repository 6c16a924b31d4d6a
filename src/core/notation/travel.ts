/**
 * Depths as a line of text, in millimetres:
 *
 *     at 1.5 mm                                                        fires there, lets go a little above
 *     at 1.5 mm, back at 1.3 mm                                        lets go where it says
 *     reversal 0.5 mm, press 0.15, release 0.25, to the top            from the point on, every small movement counts
 *     reversal 0.5 mm, press 0.15, release 0.25, to the point
 */
import { LIMITS, type Actuation } from '../profile';
import { foreign } from '../reading';

const MM = String.raw`(\d+(?:\.\d{1,3})?)\s*(?:mm|millimet(?:re|er)s?)?`;
/** What begins each part of a depth, in the line's own words or in others that say the same. */
const PARTS = {
  point: String.raw`(?:(?:at|fires?(?: at)?|point|acts? at|actuation(?: point)?(?: at)?|from|reversal(?: (?:at|from))?|down(?: at)?)\s+)?`,
  back: String.raw`(?:back(?: at)?|releases? at|lets? go(?: at)?|up(?: at)?|off at|let go at)\s+`,
  press: String.raw`press(?:es)?(?: (?:after|by))?\s+`,
  release: String.raw`(?:releases?(?: (?:after|by))?|lift)\s+`,
} as const;
const part = (begin: string): RegExp => new RegExp(`^${begin}${MM}$`, 'i');
const [POINT, BACK, PRESS, RELEASE] = [part(PARTS.point), part(PARTS.back), part(PARTS.press), part(PARTS.release)];
const RESET = /^(?:back )?to (?:the )?(top|point)$/i;

const um = (mm: string | undefined): number => Math.round(Number(mm) * 1000);
const mm = (micrometres: number): string => String(micrometres / 1000);

type ParsedActuation = { ok: true; actuation: Actuation } | { ok: false; message: string };

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

const USUAL = '“at 1.5 mm”, “at 1.5 mm, back at 1.3 mm” or “reversal 0.5 mm, press 0.15, release 0.25, to the top”';

type Said = { pointUm?: number; backUm?: number; pressUm?: number; releaseUm?: number; reset?: 'top' | 'point' };

/** The parts that a line says, or the first that cannot be read. */
function partsOf(line: string): { said: Said } | { unread: string } {
  const said: Said = {};
  for (const piece of line.split(/\s*[,;]\s*|\s+(?=(?:back|press|release|to the|lets? go)\b)/i)) {
    const text = piece.trim();
    if (text === '') continue;
    const reset = RESET.exec(text)?.[1]?.toLowerCase();
    const press = PRESS.exec(text);
    const release = RELEASE.exec(text);
    const back = BACK.exec(text);
    const point = POINT.exec(text);
    if (reset !== undefined) said.reset = reset === 'top' ? 'top' : 'point';
    else if (press) said.pressUm = um(press[1]);
    else if (back && !(release && /reversal/i.test(line))) said.backUm = um(back[1]);
    else if (release) said.releaseUm = um(release[1]);
    else if (point && said.pointUm === undefined) said.pointUm = um(point[1]);
    else return { unread: text };
  }
  return { said };
}

/**
 * Reads a line of depths, in the line's own words or in others; what is usual may be left out, and is filled in. The message of a
 * failure says what is missing, or what would do.
 */
export function parseActuation(line: string): ParsedActuation {
  const no = (message: string): ParsedActuation => ({ ok: false, message });
  const parts = partsOf(line.trim());
  if ('unread' in parts) return no(`“${foreign(parts.unread)}” is no depth. There could be ${USUAL}.`);
  const { pointUm, backUm, pressUm, releaseUm, reset } = parts.said;
  if (pointUm === undefined) return no(`The depth is missing at which it fires. There could be ${USUAL}.`);
  const isReversal =
    /^\s*reversal/i.test(line) || pressUm !== undefined || releaseUm !== undefined || reset !== undefined;
  if (!isReversal) {
    const wrong = wrongDepth(pointUm, []);
    if (wrong !== undefined) return no(wrong);
    if (backUm !== undefined && (backUm < movementUm.least || backUm > pointUm))
      return no(`It lets go between ${mm(movementUm.least)} mm and its point, ${mm(pointUm)} mm.`);
    return { ok: true, actuation: { mode: 'fixed', pointUm, ...(backUm !== undefined && { releaseUm: backUm }) } };
  }
  if (backUm !== undefined)
    return no('With reversal a key lets go by movement, not at a depth: leave out “back at”, and say “release 0.25”.');
  if (pressUm === undefined)
    return no('A reversal needs “press 0.15” as well: how far down the finger moves until the key fires again.');
  if (releaseUm === undefined)
    return no('A reversal needs “release 0.25” as well: how far up the finger moves until the key lets go.');
  const wrong = wrongDepth(pointUm, [pressUm, releaseUm]);
  if (wrong !== undefined) return no(wrong);
  return { ok: true, actuation: { mode: 'reversal', pointUm, pressUm, releaseUm, reset: reset ?? 'point' } };
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
