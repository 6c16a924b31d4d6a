/**
 * A stroke plan as a loop: each held part is a ribbon from where it begins to where it ends, a mark is a diamond. Ends are
 * dragged, or moved with the arrow keys, and with Shift the whole part; across the middle they change limbs.
 */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { crossingAt, gapsOf, moveSpan, placeOf, removeSpan } from '../../core/plan';
import { printAction, type NotationContext } from '../../core/notation';
import { DYES, type Span } from '../../core/profile';
import { stitchOf, textOf, threadOf } from '../theme/dyes';
import {
  coverOf,
  LABEL_LEFT,
  LABEL_RIGHT,
  LOOP_HEIGHT,
  LOOP_WIDTH,
  loopHandles,
  loopScale,
  type LoopHandle,
} from './loopGeometry';
import { mm } from './millimetres';
import './travel.css';
import './StrokeLoop.css';

const BIG_STEP_UM = 500;
const LONGEST_NAME = 12;

type Dragged = { part: number; what: 'from' | 'to' | 'whole'; offsetUm: number };

type StrokeLoopProps = {
  spans: readonly Span[];
  travelUm: number;
  /** What the board measures depths in, in µm. */
  stepUm: number;
  context: NotationContext;
  chosen: number;
  onChoose: (part: number) => void;
  /** `goesOn`: one of a drag. */
  onChange: (spans: Span[], goesOn: boolean) => void;
};

export const dyeOfPart = (part: number) => DYES[part % DYES.length] ?? 'indigo';

/** A part's action as short as it is written. */
export const partName = (span: Span, context: NotationContext): string =>
  printAction(span.action, context) ?? span.action.do;

