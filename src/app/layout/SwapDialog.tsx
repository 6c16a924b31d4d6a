/** Two keys of the board, or two keys of the host, change places everywhere: one edit. */
import { Segmented, Select } from 'antd';
import { useState } from 'react';
import { NAMED_CODES, titleOfCode } from '../../core/codes';
import { swapCodesEverywhere, swapKeysEverywhere } from '../../core/profile';
import { keyTitle } from '../shared/keyNames';
import type { Bench } from '../shared/useBench';
import { Dialog } from '../shared/Dialog';
import './SwapDialog.css';

export const SwapDialog = ({ bench, onClose }: { bench: Bench; onClose: () => void }) => {
  const { profile, board, selectedKey, selectedKeys, edit } = bench;
  const [what, setWhat] = useState<'keys' | 'codes'>('keys');
  const [a, setA] = useState<string>(selectedKey);
  const [b, setB] = useState<string>(selectedKeys.find((key) => key !== selectedKey) ?? '');
  const [codeA, setCodeA] = useState('ControlLeft');
  const [codeB, setCodeB] = useState('MetaLeft');
  const [one, other] = what === 'keys' ? [a, b] : [codeA, codeB];
  const made =
    one === '' || other === '' || one === other
      ? undefined
      : (what === 'keys' ? swapKeysEverywhere : swapCodesEverywhere)(profile, one, other);
  const keys = board.keys
    .filter(({ contact }) => contact === undefined)
    .map(({ id }) => ({ value: id, label: keyTitle(board, profile, id) }));
  const codes = NAMED_CODES.map((code) => ({ value: code, label: titleOfCode(code) }));
  const options = what === 'keys' ? keys : codes;
  const nameOf = (id: string): string => (what === 'keys' ? keyTitle(board, profile, id) : titleOfCode(id));
  return (
    <Dialog
      title="Change places everywhere"
      okText="Change places"
      okButtonProps={{ disabled: !made }}
      onCancel={onClose}
      onOk={() => {
        if (made) edit(made, `${nameOf(one)} and ${nameOf(other)} change places everywhere`);
        onClose();
      }}
    >
      <p>
        <Segmented
          aria-label="What changes places"
          value={what}
          options={[
            { value: 'keys', label: 'two keys of the board' },
            { value: 'codes', label: 'two keys that are sent' },
          ]}
          onChange={(value) => setWhat(value as 'keys' | 'codes')}
        />
      </p>
      <p className="swap-line">
        <Select
          aria-label="One"
          showSearch={{ optionFilterProp: 'label' }}
          value={one || null}
          options={options}
          onChange={(value: string) => (what === 'keys' ? setA : setCodeA)(value)}
        />
        <span>and</span>
        <Select
          aria-label="The other"
          showSearch={{ optionFilterProp: 'label' }}
          value={other || null}
          options={options}
          onChange={(value: string) => (what === 'keys' ? setB : setCodeB)(value)}
        />
      </p>
      <p className="soft" role="status">
        {one === other || other === ''
          ? 'Choose two.'
          : !made
            ? 'Neither is anywhere in this profile.'
            : what === 'keys'
              ? 'On every layer, in joint presses and in their depths.'
              : 'In everything that is sent: keys, holds, stroke plans, joint presses and macros. For another host’s modifiers, make a variant first.'}
      </p>
    </Dialog>
  );
};
