/** How likely all arrives, against how much the score is stretched. */
import type { ApexOptions } from 'apexcharts';
import { useMemo } from 'react';
import { Chart } from '../shared/Chart';
import { STYLE_NONCE } from '../theme/styleNonce';
import { laidColor } from '../theme/cloth';

export type StretchChartProps = {
  stretches: readonly number[];
  chances: readonly number[];
  /** The chance as the score is now. */
  now: number;
  /** The least stretch that makes it sure. */
  stretch?: number;
};

const label = (text: string, color: string) => ({
  text,
  borderWidth: 0,
  style: { background: 'transparent', color, fontFamily: 'Alegreya Sans', fontSize: '12px', fontWeight: 700 },
});

function optionsFor({ stretches, chances, now, stretch }: StretchChartProps): ApexOptions {
  const soft = laidColor('soft');
  const points = stretches.map((factor, n) => ({ x: factor, y: Math.round((chances[n] ?? 0) * 1000) / 10 }));
  const most = stretches.at(-1) ?? 2;
  const sure = {
    x: stretch ?? 1,
    y: 99.9,
    marker: { size: 5, fillColor: laidColor('verdigris') },
    label: { ...label(`${stretch ?? 1}×`, laidColor('verdigris-text')), offsetY: 34 },
  };
  return {
    series: [{ name: 'all arrives', data: points }],
    chart: {
      type: 'line',
      height: '100%',
      nonce: STYLE_NONCE,
      toolbar: { show: false },
      zoom: { enabled: false },
      animations: { enabled: false },
      background: 'transparent',
      fontFamily: 'Alegreya Sans',
    },
    colors: [laidColor('indigo')],
    stroke: { width: 2.2, curve: 'straight' },
    grid: { borderColor: laidColor('hair'), padding: { top: -14, bottom: -4, left: 4, right: 12 } },
    xaxis: {
      type: 'numeric',
      min: stretches[0] ?? 0,
      max: most,
      tickAmount: 7,
      decimalsInFloat: 2,
      labels: { style: { colors: soft }, formatter: (value) => `${Number(value).toFixed(2)}×` },
      axisBorder: { show: false },
      axisTicks: { show: false },
      tooltip: { enabled: false },
    },
    yaxis: {
      min: 0,
      max: 100,
      tickAmount: 4,
      labels: { style: { colors: soft }, formatter: (value) => `${Math.round(value)} %` },
    },
    tooltip: { enabled: false },
    annotations: {
      points: [
        {
          x: 1,
          y: Math.round(now * 1000) / 10,
          marker: { size: 5, fillColor: laidColor('indigo') },
          label: { ...label('now', laidColor('indigo-text')), offsetY: now > 0.85 ? 34 : 0 },
        },
        ...(stretch !== undefined && stretch <= most ? [sure] : []),
      ],
    },
  };
}

const StretchChart = ({ stretches, chances, now, stretch }: StretchChartProps) => {
  const options = useMemo(
    () => optionsFor({ stretches, chances, now, ...(stretch !== undefined && { stretch }) }),
    [stretches, chances, now, stretch],
  );
  return (
    <Chart
      options={options}
      label={`All arrives in ${Math.round(now * 100)} % of runs; the line shows it for other speeds`}
    />
  );
};

export default StretchChart;
