/**
 * Fields whose every change is an edit. What is refused stays in the field as it was typed, with the reason beside it, until it is
 * mended or left with Escape; so nothing that a person types is lost, and nothing that would not load again gets through.
 */
import { Input, InputNumber } from 'antd';
import { useState, type ComponentProps } from 'react';
import type { Range } from '../../core/profile';
import './tried.css';

/** Takes a value, or says why it cannot. */
type Take<T> = (value: T) => string | undefined;

const Reason = ({ reason }: { reason: string }) =>
  reason === '' ? null : (
    <span className="field-reason" role="alert">
      {reason}
    </span>
  );

type TriedTextProps = { label: string; value: string; onTake: Take<string>; isLong?: boolean } & Pick<
  ComponentProps<typeof Input>,
  'id' | 'className' | 'size' | 'variant' | 'disabled' | 'placeholder' | 'autoFocus' | 'maxLength'
> & { onEnter?: () => void };

/** A text that is taken letter by letter. */
export const TriedText = ({ label, value, onTake, isLong = false, onEnter, ...rest }: TriedTextProps) => {
  const [draft, setDraft] = useState<{ text: string; reason: string } | null>(null);
  const change = (text: string): void => {
    const reason = onTake(text);
    setDraft(reason === undefined ? null : { text, reason });
  };
  const common = {
    ...rest,
    'aria-label': label,
    'aria-invalid': draft !== null,
    value: draft?.text ?? value,
    status: draft ? ('error' as const) : ('' as const),
  };
  return (
    <span className="tried" data-half={draft ? 'yes' : 'no'}>
      {isLong ? (
        <Input.TextArea
          {...(common as ComponentProps<typeof Input.TextArea>)}
          rows={1}
          onChange={({ target }) => change(target.value)}
          onKeyDown={({ key }) => key === 'Escape' && setDraft(null)}
        />
      ) : (
        <Input
          {...common}
          onChange={({ target }) => change(target.value)}
          onKeyDown={({ key }) => key === 'Escape' && setDraft(null)}
          {...(onEnter && { onPressEnter: onEnter })}
        />
      )}
      <Reason reason={draft?.reason ?? ''} />
    </span>
  );
};

type TriedNumberProps = {
  label: string;
  value: number;
  range: Range;
  onTake: Take<number>;
  step?: number;
  className?: string;
};

/** A whole number within a range. */
export const TriedNumber = ({ label, value, range, onTake, step = 1, className }: TriedNumberProps) => {
  const [reason, setReason] = useState('');
  return (
    <span className="tried" data-half={reason === '' ? 'no' : 'yes'}>
      <InputNumber
        size="small"
        aria-label={label}
        {...(className !== undefined && { className })}
        min={range.least}
        max={range.most}
        precision={0}
        step={step}
        value={value}
        status={reason === '' ? '' : 'error'}
        onChange={(typed) => typed !== null && setReason(onTake(typed) ?? '')}
      />
      <Reason reason={reason} />
    </span>
  );
};
