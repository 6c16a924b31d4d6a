/** Puts the macro on a key: a layer, and a key on the drawn board. */
import { Select } from 'antd';
import { useState } from 'react';
import { legendOf } from '../../core/notation';
import { bindKeys, type Macro } from '../../core/profile';
import { NewLayer } from '../shared/NewLayer';
import { BoardView } from '../shared/BoardView';
import { keyLegend, keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { Dialog } from '../shared/Dialog';

export const PutOnKey = ({ bench, macro, onClose }: { bench: Bench; macro: Macro; onClose: () => void }) => {
  const { profile, board, edit } = bench;
  const [layerId, setLayerId] = useState(bench.layer.id);
  const [isMaking, setIsMaking] = useState(false);
  const layer = profile.layers.find(({ id }) => id === layerId) ?? bench.layer;
  const put = (key: string): void => {
    const does = { kind: 'act' as const, action: { do: 'macro' as const, macro: macro.id } };
    edit(bindKeys(profile, layer.id, [key], does), `${macro.name} on ${keyTitle(board, profile, key)}`);
    onClose();
  };
  return (
    <Dialog width={680} footer={null} title={`Put “${macro.name}” on a key`} onCancel={onClose}>
      <p className="soft">
        On{' '}
        <Select
          size="small"
          aria-label="Layer"
          value={layer.id}
          options={profile.layers.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setLayerId}
        />{' '}
        <button type="button" className="word" onClick={() => setIsMaking(true)}>
          + A new layer …
        </button>{' '}
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
            label: `${keyTitle(board, profile, key.id)}: ${legend || 'passes'}`,
            cap: { main: legend || keyLegend(board, profile, key.id), below: !own },
          };
        }}
      />
      {isMaking && <NewLayer bench={bench} onMade={setLayerId} onClose={() => setIsMaking(false)} />}
    </Dialog>
  );
};
