/**
 * A key's presses as a small table: what each does when tapped and when held, and what it is under modifiers. A cell leads to its
 * words in the assign line.
 */
import { printAction, printLine } from '../../core/notation';
import { putOnStep, stepsOf, type Action, type Binding } from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { CaseRows } from './CaseRows';
import { PressCell } from './PressCell';
import { NAMES, partWord, wordsOf } from './pressWords';
import './PressTable.css';

export const PressTable = ({
  binding,
  bench,
  onWrite,
}: {
  binding: Binding;
  bench: Bench;
  /** Writes into the assign line; `words` are selected there, so that what is typed takes their place. */
  onWrite: (line: string, words?: readonly [from: number, to: number]) => void;
}) => {
  const { profile, board, layer, selectedKey, edit } = bench;
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
    // What it is under modifiers has rows of its own.
    const itself = action?.do === 'under' ? action.otherwise : action;
    const text = action && (itself ? (printAction(itself, profile) ?? 'more than a line') : 'nothing');
    const write = (): void => {
      const part = partWord(step, what);
      if (line === '') onWrite(`${part} `);
      else if (text === undefined) onWrite(`${line}, ${part} `);
      else onWrite(line, wordsOf(line, part, text));
    };
    return (
      <td>
        <PressCell
          bench={bench}
          name={`${NAMES[step]} press, ${what}`}
          words={text}
          action={action}
          onWrite={write}
          onPut={(to, said) =>
            edit(putOnStep(profile, layer.id, selectedKey, step, what, to), `${said} the ${NAMES[step] ?? ''} ${what}`)
          }
        />
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
        <CaseRows binding={binding} steps={steps} bench={bench} line={line} onWrite={onWrite} />
      </tbody>
    </table>
  );
};
