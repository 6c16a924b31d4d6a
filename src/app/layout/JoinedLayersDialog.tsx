/** Joined layers: while some layers are active together, another one is too. */
import { Checkbox, Select } from 'antd';
import { useState } from 'react';
import { idIn, LIMITS, type Edit } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { Dialog } from '../shared/Dialog';
import './JoinedLayersDialog.css';

type JoinedLayersDialogProps = { bench: Bench; index: number | undefined; onClose: () => void };

export const JoinedLayersDialog = ({ bench, index, onClose }: JoinedLayersDialogProps) => {
  const { profile, edit } = bench;
  const joined = index === undefined ? undefined : profile.joinedLayers[index];
  const [when, setWhen] = useState<string[]>(joined?.when ?? []);
  const [also, setAlso] = useState<string | undefined>(joined?.also);
  const upper = profile.layers.slice(1);
  const reason =
    when.length < 2
      ? 'Choose two layers or more.'
      : when.length > LIMITS.joinedWhen
        ? `Choose ${LIMITS.joinedWhen} layers at the most.`
        : also === undefined
          ? 'Choose the layer that is added.'
          : when.includes(also)
            ? 'The added layer is one of those already.'
            : '';

  const put = (change: Edit, said: string): void => {
    edit(change, said);
    onClose();
  };
  const list = 'joinedLayers';
  const take = (): void => {
    if (also === undefined) return;
    const item = { when, also };
    put(
      joined
        ? { edit: 'replace', list, id: idIn(joined), item }
        : { edit: 'insert', list, at: profile.joinedLayers.length, item },
      'joined layers',
    );
  };

  return (
    <Dialog
      title="Joined layers"
      okText={joined ? 'Change it' : 'Join them'}
      okButtonProps={{ disabled: reason !== '' }}
      onOk={() => take()}
      onCancel={onClose}
      footer={(_, { OkBtn, CancelBtn }) => (
        <>
          {joined && (
            <button
              type="button"
              className="word madder"
              onClick={() => put({ edit: 'remove', list, id: idIn(joined) }, 'taking joined layers apart')}
            >
              Take them apart
            </button>
          )}
          <CancelBtn />
          <OkBtn />
        </>
      )}
    >
      <p>While all of these are active</p>
      <Checkbox.Group
        options={upper.map(({ id, name }) => ({ value: id, label: name }))}
        value={when}
        onChange={(chosen) => setWhen(chosen)}
      />
      <p>this one is too:</p>
      <Select
        aria-label="The layer that is added"
        className="joined-also"
        value={also ?? null}
        placeholder="a layer"
        onChange={(id: string | null) => setAlso(id ?? undefined)}
        options={upper.map(({ id, name }) => ({ value: id, label: name }))}
      />
      <p role="status" className="soft">
        {reason}
      </p>
    </Dialog>
  );
};
