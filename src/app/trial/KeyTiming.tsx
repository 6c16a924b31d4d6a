/** The moments of decision of one key, changed while the trial shows what becomes of the same fingers. */
import { Segmented } from 'antd';
import type { Board } from '../../core/board';
import { timeKeys, timingOf, type Interrupt, type PartialTiming, type Profile } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import { TimeRuler } from '../shared/TimeRuler';
import { presentRow } from '../state/rows';
import { useShelf } from '../state/shelf';

type KeyTimingProps = { draft: Profile; board: Board; gestureKey: string; layer: string };

export const KeyTiming = ({ draft, board, gestureKey, layer }: KeyTimingProps) => {
  const edit = useShelf((state) => state.edit);
  const notify = useShelf((state) => state.notify);
  const binding = draft.layers.find(({ id }) => id === layer)?.keys[gestureKey]?.does;
  if (binding?.kind !== 'gesture') return null;
  const timing = timingOf(draft, binding);
  const title = keyTitle(board, draft, gestureKey);
  const change = (to: PartialTiming): void => {
    const changed = timeKeys(draft, layer, [gestureKey], to);
    const refused = changed && edit(draft.id, changed, `the timing of ${title}`, presentRow());
    if (refused !== undefined) notify(`Not changed: ${refused}`);
  };
  return (
    <section aria-label={`The timing of ${title}`}>
      <h2>Try {title} with other moments</h2>
      <TimeRuler timing={timing} own={binding.timing ?? {}} steps={binding.steps} onChange={change} />
      {binding.steps.some((step) => step.hold) && (
        <Segmented<Interrupt>
          size="small"
          aria-label="What another key inside it does"
          value={timing.interrupt}
          options={[
            { value: 'nested', label: 'nested' },
            { value: 'any', label: 'any' },
            { value: 'wait', label: 'wait' },
          ]}
          onChange={(interrupt) => change({ interrupt })}
        />
      )}
      <p className="soft">The same fingers are run again at once; what differs is marked.</p>
    </section>
  );
};
