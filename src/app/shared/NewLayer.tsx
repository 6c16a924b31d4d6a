/** A new layer, named as it is made, with the key that leads to it and back: one step. */
import { Button, Input, Radio, Select } from 'antd';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { contactOf } from '../../core/board';
import { legendOf } from '../../core/notation';
import {
  addLayerWithWay,
  LIMITS,
  newLayer,
  whatStays,
  type Edit,
  type Layer,
  type LeadsBy,
  type Staying,
} from '../../core/profile';
import { keyLegend, keyTitle } from './keyNames';
import type { Bench } from './useBench';
import { Dialog } from './Dialog';
import './reasons.css';
import './NewLayer.css';

const NO_KEY = '';

/** What the dialog says will become of the key: from the edit that it will make. */
function promised(title: string, on: string, how: LeadsBy, stays: Staying | undefined): string {
  const way =
    how === 'while'
      ? `${title} leads there while it is held; letting go leads back.`
      : `${title} leads there, and back.`;
  switch (stays) {
    case undefined:
      return way;
    case 'all':
      return `What ${title} does on ${on} stays, when it is tapped.`;
    case 'taps':
      return `What ${title} does on ${on} when tapped stays; what it does when held is replaced.`;
    case 'nothing':
      return `What ${title} does on ${on} is replaced. ${way}`;
  }
}

type NewLayerProps = {
  bench: Bench;
  /** Takes the layer and the edit that makes it, to make it with something else, or says why not; without it, it is made here and shown. */
  onTake?: (edit: Edit, layer: Layer) => string | undefined;
  onClose: () => void;
};

export const NewLayer = ({ bench, onTake, onClose }: NewLayerProps) => {
  const { profile, board, layer: from, selectedKey, tryEdit, select } = bench;
  const [id] = useState(() => `layer-${nanoid(5)}`);
  const [name, setName] = useState('');
  const [key, setKey] = useState(selectedKey);
  const [how, setHow] = useState<LeadsBy>('while');
  const [reason, setReason] = useState('');
  const fallback = `Layer ${profile.layers.length + 1}`;
  const title = keyTitle(board, profile, key);

  const making = (layer: Layer): Edit =>
    key === NO_KEY
      ? { edit: 'insertLayer', at: profile.layers.length, layer }
      : addLayerWithWay(profile, layer, from.id, key, how);
  const stays = whatStays(profile, making(newLayer(profile, id, fallback)), from.id, key);

  const make = (): void => {
    const layer = newLayer(profile, id, name.trim() || fallback);
    const made = making(layer);
    const refused = onTake ? onTake(made, layer) : tryEdit(made, `the layer ${layer.name}`);
    if (refused !== undefined) {
      setReason(refused);
      return;
    }
    if (!onTake) select({ layer: layer.id });
    onClose();
  };

  return (
    <Dialog title="A new layer" onCancel={onClose} footer={null} width={460}>
      <form
        className="new-layer"
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <label htmlFor="new-layer-name">Name</label>
        <Input
          id="new-layer-name"
          autoFocus
          maxLength={LIMITS.nameLength}
          placeholder={fallback}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <label htmlFor="new-layer-key">Led to by</label>
        <Select
          id="new-layer-key"
          showSearch={{ optionFilterProp: 'label' }}
          value={key}
          onChange={setKey}
          options={[
            { value: NO_KEY, label: 'no key yet' },
            ...board.keys
              .filter(({ id }) => contactOf(board, id) === id)
              .map(({ id }) => {
                const own = from.keys[id];
                const legend = own ? legendOf(own, profile).main : '';
                const named = keyLegend(board, profile, id);
                return { value: id, label: legend && legend !== named ? `${named} · ${legend}` : named };
              }),
          ]}
        />
        {key !== NO_KEY && (
          <Radio.Group
            className="new-layer-how"
            aria-label={`How ${title} leads there`}
            value={how}
            onChange={({ target }) => setHow(target.value as LeadsBy)}
            options={[
              { value: 'while', label: `while ${title} is held` },
              { value: 'flip', label: `each press of ${title}: on, off` },
              { value: 'go', label: `a press goes there, the next one back` },
            ]}
          />
        )}
        <p className="soft">
          {key === NO_KEY ? 'Until a key leads there, nothing shows it.' : promised(title, from.name, how, stays)}
        </p>
        {reason !== '' && (
          <p className="assign-error" role="alert">
            {reason}
          </p>
        )}
        <Button type="primary" htmlType="submit">
          Make it
        </Button>
      </form>
    </Dialog>
  );
};
