/**
 * The operations on a score, in three groups. One is chosen by what it does, shows what the score would be, and is taken then: one edit, on
 * what is selected, or on the whole part.
 */
import { InputNumber, Popover } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { isTooMuch, keysOf } from '../../core/macro';
import { Join, Transpose, type OperationProps } from './OperationForms';
import { OPERATION_GROUPS, type Operation, type OperationGroup } from './operationList';
import { ScorePreview } from './ScorePreview';
import './Operations.css';
import './macros.css';

/** One operation with its figures and what would come of it. */
const Chosen = ({ operation, score, places, pollUs, onApply }: { operation: Operation } & OperationProps) => {
  const [figures, setFigures] = useState(operation.fields.map(({ usual }) => usual));
  const after = operation.apply(score, figures, places.size > 0 ? places : undefined, pollUs);
  const take = (): void => onApply(after, operation.name.toLowerCase());
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.querySelector<HTMLElement>('input, [data-part=operation-take]')?.focus(), []);
  return (
    <div ref={box} className="operation-figures">
      {operation.fields.map(({ label, unit, least, most, step, isWhole }, index) => (
        <label key={label}>
          {label}{' '}
          <InputNumber
            size="small"
            min={least}
            max={most}
            {...(isWhole && { precision: 0 })}
            step={step ?? 1}
            value={figures[index] ?? 0}
            onChange={(value) => setFigures(figures.with(index, value ?? 0))}
            onPressEnter={take}
          />{' '}
          {unit}
        </label>
      ))}
      {isTooMuch(after) ? (
        <p className="field-reason" role="alert">
          {after.tooMuch}
        </p>
      ) : (
        <ScorePreview before={score} after={after} />
      )}
      <p>
        <button type="button" className="word" data-part="operation-take" disabled={isTooMuch(after)} onClick={take}>
          {operation.name}
        </button>{' '}
        <span className="soft">{places.size > 0 ? `on ${places.size} selected events` : 'on the whole part'}</span>
      </p>
    </div>
  );
};

const Group = ({ group, ...props }: { group: OperationGroup } & OperationProps) => {
  const [isOpen, setIsOpen] = useState(false);
  const [chosen, setChosen] = useState('');
  const opener = useRef<HTMLButtonElement>(null);
  const close = (): void => {
    setIsOpen(false);
    opener.current?.focus();
  };
  const onApply: OperationProps['onApply'] = (score, what) => {
    props.onApply(score, what);
    close();
  };
  const rows = [
    ...group.operations.map((operation) => ({
      ...operation,
      idle: operation.idle(props.score),
      form: <Chosen key={operation.name} operation={operation} {...props} onApply={onApply} />,
    })),
    ...(group.name === 'Presses'
      ? [
          {
            name: 'Another key',
            about: 'One key takes the place of another.',
            idle: keysOf(props.score).length === 0 ? 'No key is pressed.' : '',
            form: <Transpose {...props} onApply={onApply} />,
          },
        ]
      : []),
    ...(group.name === 'Whole'
      ? [
          {
            name: 'Join another macro',
            about: 'Its score follows this one.',
            idle: props.others.length === 0 ? 'There is no other.' : '',
            form: <Join {...props} onApply={onApply} />,
          },
        ]
      : []),
  ];
  return (
    <Popover
      open={isOpen}
      onOpenChange={(open) => {
        setIsOpen(open);
        setChosen('');
      }}
      trigger="click"
      placement="bottomLeft"
      destroyOnHidden
      content={
        <div
          className="operation-group"
          role="group"
          aria-label={`${group.name}: ${group.about}`}
          onKeyDown={(event) => event.key === 'Escape' && close()}
        >
          {rows.map(({ name, about, idle, form }) => (
            <div key={name}>
              <button
                type="button"
                className="operation-row"
                aria-expanded={chosen === name}
                disabled={idle !== ''}
                onClick={() => setChosen(chosen === name ? '' : name)}
              >
                <b>{name}</b> <span className="soft">{idle || about}</span>
              </button>
              {chosen === name && form}
            </div>
          ))}
        </div>
      }
    >
      <button ref={opener} type="button" className="word" aria-expanded={isOpen}>
        {group.name} …<span className="soft operation-about"> {group.about}</span>
      </button>
    </Popover>
  );
};

export const Operations = (props: OperationProps) => (
  <div className="operations" role="toolbar" aria-label="Operations on the score">
    {OPERATION_GROUPS.map((group) => (
      <Group key={group.name} group={group} {...props} />
    ))}
  </div>
);
