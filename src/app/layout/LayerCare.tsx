/** What can be done with a layer as a whole: name, dye, place, a copy, or taking it out with what leads to it. */
import { App as AntApp, Checkbox, Radio, Select } from 'antd';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import {
  copyLayerKeys,
  duplicateLayer,
  DYES,
  LIMITS,
  referencesTo,
  takeOutLayer,
  type Layer,
} from '../../core/profile';
import { foreign, listed, MOST_LISTED } from '../../core/reading';
import { stitchOf } from '../theme/dyes';
import { keyTitle } from '../shared/keyNames';
import { TriedText } from '../shared/tried';
import type { Bench } from '../shared/useBench';
import './LayerCare.css';

type LayerCareProps = { bench: Bench; layer: Layer; onClose: () => void };

export const LayerCare = ({ bench, layer, onClose }: LayerCareProps) => {
  const { profile, board, edit, tryEdit, select } = bench;
  const { modal } = AntApp.useApp();
  const index = profile.layers.indexOf(layer);
  const [replaces, setReplaces] = useState(false);
  const isFull = profile.layers.length >= board.device.layers;

  const move = (by: number): void =>
    edit({ edit: 'moveLayer', layer: layer.id, to: index + by }, `the place of ${layer.name}`);

  const duplicate = (): void => {
    const id = `layer-${nanoid(5)}`;
    const dye = DYES.find((candidate) => !profile.layers.some((other) => other.dye === candidate)) ?? layer.dye;
    edit(duplicateLayer(profile, layer.id, id, dye), `the copy of ${layer.name}`);
    select({ layer: id });
    onClose();
  };

  const copyTo = (to: string): void => {
    const name = profile.layers.find(({ id }) => id === to)?.name ?? to;
    edit(copyLayerKeys(profile, layer.id, to, replaces ? 'all' : 'free'), `the keys of ${layer.name} on ${name}`);
    select({ layer: to });
    onClose();
  };

  const takeOut = (): void => {
    select({ layer: profile.layers[index - 1]?.id ?? '' });
    edit(takeOutLayer(profile, layer.id), `taking out ${layer.name}`);
    onClose();
  };

  const askToTakeOut = (): void => {
    const nameOf = (id: string): string => profile.layers.find((other) => other.id === id)?.name ?? id;
    const titleOf = (key: string): string => keyTitle(board, profile, key);
    const keysOf = (id: string): readonly string[] => profile.joints.find((joint) => joint.id === id)?.keys ?? [];
    const all = [
      ...new Set(
        referencesTo(profile, 'layer', layer.id).flatMap(({ site }) => {
          if (site.in === 'key')
            return site.layer === layer.id ? [] : [`${titleOf(site.key)} on ${foreign(nameOf(site.layer))}`];
          if (site.in === 'joint') return [`the joint press of ${keysOf(site.joint).map(titleOf).join(' + ')}`];
          if (site.in === 'lampLayers') return [`layer of a lamp ${site.index + 1}`];
          return site.in === 'joinedLayers' ? [`joined layers ${site.index + 1}`] : [];
        }),
      ),
    ];
    if (all.length === 0) {
      takeOut();
      return;
    }
    modal.confirm({
      title: `${all.length === 1 ? 'One thing leads' : `${all.length} things lead`} to ${layer.name}`,
      content: `${listed(all, MOST_LISTED)}. ${all.length === 1 ? 'It loses' : 'They lose'} that meaning with the layer; a key that has no other passes. Undo brings everything back.`,
      okText: `Take out ${layer.name}`,
      cancelText: 'Leave it',
      onOk: takeOut,
    });
  };

  return (
    <div className="layer-care" role="group" aria-label={`Care for ${layer.name}`}>
      <label>
        Name
        <TriedText
          label="Name"
          value={layer.name}
          maxLength={LIMITS.nameLength}
          autoFocus
          onEnter={onClose}
          onTake={(name) =>
            tryEdit({ edit: 'describeLayer', layer: layer.id, to: { name } }, 'the name of a layer', true)
          }
        />
      </label>
      <Radio.Group
        aria-label="Dye"
        value={layer.dye}
        onChange={({ target }) =>
          edit(
            { edit: 'describeLayer', layer: layer.id, to: { dye: target.value as Layer['dye'] } },
            'the dye of a layer',
          )
        }
      >
        {DYES.map((dye) => (
          <Radio key={dye} value={dye}>
            <svg width="16" height="16" aria-hidden="true">
              <rect width="16" height="16" fill={stitchOf(dye)} />
            </svg>{' '}
            {dye}
          </Radio>
        ))}
      </Radio.Group>
      <p className="layer-acts">
        <button
          type="button"
          className="word"
          disabled={index === 0 || index === profile.layers.length - 1}
          onClick={() => move(1)}
        >
          Up
        </button>
        <button type="button" className="word" disabled={index < 2} onClick={() => move(-1)}>
          Down
        </button>
        <button type="button" className="word" disabled={isFull} onClick={duplicate}>
          Duplicate
        </button>
        {index > 0 && (
          <button type="button" className="word madder" onClick={askToTakeOut}>
            Take out
          </button>
        )}
      </p>
      {profile.layers.length > 1 && (
        <p className="layer-copy">
          <Select<string | null>
            size="small"
            aria-label={`Copy the keys of ${layer.name} to`}
            value={null}
            placeholder="Copy its keys to …"
            options={profile.layers.flatMap(({ id, name }) => (id === layer.id ? [] : [{ value: id, label: name }]))}
            onChange={(to) => to !== null && copyTo(to)}
          />
          <Checkbox checked={replaces} onChange={({ target }) => setReplaces(target.checked)}>
            replacing what is there
          </Checkbox>
        </p>
      )}
    </div>
  );
};
