/** The travel card: how the selected keys fire and let go, and what that means for a finger. */
import { InputNumber, Segmented, Slider } from 'antd';
import { useState } from 'react';
import {
  actuationOf,
  FINGER_SPEEDS,
  movementMs,
  travelFigures,
  releaseDepthUm,
  type FingerSpeed,
} from '../../core/profile';
import { parseActuation, printActuation } from '../../core/notation';
import { resolutionOf, snappedUm } from '../../core/plan';
import { LIMITS, sameData, setActuation, setBoardActuation, type Actuation } from '../../core/profile';
import { keysTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { LineField } from './LineField';
import { mm } from './millimetres';
import './travel.css';
import './TravelCard.css';

const LEAST_UM = LIMITS.depthUm.least;
const LEAST_MOVE_UM = LIMITS.movementUm.least;

type Row = { label: string; um: number; least: number; most: number; set: (um: number) => Actuation };

/** The depths one can set, for a mode. */
function rowsOf(actuation: Actuation, travelUm: number): Row[] {
  if (actuation.mode === 'fixed') {
    const { pointUm, releaseUm } = actuation;
    const shown = releaseDepthUm(actuation);
    const held = (point: number): Actuation =>
      releaseUm === undefined
        ? { mode: 'fixed', pointUm: point }
        : { mode: 'fixed', pointUm: point, releaseUm: Math.min(releaseUm, point) };
    return [
      { label: 'Fires at', um: pointUm, least: LEAST_UM, most: travelUm, set: held },
      {
        label: 'Releases at',
        um: shown,
        least: LEAST_MOVE_UM,
        most: pointUm,
        set: (um) => ({ mode: 'fixed', pointUm, releaseUm: um }),
      },
    ];
  }
  return [
    {
      label: 'Begins at',
      um: actuation.pointUm,
      least: LEAST_UM,
      most: travelUm,
      set: (pointUm) => ({ ...actuation, pointUm }),
    },
    {
      label: 'Press',
      um: actuation.pressUm,
      least: LEAST_MOVE_UM,
      most: 2000,
      set: (pressUm) => ({ ...actuation, pressUm }),
    },
    {
      label: 'Release',
      um: actuation.releaseUm,
      least: LEAST_MOVE_UM,
      most: 2000,
      set: (releaseUm) => ({ ...actuation, releaseUm }),
    },
  ];
}

/** What a way of firing begins with; the depth stays the one that the key had. */
const USUAL: Readonly<Record<Actuation['mode'], Actuation>> = {
  fixed: { mode: 'fixed', pointUm: 1500 },
  reversal: { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'point' },
};

export const TravelCard = ({ bench }: { bench: Bench }) => {
  const { profile, board, selectedKey, selectedKeys, edit, tryEdit } = bench;
  const [speed, setSpeed] = useState<FingerSpeed>('usual');
  const actuation = actuationOf(profile, selectedKey);
  const isOwn = profile.travel.keys[selectedKey] !== undefined;
  const isMixed = selectedKeys.some((key) => !sameData(actuationOf(profile, key), actuation));
  const what = `the travel of ${keysTitle(board, profile, selectedKeys)}`;
  const put = (to: Actuation | null, goesOn = false): void =>
    edit(setActuation(profile, selectedKeys, to), what, goesOn);
  const { fireUm, backUm, againUm } = travelFigures(actuation, board.travelUm);

  const take = (line: string): string | undefined => {
    const parsed = parseActuation(line);
    if (!parsed.ok) return parsed.message;
    if (parsed.actuation.pointUm > board.travelUm) return `The ${board.name} travels ${board.travelUm / 1000} mm.`;
    return tryEdit(setActuation(profile, selectedKeys, parsed.actuation), what);
  };

  return (
    <aside className="panel travel-card" aria-label="Travel card">
      <p className="travel-title">
        <strong>{keysTitle(board, profile, selectedKeys)}</strong>
        <span className="soft">
          {isMixed ? 'several depths; the first is shown' : isOwn ? 'a setting of its own' : 'the same as the board'}
        </span>
      </p>
      <LineField
        label="Depths as a line"
        className="travel-line"
        value={printActuation(actuation)}
        reads={(line) => {
          const parsed = parseActuation(line);
          return parsed.ok ? printActuation(parsed.actuation) : undefined;
        }}
        onTake={take}
      />
      <Segmented<Actuation['mode']>
        aria-label="How it fires"
        value={actuation.mode}
        onChange={(mode) => put({ ...USUAL[mode], pointUm: actuation.pointUm })}
        options={[
          { value: 'fixed', label: 'at a depth' },
          { value: 'reversal', label: 'on reversal' },
        ]}
      />
      {rowsOf(actuation, board.travelUm).map(({ label, um, least, most, set }) => (
        <div key={label} className="travel-row">
          <span>{label}</span>
          <Slider
            min={least}
            max={most}
            step={resolutionOf(board)}
            value={um}
            tooltip={{ open: false }}
            ariaLabelForHandle={`${label}, in µm`}
            onChange={(value) => put(set(value), true)}
          />
          <InputNumber
            size="small"
            aria-label={`${label}, in mm`}
            min={least / 1000}
            max={most / 1000}
            step={resolutionOf(board) / 1000}
            value={um / 1000}
            onChange={(value) => put(set(snappedUm((value ?? 0) * 1000, resolutionOf(board)) || least), true)}
          />
          <span className="soft">mm</span>
        </div>
      ))}
      {actuation.mode === 'reversal' && (
        <Segmented<'point' | 'top'>
          size="small"
          aria-label="How far up it stays sensitive"
          value={actuation.reset}
          onChange={(reset) => put({ ...actuation, reset })}
          options={[
            { value: 'point', label: 'down from its point' },
            { value: 'top', label: 'all the way to the top' },
          ]}
        />
      )}
      <table className="travel-figures">
        <thead>
          <tr>
            <th scope="col">For a finger</th>
            <th scope="col">mm</th>
            <th scope="col">
              <Segmented<FingerSpeed>
                size="small"
                aria-label="Finger speed"
                value={speed}
                onChange={setSpeed}
                options={Object.keys(FINGER_SPEEDS) as FingerSpeed[]}
              />
            </th>
          </tr>
        </thead>
        <tbody>
          {(
            [
              ['travel to fire', fireUm],
              ['back from the bottom to release', backUm],
              ['smallest movement for a new press', againUm],
            ] as const
          ).map(([label, um]) => (
            <tr key={label}>
              <th scope="row">{label}</th>
              <td className="mono">{mm(um)}</td>
              <td className="mono">{movementMs(um, speed).toFixed(1)} ms</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">A finger moves at {FINGER_SPEEDS[speed]} mm/s here.</p>
      <p className="travel-acts">
        <button
          type="button"
          className="word"
          disabled={!selectedKeys.some((key) => profile.travel.keys[key])}
          onClick={() => put(null)}
        >
          As the board
        </button>
        <button
          type="button"
          className="word"
          onClick={() => edit(setBoardActuation(profile, actuation), 'the travel of the board')}
        >
          Make it the board’s
        </button>
      </p>
    </aside>
  );
};
