/** What a key is under modifiers, a row a case, below its presses. A cell leads to its words in the assign line. */
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
import { PressCell } from './PressCell';
import { NAMES, partWord, wordsOf } from './pressWords';

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

/** An action with something else under the modifiers of one of its cases. */
const withCaseOf = (action: ActionOf<'under'>, old: UnderCase, to: Action): Action => ({
  ...action,
  cases: action.cases.map((one) => (one === old ? { ...one, action: to } : one)),
});

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
          const put = (to: Action | null, said: string): void =>
            edit(
              putOnStep(
                profile,
                layer.id,
                selectedKey,
                step,
                what,
                to ? withCaseOf(action, one, to) : withoutCase(action, one),
              ),
              `${said} what the ${NAMES[step] ?? ''} ${what} is under ${held(one)}`,
            );
          return (
            <tr key={`${step} ${what} ${n}`}>
              <th scope="row">
                {of}under {held(one)}
              </th>
              <td colSpan={2}>
                <PressCell
                  bench={bench}
                  name={`${of}under ${held(one)}`}
                  words={printAction(one.action, profile) ?? 'more than a line'}
                  action={one.action}
                  onWrite={() => write(one)}
                  onPut={put}
                />
              </td>
            </tr>
          );
        }),
      )}
    </>
  );
};