export const StrokeLoop = ({ spans, travelUm, stepUm, context, chosen, onChoose, onChange }: StrokeLoopProps) => {
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const scale = loopScale(spans.length, travelUm);
  const handles = loopHandles(spans, travelUm);

  const placeAt = (event: PointerEvent): number | undefined => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return undefined;
    return scale.placeAt(
      ((event.clientX - box.left) / box.width) * LOOP_WIDTH,
      ((event.clientY - box.top) / box.height) * LOOP_HEIGHT,
    );
  };
  const begin = (event: PointerEvent<SVGElement>, part: number, what: Dragged['what']): void => {
    const at = placeAt(event);
    if (at === undefined) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    onChoose(part);
    const { fromUm } = coverOf(spans[part] as Span, travelUm);
    setDragged({ part, what, offsetUm: what === 'whole' ? at - fromUm : 0 });
  };
  const drag = (event: PointerEvent): void => {
    const at = placeAt(event);
    if (!dragged || at === undefined || event.buttons === 0) return;
    onChange(moveSpan(spans, dragged.part, dragged.what, at - dragged.offsetUm, travelUm, stepUm), true);
  };
  const keyDown = (event: KeyboardEvent, { part, what, crossing, placeUm }: LoopHandle): void => {
    const span = spans[part] as Span;
    const deeper = crossing.going === 'down' ? 1 : -1;
    const by = {
      ArrowDown: stepUm * deeper,
      ArrowUp: -stepUm * deeper,
      PageDown: BIG_STEP_UM * deeper,
      PageUp: -BIG_STEP_UM * deeper,
    }[event.key];
    const isSide =
      (event.key === 'ArrowLeft' && crossing.going === 'up') ||
      (event.key === 'ArrowRight' && crossing.going === 'down');
    if (event.key === 'Delete') {
      onChange(removeSpan(spans, part), false);
      // The end that had the focus is gone: it goes to the first of those that are left.
      requestAnimationFrame(() => svg.current?.querySelector<SVGElement>('.loop-handle')?.focus());
    } else if (by !== undefined && event.shiftKey) {
      onChange(moveSpan(spans, part, 'whole', placeOf(span.from, travelUm) + by, travelUm, stepUm), true);
    } else if (by !== undefined) {
      // A step never turns into the other limb: that is what the arrows to the side are for.
      const limit = crossing.going === 'down' ? [0, travelUm] : [travelUm + stepUm, 2 * travelUm];
      const to = Math.min(limit[1] ?? 0, Math.max(limit[0] ?? 0, placeUm + by));
      onChange(moveSpan(spans, part, what, to, travelUm, stepUm), true);
    } else if (isSide) onChange(moveSpan(spans, part, what, 2 * travelUm - placeUm, travelUm, stepUm), true);
    else return;
    event.preventDefault();
  };

  return (
    <svg
      ref={svg}
      className="stroke-loop"
      viewBox={`0 0 ${LOOP_WIDTH} ${LOOP_HEIGHT}`}
      role="group"
      aria-label="Stroke loop"
      onPointerMove={drag}
      onPointerUp={() => setDragged(null)}
      onPointerCancel={() => setDragged(null)}
    >
      {Array.from({ length: Math.floor(travelUm / 1000) + 1 }, (_, n) => (
        <g key={n}>
          <path d={`M${LABEL_LEFT} ${scale.y(n * 1000)}H${LABEL_RIGHT}`} className="loop-depth" />
          <text x={LOOP_WIDTH / 2} y={scale.y(n * 1000) - 3} textAnchor="middle" className="switch-figure">
            {n} mm
          </text>
        </g>
      ))}
      <text x={LABEL_LEFT} y={11} textAnchor="end" className="loop-way">
        way down ↓
      </text>
      <text x={LABEL_RIGHT} y={11} className="loop-way">
        ↑ way up
      </text>
      {spans.length === 0 && (
        <text x={LOOP_WIDTH / 2} y={LOOP_HEIGHT - 40} textAnchor="middle" className="switch-word">
          no plan on this layer yet
        </text>
      )}
      {gapsOf(spans, travelUm).map(({ fromUm, toUm }) => (
        <path key={fromUm} d={scale.path(0, fromUm, toUm)} className="loop-gap">
          <title>
            nothing is held from {mm(crossingAt(fromUm, travelUm).atUm)} to {mm(crossingAt(toUm, travelUm).atUm)} mm
          </title>
        </path>
      ))}
      {spans.map((span, part) => {
        if (!span.to) return null;
        const { fromUm, toUm } = coverOf(span, travelUm);
        const d = scale.path(part, fromUm, toUm);
        const dye = dyeOfPart(part);
        return (
          <g
            key={part}
            className={`loop-ribbon ${part === chosen ? 'chosen' : ''}`}
            onPointerDown={(event) => begin(event, part, 'whole')}
          >
            <path d={d} fill="none" stroke={threadOf(dye)} strokeWidth={scale.ribbon} />
            <path d={d} fill="none" stroke={stitchOf(dye)} strokeWidth={scale.ribbon} className="loop-stitch" />
            <title>{partName(span, context)}: drag to move all of it, or Shift with ↑ ↓ on an end</title>
          </g>
        );
      })}
      {handles.map((handle) => {
        const { part, what, crossing, x, y, labelY } = handle;
        const span = spans[part] as Span;
        const dye = dyeOfPart(part);
        const isLeft = crossing.going === 'down';
        const labelX = isLeft ? LABEL_LEFT : LABEL_RIGHT;
        const name = partName(span, context);
        const role = span.to ? (what === 'from' ? 'begins' : 'ends') : 'once';
        return (
          <g
            key={`${part}-${what}`}
            className={`loop-handle ${part === chosen ? 'chosen' : ''}`}
            role="slider"
            tabIndex={0}
            aria-label={`${name} ${role}`}
            aria-valuemin={0}
            aria-valuemax={(2 * travelUm) / 1000}
            aria-valuenow={handle.placeUm / 1000}
            aria-valuetext={`${mm(crossing.atUm)} mm going ${crossing.going}`}
            data-part={part}
            data-end={what}
            onFocus={() => onChoose(part)}
            onKeyDown={(event) => keyDown(event, handle)}
            onPointerDown={(event) => begin(event, part, what)}
          >
            <path d={`M${x} ${y}L${labelX + (isLeft ? 3 : -3)} ${labelY}`} className="loop-leader" />
            {span.to ? (
              <rect
                x={x - scale.ribbon / 2 - 4}
                y={y - 5}
                width={scale.ribbon + 8}
                height={10}
                rx={3}
                stroke={threadOf(dye)}
                className={`loop-end ${what}`}
              />
            ) : (
              <path d={`M${x} ${y - 9}l8 9l-8 9l-8 -9z`} fill={threadOf(dye)} className="loop-mark" />
            )}
            <text
              x={labelX}
              y={labelY + 4}
              textAnchor={isLeft ? 'end' : 'start'}
              style={{ fill: textOf(dye) }}
              className="loop-label"
            >
              {what === 'from' && `${part + 1}: `}
              <tspan className="loop-figure">{mm(crossing.atUm)}</tspan>
              {what === 'from'
                ? ` ${name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}…` : name}`
                : ' ends'}
            </text>
          </g>
        );
      })}
    </svg>
  );
};
