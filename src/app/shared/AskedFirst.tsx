/** A word that takes something away for good: it asks first, beside itself, with the focus on what takes nothing. */
import { Popconfirm } from 'antd';
import { useRef } from 'react';

type AskedFirstProps = {
  /** What the word says. */
  children: string;
  className?: string;
  /** What would happen, as a sentence. */
  asks: string;
  yes: string;
  no: string;
  /** Where there is nothing to lose, nothing is asked. */
  isAsked?: boolean;
  onYes: () => void;
};

export const AskedFirst = ({ children, className = '', asks, yes, no, isAsked = true, onYes }: AskedFirstProps) => {
  const word = useRef<HTMLButtonElement>(null);
  return (
    <Popconfirm
      title={asks}
      okText={yes}
      cancelText={no}
      cancelButtonProps={{ autoFocus: true }}
      destroyOnHidden
      disabled={!isAsked}
      onConfirm={onYes}
      onOpenChange={(isOpen) => {
        if (!isOpen) word.current?.focus();
      }}
    >
      <button ref={word} type="button" className={`word ${className}`} onClick={isAsked ? undefined : onYes}>
        {children}
      </button>
    </Popconfirm>
  );
};
