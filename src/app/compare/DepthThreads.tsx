/** The figures of depths side by side: a column for a group of keys, a thread for a profile; the farther down, the deeper. */
import type { ApexOptions } from 'apexcharts';
import { Segmented } from 'antd';
import { lazy, Suspense, useMemo, useState } from 'react';
import type { Board } from '../../core/board';
import { keyTitle } from '../../core/compare';
import { actuationOf, sameData, travelFigures, type Dye, type Profile, type TravelFigures } from '../../core/profile';
import { LINEN_DYES, NIGHT_DYES } from '../theme/dyes';
import { STYLE_NONCE } from '../theme/styleNonce';
import { usePreferences } from '../state/preferences';
import type { Compared } from './useCompared';

const Chart = lazy(() => import('../shared/Chart').then((module) => ({ default: module.Chart })));

const FIGURES = {
  fireUm: 'travel to fire',
  backUm: 'back to release',
  againUm: 'smallest movement',
} as const satisfies Record<keyof TravelFigures, string>;
const DASHES = [0, 6, 2, 8, 4, 3];
const MOST_COLUMNS = 12;

/** Keys whose depths are the same in each of the profiles stand together. */
function columnsOf(board: Board, profiles: readonly Profile[]): { name: string; key: string }[] {
  const groups = new Map<string, string[]>();
  for (const { id, contact } of board.keys) {
    const all = profiles.map((profile) => actuationOf(profile, id));
    if (contact !== undefined || all.every((own, n) => sameData(own, profiles[n]?.travel.board))) continue;
    const same = JSON.stringify(all);
    groups.set(same, [...(groups.get(same) ?? []), id]);
  }
  const named = [...groups.values()].map((ids) => ({
    key: ids[0] ?? '',
    name: ids.length > 3 ? `${keyTitle(ids[0] ?? '')} and ${ids.length - 1} more` : ids.map(keyTitle).join(', '),
  }));
  return [{ name: 'whole board', key: '' }, ...named].slice(0, MOST_COLUMNS);
}

export const DepthThreads = ({
  board,
  compared,
  dyes,
}: {
  board: Board;
  compared: readonly Compared[];
  dyes: readonly Dye[];
}) => {
  const [figure, setFigure] = useState<keyof TravelFigures>('fireUm');
  const cloth = usePreferences((state) => state.cloth);
  const profiles = useMemo(() => compared.map(({ profile }) => profile), [compared]);
  const options = useMemo((): ApexOptions => {
    const tones = cloth === 'night' ? NIGHT_DYES : LINEN_DYES;
    const ink = cloth === 'night' ? '#AFA993' : '#66604F';
    const columns = columnsOf(board, profiles);
    const mm = (profile: Profile, key: string): number =>
      travelFigures(key === '' ? profile.travel.board : actuationOf(profile, key), board.travelUm)[figure] / 1000;
    return {
      chart: {
        type: 'line',
        height: 190,
        nonce: STYLE_NONCE,
        toolbar: { show: false },
        zoom: { enabled: false },
        animations: { enabled: false },
        fontFamily: 'Alegreya Sans',
        background: 'transparent',
      },
      series: profiles.map((profile) => ({ name: profile.name, data: columns.map(({ key }) => mm(profile, key)) })),
      colors: profiles.map((_, n) => tones[dyes[n] ?? 'iron'].thread),
      stroke: { width: 2, dashArray: profiles.map((_, n) => DASHES[n] ?? 0), curve: 'straight' },
      markers: {
        size: 4,
        shape: profiles.map(
          (_, n) => (['circle', 'square', 'triangle', 'diamond', 'plus', 'cross'] as const)[n] ?? 'circle',
        ),
      },
      xaxis: {
        categories: columns.map(({ name }) => name),
        labels: { rotate: 0, trim: true, hideOverlappingLabels: false, style: { colors: ink } },
        position: 'top',
        tooltip: { enabled: false },
      },
      yaxis: {
        reversed: true,
        min: 0,
        max: board.travelUm / 1000,
        tickAmount: 4,
        labels: { formatter: (value: number) => value.toFixed(1), style: { colors: ink } },
      },
      legend: { show: false },
      grid: { padding: { right: 26, left: 12 }, borderColor: cloth === 'night' ? '#434A53' : '#D9D1C0' },
      tooltip: {
        theme: cloth === 'night' ? 'dark' : 'light',
        y: { formatter: (value: number) => `${value.toFixed(2)} mm` },
      },
    };
  }, [board, profiles, dyes, figure, cloth]);
  return (
    <section className="panel" aria-label="Depths side by side">
      <p className="section-line">
        <strong>Depths, in mm</strong>
        <Segmented
          size="small"
          aria-label="Figure"
          value={figure}
          options={Object.entries(FIGURES).map(([value, label]) => ({ value, label }))}
          onChange={(value) => setFigure(value as keyof TravelFigures)}
        />
      </p>
      <Suspense fallback={null}>
        <Chart
          options={options}
          label={`${FIGURES[figure]} of ${profiles.map(({ name }) => name).join(', ')}; the table has the figures`}
        />
      </Suspense>
    </section>
  );
};
