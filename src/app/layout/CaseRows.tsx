/** What a key is under modifiers, a row a case, below its presses. A cell leads to its words in the assign line. */
import type { KeyboardEvent } from 'react';
import { wordOfCode } from '../../core/codes';
import { printAction, printLine } from '../../core/notation';
import {
  putOnStep,
  type Action,
  type ActionOf,
  type Binding,
  type GestureStep,
  type UnderCase,
} from '../../core/profile';
import type { Bench } from '../shared/useBench';
import { NAMES, partWord, wordsOf } from './pressWords';
import './PressTable.css';

type CaseRowsProps = {
  binding: Binding;
  steps: readonly GestureStep[];
  bench: Bench;
  /** The binding as a line that begins with its tap. */
  line: string;
  onWrite: (line: string, words?: readonly [from: number, to: number]) => void;
};

type Place = { step: number; what: 'tap' | 'hold'; action: ActionOf<'under'> };

const held = (one: UnderCase): string => one.held.map((name) => wordOfCode(`${name}Left`)).join('+');

/** What an action is without one of its cases: what it is otherwise, when none is left. */
function withoutCase(action: ActionOf<'under'>, gone: UnderCase): Action | null {
  const cases = action.cases.filter((one) => one !== gone);
  return cases.length > 0 ? { ...action, cases } : (action.otherwise ?? null);
}

export const CaseRows = ({ binding, steps, bench, line, onWrite }: CaseRowsProps) => {
  const { profile, layer, selectedKey, edit } = bench;
  const places = steps.flatMap((step, index) =>
    (['tap', 'hold'] as const).flatMap((what): Place[] => {
      const action = step[what];
      return action?.do === 'under' ? [{ step: index, what, action }] : [];
    }),
  );
  // A key with one meaning needs no word for it.
  const own = binding.kind === 'act' ? (printLine(binding, profile) ?? '') : line;

  const write = (one: UnderCase): void => {
    const text = printAction(one.action, profile) ?? '';
    onWrite(own, wordsOf(own, `under ${held(one)}`, text));
  };

  return (
    <>
      {places.flatMap(({ step, what, action }) =>
        action.cases.map((one, n) => {
          const of = places.length > 1 ? `${partWord(step, what)}, ` : '';
          const text = printAction(one.action, profile) ?? 'more than a line';
          const keyDown = (event: KeyboardEvent): void => {
            if (event.key !== 'Delete' && event.key !== 'Backspace') return;
            event.preventDefault();
            const to = withoutCase(action, one);
            edit(
              putOnStep(profile, layer.id, selectedKey, step, what, to),
              `taking out what the ${NAMES[step] ?? ''} ${what} is under ${held(one)}`,
            );
          };
          return (
            <tr key={`${step} ${what} ${n}`}>
              <th scope="row">
                {of}under {held(one)}
              </th>
              <td colSpan={2}>
                <button
                  type="button"
                  className="press-cell mono"
                  aria-label={`${of}under ${held(one)}: ${text}`}
                  title="Delete takes it out"
                  onClick={() => write(one)}
                  onKeyDown={keyDown}
                >
                  {text}
                </button>
              </td>
            </tr>
          );
        }),
      )}
    </>
  );
};
