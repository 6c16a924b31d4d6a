/** The bar of operations: each asks for its figures in place, and is one edit on what is selected, or on the whole part. */
import { InputNumber, Popover, Select } from 'antd';
import { useState } from 'react';
import { codeOfWord, isCode, titleOfCode, wordOfCode } from '../../core/codes';
import { keysOf, operations as op, pressesOf, type Places, type TooMuch } from '../../core/macro';
import { LIMITS, type Score } from '../../core/profile';

type Field = {
  label: string;
  unit: string;
  usual: number;
  least: number;
  most: number;
  step?: number;
  isWhole?: boolean;
};
type Operation = {
  name: string;
  /** What it says on the button that does it. */
  does: string;
  fields: readonly Field[];
  apply: (score: Score, figures: readonly number[], places: Places | undefined) => Score | TooMuch;
};

const ms = (label: string, usual: number, least = 0): Field => ({
  label,
  unit: 'ms',
  usual,
  least,
  most: LIMITS.holdForMs.most,
});

const ASKING: readonly Operation[] = [
  {
    name: 'All gaps …',
    does: 'Set all gaps',
    fields: [ms('every gap', 20)],
    apply: (score, [gap = 0], places) => op.setGaps(score, gap * 1000, places),
  },
  {
    name: 'Scale …',
    does: 'Scale',
    fields: [{ label: 'time times', unit: '', usual: 1.5, least: 0.05, most: 50, step: 0.05 }],
    apply: (score, [factor = 1], places) => op.scale(score, factor, places),
  },
  {
    name: 'Cap …',
    does: 'Cap the gaps',
    fields: [ms('no gap longer than', 200)],
    apply: (score, [most = 0], places) => op.capGaps(score, most * 1000, places),
  },
  {
    name: 'Grid …',
    does: 'Put on the grid',
    fields: [ms('every', 10, 1)],
    apply: (score, [step = 1], places) => op.quantise(score, step * 1000, places),
  },
  {
    name: 'Shortest press …',
    does: 'Lengthen short presses',
    fields: [ms('no press shorter than', 40)],
    apply: (score, [least = 0], places) => op.shortestPress(score, least * 1000, places),
  },
  {
    name: 'Repeat part …',
    does: 'Repeat',
    fields: [
      { label: 'times in all', unit: '', usual: 3, least: 2, most: 1000, isWhole: true },
      ms('between them', 50),
    ],
    apply: (score, [times = 2, gap = 0], places) => op.repeatPart(score, times, gap * 1000, places),
  },
  {
    name: 'Insert time …',
    does: 'Insert',
    fields: [ms('at', 0), { ...ms('time', 100), least: -600_000 }],
    apply: (score, [at = 0, time = 0]) => op.insertGap(score, at * 1000, time * 1000),
  },
];

type AtOnce = {
  name: string;
  can: (score: Score) => boolean;
  apply: (score: Score, places: Places | undefined) => Score;
};

const atOnce = (pollUs: number): readonly AtOnce[] => [
  {
    name: 'No gaps',
    can: (score) => score.events.length > 1,
    apply: (score, places) => op.removeGaps(score, pollUs, places),
  },
  {
    name: 'Close open',
    can: (score) => pressesOf(score).presses.some(({ upUs }) => upUs === null),
    apply: (score) => op.closeOpen(score),
  },
  {
    name: 'Presses only',
    can: (score) => score.events.length > 0,
    apply: (score, places) => op.keepEdges(score, 'down', places),
  },
  {
    name: 'Releases only',
    can: (score) => score.events.length > 0,
    apply: (score, places) => op.keepEdges(score, 'up', places),
  },
  { name: 'Trim', can: (score) => score.events.length > 0, apply: (score) => op.trim(score) },
];

const Asking = ({
  operation,
  score,
  places,
  onApply,
}: { operation: Operation } & Omit<OperationsProps, 'pollUs' | 'others'>) => {
  const [isOpen, setIsOpen] = useState(false);
  const [figures, setFigures] = useState(operation.fields.map(({ usual }) => usual));
  const take = (): void => {
    onApply(operation.apply(score, figures, places.size > 0 ? places : undefined), operation.does.toLowerCase());
    setIsOpen(false);
  };
  return (
    <Popover
      open={isOpen}
      onOpenChange={setIsOpen}
      trigger="click"
      destroyOnHidden
      content={
        <div className="operation-figures">
          {operation.fields.map(({ label, unit, least, most, step, isWhole }, index) => (
            <label key={label}>
              {label}{' '}
              <InputNumber
                size="small"
                autoFocus={index === 0}
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
          <button type="button" className="word" onClick={take}>
            {operation.does}
          </button>
          <span className="soft">{places.size > 0 ? `on ${places.size} selected events` : 'on the whole part'}</span>
        </div>
      }
    >
      <button type="button" className="word" disabled={score.events.length === 0}>
        {operation.name}
      </button>
    </Popover>
  );
};

/** Another macro's score behind this one. */
const Join = ({ score, others, onApply }: Pick<OperationsProps, 'score' | 'others' | 'onApply'>) => {
  const [gapMs, setGapMs] = useState(100);
  return (
    <Popover
      trigger="click"
      destroyOnHidden
      content={
        <div className="operation-figures">
          <label>
            after{' '}
            <InputNumber size="small" min={0} max={600_000} value={gapMs} onChange={(value) => setGapMs(value ?? 0)} />{' '}
            ms put
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
      }
    >
      <button type="button" className="word" disabled={others.length === 0}>
        Join …
      </button>
    </Popover>
  );
};

/** One key in place of another. */
const Transpose = ({ score, places, onApply }: Omit<OperationsProps, 'pollUs' | 'others'>) => {
  const keys = keysOf(score);
  const [from, setFrom] = useState<string>();
  const [word, setWord] = useState('');
  const shownFrom = from !== undefined && keys.includes(from) ? from : keys[0];
  const to = codeOfWord(word.trim()) ?? (isCode(word.trim()) ? word.trim() : undefined);
  return (
    <Popover
      trigger="click"
      destroyOnHidden
      content={
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
      }
    >
      <button type="button" className="word" disabled={keys.length === 0}>
        Another key …
      </button>
    </Popover>
  );
};

type OperationsProps = {
  score: Score;
  places: Places;
  pollUs: number;
  /** What can be joined behind it. */
  others: readonly { name: string; score: Score }[];
  onApply: (score: Score | TooMuch, what: string) => void;
};

export const Operations = ({ pollUs, others, ...props }: OperationsProps) => (
  <div className="operations" role="toolbar" aria-label="Operations on the score">
    {ASKING.map((operation) => (
      <Asking key={operation.name} operation={operation} {...props} />
    ))}
    <Transpose {...props} />
    <Join score={props.score} others={others} onApply={props.onApply} />
    {atOnce(pollUs).map(({ name, can, apply }) => (
      <button
        key={name}
        type="button"
        className="word"
        disabled={!can(props.score)}
        onClick={() =>
          props.onApply(apply(props.score, props.places.size > 0 ? props.places : undefined), name.toLowerCase())
        }
      >
        {name}
      </button>
    ))}
  </div>
);
