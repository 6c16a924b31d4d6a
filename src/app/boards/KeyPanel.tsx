/** What the selected keys are: name, place, size, hand, finger, code and contact. With several selected, what is set is set for all. */
import { AutoComplete, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { renameKey, setKeys, type Board, type BoardKey, type Drawn, type KeyId } from '../../core/board';
import { codeOfWord, KEY_WORDS, titleOfCode, wordOfCode } from '../../core/codes';
import './KeyPanel.css';

const HANDS = [
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
  { value: 'either', label: 'either' },
] as const;
const FINGERS = (['little', 'ring', 'middle', 'index', 'thumb'] as const).map((value) => ({ value, label: value }));

type KeyPanelProps = {
  board: Board;
  selected: readonly KeyId[];
  onDraw: (result: Drawn, row?: string) => void;
  onRenamed: (to: KeyId) => void;
};

/** What all keys have; undefined when they differ. */
function common<T>(keys: readonly BoardKey[], of: (key: BoardKey) => T): T | undefined {
  const [first] = keys;
  const value = first && of(first);
  return keys.every((key) => of(key) === value) ? value : undefined;
}

export const KeyPanel = ({ board, selected, onDraw, onRenamed }: KeyPanelProps) => {
  const keys = board.keys.filter(({ id }) => selected.includes(id));
  const [only, second] = keys;
  const [typedCode, setTypedCode] = useState<string | null>(null);
  const [typedName, setTypedName] = useState<string | null>(null);
  if (!only) return <p className="soft">Select a key: click it, or go to it with the arrow keys.</p>;
  const ids = keys.map(({ id }) => id);
  const row = `set-${ids.join()}`;
  const set = (change: Parameters<typeof setKeys>[2]): void => onDraw(setKeys(board, ids, change), row);
  const number = (label: string, of: 'x' | 'y' | 'w' | 'h' | 'angle', step: number) => (
    <label>
      <span>{label}</span>
      <InputNumber
        aria-label={label}
        step={step}
        value={common(keys, (key) => key[of]) ?? null}
        placeholder="differ"
        onChange={(value) => typeof value === 'number' && set({ [of]: value })}
      />
    </label>
  );
  const code = common(keys, (key) => key.code);
  const takeCode = (text: string): void => {
    setTypedCode(null);
    const word = text.trim();
    if (word === '') set({ code: null });
    else set({ code: codeOfWord(word) ?? word });
  };
  const takeName = (): void => {
    const name = typedName?.trim() ?? only.id;
    setTypedName(null);
    if (name === only.id) return;
    const result = renameKey(board, only.id, name);
    onDraw(result);
    if ('board' in result) onRenamed(name);
  };
  return (
    <div className="key-panel">
      <h2>
        {second
          ? `${keys.length} keys`
          : only.code === undefined
            ? `Key ${only.id}`
            : `${titleOfCode(only.code === 'Fn' ? 'ContextMenu' : only.code)}`}
      </h2>
      {!second && (
        <label>
          <span>name</span>
          <Input
            aria-label="name of the key"
            maxLength={24}
            value={typedName ?? only.id}
            onChange={({ target }) => setTypedName(target.value)}
            onBlur={takeName}
            onPressEnter={takeName}
          />
        </label>
      )}
      <label>
        <span>code it sends</span>
        <AutoComplete
          aria-label="the code that an ordinary keyboard sends for this key"
          placeholder={keys.some((key) => key.code !== undefined) ? 'differ' : 'no code yet'}
          value={typedCode ?? (code === undefined ? '' : wordOfCode(code))}
          options={
            (typedCode ?? '') === ''
              ? []
              : KEY_WORDS.filter((word) => word.toLowerCase().startsWith((typedCode ?? '').toLowerCase()))
                  .slice(0, 8)
                  .map((value) => ({ value }))
          }
          onChange={(text: string) => setTypedCode(text)}
          onSelect={(text: string) => takeCode(text)}
          onBlur={() => typedCode !== null && takeCode(typedCode)}
          onKeyDown={(event) => event.key === 'Enter' && typedCode !== null && takeCode(typedCode)}
        />
      </label>
      <label>
        <span>hand</span>
        <Select
          aria-label="hand"
          value={common(keys, (key) => key.hand) ?? null}
          placeholder="differ"
          options={[...HANDS]}
          onChange={(hand) => hand && set({ hand })}
        />
      </label>
      <label>
        <span>finger</span>
        <Select
          aria-label="finger"
          value={common(keys, (key) => key.finger) ?? null}
          placeholder="differ"
          options={FINGERS}
          onChange={(finger) => finger && set({ finger })}
        />
      </label>
      {!second && (
        <label>
          <span>contact</span>
          <Select
            aria-label="contact"
            showSearch
            value={only.contact ?? ''}
            options={[
              { value: '', label: 'its own' },
              ...board.keys
                .filter(({ id, contact }) => id !== only.id && contact === undefined)
                .map(({ id }) => ({ value: id, label: `that of ${id}` })),
            ]}
            onChange={(contact) => set({ contact: contact === '' ? null : contact })}
          />
        </label>
      )}
      <div className="key-numbers">
        {!second && number('across', 'x', 0.25)}
        {!second && number('down', 'y', 0.25)}
        {number('wide', 'w', 0.25)}
        {number('deep', 'h', 0.25)}
        {number('turned °', 'angle', 5)}
      </div>
    </div>
  );
};
