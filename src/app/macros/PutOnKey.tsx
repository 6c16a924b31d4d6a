/** Puts the macro on a key: a layer, and a key on the drawn board. */
import { Modal, Select } from 'antd';
import { useState } from 'react';
import { legendOf } from '../../core/notation';
import { bindKeys, type Macro } from '../../core/profile';
import { BoardView } from '../shared/BoardView';
import { keyLegend, keyName } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';

export const PutOnKey = ({ bench, macro, onClose }: { bench: Bench; macro: Macro; onClose: () => void }) => {
  const { profile, board, edit } = bench;
  const [layerId, setLayerId] = useState(bench.layer.id);
  const layer = profile.layers.find(({ id }) => id === layerId) ?? bench.layer;
  const put = (key: string): void => {
    const does = { kind: 'act' as const, action: { do: 'macro' as const, macro: macro.id } };
    edit(bindKeys(profile, layer.id, [key], does), `${macro.name} on ${keyName(board, key)}`);
    onClose();
  };
  return (
    <Modal open width={680} footer={null} title={`Put “${macro.name}” on a key`} onCancel={onClose}>
      <p className="soft">
        On{' '}
        <Select
          size="small"
          aria-label="Layer"
          value={layer.id}
          options={profile.layers.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setLayerId}
        />{' '}
        click the key, or walk with the arrows and press Space. What it does now is replaced; undo brings it back.
      </p>
      <BoardView
        board={board}
        label={`${board.name}: choose the key that plays ${macro.name}`}
        onChoose={put}
        face={(key) => {
          const own = layer.keys[key.id];
          const legend = own ? legendOf(own, profile).main : '';
          return {
            label: `${keyName(board, key.id)}: ${legend || 'passes'}`,
            cap: { main: legend || keyLegend(board, profile, key.id), below: !own },
          };
        }}
      />
    </Modal>
  );
};
