/** The controller inside: what it can hold, how often it is asked, whether it measures travel. */
import { Checkbox, InputNumber, Select } from 'antd';
import {
  CONTROLLERS,
  setBoard,
  type Board,
  type ControllerName,
  type DeviceLimits,
  type Drawn,
} from '../../core/board';
import { resolutionOf } from '../../core/plan';
import { sameData } from '../../core/profile';
import './ControllerPanel.css';

type NumberLimit = Exclude<keyof DeviceLimits, 'lamps' | 'travelStepUm'>;

const LIMITS: readonly { name: NumberLimit; says: string; unit?: string; factor?: number }[] = [
  { name: 'layers', says: 'layers' },
  { name: 'slots', says: 'slots' },
  { name: 'memoryBytes', says: 'memory', unit: 'KiB', factor: 1024 },
  { name: 'macros', says: 'macros' },
  { name: 'macroEvents', says: 'events in one' },
  { name: 'joints', says: 'joint presses' },
  { name: 'pollHz', says: 'polled', unit: '× a second' },
];
const PRESETS = {
  small: 'a small one',
  usual: 'a usual one',
  roomy: 'a roomy one',
  measured: 'one that measures travel',
} as const satisfies Record<ControllerName, string>;

type ControllerPanelProps = { board: Board; onDraw: (result: Drawn, row?: string) => void };

export const ControllerPanel = ({ board, onDraw }: ControllerPanelProps) => {
  const preset = (Object.keys(CONTROLLERS) as ControllerName[]).find((name) =>
    sameData(CONTROLLERS[name], { travelUm: board.travelUm, analog: board.analog, device: board.device }),
  );
  const limit = (name: keyof DeviceLimits, value: number | boolean): void =>
    onDraw(setBoard(board, { device: { ...board.device, [name]: value } }), `limit-${name}`);
  return (
    <section className="panel controller" aria-labelledby="controller-title">
      <p className="section-line">
        <strong id="controller-title">The controller inside</strong>
        <Select
          aria-label="Controller"
          size="small"
          popupMatchSelectWidth={false}
          value={preset ?? null}
          placeholder="as set below"
          options={Object.entries(PRESETS).map(([value, label]) => ({ value, label }))}
          onChange={(name: ControllerName | null) => {
            if (name) onDraw(setBoard(board, { ...CONTROLLERS[name], device: { ...CONTROLLERS[name].device } }));
          }}
        />
      </p>
      <div className="controller-limits">
        {LIMITS.map(({ name, says, unit, factor = 1 }) => (
          <label key={name}>
            <span>
              {says}
              {unit && <span className="soft"> {unit}</span>}
            </span>
            <InputNumber
              aria-label={says}
              precision={0}
              value={board.device[name] / factor}
              onChange={(value) => typeof value === 'number' && limit(name, value * factor)}
            />
          </label>
        ))}
        <label>
          <span>
            full travel<span className="soft"> mm</span>
          </span>
          <InputNumber
            aria-label="full travel"
            step={0.1}
            value={board.travelUm / 1000}
            onChange={(value) =>
              typeof value === 'number' && onDraw(setBoard(board, { travelUm: Math.round(value * 1000) }), 'travel')
            }
          />
        </label>
        {board.analog && (
          <label>
            <span>
              in steps of<span className="soft"> mm</span>
            </span>
            <InputNumber
              aria-label="in steps of"
              step={0.01}
              value={resolutionOf(board) / 1000}
              onChange={(value) => typeof value === 'number' && limit('travelStepUm', Math.round(value * 1000))}
            />
          </label>
        )}
        <span className="controller-yes">
          <Checkbox
            checked={board.analog}
            onChange={({ target }) => onDraw(setBoard(board, { analog: target.checked }))}
          >
            measures travel
          </Checkbox>
          <Checkbox checked={board.device.lamps} onChange={({ target }) => limit('lamps', target.checked)}>
            lamps
          </Checkbox>
        </span>
      </div>
    </section>
  );
};
