/** A key's presses as a small table: what each does when tapped and when held. A cell leads to its words in the assign line. */
import { printAction, printLine } from '../../core/notation';
import type { Action, Binding, GestureStep } from '../../core/profile';
import type { Bench } from '../shared/useBench';

const NAMES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
const partWord = (step: number, what: 'tap' | 'hold'): string => {
  const nth = step === 0 ? '' : step === 1 ? 'twice' : `${step + 1} times`;
  return [nth, step > 0 && what === 'tap' ? '' : what].filter(Boolean).join(' ');
};

/** The steps a binding has: a plain action counts as a tap that can be given a hold. */
const stepsOf = (binding: Binding): readonly GestureStep[] =>
  binding.kind === 'gesture' ? binding.steps : binding.kind === 'act' ? [{ tap: binding.action }] : [{}];

export const PressTable = ({
  binding,
  bench,
  onWrite,
}: {
  binding: Binding;
  bench: Bench;
  onWrite: (line: string) => void;
}) => {
  const { profile, board } = bench;
  if (binding.kind === 'stroke') return null;
  const steps = stepsOf(binding);
  const rows = steps.length < board.device.gestureSteps ? [...steps, {}] : steps;
  const line =
    binding.kind === 'act'
      ? `tap ${printLine(binding, profile) ?? ''}`
      : binding.kind === 'gesture'
        ? (printLine(binding, profile) ?? '')
        : '';

  const cell = (step: number, what: 'tap' | 'hold', action: Action | undefined) => {
    const text = action && (printAction(action, profile) ?? 'more than a line');
    const write = (): void =>
      onWrite(
        action || line === '' ? (line === '' ? `${partWord(step, what)} ` : line) : `${line}, ${partWord(step, what)} `,
      );
    return (
      <td>
        <button
          type="button"
          className={`press-cell ${text ? 'mono' : 'empty'}`}
          aria-label={`${NAMES[step]} press, ${what}: ${text ?? 'add'}`}
          onClick={write}
        >
          {text ?? 'add'}
        </button>
      </td>
    );
  };

  return (
    <table className="press-table">
      <thead>
        <tr>
          <th scope="col">
            <strong>Press by press</strong>
          </th>
          <th scope="col">tap</th>
          <th scope="col">hold</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((step, index) => (
          <tr key={NAMES[index]}>
            <th scope="row">{NAMES[index]}</th>
            {cell(index, 'tap', step.tap)}
            {cell(index, 'hold', step.hold)}
          </tr>
        ))}
      </tbody>
    </table>
  );
};
