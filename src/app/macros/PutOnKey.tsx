/** Puts the macro on a key: a layer, and a key on the drawn board. */
import { Select } from 'antd';
import { useMemo, useState } from 'react';
import { legendOf } from '../../core/notation';
import { applyEdit, bindKeys, refusalOf, together, type Edit, type Layer, type Macro } from '../../core/profile';
import { NewLayer } from '../shared/NewLayer';
import { BoardView } from '../shared/BoardView';
import { keyLegend, keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { Dialog } from '../shared/Dialog';

export const PutOnKey = ({ bench, macro, onClose }: { bench: Bench; macro: Macro; onClose: () => void }) => {
  const { board, edit } = bench;
  const [layerId, setLayerId] = useState(bench.layer.id);
  const [isMaking, setIsMaking] = useState(false);
  /** A layer that is made here: it and the key are one step, so it waits for the key. */
  const [made, setMade] = useState<{ edit: Edit; layer: Layer } | null>(null);
  const profile = useMemo(() => {
    const result = made && applyEdit(bench.profile, made.edit);
    return result?.ok ? result.profile : bench.profile;
  }, [bench.profile, made]);
  const layer = profile.layers.find(({ id }) => id === layerId) ?? bench.layer;
  const put = (key: string): void => {
    const does = { kind: 'act' as const, action: { do: 'macro' as const, macro: macro.id } };
    const putting = bindKeys(profile, layer.id, [key], does);
    edit(
      made ? together([made.edit, putting]) : putting,
      `${macro.name} on ${keyTitle(board, profile, key)}${made ? `, with the layer ${made.layer.name}` : ''}`,
    );
    onClose();
  };
  const close = (): void => {
    if (made) edit(made.edit, `the layer ${made.layer.name}`);
    onClose();
  };
  return (
    <Dialog width={680} footer={null} title={`Put “${macro.name}” on a key`} onCancel={close}>
      <p className="soft">
        On{' '}
        <Select
          size="small"
          aria-label="Layer"
          value={layer.id}
          options={profile.layers.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setLayerId}
        />{' '}
        <button type="button" className="word" disabled={made !== null} onClick={() => setIsMaking(true)}>
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
      {isMaking && (
        <NewLayer
          bench={bench}
          onTake={(making, fresh) => {
            const result = applyEdit(bench.profile, making);
            if (!result.ok) return refusalOf(result.problem);
            setMade({ edit: making, layer: fresh });
            setLayerId(fresh.id);
            return undefined;
          }}
          onClose={() => setIsMaking(false)}
        />
      )}
    </Dialog>
  );
};
