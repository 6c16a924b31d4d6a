/** Draws the lanes on a canvas while time runs: sixty times a second, without an element to lay out. */
import { LABELS, TOP, type Group, type LanesPlan } from './lanesPlan';
import { laidColor } from '../theme/cloth';
import { textOf, threadOf } from '../theme/dyes';

const FONT = '"Alegreya Sans", sans-serif';
const FIGURES = '10px "IBM Plex Mono", monospace';

/** Colours of the present cloth, by the CSS variable that names them. */
type Inks = (variable: string) => string;

/** The colours of the cloth that lies on the page now; each is looked up once. */
export function inksOfCloth(): Inks {
  const known = new Map<string, string>();
  return (variable) => {
    const before = known.get(variable);
    if (before !== undefined) return before;
    const color = laidColor(/--([a-z-]+)/.exec(variable)?.[1] ?? '');
    known.set(variable, color);
    return color;
  };
}

function rounded(context: CanvasRenderingContext2D, x: number, y: number, width: number, height: number): void {
  context.beginPath();
  context.roundRect(x, y, width, height, 2);
}

function drawDecisions(context: CanvasRenderingContext2D, { top, height, decisions }: Group, inks: Inks): void {
  context.font = `700 12px ${FONT}`;
  for (const { x, width, bar, dye, words } of decisions) {
    context.save();
    rounded(context, x, top + 3, width, height - 6);
    context.fillStyle = inks('--hatch-ground');
    context.fill();
    context.clip();
    context.strokeStyle = inks('--hatch-line');
    context.lineWidth = 1.6;
    context.beginPath();
    for (let at = x - height; at < x + width; at += 8.5) {
      context.moveTo(at, top + height);
      context.lineTo(at + height, top);
    }
    context.stroke();
    context.restore();
    if (bar.toUs !== null) {
      context.fillStyle = inks(threadOf(dye));
      context.fillRect(x + width - 1.2, top, 2.4, height);
    }
    if (!words) continue;
    context.fillStyle = inks(words.dye ? textOf(words.dye) : '--ink');
    context.textAlign = words.anchor;
    context.fillText(words.text, words.x, top + 18);
  }
}

function drawGroup(
  context: CanvasRenderingContext2D,
  group: Group,
  { width: whole, row }: LanesPlan,
  inks: Inks,
): void {
  const { title, top, height, rows, reports } = group;
  context.fillStyle = inks('--panel');
  context.globalAlpha = 0.6;
  context.fillRect(LABELS, top, whole - LABELS, height);
  context.globalAlpha = 1;
  context.fillStyle = inks('--soft');
  context.font = `12.5px ${FONT}`;
  context.textAlign = 'start';
  context.fillText(title, 0, top + 13);
  context.font = `700 12.5px ${FONT}`;
  context.textAlign = 'end';
  context.fillStyle = inks('--ink');
  for (const { shown, y } of rows) context.fillText(shown, LABELS - 6, y + 0.71 * row);
  for (const { fill, bars, y } of rows) {
    context.fillStyle = inks(fill);
    context.beginPath();
    for (const { x, width } of bars) context.roundRect(x, y + 3, width, row - 6, 2);
    context.fill();
  }
  if (group.decisions.length > 0) drawDecisions(context, group, inks);
  for (const { x, isRollover } of reports) {
    context.fillStyle = inks(isRollover ? '--madder' : '--iron-text');
    context.fillRect(x - 0.7, top + (isRollover ? 2 : 4), isRollover ? 2 : 1.4, isRollover ? 15 : 11);
  }
}

/** @param scale canvas pixels for one drawing unit */
export function drawLanes(context: CanvasRenderingContext2D, plan: LanesPlan, scale: number, inks: Inks): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, context.canvas.width, context.canvas.height);
  context.setTransform(scale, 0, 0, scale, 0, 0);
  context.font = FIGURES;
  context.textAlign = 'center';
  context.fillStyle = inks('--soft');
  for (const { x, label } of plan.ticks) context.fillText(label, x, 10);
  context.fillStyle = inks('--faint');
  for (const { x } of plan.ticks) context.fillRect(x - 0.5, TOP - 4, 1, plan.height);
  for (const group of plan.groups) drawGroup(context, group, plan, inks);
}
