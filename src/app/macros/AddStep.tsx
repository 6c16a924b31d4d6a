/** Writing a score step by step: press, release, wait, text. */
import { InputNumber, Select } from 'antd';
import { useState } from 'react';
import { codeOfWord, isCode } from '../../core/codes';
import type { operations } from '../../core/macro';
import './macros.css';
import './AddStep.css';

type Kind = operations.Step['step'];

const USUAL_PRESS_MS = 60;

export const AddStep = ({ onAdd }: { onAdd: (step: operations.Step) => void }) => {
  const [kind, setKind] = useState<Kind>('press');
  const [word, setWord] = useState('');
  const [ms, setMs] = useState(USUAL_PRESS_MS);
  const typed = word.trim();
  const code = codeOfWord(typed) ?? (isCode(typed) ? typed : undefined);
  const isWrong = kind !== 'wait' && kind !== 'text' && typed !== '' && code === undefined;

  const add = (): void => {
    const us = Math.round(ms * 1000);
    if (kind === 'wait') onAdd({ step: 'wait', us });
    else if (kind === 'text' && word !== '') onAdd({ step: 'text', text: word, gapMs: 0 });
    else if (kind === 'press' && code !== undefined) onAdd({ step: 'press', code, us });
    else if ((kind === 'down' || kind === 'up') && code !== undefined) onAdd({ step: kind, code });
    else return;
    setWord('');
  };

  return (
    <p className="add-step">
      <Select<Kind>
        size="small"
        aria-label="What comes next"
        value={kind}
        onChange={setKind}
        options={[
          { value: 'press', label: 'press' },
          { value: 'down', label: 'down' },
          { value: 'up', label: 'up' },
          { value: 'wait', label: 'wait' },
          { value: 'text', label: 'text' },
        ]}
      />
      {kind !== 'wait' && (
        <input
          className={`plain-input mono ${isWrong ? 'wrong' : ''}`}
          aria-label={kind === 'text' ? 'The text' : 'The key'}
          aria-invalid={isWrong}
          placeholder={kind === 'text' ? 'Scene 3' : 'F13, Esc, A …'}
          maxLength={kind === 'text' ? 500 : 24}
          value={word}
          onChange={({ target }) => setWord(target.value)}
          onKeyDown={(event) => event.key === 'Enter' && add()}
        />
      )}
      {(kind === 'press' || kind === 'wait') && (
        <label>
          <InputNumber
            size="small"
            aria-label="How long, in ms"
            min={0}
            max={600_000}
            value={ms}
            onChange={(value) => setMs(value ?? 0)}
            onPressEnter={add}
          />{' '}
          ms
        </label>
      )}
      <button type="button" className="word" onClick={add}>
        Add
      </button>
    </p>
  );
};
