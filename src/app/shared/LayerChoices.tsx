/** Layers to choose one from, in a row, each in its dye. */
import type { CSSProperties } from 'react';
import type { Dye } from '../../core/profile';
import { textOf, threadOf } from '../theme/dyes';
import './LayerChoices.css';

type Choosable = { id: string; name: string; dye: Dye };

type LayerChoicesProps<L> = {
  label: string;
  layers: readonly L[];
  /** The id of the layer that is chosen. */
  chosen: string | undefined;
  onChoose: (id: string) => void;
};

/** The layer that a board shows. */
export const LayerRadios = ({ label, layers, chosen, onChoose }: LayerChoicesProps<Choosable>) => (
  <div className="text-layers" role="radiogroup" aria-label={label}>
    {layers.map(({ id, name, dye }) => (
      <button
        key={id}
        type="button"
        role="radio"
        aria-checked={id === chosen}
        className="text-layer"
        style={{ '--mark': threadOf(dye), color: textOf(dye) } as CSSProperties}
        onClick={() => onChoose(id)}
      >
        <bdi>{name}</bdi>
      </button>
    ))}
  </div>
);

/** The layer that is looked at, where each may say how much there is to see. */
export const LayerRow = ({
  label,
  layers,
  chosen,
  onChoose,
}: LayerChoicesProps<Choosable & { count?: number | undefined }>) => (
  <p className="look-layers" role="group" aria-label={label}>
    {layers.map(({ id, name, dye, count = 0 }) => (
      <button
        key={id}
        type="button"
        className={`look-layer ${id === chosen ? 'chosen' : ''}`}
        aria-pressed={id === chosen}
        style={{ borderColor: threadOf(dye) }}
        onClick={() => onChoose(id)}
      >
        <bdi>{name}</bdi> {count > 0 && <span className="soft">{count}</span>}
      </button>
    ))}
  </p>
);
