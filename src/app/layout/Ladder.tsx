/** The ladder: layers stacked like floors with the base at the bottom, each with the keys that lead up to it and back. */
import { Popover } from 'antd';
import { lazy, memo, Suspense, useState } from 'react';
import type { Board } from '../../core/board';
import { sayCount } from '../../core/macro';
import { lampWords } from '../../core/notation';
import { waysTo, type Layer, type Profile } from '../../core/profile';
import { keyLegend } from '../shared/keyNames';
import { stitchOf, textOf, threadOf } from '../theme/dyes';
import type { Bench } from '../shared/useBench';
import { useWhenIdle } from '../shared/useWhenIdle';
import { LayerCare } from './LayerCare';
import './Ladder.css';

const NewLayer = lazy(() => import('../shared/NewLayer').then((module) => ({ default: module.NewLayer })));

/** The keys that lead to a layer, and for one that stays, those that lead back: "go Alt · back Esc". */
function waysText(profile: Profile, board: Board, layer: Layer): string {
  const [base] = profile.layers;
  if (layer === base) return 'always';
  const ways = waysTo(profile, layer.id).flatMap(({ how, site }) =>
    site.in === 'joint'
      ? [{ how, text: `${how} by keys together` }]
      : site.layer === layer.id
        ? []
        : [
            {
              how,
              text: `${how} ${keyLegend(board, profile, site.key)}${site.by === 'hold' ? ' held' : ''}${site.step > 1 ? ` ×${site.step}` : ''}`,
            },
          ],
  );
  const joined = profile.joinedLayers
    .filter(({ also }) => also === layer.id)
    .map(
      ({ when }) =>
        `with ${when.map((id) => profile.layers.find((candidate) => candidate.id === id)?.name ?? id).join(' + ')}`,
    );
  const inward = [
    ...new Set([
      ...ways.map(({ text }) => text),
      ...joined,
      ...lampWords(profile, layer.id).map((words) => words.replace(' is ', ' ')),
    ]),
  ];
  if (inward.length === 0) return 'no key leads here yet';
  const stays = ways.some(({ how }) => how === 'go');
  const back =
    stays && base
      ? waysTo(profile, base.id).flatMap(({ site }) =>
          site.in === 'key' && site.layer === layer.id ? [`back ${keyLegend(board, profile, site.key)}`] : [],
        )
      : [];
  return [...inward.slice(0, 2), ...back.slice(0, 1)].join(' · ');
}

/** What a rung says of its layer. */
type Told = { count: number; ways: string };

const tellLayers = (profile: Profile, board: Board): ReadonlyMap<string, Told> =>
  new Map(
    profile.layers.map((layer) => [
      layer.id,
      {
        count: Object.values(layer.keys).filter(({ does }) => does.kind !== 'pass').length,
        ways: waysText(profile, board, layer),
      },
    ]),
  );

export const Ladder = memo(({ bench }: { bench: Bench }) => {
  const { profile, board, layer: selected, select } = bench;
  const told = useWhenIdle(profile, board, tellLayers);
  const [cares, setCares] = useState('');
  const [isMaking, setIsMaking] = useState(false);
  const isFull = profile.layers.length >= board.device.layers;

  return (
    <nav className="ladder" aria-label="Layers">
      <h2>Layers</h2>
      <ol>
        {profile.layers.toReversed().map((layer) => {
          const isSelected = layer.id === selected.id;
          const { count = 0, ways = '' } = told.get(layer.id) ?? {};
          return (
            <li key={layer.id}>
              <button
                type="button"
                className={`rung ${isSelected ? 'selected' : ''}`}
                data-layer={layer.id}
                style={isSelected ? { borderColor: threadOf(layer.dye) } : undefined}
                aria-pressed={isSelected}
                onClick={() => select({ layer: layer.id })}
              >
                <svg className="rung-stitch" width="8" height="100%" aria-hidden="true">
                  <rect width="8" height="100%" fill={stitchOf(layer.dye)} />
                </svg>
                <span className="rung-name" style={{ color: textOf(layer.dye) }}>
                  <bdi>{layer.name}</bdi>
                </span>
                <span className="soft rung-count">{sayCount(count, 'key')}</span>
                <span className="rung-ways">{ways}</span>
              </button>
              {isSelected && (
                <Popover
                  trigger="click"
                  placement="rightTop"
                  open={cares === layer.id}
                  onOpenChange={(open) => setCares(open ? layer.id : '')}
                  destroyOnHidden
                  content={<LayerCare bench={bench} layer={layer} onClose={() => setCares('')} />}
                >
                  <button type="button" className="word rung-care" aria-label={`More for ${layer.name}`}>
                    more …
                  </button>
                </Popover>
              )}
            </li>
          );
        })}
      </ol>
      <button
        type="button"
        className="word"
        disabled={isFull}
        title={isFull ? `The ${board.name} has room for ${board.device.layers} layers` : undefined}
        onClick={() => setIsMaking(true)}
      >
        + Layer
      </button>
      {isMaking && (
        <Suspense fallback={null}>
          <NewLayer bench={bench} onClose={() => setIsMaking(false)} />
        </Suspense>
      )}
    </nav>
  );
});
Ladder.displayName = 'Ladder';
