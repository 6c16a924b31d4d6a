/** Hands that are not perfect: what a resting finger and a holding one do to the key, and the knee between late and nervous. */
import { Button, Progress, Segmented } from 'antd';
import type { ApexOptions } from 'apexcharts';
import { movementMs } from '../../core/profile';
import type { Board, Finger } from '../../core/board';
import {
  BEARABLE,
  RESTING_WEIGHTS,
  sensitivityUm,
  settingsAround,
  suggestion,
  type HandFigures,
  type RestingWeight,
} from '../../core/hands';
import { printActuation } from '../../core/notation';
import { sameData, type Actuation } from '../../core/profile';
import { Chart } from '../shared/Chart';
import { stillLines } from '../shared/chartLook';
import { chance, hourly, minutely } from './rates';
import { useHands, type Hands } from './useHands';
import { mm } from './millimetres';
import { laidColor } from '../theme/cloth';
import './HandsView.css';

/** How long a finger rests on the key. */
const RESTING_H = 48;
/** What the axis shows for never; it runs in powers of ten. */
const LEAST_SHOWN = 0.01;
const power = (rate: number): number => Math.log10(Math.max(LEAST_SHOWN, rate));

const isReversal = ({ mode }: Actuation): boolean => mode === 'reversal';
const nervousness = (figures: HandFigures): number =>
  isReversal(figures.actuation) ? figures.againPerMinute : figures.restingPerHour;

function chartOptions(
  figures: readonly HandFigures[],
  actuation: Actuation,
  suggestedUm: number | undefined,
): ApexOptions {
  const reversal = isReversal(actuation);
  const line = (um: number, text: string, name: string, offsetY: number) => ({
    x: um / 1000,
    borderColor: laidColor(name),
    strokeDashArray: 0,
    label: {
      text,
      orientation: 'horizontal',
      offsetY,
      borderColor: laidColor(name),
      style: { color: laidColor('ink'), background: laidColor('cap'), fontSize: '12px' },
    },
  });
  const ownUm = sensitivityUm(actuation);
  const words = reversal
    ? ['— false presses a minute, held', '┄ ms until it lets go']
    : ['— unmeant presses an hour, resting', '┄ ms until it fires'];
  const lastUm = Math.max(...figures.map((one) => sensitivityUm(one.actuation)));
  const tickUm = reversal ? 100 : 500;
  const ticks = Math.ceil(lastUm / tickUm);
  const lines = [line(ownUm, 'now', 'indigo', 0)];
  if (suggestedUm !== undefined && suggestedUm !== ownUm) lines.push(line(suggestedUm, 'suggested', 'verdigris', 20));
  return {
    chart: stillLines(),
    series: [
      {
        name: words[0] ?? '',
        data: figures.map((one) => ({
          x: sensitivityUm(one.actuation) / 1000,
          y: power(nervousness(one)),
        })),
      },
      {
        name: words[1] ?? '',
        data: figures.map((one) => ({
          x: sensitivityUm(one.actuation) / 1000,
          y: movementMs(sensitivityUm(one.actuation), 'usual'),
        })),
      },
    ],
    colors: [laidColor('madder'), laidColor('indigo')],
    stroke: { width: 2.4, dashArray: [0, 5], curve: 'straight' },
    markers: { size: [4, 0] },
    xaxis: {
      type: 'numeric',
      decimalsInFloat: 1,
      min: 0,
      max: (ticks * tickUm) / 1000,
      tickAmount: ticks,
      title: { text: reversal ? 'release, mm' : 'fires at, mm', style: { fontWeight: 400 } },
    },
    yaxis: [
      {
        min: power(0),
        max: Math.max(1, ...figures.map((one) => Math.ceil(power(nervousness(one))))),
        stepSize: 1,
        title: { text: words[0] ?? '', style: { fontWeight: 400 } },
        labels: { formatter: (value) => (value <= power(0) ? 'never' : String(Number((10 ** value).toPrecision(2)))) },
      },
      {
        opposite: true,
        min: 0,
        title: { text: words[1] ?? '', style: { fontWeight: 400 } },
        labels: { formatter: (value) => value.toFixed(0) },
      },
    ],
    annotations: { xaxis: lines },
    grid: { borderColor: laidColor('hair') },
    legend: { show: false },
    tooltip: { x: { formatter: (value) => `${value} mm` } },
  };
}

type HandsViewProps = {
  board: Board;
  finger: Finger;
  actuation: Actuation;
  weight: RestingWeight;
  onWeight: (weight: RestingWeight) => void;
  /** The figures of the whole board. */
  whole: Hands;
  onUse: (actuation: Actuation) => void;
};

