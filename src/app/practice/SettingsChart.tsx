/** Slips against delay: a dot a setting, the line of the best, now and the suggestion. */
import type { ApexOptions } from 'apexcharts';
import { useMemo } from 'react';
import type { Swept, Tuning } from '../../core/typing';
import { Chart } from '../shared/Chart';
import { stillLines } from '../shared/chartLook';
import { laidColor } from '../theme/cloth';

/** A dot for each pair of figures that differs, and not more than can be told apart. */
const MOST_DOTS = 700;

function dotsOf({ misfires, delayMeanUs, most }: Swept, mostShown: number): { x: number; y: number }[] {
  const seen = new Set<string>();
  const dots: { x: number; y: number }[] = [];
  for (let n = 0; n < misfires.length && dots.length < MOST_DOTS; n++) {
    const y = misfires[n] as number;
    if (y > most || y > mostShown) continue;
    const x = Math.round((delayMeanUs[n] as number) / 100) / 10;
    const name = `${x} ${y}`;
    if (!seen.has(name)) dots.push({ x, y });
    seen.add(name);
  }
  return dots;
}

function optionsOf({ now, suggested, front }: Tuning, swept: Swept): ApexOptions {
  const at = ({ delayMeanUs, misfires }: { delayMeanUs: number; misfires: number }) => ({
    x: Math.round(delayMeanUs / 100) / 10,
    y: misfires,
  });
  // What is three times as bad as now is no choice, and would press the rest together.
  const mostShown = Math.max(8, 4 * Math.ceil((Math.max(now.misfires, suggested.misfires) * 2.5) / 4));
  const dots = dotsOf(swept, mostShown);
  const best = front.map(at).filter(({ y }) => y <= mostShown);
  const lastX = Math.max(...dots.map(({ x }) => x), at(now).x, at(suggested).x);
  const line = best.flatMap((point, n) => {
    const before = best[n - 1];
    return before ? [{ x: point.x, y: before.y }, point] : [point];
  });
  if (line.length > 0) line.push({ x: lastX, y: (line.at(-1) as { y: number }).y });
  const axis = { style: { fontSize: '12px', colors: laidColor('soft') } };
  return {
    chart: stillLines(),
    series: [
      { name: 'a setting', type: 'scatter', data: dots },
      { name: 'the best there is', type: 'line', data: line },
      { name: 'now', type: 'scatter', data: [at(now)] },
      { name: 'suggested', type: 'scatter', data: [at(suggested)] },
    ],
    colors: [laidColor('iron'), laidColor('verdigris'), laidColor('ink'), laidColor('verdigris')],
    stroke: { width: [0, 2, 0, 0], curve: 'straight' },
    markers: {
      size: [2.5, 0, 7, 7],
      strokeWidth: [0, 0, 2, 0],
      fillOpacity: [0.4, 1, 0, 1],
      strokeColors: [laidColor('panel'), laidColor('panel'), laidColor('ink'), laidColor('panel')],
      shape: ['circle', 'circle', 'square', 'circle'],
      hover: { sizeOffset: 1 },
    },
    legend: { show: true, position: 'top', horizontalAlign: 'left', fontSize: '12px' },
    grid: { borderColor: laidColor('hair') },
    xaxis: {
      type: 'numeric',
      title: { text: 'how much later keys come, ms on average', style: { fontWeight: 400 } },
      labels: axis,
      decimalsInFloat: 0,
      tickAmount: 6,
    },
    yaxis: {
      min: 0,
      max: mostShown,
      tickAmount: 4,
      title: { text: 'wrong characters', style: { fontWeight: 400 } },
      labels: { ...axis, formatter: (value: number) => String(Math.round(value)) },
    },
    tooltip: { enabled: false },
  };
}

export const SettingsChart = ({ tuning, swept }: { tuning: Tuning; swept: Swept }) => {
  const options = useMemo(() => optionsOf(tuning, swept), [tuning, swept]);
  return (
    <Chart
      options={options}
      label={`Wrong characters against delay. Now ${tuning.now.misfires}, suggested ${tuning.suggested.misfires}.`}
    />
  );
};
