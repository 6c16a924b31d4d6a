/** Draws a score on a canvas. Ten thousand bars are drawn anew for every frame of a drag, so only what is in sight is touched. */
import type { Demand, Places } from '../../core/macro';
import { laidColor } from '../theme/cloth';
import { LABELS, laneTop, RULER, tickStepUs, xOf, type ScoreBar, type ScorePlan, type ScoreView } from './scorePlan';

type ScoreColors = Readonly<
  Record<'ground' | 'line' | 'tick' | 'ink' | 'soft' | 'bar' | 'chosen' | 'risk' | 'open' | 'play', string>
>;

/** The colours of the present cloth. */
export function readColors(): ScoreColors {
  return {
    ground: laidColor('faint'),
    line: laidColor('panel'),
    tick: laidColor('hair'),
    ink: laidColor('ink'),
    soft: laidColor('soft'),
    bar: laidColor('indigo'),
    chosen: laidColor('weld'),
    risk: laidColor('madder'),
    open: laidColor('madder'),
    play: laidColor('verdigris'),
  };
}

type ScoreScene = {
  plan: ScorePlan;
  view: ScoreView;
  places: Places;
  colors: ScoreColors;
  /** Demands that a receiver often misses, shaded by how often. */
  risks: readonly Demand[];
  /** Where it plays now, or records; null when neither. */
  headUs: number | null;
  isRecording: boolean;
  /** A rectangle that is being drawn, in px. */
  marquee: { x: number; y: number; width: number; height: number } | null;
};

const FONT = '12.5px "Alegreya Sans", sans-serif';
const FIGURES = '10.5px "IBM Plex Mono", monospace';
/** Risks below this are not shown. */
const LEAST_RISK = 0.001;

const isChosen = ({ places }: ScoreBar, selected: Places): boolean => places.some((place) => selected.has(place));

function drawRuler(context: CanvasRenderingContext2D, { plan, view, colors }: ScoreScene, height: number): void {
  const step = tickStepUs(view.usPerPx);
  const firstUs = Math.max(0, Math.ceil(view.fromUs / step) * step);
  context.font = FIGURES;
  context.textAlign = 'center';
  for (let us = firstUs; xOf(us, view) < view.width; us += step) {
    const x = Math.round(xOf(us, view)) + 0.5;
    context.strokeStyle = colors.tick;
    context.beginPath();
    context.moveTo(x, RULER - 5);
    context.lineTo(x, height);
    context.stroke();
    context.fillStyle = colors.soft;
    context.fillText(String(us / 1000), Math.max(x, LABELS + 8), RULER - 9);
  }
  const end = xOf(plan.lengthUs, view);
  context.strokeStyle = colors.soft;
  context.setLineDash([3, 3]);
  context.beginPath();
  context.moveTo(Math.round(end) + 0.5, RULER);
  context.lineTo(Math.round(end) + 0.5, height);
  context.stroke();
  context.setLineDash([]);
}

function drawBar(context: CanvasRenderingContext2D, bar: ScoreBar, scene: ScoreScene): void {
  const { plan, view, colors, places } = scene;
  const left = xOf(bar.fromUs, view);
  const right = xOf(bar.toUs ?? plan.lengthUs, view);
  if (right < LABELS - 40 || left > view.width) return;
  const top = laneTop(bar.lane, view) + 4;
  const height = view.laneHeight - 8;
  const width = Math.max(2.5, right - left);
  if (bar.kind === 'press' && bar.toUs === null) {
    // An open press fades out to the right.
    const fade = context.createLinearGradient(left, 0, Math.max(left + 40, right), 0);
    fade.addColorStop(0, colors.open);
    fade.addColorStop(1, `${colors.open}18`);
    context.fillStyle = fade;
    context.fillRect(left, top, Math.max(40, width), height);
    context.fillStyle = colors.line;
    context.font = FONT;
    context.textAlign = 'left';
    if (Math.max(40, width) > 150) context.fillText('stays down', left + 6, top + height / 2 + 4);
  } else if (bar.kind === 'press') {
    context.fillStyle = colors.bar;
    context.fillRect(left, top, width, height);
  } else {
    context.fillStyle = bar.kind === 'stray' ? colors.risk : colors.bar;
    context.beginPath();
    context.moveTo(left, top + height / 2 - 7);
    context.lineTo(left + 7, top + height / 2);
    context.lineTo(left, top + height / 2 + 7);
    context.lineTo(left - 7, top + height / 2);
    context.fill();
    if (right > left) context.fillRect(left, top + height / 2 - 2, width, 4);
    context.fillStyle = colors.ink;
    context.font = FONT;
    context.textAlign = 'left';
    context.fillText(bar.label, Math.max(left, right) + 10, top + height / 2 + 4, 160);
  }
  if (isChosen(bar, places)) {
    context.strokeStyle = colors.chosen;
    context.lineWidth = 2.4;
    context.strokeRect(left - 2, top - 2, Math.max(width, bar.toUs === null ? 40 : 0) + 4, height + 4);
    context.lineWidth = 1;
  }
}

function drawRisks(context: CanvasRenderingContext2D, { risks, view, colors, plan }: ScoreScene): void {
  const height = plan.lanes.length * view.laneHeight;
  for (const { chance, fromUs, toUs } of risks) {
    if (1 - chance < LEAST_RISK) continue;
    const left = xOf(fromUs, view);
    const right = xOf(toUs, view);
    if (right < LABELS || left > view.width) continue;
    context.globalAlpha = 0.06 + 0.26 * (1 - chance);
    context.fillStyle = colors.risk;
    context.fillRect(left, RULER, Math.max(1.5, right - left), height);
  }
  context.globalAlpha = 1;
}

export function drawScore(context: CanvasRenderingContext2D, scene: ScoreScene, height: number): void {
  const { plan, view, colors, headUs, marquee } = scene;
  context.clearRect(0, 0, view.width, height);
  plan.lanes.forEach((_, lane) => {
    context.fillStyle = colors.ground;
    context.fillRect(LABELS, laneTop(lane, view) + 2, view.width - LABELS, view.laneHeight - 4);
  });
  drawRuler(context, scene, height);
  drawRisks(context, scene);
  for (const bar of plan.bars) drawBar(context, bar, scene);
  // Labels stand over whatever is scrolled behind them.
  context.clearRect(0, RULER, LABELS - 2, height - RULER);
  context.font = `700 ${FONT}`;
  context.textAlign = 'right';
  context.fillStyle = colors.ink;
  plan.lanes.forEach((name, lane) =>
    context.fillText(name, LABELS - 8, laneTop(lane, view) + view.laneHeight / 2 + 4, LABELS - 12),
  );
  if (marquee) {
    context.strokeStyle = colors.risk;
    context.setLineDash([4, 3]);
    context.strokeRect(marquee.x, marquee.y, marquee.width, marquee.height);
    context.setLineDash([]);
  }
  if (headUs !== null) {
    const x = Math.round(xOf(headUs, view)) + 0.5;
    const color = scene.isRecording ? colors.risk : colors.play;
    context.strokeStyle = color;
    context.fillStyle = color;
    context.lineWidth = 2;
    context.beginPath();
    context.moveTo(x, RULER - 4);
    context.lineTo(x, height);
    context.stroke();
    context.beginPath();
    context.moveTo(x - 6, RULER - 8);
    context.lineTo(x + 6, RULER - 8);
    context.lineTo(x, RULER);
    context.fill();
    context.lineWidth = 1;
  }
}