const HandsView = ({ board, finger, actuation, weight, onWeight, whole, onUse }: HandsViewProps) => {
  const groups = [{ finger, settings: settingsAround(actuation, board.travelUm) }];
  const hands = useHands({ board, groups, weight, restingH: RESTING_H }, true);
  const { progress, stop, begin } = hands;
  const figures = hands.figures?.[0];
  const own = figures?.find((one) => sameData(one.actuation, actuation));
  const found = figures ? suggestion(figures) : undefined;
  const to = found?.to.actuation;
  const suggestedUm = to && sensitivityUm(to);
  const options = figures && chartOptions(figures, actuation, suggestedUm);
  const reversal = isReversal(actuation);
  const isIt = to !== undefined && sameData(to, actuation);

  const reason = (): string => {
    if (!found || !figures) return '';
    const { nervous } = found;
    const before = nervous
      ? reversal
        ? `; at ${mm(sensitivityUm(nervous.actuation))} mm it presses ${minutely(nervous.againPerMinute)} by itself`
        : `; at ${mm(sensitivityUm(nervous.actuation))} mm a resting finger fires it ${hourly(nervous.restingPerHour)}`
      : '';
    const at = mm(sensitivityUm(found.to.actuation));
    const gainMs = movementMs(sensitivityUm(actuation) - sensitivityUm(found.to.actuation), 'usual');
    const change =
      Math.abs(gainMs) < 0.05 ? '' : `, ${Math.abs(gainMs).toFixed(1)} ms ${gainMs > 0 ? 'sooner' : 'later'} than now`;
    return `${at} mm is the finest that one can live with${change}${before}.`;
  };

  return (
    <div className="hands-view">
      <div className="hands-chart">
        {options ? (
          <Chart options={options} label="How nervous and how late the key is at each setting" />
        ) : (
          <div className="hands-wait" role="status">
            {progress === null ? (
              <>
                <p className="soft">Two days of resting and an hour of holding are played through the engine.</p>
                <Button onClick={begin}>Work it out</Button>
              </>
            ) : (
              <>
                <Progress percent={Math.round(progress * 100)} aria-label="Working out unsteady hands" />
                <Button size="small" onClick={stop}>
                  Stop
                </Button>
              </>
            )}
          </div>
        )}
      </div>
      <div className="hands-figures">
        <p>
          <span className="soft">A finger that rests with </span>
          <Segmented<RestingWeight>
            size="small"
            aria-label="Resting weight"
            value={weight}
            onChange={onWeight}
            options={(Object.keys(RESTING_WEIGHTS) as RestingWeight[]).map((value) => ({
              value,
              label: `${value}, ${RESTING_WEIGHTS[value]} g`,
            }))}
          />
        </p>
        {own && (
          <dl>
            <dt>fires it while resting</dt>
            <dd data-testid="resting">
              <strong>{hourly(own.restingPerHour)}</strong>
              <span className="soft">{chance(own.restingPerHour)} chance in any hour</span>
            </dd>
            <dt>presses again while held</dt>
            <dd data-testid="holding">
              <strong>{minutely(own.againPerMinute)}</strong>
              <span className="soft">by trembling and drifting alone</span>
            </dd>
          </dl>
        )}
        {figures && (
          <div className="hands-advice" data-testid="suggestion">
            {isIt ? (
              <p>The setting is at the knee already: {reason()}</p>
            ) : to ? (
              <>
                <p>{reason()}</p>
                <Button size="small" onClick={() => onUse(to)}>
                  Use {printActuation(to)}
                </Button>
              </>
            ) : (
              <p>
                No setting here is calm enough:{' '}
                {reversal
                  ? `less than ${BEARABLE.againPerMinute} false presses a minute is what one can live with.`
                  : 'once in 8 hours is what one can live with.'}
              </p>
            )}
          </div>
        )}
        <p>
          {whole.figures ? (
            <span className="soft">On the board: presses an hour while resting; ! is more than one can live with.</span>
          ) : whole.progress === null ? (
            <button type="button" className="word" onClick={whole.begin}>
              Work out every key of the board
            </button>
          ) : (
            <>
              <span role="status">every key: {Math.round(whole.progress * 100)} %</span>
              <button type="button" className="word" onClick={whole.stop}>
                Stop
              </button>
            </>
          )}
        </p>
        {reversal && own && (
          <p className="soft">How often resting fires it is for its point, {mm(actuation.pointUm)} mm, to decide.</p>
        )}
      </div>
    </div>
  );
};

export default HandsView;
