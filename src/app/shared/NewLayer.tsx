/** A new layer, named as it is made, with the key that leads to it and back: one step. */
import { Button, Input, Radio, Select } from 'antd';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { contactOf } from '../../core/board';
import { legendOf } from '../../core/notation';
import { addLayerWithWay, bindingOn, LIMITS, newLayer, type Edit, type Layer, type LeadsBy } from '../../core/profile';
import { keyLegend, keyTitle } from './keyNames';
import type { Bench } from './useBench';
import { Dialog } from './Dialog';
import './reasons.css';
import './NewLayer.css';

const NO_KEY = '';

type NewLayerProps = {
  bench: Bench;
  /** Takes the layer and the edit that makes it, to make it with something else, or says why not; without it, it is made here and shown. */
  onTake?: (edit: Edit, layer: Layer) => string | undefined;
  onClose: () => void;
};

export const NewLayer = ({ bench, onTake, onClose }: NewLayerProps) => {
  const { profile, board, layer: from, selectedKey, tryEdit, select } = bench;
  const [name, setName] = useState('');
  const [key, setKey] = useState(selectedKey);
  const [how, setHow] = useState<LeadsBy>('while');
  const [reason, setReason] = useState('');
  const fallback = `Layer ${profile.layers.length + 1}`;
  const does = bindingOn(from, key);
  const title = keyTitle(board, profile, key);
  const keeps = how === 'while' && does.kind !== 'pass' && does.kind !== 'none' && does.kind !== 'stroke';

  const make = (): void => {
    const layer = newLayer(profile, `layer-${nanoid(5)}`, name.trim() || fallback);
    const making: Edit =
      key === NO_KEY
        ? { edit: 'insertLayer', at: profile.layers.length, layer }
        : addLayerWithWay(profile, layer, from.id, key, how);
    const refused = onTake ? onTake(making, layer) : tryEdit(making, `the layer ${layer.name}`);
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
          {key === NO_KEY
            ? 'Until a key leads there, nothing shows it.'
            : keeps
              ? `What ${title} does on ${from.name} stays, as its tap.`
              : how === 'while'
                ? `${title} leads there while it is held; letting go leads back.`
                : `What ${title} does on ${from.name} is replaced; the same key leads back.`}
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
