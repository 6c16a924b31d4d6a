/** The moments of decision of one key, tried on the fingers that were; the draft has them when they are taken. */
import { Segmented } from 'antd';
import type { Board } from '../../core/board';
import { timingOf, type Interrupt, type PartialTiming, type Profile } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import { TimeRuler } from '../shared/TimeRuler';

type KeyTimingProps = {
  /** The profile as it is played: the draft, or what is tried. */
  played: Profile;
  board: Board;
  gestureKey: string;
  layer: string;
  onTry: (layer: string, key: string, to: PartialTiming) => void;
};

export const KeyTiming = ({ played, board, gestureKey, layer, onTry }: KeyTimingProps) => {
  const binding = played.layers.find(({ id }) => id === layer)?.keys[gestureKey]?.does;
  if (binding?.kind !== 'gesture') return null;
  const timing = timingOf(played, binding);
  const title = keyTitle(board, played, gestureKey);
  const change = (to: PartialTiming): void => onTry(layer, gestureKey, to);
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
      <p className="soft">
        The same fingers are run again at once; what differs is marked. Your draft stays as it is until you take it.
      </p>
    </section>
  );
};
