/** A step of one's own walk, written: its words, the layer that is shown, and its keys, which are chosen on the board below. */
import { Select } from 'antd';
import { LIMITS, type WrittenStep } from '../../core/profile';
import { keyLegend } from '../shared/keyNames';
import { TriedText } from '../shared/tried';
import type { Bench } from '../shared/useBench';
import './WalkCard.css';

type WalkCardProps = {
  bench: Bench;
  steps: readonly WrittenStep[];
  at: number;
  /** Puts the walk in the place of the one that is there; why not, when it is refused. */
  onChange: (steps: readonly WrittenStep[], goesOn?: boolean) => string | undefined;
  /** Goes to a step. */
  onGo: (at: number) => void;
};

export const WalkCard = ({ bench, steps, at, onChange, onGo }: WalkCardProps) => {
  const { profile, board } = bench;
  const step = steps[at];
  if (!step) return null;
  const change = (to: Partial<WrittenStep>, goesOn = false): string | undefined =>
    onChange(steps.with(at, { ...step, ...to }), goesOn);
  const move = (by: number): void => {
    const others = steps.toSpliced(at, 1);
    onChange(others.toSpliced(at + by, 0, step));
    onGo(at + by);
  };
  const add = (): void => {
    onChange(
      steps.toSpliced(at + 1, 0, {
        says: 'Say what is here.',
        ...(step.layer !== undefined && { layer: step.layer }),
        keys: [],
      }),
    );
    onGo(at + 1);
  };
  const takeOut = (): void => {
    onChange(steps.toSpliced(at, 1));
    onGo(Math.max(0, at - 1));
  };
  return (
    <div className="walk-card">
      <label htmlFor="walk-words">Words</label>
      <TriedText
        id="walk-words"
        label="Words of this step"
        isLong
        size="small"
        maxLength={LIMITS.noteLength}
        value={step.says}
        onTake={(says) =>
          says.trim() === '' ? 'A step has words; take it out if it has nothing to say.' : change({ says }, true)
        }
      />
      <label htmlFor="walk-layer">Layer</label>
      <Select<string>
        id="walk-layer"
        size="small"
        value={step.layer ?? profile.layers[0]?.id ?? ''}
        options={profile.layers.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(layer) => change({ layer })}
      />
      <span>Keys</span>
      <span className="walk-keys" data-testid="walk-keys">
        {step.keys.map((key) => (
          <button
            key={key}
            type="button"
            className="word"
            title={`Take ${keyLegend(board, profile, key)} out of this step`}
            onClick={() => change({ keys: step.keys.filter((one) => one !== key) })}
          >
            {keyLegend(board, profile, key)} ×
          </button>
        ))}
        <span className="soft">
          {step.keys.length >= LIMITS.walkKeys ? `${LIMITS.walkKeys} are the most` : 'press keys on the board below'}
        </span>
      </span>
      <p className="walk-card-acts">
        <button type="button" className="word" disabled={steps.length >= LIMITS.walkSteps} onClick={add}>
          Another step behind it
        </button>
        <button type="button" className="word" disabled={at === 0} onClick={() => move(-1)}>
          ▴ Earlier
        </button>
        <button type="button" className="word" disabled={at === steps.length - 1} onClick={() => move(1)}>
          ▾ Later
        </button>
        <button type="button" className="word madder" onClick={takeOut}>
          Take it out
        </button>
      </p>
    </div>
  );
};
