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
  const isOver = useRef(false);
  return (
    <Popconfirm
      title={asks}
      okText={yes}
      cancelText={no}
      cancelButtonProps={{ autoFocus: true }}
      destroyOnHidden
      disabled={!isAsked}
      onConfirm={() => {
        isOver.current = true;
        onYes();
      }}
      onOpenChange={(isOpen) => {
        if (!isOpen && !isOver.current) word.current?.focus();
        isOver.current = false;
      }}
    >
      <button ref={word} type="button" className={`word ${className}`} onClick={isAsked ? undefined : onYes}>
        {children}
      </button>
    </Popconfirm>
  );
};
