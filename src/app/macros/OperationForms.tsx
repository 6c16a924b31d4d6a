/** The operations that ask for more than figures: another macro to join, a key in place of another. */
import { InputNumber, Select } from 'antd';
import { useState } from 'react';
import { codeOfWord, isCode, titleOfCode, wordOfCode } from '../../core/codes';
import { keysOf, operations as op, type Places, type TooMuch } from '../../core/macro';
import type { Score } from '../../core/profile';
import './macros.css';

export type OperationProps = {
  score: Score;
  places: Places;
  pollUs: number;
  /** What can be joined behind it. */
  others: readonly { name: string; score: Score }[];
  onApply: (score: Score | TooMuch, what: string) => void;
};

/** Another macro's score behind this one. */
export const Join = ({ score, others, onApply }: Pick<OperationProps, 'score' | 'others' | 'onApply'>) => {
  const [gapMs, setGapMs] = useState(100);
  return (
    <div className="operation-figures">
      <label>
        after{' '}
        <InputNumber size="small" min={0} max={600_000} value={gapMs} onChange={(value) => setGapMs(value ?? 0)} /> ms
        put
      </label>
      {others.map(({ name, score: other }) => (
        <button
          key={name}
          type="button"
          className="word"
          onClick={() => onApply(op.join(score, other, gapMs * 1000), `joining ${name}`)}
        >
          {name}
        </button>
      ))}
    </div>
  );
};

/** One key in place of another. */
export const Transpose = ({ score, places, onApply }: Omit<OperationProps, 'pollUs' | 'others'>) => {
  const keys = keysOf(score);
  const [from, setFrom] = useState<string>();
  const [word, setWord] = useState('');
  const shownFrom = from !== undefined && keys.includes(from) ? from : keys[0];
  const to = codeOfWord(word.trim()) ?? (isCode(word.trim()) ? word.trim() : undefined);
  return (
    <div className="operation-figures">
      <Select
        size="small"
        aria-label="The key to replace"
        value={shownFrom ?? null}
        options={keys.map((code) => ({ value: code, label: titleOfCode(code) }))}
        onChange={(code: string | null) => setFrom(code ?? undefined)}
      />
      <label>
        becomes{' '}
        <input
          className="plain-input mono"
          aria-label="The key it becomes"
          placeholder="F13, Esc, A …"
          value={word}
          onChange={({ target }) => setWord(target.value)}
        />
      </label>
      <button
        type="button"
        className="word"
        disabled={to === undefined || shownFrom === undefined}
        onClick={() =>
          to !== undefined &&
          shownFrom !== undefined &&
          onApply(
            op.transpose(score, shownFrom, to, places.size > 0 ? places : undefined),
            `${wordOfCode(shownFrom)} to ${wordOfCode(to)}`,
          )
        }
      >
        Replace it
      </button>
    </div>
  );
};
