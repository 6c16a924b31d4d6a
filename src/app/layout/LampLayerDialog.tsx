/** A layer that is shown while a lamp of the host is lit, or dark. */
import { Segmented, Select } from 'antd';
import { useState } from 'react';
import { HOST_LAMPS, lampTitle, type HostLamp } from '../../core/codes';
import { idIn, LIMITS, sameData, type Edit } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { Dialog } from '../shared/Dialog';
import './LampLayerDialog.css';

type LampLayerDialogProps = { bench: Bench; index: number | undefined; onClose: () => void };

export const LampLayerDialog = ({ bench, index, onClose }: LampLayerDialogProps) => {
  const { profile, layer, edit } = bench;
  const old = index === undefined ? undefined : profile.lampLayers[index];
  const upper = profile.layers.slice(1);
  const [lamp, setLamp] = useState<HostLamp>(old?.lamp ?? 'NumLock');
  const [lit, setLit] = useState(old?.lit ?? true);
  // The layer that is looked at is the one that is meant, when it can be.
  const [shows, setShows] = useState(old?.shows ?? (upper.find(({ id }) => id === layer.id) ?? upper[0])?.id ?? '');
  const item = { lamp, lit, shows };
  const isThere = profile.lampLayers.some((one) => one !== old && sameData(one, item));
  const reason = isThere
    ? 'That is so already.'
    : !old && profile.lampLayers.length >= LIMITS.lampLayers
      ? `There can be ${LIMITS.lampLayers} at the most.`
      : '';
  const shown = profile.layers.find(({ id }) => id === shows)?.name ?? '';

  const put = (change: Edit, said: string): void => {
    edit(change, said);
    onClose();
  };
  const list = 'lampLayers';
  const take = (): void =>
    put(
      old
        ? { edit: 'replace', list, id: idIn(old), item }
        : { edit: 'insert', list, at: profile.lampLayers.length, item },
      'the layer of a lamp',
    );

  return (
    <Dialog
      title="Layer of a lamp"
      okText={old ? 'Change it' : 'Show it'}
      okButtonProps={{ disabled: reason !== '' }}
      onOk={take}
      onCancel={onClose}
      footer={(_, { OkBtn, CancelBtn }) => (
        <>
          {old && (
            <button
              type="button"
              className="word madder"
              onClick={() => put({ edit: 'remove', list, id: idIn(old) }, 'letting a lamp go')}
            >
              Let the lamp go
            </button>
          )}
          <CancelBtn />
          <OkBtn />
        </>
      )}
    >
      <p>While the lamp of</p>
      <Segmented<HostLamp>
        aria-label="The lamp"
        value={lamp}
        onChange={setLamp}
        options={HOST_LAMPS.map((value) => ({ value, label: lampTitle(value) }))}
      />
      <p>is</p>
      <Segmented<'lit' | 'dark'>
        aria-label="How it is"
        value={lit ? 'lit' : 'dark'}
        onChange={(how) => setLit(how === 'lit')}
        options={['lit', 'dark']}
      />
      <p>this layer is shown:</p>
      <Select
        aria-label="The layer that is shown"
        className="lamp-shows"
        value={shows}
        onChange={setShows}
        options={upper.map(({ id, name }) => ({ value: id, label: name }))}
      />
      <p role="status" className="soft">
        {reason ||
          `The host says of its lamps what it does with the key ${lampTitle(lamp)}; ${shown} comes and goes with that, wherever it was pressed.`}
      </p>
    </Dialog>
  );
};
