/** A side section of one switch with a pretend finger, and a strip of its depth over time with the edges it made. */
import { sayCount } from '../../core/macro';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { nextEdgeUm } from '../../core/engine';
import { releaseDepthUm, travelFigures, zoneTopUm } from '../../core/profile';
import type { Board, KeyId } from '../../core/board';
import { legendOfCode } from '../../core/codes';
import { bindingOn, type Actuation, type Layer, type Profile } from '../../core/profile';
import { PlayCurve } from './PlayCurve';
import { STRIP_MS, usePretendFinger } from './usePretendFinger';
import { mm } from './millimetres';
import './SwitchView.css';
import './travel.css';

const WIDTH = 640;
const TOP = 26;
const DEEP = 190;
const SWITCH_X = 70;
const SWITCH_WIDTH = 110;
const STRIP_X = 250;
const STRIP_WIDTH = WIDTH - STRIP_X - 10;
const STEP_UM = 100;

type SwitchViewProps = { profile: Profile; layer: Layer; board: Board; gaugedKey: KeyId; actuation: Actuation };

export const SwitchView = ({ profile, layer, board, gaugedKey, actuation }: SwitchViewProps) => {
  const finger = usePretendFinger(profile, layer, board, gaugedKey, actuation);
  const svg = useRef<SVGSVGElement>(null);
  const { travelUm } = board;
  const y = (um: number): number => TOP + (um / travelUm) * DEEP;
  const { fireUm } = travelFigures(actuation, travelUm);
  const releaseUm = actuation.mode === 'fixed' ? releaseDepthUm(actuation) : undefined;
  const zoneUm = actuation.mode === 'reversal' ? zoneTopUm(actuation) : undefined;

  const drag = (event: PointerEvent): void => {
    if (event.buttons === 0) return;
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    const at = ((event.clientY - box.top) / box.height) * (TOP + DEEP + 20);
    finger.moveTo(Math.min(travelUm, Math.max(0, ((at - TOP) / DEEP) * travelUm)));
  };
  const keyDown = (event: KeyboardEvent): void => {
    const by = { ArrowDown: STEP_UM, ArrowUp: -STEP_UM, PageDown: 500, PageUp: -500, End: travelUm, Home: -travelUm }[
      event.key
    ];
    if (by === undefined) return;
    event.preventDefault();
    finger.moveTo(Math.min(travelUm, Math.max(0, finger.depthUm + by)));
  };

  const { switchState: state } = finger;
  const does = bindingOn(layer, gaugedKey);
  const crossed = does.kind === 'stroke' ? does.spans.flatMap(({ from, to }) => (to ? [from, to] : [from])) : [];
  const nextUm = Math.min(travelUm, nextEdgeUm(actuation, state));
  const extremeName = state.isDown ? 'peak' : 'valley';
  const showsExtreme = actuation.mode === 'reversal' && state.inZone;
  const { depths, edges, nowMs, presses } = finger.strip;
  const x = (ms: number): number => STRIP_X + STRIP_WIDTH * (1 - (nowMs - ms) / STRIP_MS);
  const path = depths.map(({ ms, um }, n) => `${n === 0 ? 'M' : 'L'}${x(ms).toFixed(1)} ${y(um).toFixed(1)}`).join('');
  return (
    <>
      <svg
        ref={svg}
        className="switch-view"
        viewBox={`0 0 ${WIDTH} ${TOP + DEEP + 20}`}
        role="group"
        aria-label="The switch"
      >
        {zoneUm !== undefined && (
          <rect x={SWITCH_X} y={y(zoneUm)} width={SWITCH_WIDTH} height={y(travelUm) - y(zoneUm)} fill="url(#hatch)" />
        )}
        <rect x={SWITCH_X} y={TOP} width={SWITCH_WIDTH} height={DEEP} className="switch-body" />
        {Array.from({ length: Math.floor(travelUm / 1000) + 1 }, (_, n) => (
          <g key={n}>
            <path d={`M${SWITCH_X - 6} ${y(n * 1000)}h6`} stroke="var(--soft)" />
            <text x={SWITCH_X - 10} y={y(n * 1000) + 4} textAnchor="end" className="switch-figure">
              {n} mm
            </text>
          </g>
        ))}
        <path d={`M${SWITCH_X} ${y(fireUm)}H${WIDTH - 10}`} className="switch-fire" />
        <text x={SWITCH_X + SWITCH_WIDTH + 6} y={y(fireUm) + 13} className="switch-word">
          fires
        </text>
        {releaseUm !== undefined && (
          <>
            <path d={`M${SWITCH_X} ${y(releaseUm)}H${WIDTH - 10}`} className="switch-release" />
            <text x={SWITCH_X + SWITCH_WIDTH + 6} y={y(releaseUm) - 4} className="switch-word">
              lets go
            </text>
          </>
        )}
        {crossed.map(({ going, atUm }, n) => (
          <path
            key={n}
            d={
              going === 'down'
                ? `M${SWITCH_X - 4} ${y(atUm)}l-9 -5v10z`
                : `M${SWITCH_X + SWITCH_WIDTH + 4} ${y(atUm)}l9 -5v10z`
            }
            className="switch-crossing"
          >
            <title>{`crossed at ${mm(atUm)} mm going ${going}`}</title>
          </path>
        ))}
        {showsExtreme && (
          <>
            <path d={`M${SWITCH_X} ${y(state.extremeUm)}h${SWITCH_WIDTH}`} className="switch-extreme" />
            <text x={SWITCH_X + SWITCH_WIDTH + 6} y={y(state.extremeUm) + 4} className="switch-word">
              {extremeName}
            </text>
          </>
        )}
        {crossed.length === 0 && (
          <path
            d={`M${STRIP_X - 26} ${y(nextUm)}l8 -5v10z M${STRIP_X - 18} ${y(nextUm)}H${STRIP_X + STRIP_WIDTH}`}
            className={`switch-next ${state.isDown ? 'up' : 'down'}`}
            data-testid="next-edge"
            data-um={nextUm}
          >
            <title>{`the next edge, ${state.isDown ? 'up' : 'down'}, at ${mm(nextUm)} mm`}</title>
          </path>
        )}
        <rect x={STRIP_X} y={TOP} width={STRIP_WIDTH} height={DEEP} className="strip-ground" />
        <path d={path} className="strip-depth" />
        {edges.map(({ ms, um, down, code }, n) => (
          <path
            key={`${ms}-${n}`}
            d={down ? `M${x(ms)} ${y(um)}m-5 -9h10l-5 9z` : `M${x(ms)} ${y(um)}m-5 9h10l-5 -9z`}
            className={down ? 'strip-down' : 'strip-up'}
          >
            <title>{`${crossed.length > 0 ? `${legendOfCode(code)} ` : ''}${down ? 'down' : 'up'} at ${mm(um)} mm`}</title>
          </path>
        ))}
        <g
          className="finger"
          role="slider"
          tabIndex={0}
          aria-label="Pretend finger: depth in millimetres"
          aria-orientation="vertical"
          aria-valuemin={0}
          aria-valuemax={travelUm / 1000}
          aria-valuenow={finger.depthUm / 1000}
          aria-valuetext={`${mm(finger.depthUm)} mm, ${finger.isDown ? 'down' : 'up'}`}
          onKeyDown={keyDown}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            drag(event);
          }}
          onPointerMove={drag}
          onPointerUp={() => finger.moveTo(0)}
          onPointerCancel={() => finger.moveTo(0)}
        >
          <rect
            x={SWITCH_X + 12}
            y={y(finger.depthUm) - 18}
            width={SWITCH_WIDTH - 24}
            height={18}
            rx={4}
            className={finger.isDown ? 'finger-cap down' : 'finger-cap'}
          />
          <rect x={SWITCH_X} y={TOP - 24} width={SWITCH_WIDTH} height={DEEP + 30} fill="transparent" />
        </g>
        <text x={SWITCH_X} y={TOP + DEEP + 16} className="switch-word" data-testid="finger">
          {mm(finger.depthUm)} mm · {finger.isDown ? 'down' : 'up'} · {sayCount(presses, 'press', 'presses')}
          {crossed.length === 0 && ` · next ${state.isDown ? 'up' : 'down'} at ${mm(nextUm)} mm`}
        </text>
      </svg>
      {finger.reason !== '' && (
        <p className="travel-problem" role="alert">
          It cannot be tried yet: {finger.reason}
        </p>
      )}
      <PlayCurve board={board} playedKey={gaugedKey} onPlay={finger.play} />
    </>
  );
};
