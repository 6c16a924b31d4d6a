/** When a key decides: a ruler in milliseconds on which the moments are dragged, or moved with the arrow keys. */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { GestureStep, GestureTiming, PartialTiming } from '../../core/profile';
import './TimeRuler.css';

const WIDTH = 296;
const LEFT = 6;
const AXIS_Y = 46;
const STEP_MS = 5;

type Moment = { name: 'holdAfterMs' | 'tapGapMs' | 'retapMs'; label: string; className: string };

const MOMENTS: Readonly<Record<Moment['name'], Moment>> = {
  holdAfterMs: { name: 'holdAfterMs', label: 'Hold after', className: 'hold-mark' },
  tapGapMs: { name: 'tapGapMs', label: 'Double-tap gap', className: 'gap-mark' },
  retapMs: { name: 'retapMs', label: 'Re-tap', className: 'retap-mark' },
};

type TimeRulerProps = {
  timing: GestureTiming;
  own: PartialTiming;
  steps: readonly GestureStep[];
  onChange: (timing: PartialTiming) => void;
};

export const TimeRuler = ({ timing, own, steps, onChange }: TimeRulerProps) => {
  const ruler = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<Moment['name'] | null>(null);
  const [first] = steps;
  const moments: Moment[] = [
    ...(steps.some((step) => step.hold) || steps.length > 1 ? [MOMENTS.holdAfterMs] : []),
    ...(steps.length > 1 ? [MOMENTS.tapGapMs] : []),
    ...(steps.length === 1 && first?.tap && first.hold ? [MOMENTS.retapMs] : []),
  ];
  const longestMs = Math.max(...moments.map(({ name }) => timing[name]), 0);
  const scaleMs = Math.max(400, Math.ceil((longestMs * 1.25) / 100) * 100);
  const x = (ms: number): number => LEFT + (ms / scaleMs) * (WIDTH - 2 * LEFT);
  const isOwn = moments.some(({ name }) => own[name] !== undefined);

  if (moments.length === 0) return null;

  const set = (name: Moment['name'], ms: number): void => {
    const bounded = Math.min(10_000, Math.max(name === 'retapMs' ? 0 : 1, Math.round(ms)));
    if (bounded !== timing[name]) onChange({ [name]: bounded });
  };

  const drag = (event: PointerEvent<SVGSVGElement>): void => {
    const box = ruler.current?.getBoundingClientRect();
    if (!dragged || !box) return;
    const at = ((event.clientX - box.left) / box.width) * WIDTH;
    const ms = ((at - LEFT) / (WIDTH - 2 * LEFT)) * scaleMs;
    set(dragged, Math.min(scaleMs, Math.round(ms / STEP_MS) * STEP_MS));
  };

  const keyDown = (event: KeyboardEvent, name: Moment['name']): void => {
    const by = {
      ArrowLeft: -STEP_MS,
      ArrowDown: -STEP_MS,
      ArrowRight: STEP_MS,
      ArrowUp: STEP_MS,
      PageDown: -50,
      PageUp: 50,
    }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    set(name, timing[name] + (event.shiftKey ? Math.sign(by) : by));
  };

  return (
    <section className="ruler" aria-label="When it decides">
      <p className="section-line">
        <strong>When it decides</strong>
        {isOwn ? (
          <button
            type="button"
            className="word"
            onClick={() => onChange(Object.fromEntries(moments.map(({ name }) => [name, undefined])))}
          >
            back to the profile’s
          </button>
        ) : (
          <span className="soft">as everywhere in this profile</span>
        )}
      </p>
      <svg
        ref={ruler}
        viewBox={`0 0 ${WIDTH} 66`}
        onPointerMove={drag}
        onPointerUp={() => setDragged(null)}
        onPointerCancel={() => setDragged(null)}
      >
        <rect x={LEFT} y={AXIS_Y - 20} width={x(timing.holdAfterMs) - LEFT} height={20} fill="url(#hatch)" />
        <rect
          x={x(timing.holdAfterMs)}
          y={AXIS_Y - 20}
          width={Math.max(0, WIDTH - LEFT - x(timing.holdAfterMs))}
          height={20}
          className="hold-zone"
        />
        <text x={LEFT + 5} y={AXIS_Y - 6} className="ruler-zone">
          {x(timing.holdAfterMs) > 90 ? 'up here: tap' : ''}
        </text>
        <text x={x(timing.holdAfterMs) + 6} y={AXIS_Y - 6} className="ruler-zone">
          {x(timing.holdAfterMs) < WIDTH - 40 ? (first?.hold || steps.length > 1 ? 'hold' : '') : ''}
        </text>
        <path d={`M${LEFT} ${AXIS_Y}H${WIDTH - LEFT}`} stroke="var(--soft)" />
        {Array.from({ length: scaleMs / 100 + 1 }, (_, n) => (
          <g key={n}>
            <path d={`M${x(n * 100)} ${AXIS_Y}v5`} stroke="var(--soft)" />
            <text
              x={x(n * 100)}
              y={AXIS_Y + 16}
              className="ruler-figure"
              textAnchor={n === 0 ? 'start' : n * 100 === scaleMs ? 'end' : 'middle'}
            >
              {n * 100}
            </text>
          </g>
        ))}
        {moments.map(({ name, label, className }) => (
          <g
            key={name}
            className={`moment ${className}`}
            role="slider"
            tabIndex={0}
            aria-label={`${label}, in milliseconds`}
            aria-valuemin={name === 'retapMs' ? 0 : 1}
            aria-valuemax={10_000}
            aria-valuenow={timing[name]}
            transform={`translate(${x(timing[name])} 0)`}
            onKeyDown={(event) => keyDown(event, name)}
            onPointerDown={(event) => {
              ruler.current?.setPointerCapture(event.pointerId);
              setDragged(name);
            }}
          >
            {name === 'holdAfterMs' ? (
              <>
                <path d={`M0 16V${AXIS_Y + 3}`} />
                <circle cy={13} r={5} />
                <text
                  x={x(timing[name]) > WIDTH - 70 ? -9 : 9}
                  y={17}
                  textAnchor={x(timing[name]) > WIDTH - 70 ? 'end' : 'start'}
                >
                  {timing[name]} ms
                </text>
                <rect x={-10} y={2} width={20} height={AXIS_Y} fill="transparent" />
              </>
            ) : (
              <>
                <path d={`M0 ${AXIS_Y - 8}V${AXIS_Y + 6}`} />
                <path d={`M-4 ${AXIS_Y + 6}H4`} />
                <title>{`${label}: ${timing[name]} ms`}</title>
                <rect x={-8} y={AXIS_Y - 12} width={16} height={26} fill="transparent" />
              </>
            )}
          </g>
        ))}
      </svg>
    </section>
  );
};
